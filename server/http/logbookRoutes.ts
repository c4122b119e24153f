import { Router } from 'express'
import { evidenceSearchSchema } from '#contract/evidence.ts'
import { bookSearchSchema } from '#contract/logbook.ts'
import type { Database } from '../db/database.ts'
import { shopEvidence } from '../logbook/evidence.ts'
import { frameLog, playerLog } from '../logbook/logbook.ts'
import { listBook } from '../queries/book.ts'

/** The shop's book: players and frames, and what was done to them. */
export function logbookRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  for (const what of ['player', 'frame'] as const)
    router.get(`/book/${what}s`, async (request, response) => {
      response.json(await listBook(db, what, bookSearchSchema.parse(request.query), now().toISOString().slice(0, 10)))
    })
  router.get('/book/frames/:id', async (request, response) => {
    response.json(await frameLog(db, request.params.id, now()))
  })
  router.get('/book/players/:id', async (request, response) => {
    response.json(await playerLog(db, request.params.id, now()))
  })
  router.get('/evidence', async (request, response) => {
    response.json(await shopEvidence(db, evidenceSearchSchema.parse(request.query)))
  })
  return router
}
