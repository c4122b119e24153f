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
    (site !== undefined && !OWN.has(site)) ||
    (origin !== undefined && hostOf(origin) !== request.get('host')?.toLowerCase())
  next(foreign ? new Refusal(403, 'request.elsewhere') : undefined)
}

/** Null for what no browser says of itself: no address, or one with more in it than scheme, host and port. */
const hostOf = (origin: string): string | null =>
  /^https?:/i.test(origin) && URL.canParse(origin) && new URL(origin).origin === origin.toLowerCase()
    ? new URL(origin).host
    : null
