import { isDeepStrictEqual } from 'node:util'
import { Router } from 'express'
import { z } from 'zod'
import { frameSchema, jobSearchSchema, materialSchema, retiredSchema, sportSchema } from '#contract/entities.ts'
import { plannedBy } from '#contract/planned.ts'
import { shopSchema, type Overview, type Shop } from '#contract/shop.ts'
import type { Database, Queryable } from '../db/database.ts'
import { findFrame, landmarksOfModel, listFrameChoices, retireFrame, updateFrame } from '../queries/frames.ts'
import { findJob, oneCount, retireJob } from '../queries/jobs.ts'
import { listJobSummaries } from '../queries/jobList.ts'
import { findAnything } from '../queries/find.ts'
import { settleFrame, settleSoon } from '../logbook/settle.ts'
import { listFramesWith, markAllStale } from '../queries/ledger.ts'
import { listMaterials, findMaterial, putMaterial } from '../queries/materials.ts'
import { listOpenPlans } from '../queries/planned.ts'
import { listPlayerChoices } from '../queries/players.ts'
import { retirer } from '../queries/rows.ts'
import { oneShop, updateShop } from '../queries/shop.ts'
import { applyOnce } from './edits.ts'
import { wrongWith } from '../backup/backups.ts'
import { notFound, Refusal } from '../refusal.ts'

const SHOP_FIELDS = Object.keys(shopSchema.shape) as (keyof Shop)[]
const pick = (shop: Shop, fields: readonly (keyof Shop)[]): Partial<Shop> =>
  Object.fromEntries(fields.map((field) => [field, shop[field]]))

const findSchema = z.object({ find: z.string().max(200).default('') })
const frameFindSchema = findSchema.extend({ sport: sportSchema, player: z.string().max(80).default('') })
/** What can be put away and brought back, and how. */
const RETIRE = {
  job: async (tx: Queryable, id: string, retired: boolean) => {
    const there = await retireJob(tx, id, retired)
    const job = there ? await findJob(tx, id) : null
    if (job) await settleFrame(tx, job.frameId, id)
    return there
  },
  player: retirer('player'),
  frame: retireFrame,
  batch: retirer('batch'),
  squad: retirer('squad'),
  photo: retirer('photo'),
}

/** What the shop has: settings, players, frames, the drawer. */
export function shopRoutes(db: Database, alarms: readonly string[], now: () => Date): Router {
  const router = Router()

  router.get('/overview', async (_request, response) => {
    response.json({ shop: await oneShop(db), alarms: [...alarms] } satisfies Overview)
  })
  router.get('/find', async (request, response) => {
    response.json(await findAnything(db, findSchema.parse(request.query).find))
  })
  router.get('/counts', async (_request, response) => {
    response.json(await oneCount(db))
  })
  router.get('/jobs', async (request, response) => {
    response.json(await listJobSummaries(db, jobSearchSchema.parse(request.query)))
  })
  router.get('/players', async (request, response) => {
    response.json(await listPlayerChoices(db, findSchema.parse(request.query).find))
  })
  router.get('/frames', async (request, response) => {
    const { sport, player, find } = frameFindSchema.parse(request.query)
    response.json(await listFrameChoices(db, { sport, playerId: player || null, find }))
  })

  for (const [what, retire] of Object.entries(RETIRE))
    router.post(`/${what === 'batch' ? 'batches' : `${what}s`}/:id/retire`, async (request, response) => {
      const { retired, why } = retiredSchema.parse(request.body)
      const there = await db.transaction((tx) => retire(tx, request.params.id, retired, why))
      if (!there) throw notFound(what)
      response.json({ retired })
    })

  router.get('/shop', async (_request, response) => {
    response.json(await oneShop(db))
  })
  router.put('/shop', async (request, response) => {
    const shop = shopSchema.parse(request.body)
    // What the page of an earlier Kevro knows nothing of stays as it is.
    const unsaid = SHOP_FIELDS.filter((field) => !(field in request.body))
    const why = shop.backupFolder ? wrongWith(shop.backupFolder) : ''
    if (why) throw new Refusal(422, 'field.invalid', 'backupFolder', { reason: why })
    const save = async (tx: Queryable) => {
      const before = await oneShop(tx)
      const saved = await updateShop(tx, { ...shop, ...pick(before, unsaid) })
      if (saved && !isDeepStrictEqual(before.intervals, saved.intervals)) await markAllStale(tx)
      return saved
    }
    response.json(await applyOnce(db, request, 'shop', save, oneShop))
    settleSoon(db)
  })

  router.get('/frames/:id', async (request, response) => {
    const frame = await findFrame(db, request.params.id)
    if (!frame) throw notFound('frame')
    response.json(frame)
  })
  router.get('/frames/:id/landmarks', async (request, response) => {
    const frame = await findFrame(db, request.params.id)
    if (!frame) throw notFound('frame')
    response.json(await landmarksOfModel(db, frame))
  })
  router.put('/frames/:id', async (request, response) => {
    const frame = frameSchema.parse({ ...request.body, id: request.params.id })
    const current = (tx: Queryable) => findFrame(tx, frame.id)
    const change = async (tx: Queryable) => {
      const saved = await updateFrame(tx, frame)
      if (!saved && !(await current(tx))) throw notFound('frame')
      return saved
    }
    response.json(await applyOnce(db, request, `frame ${frame.id}`, change, current))
  })

  router.get('/materials', async (_request, response) => {
    response.json(await listMaterials(db))
  })

  router.get('/materials/:id/frames', async (request, response) => {
    response.json(await listFramesWith(db, request.params.id))
  })
  router.get('/drawer/planned', async (request, response) => {
    const apartFrom = z.string().max(100).optional().parse(request.query.apartFrom) ?? null
    const [plans, materials] = await Promise.all([listOpenPlans(db, now(), apartFrom), listMaterials(db)])
    response.json(plannedBy(plans, materials))
  })
  router.put('/materials/:id', async (request, response) => {
    const material = materialSchema.parse({ ...request.body, id: request.params.id })
    const current = (tx: Queryable) => findMaterial(tx, material.id)
    response.json(await applyOnce(db, request, `material ${material.id}`, (tx) => putMaterial(tx, material), current))
  })

  return router
}
