import { Router } from 'express'
import { frameSchema, materialSchema, shopSchema, type Overview } from '#contract/entities.ts'
import type { Database } from '../db/database.ts'
import { manyFrames, maybeOneFrame, updateFrame } from '../queries/frames.ts'
import { manyJobSummaries } from '../queries/jobs.ts'
import { manyMaterials, putMaterial } from '../queries/materials.ts'
import { manyPlayers } from '../queries/players.ts'
import { oneShop, updateShop } from '../queries/shop.ts'
import { notFound, staleEdit } from './problems.ts'

/** What the shop has: settings, players, frames, the drawer. */
export function shopRoutes(db: Database): Router {
  const router = Router()

  router.get('/overview', async (_request, response) => {
    const [shop, jobs, players, frames] = await Promise.all([
      oneShop(db),
      manyJobSummaries(db),
      manyPlayers(db),
      manyFrames(db),
    ])
    response.json({ shop, jobs, players, frames } satisfies Overview)
  })

  router.put('/shop', async (request, response) => {
    const saved = await updateShop(db, shopSchema.parse(request.body))
    if (!saved) throw staleEdit()
    response.json(saved)
  })

  router.put('/frames/:id', async (request, response) => {
    const frame = frameSchema.parse({ ...request.body, id: request.params.id })
    const saved = await updateFrame(db, frame)
    if (!saved) throw (await maybeOneFrame(db, frame.id)) ? staleEdit() : notFound('frame')
    response.json(saved)
  })

  router.get('/materials', async (_request, response) => {
    response.json(await manyMaterials(db))
  })

  router.put('/materials/:id', async (request, response) => {
    const saved = await putMaterial(db, materialSchema.parse({ ...request.body, id: request.params.id }))
    if (!saved) throw staleEdit()
    response.json(saved)
  })

  return router
}
