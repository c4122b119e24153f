import { Router } from 'express'
import { z } from 'zod'
import { evidenceSearchSchema } from '#contract/evidence.ts'
import { BOOK_LISTS, bookSearchSchema, type BookOf } from '#contract/logbook.ts'
import type { Database } from '../db/database.ts'
import { ShopEvidence } from '../logbook/evidence.ts'
import { frameLog, playerLog, twinsOf } from '../logbook/logbook.ts'
import { listBook } from '../queries/book.ts'
import { findFrame } from '../queries/frames.ts'
import { dayInShop } from '../queries/shop.ts'
import { notFound } from '../refusal.ts'

const knownOnSchema = z.object({ on: z.iso.datetime({ offset: true }).nullable().default(null) })

/** The shop's book: players and frames, and what was done to them. */
export function logbookRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  const evidence = new ShopEvidence()
  for (const [what, name] of Object.entries(BOOK_LISTS) as [BookOf, string][])
    router.get(`/book/${name}`, async (request, response) => {
      response.json(await listBook(db, what, bookSearchSchema.parse(request.query), await dayInShop(db, now())))
    })
  router.get('/book/frames/:id/twins', async (request, response) => {
    const frame = await findFrame(db, request.params.id)
    if (!frame) throw notFound('frame')
    const { on } = knownOnSchema.parse(request.query)
    response.json(await twinsOf(db, frame, on))
  })
  router.get('/book/frames/:id', async (request, response) => {
    response.json(await frameLog(db, request.params.id, now()))
  })
  router.get('/book/players/:id', async (request, response) => {
    response.json(await playerLog(db, request.params.id, now()))
  })
  router.get('/evidence', async (request, response) => {
    response.json(await evidence.find(db, evidenceSearchSchema.parse(request.query)))
  })
  return router
}
