import { Router } from 'express'
import { frameSchema, materialSchema, shopSchema, type Overview } from '#contract/entities.ts'
import type { Database, Queryable } from '../db/database.ts'
import { manyFrames, maybeOneFrame, updateFrame } from '../queries/frames.ts'
import { manyJobSummaries } from '../queries/jobs.ts'
import { manyMaterials, maybeOneMaterial, putMaterial } from '../queries/materials.ts'
import { manyPlayers } from '../queries/players.ts'
import { oneShop, updateShop } from '../queries/shop.ts'
import { applyOnce } from './edits.ts'
import { notFound } from './problems.ts'

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

  router.get('/shop', async (_request, response) => {
    response.json(await oneShop(db))
  })
  router.put('/shop', async (request, response) => {
    const shop = shopSchema.parse(request.body)
    response.json(await applyOnce(db, request, 'shop', (tx) => updateShop(tx, shop), oneShop))
  })

  router.get('/frames/:id', async (request, response) => {
    const frame = await maybeOneFrame(db, request.params.id)
    if (!frame) throw notFound('frame')
    response.json(frame)
  })
  router.put('/frames/:id', async (request, response) => {
    const frame = frameSchema.parse({ ...request.body, id: request.params.id })
    const current = (tx: Queryable) => maybeOneFrame(tx, frame.id)
    const change = async (tx: Queryable) => {
      const saved = await updateFrame(tx, frame)
      if (!saved && !(await current(tx))) throw notFound('frame')
      return saved
    }
    response.json(await applyOnce(db, request, `frame ${frame.id}`, change, current))
  })

  router.get('/materials', async (_request, response) => {
    response.json(await manyMaterials(db))
  })

  router.put('/materials/:id', async (request, response) => {
    const material = materialSchema.parse({ ...request.body, id: request.params.id })
    const current = (tx: Queryable) => maybeOneMaterial(tx, material.id)
    response.json(
      await applyOnce(db, request, `material ${material.id}`, (tx) => putMaterial(tx, material), current),
    )
  })

  return router
}
