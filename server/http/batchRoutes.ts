import { Router } from 'express'
import { saveBatchSchema } from '#contract/batch.ts'
import type { Database } from '../db/database.ts'
import { manyBatches, maybeOneBatch, saveBatch } from '../queries/batches.ts'
import { notFound, staleEdit } from './problems.ts'

/** Several units of one model, read in a row. */
export function batchRoutes(db: Database): Router {
  const router = Router()
  router.get('/batches', async (_request, response) => {
    response.json(await manyBatches(db))
  })
  router.get('/batches/:id', async (request, response) => {
    const batch = await maybeOneBatch(db, request.params.id)
    if (!batch) throw notFound('batch')
    response.json(batch)
  })
  router.put('/batches/:id', async (request, response) => {
    const { expected, body, by } = saveBatchSchema.parse(request.body)
    const saved = await db.transaction((tx) => saveBatch(tx, request.params.id, body, expected, by))
    if (!saved) throw staleEdit()
    response.json(saved)
  })
  return router
}
