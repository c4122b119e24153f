import express, { type Express } from 'express'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Database } from '../db/database.ts'
import { DeviceGateway } from '../devices/gateway.ts'
import type { Keeper } from '../backup/keeper.ts'
import { backupRoutes } from './backupRoutes.ts'
import { batchRoutes } from './batchRoutes.ts'
import { dayRoutes } from './dayRoutes.ts'
import { deviceRoutes } from './deviceRoutes.ts'
import { jobRoutes } from './jobRoutes.ts'
import { answerErrors } from './problems.ts'
import { notFound, Refusal } from '../refusal.ts'
import { logbookRoutes } from './logbookRoutes.ts'
import { libraryRoutes } from './libraryRoutes.ts'
import { lifeRoute, tellLife } from './life.ts'
import { sameSiteOnly } from './sameSite.ts'
import { peopleRoutes } from './peopleRoutes.ts'
import { squadRoutes } from './squadRoutes.ts'
import { sheetRoutes } from './sheetRoutes.ts'
import { shopRoutes } from './shopRoutes.ts'

export interface AppParts {
  now?: () => Date
  gateway?: DeviceGateway
  /** Port of the simulated bench, when there is one. */
  benchPort?: number | null
  /** Sees to the backups, where the data are a shop's. */
  keeper?: Keeper | null
  /** What is known to be wrong with the stored data, in words. */
  alarms?: readonly string[]
}

const storable = (text: string) => text.replaceAll('\u0000', '').toWellFormed()

const isPlace = (part: string) => /^(\.|%2e){1,2}$/i.test(part)
/** A host as it is looked up: a name in any case, and with the dot of the root, is the same name. */
const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase().replace(/\.$/, '')
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]'])

/**
 * The web application over a database and its instruments.
 * @param webDir folder of the built pages, or null when they are served elsewhere (during development)
 */
export function makeApp(
  db: Database,
  webDir: string | null,
  {
    now = () => new Date(),
    gateway = new DeviceGateway(db),
    benchPort = null,
    keeper = null,
    alarms = [],
  }: AppParts = {},
): Express {
  const app = express()
  const beforeImport = async () => void (await keeper?.makeBeforeImport())
  app.disable('x-powered-by')
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
        },
      },
      frameguard: { action: 'deny' },
      strictTransportSecurity: false,
    }),
  )
  // A page elsewhere must not reach this server by a name that resolves to loopback.
  app.use((request, _response, next) =>
    next(
      LOOPBACK.has(nameOf(request.headers.host ?? ''))
        ? undefined
        : new Refusal(403, 'not.found', '', { what: 'address' }),
    ),
  )
  app.use(sameSiteOnly)
  // A name that means a place in a path names nothing.
  app.use((request, _response, next) => next(request.path.split('/').some(isPlace) ? notFound('address') : undefined))
  app.use(
    express.json({
      limit: '16mb',
      // What no database can hold, and nobody sees, does not come in: NUL, halves of a character.
      reviver: (_key, value: unknown) => (typeof value === 'string' ? storable(value) : value),
      type: (request) =>
        !request.url?.endsWith('/import') && (request.headers['content-type'] ?? '').startsWith('application/json'),
    }),
  )
  app.use(
    '/api',
    tellLife(db, (heard) => keeper?.onChange(heard)),
    lifeRoute(),
    ...(keeper ? [backupRoutes(keeper)] : []),
    shopRoutes(db, alarms, now),
    jobRoutes(db, now, beforeImport),
    sheetRoutes(db, now),
    deviceRoutes(db, gateway, benchPort),
    batchRoutes(db, now),
    libraryRoutes(db, beforeImport),
    logbookRoutes(db, now),
    peopleRoutes(db, keeper, now),
    squadRoutes(db, now),
    dayRoutes(db, now),
  )
  app.use('/api', () => {
    throw notFound('address')
  })
  if (webDir && existsSync(webDir)) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
    app.use(express.static(webDir, { index: false, maxAge: 0 }))
    app.get('/*splat', (_request, response) => response.sendFile(join(webDir, 'index.html')))
    app.get('/', (_request, response) => response.sendFile(join(webDir, 'index.html')))
  }
  app.use(answerErrors)
  return app
}
