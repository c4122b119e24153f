import { Router } from 'express'
import { saveBatchSchema } from '#contract/batch.ts'
import type { Database } from '../db/database.ts'
import { stepBackSchema } from '#contract/entities.ts'
import { findBatch, saveBatch, stepBatch } from '../queries/batches.ts'
import { dayOf } from '#core/quantities/days.ts'
import { profileOf } from '#core/sports/sports.ts'
import { listComparables } from '../library/measuredFrames.ts'
import { oneShop } from '../queries/shop.ts'
import { choiceSheet } from '../sheets/choice.ts'
import { renderPdf } from '../sheets/pdf.ts'
import { sendPdf } from './sendPdf.ts'
import { applyOnce } from './edits.ts'
import { notFound, Refusal, staleEdit } from '../refusal.ts'

/** Several units of one model, read in a row. */
export function batchRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  router.get('/batches/:id', async (request, response) => {
    const batch = await findBatch(db, request.params.id)
    if (!batch) throw notFound('batch')
    response.json(batch)
  })
  router.get('/batches/:id/choice.pdf', async (request, response) => {
    const batch = await findBatch(db, request.params.id)
    if (!batch) throw notFound('batch')
    const { body } = batch
    const [shop, found] = await Promise.all([
      oneShop(db),
      listComparables(db, body.choice.ownId ? [body.choice.ownId] : []),
    ])
    const units = { ...shop.units, ...profileOf(body.sport).units }
    const sheet = choiceSheet(body, found[0] ?? null, { name: shop.name, units }, dayOf(now(), shop.timeZone))
    sendPdf(response, 'kevro-choice', await renderPdf(sheet, shop.paper))
  })
  router.put('/batches/:id', async (request, response) => {
    const { expected, body, by } = saveBatchSchema.parse(request.body)
    const { id } = request.params
    response.json(
      await applyOnce(
        db,
        request,
        `batch ${id}`,
        (tx) => saveBatch(tx, id, body, expected, by),
        (tx) => findBatch(tx, id),
      ),
    )
  })
  for (const way of ['undo', 'redo'] as const) {
    router.post(`/batches/:id/${way}`, async (request, response) => {
      const { expected, by } = stepBackSchema.parse(request.body)
      const stepped = await db.transaction((tx) => stepBatch(tx, request.params.id, way, expected, by))
      if (stepped === 'stale') throw staleEdit()
      if (stepped === 'nothing') throw new Refusal(409, way === 'undo' ? 'undo.nothing' : 'redo.nothing')
      response.json(stepped)
    })
  }
  return router
}
