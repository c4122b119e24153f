import type { RequestHandler } from 'express'
import { Refusal } from '../refusal.ts'

const HARMLESS = new Set(['GET', 'HEAD'])
const OWN = new Set(['same-origin', 'none'])

/**
 * Another website open in the same browser may not change anything here. Browsers say where a request comes from; a program on this
 * machine that says nothing is not a website.
 */
export const sameSiteOnly: RequestHandler = (request, _response, next) => {
  if (HARMLESS.has(request.method)) return next()
  const site = request.get('sec-fetch-site')
  const origin = request.get('origin')
  const foreign =
    (site !== undefined && !OWN.has(site)) || (origin !== undefined && hostOf(origin) !== request.get('host'))
  next(foreign ? new Refusal(403, 'request.elsewhere') : undefined)
}

const hostOf = (origin: string): string | null => (URL.canParse(origin) ? new URL(origin).host : null)
