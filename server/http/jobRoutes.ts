import { jobView } from '../jobs/jobView.ts'
import { randomUUID } from 'node:crypto'
import { Router, text } from 'express'
import type { z } from 'zod'
import { editMark } from '#core/job/revisions.ts'
import {
  becomeJobSchema,
  documentSchemas,
  bulkReadingsSchema,
  mayBeEmptied,
  newJobSchema,
  newReadingSchema,
  saveStageSchema,
  saveTicketSchema,
  stepBackSchema,
  type NewJob,
  type StoredReadingRow,
} from '#contract/entities.ts'
import { stageSchema } from '#contract/documents.ts'
import { DatabaseError, type Database, type Queryable } from '../db/database.ts'
import { takeFromTray } from '../queries/devices.ts'
import { insertFrame, findFrame, withModelLandmarks } from '../queries/frames.ts'
import * as jobs from '../queries/jobs.ts'
import { insertPlayer, findPlayer } from '../queries/players.ts'
import { factsOn } from '#core/player/age.ts'
import { lockPlayers } from '../queries/merges.ts'
import { playersIn, refuseErased } from '../people/erase.ts'
import { settleSoon } from '../logbook/settle.ts'
import { dayInShop } from '../queries/shop.ts'
import { listProofs } from '../queries/proofs.ts'
import { applyOnce, headOf, toldOn } from './edits.ts'
import { followStage } from './follows.ts'
import { exportJob, importJob, parseJobFile } from '../jobs/jobFile.ts'
import { notFound, Refusal, staleEdit } from '../refusal.ts'

const noTicket = {
  owner: '',
  due: '',
  dueAt: null,
  price: '',
  strings: '',
  returnToOriginal: false,
  returnTo: null,
  who: '',
  waitsOn: null,
}

/** Jobs, their stages, readings and files. */
export function jobRoutes(db: Database, now: () => Date, beforeImport: () => Promise<void>): Router {
  const router = Router()

  router.post('/jobs', async (request, response) => {
    const input = newJobSchema.parse(request.body)
    await db
      .transaction(async (tx) => {
        if (await jobs.findJob(tx, input.id)) return
        const playerId = input.player ? await playerFor(tx, input.player, await dayInShop(tx, now())) : null
        const frameId = input.frame.id
        if ('label' in input.frame)
          await insertFrame(tx, {
            ...(await withModelLandmarks(tx, input.frame)),
            playerId: input.frame.playerId ?? playerId,
          })
        else if (!(await findFrame(tx, frameId))) throw notFound('frame')
        await jobs.insertJob(tx, { id: input.id, kind: input.kind, frameId, ticket: { ...noTicket, ...input.ticket } })
        if (playerId) await savePlayerStage(tx, input.id, playerId, await dayInShop(tx, now()))
      })
      .catch(async (error: unknown) => {
        // The same new job twice at once: one of them made it, and it is the same.
        const twice = error instanceof DatabaseError && error.sqlState === '23505' && (await jobs.findJob(db, input.id))
        if (!twice) throw error
      })
    response.status(201).json(await jobView(db, input.id))
  })

  router.get('/jobs/:id', async (request, response) => {
    response.json(await jobView(db, request.params.id))
  })

  router.post('/jobs/:id/become-job', async (request, response) => {
    const { player } = becomeJobSchema.parse(request.body)
    const id = request.params.id
    await db.transaction(async (tx) => {
      if (!(await jobs.findJob(tx, id))) throw notFound('job')
      await jobs.makeJobProper(tx, id)
      const day = await dayInShop(tx, now())
      await savePlayerStage(tx, id, await playerFor(tx, player, day), day)
    })
    response.json(await jobView(db, id))
  })

  router.put('/jobs/:id/ticket', async (request, response) => {
    const { ticket, expected } = saveTicketSchema.parse(request.body)
    const { id } = request.params
    const one = async (tx: Queryable) => (await jobs.findJob(tx, id)) ?? absent('job')
    response.json(
      await applyOnce(
        db,
        request,
        `ticket ${id}`,
        async (tx) => (await one(tx)) && jobs.updateTicket(tx, id, ticket, expected),
        one,
      ),
    )
  })

  /** A stage's content, and with it the readings that it names for the first time: both or neither. */
  router.put('/jobs/:id/stages/:stage', async (request, response) => {
    const { id } = request.params
    const stage = stageSchema.parse(request.params.stage)
    const { expected, body, used, by, readings } = saveStageSchema.parse(request.body)
    const parsed = documentSchemas[stage].parse(body)
    const { typedAt: at } = headOf(request)
    response.json(
      await applyOnce(
        db,
        request,
        `stage ${id} ${stage}`,
        async (tx) => {
          if (!(await jobs.findJob(tx, id))) throw notFound('job')
          // Whoever erases or takes somebody in at once waits, or has been before.
          await lockPlayers(tx, playersIn(parsed))
          await refuseErased(tx, playersIn(parsed))
          const marks = await jobs.stageRevisions.marks(tx, [id, stage])
          const current = marks.at(-1)?.revision ?? 0
          if (current !== expected) throw staleEdit({ current, expected, stage })
          await keepReadings(tx, id, readings)
          await jobs.appendRevision(tx, id, stage, editMark(marks), { body: parsed, used, by, at })
          await followStage(tx, id, stage, await toldOn(tx, request, now))
          return jobs.findSavedStage(tx, id, stage)
        },
        (tx) => jobs.findSavedStage(tx, id, stage),
      ),
    )
  })

  for (const direction of ['undo', 'redo'] as const) {
    router.post(`/jobs/:id/stages/:stage/${direction}`, async (request, response) => {
      const { id } = request.params
      const stage = stageSchema.parse(request.params.stage)
      const { expected, by } = stepBackSchema.parse(request.body)
      response.json(
        await db.transaction(async (tx) => {
          const step = await jobs.stageRevisions.step(tx, [id, stage], direction, expected, mayBeEmptied(stage))
          if (step === 'missing') throw notFound('stage')
          if (step === 'stale') throw staleEdit({ expected, stage })
          if (step === 'nothing') throw new Refusal(409, `${direction}.nothing`)
          await jobs.appendRevision(tx, id, stage, step.mark, { ...step.content, by })
          await followStage(tx, id, stage, await toldOn(tx, request, now))
          return jobs.findSavedStage(tx, id, stage)
        }),
      )
    })
  }

  router.get('/jobs/:id/proofs', async (request, response) => {
    response.json(await listProofs(db, request.params.id))
  })

  router.get('/jobs/:id/stages/:stage/history', async (request, response) => {
    response.json(await jobs.listRevisions(db, request.params.id, stageSchema.parse(request.params.stage)))
  })

  router.post('/jobs/:id/readings', async (request, response) => {
    const reading = newReadingSchema.parse(request.body)
    response.status(201).json((await keepInJob(request.params.id, [reading]))[0])
  })

  router.post('/jobs/:id/readings/bulk', async (request, response) => {
    response.status(201).json(await keepInJob(request.params.id, bulkReadingsSchema.parse(request.body)))
  })

  const keepInJob = (jobId: string, readings: Reading[]) =>
    db.transaction(async (tx) => {
      if (!(await jobs.findJob(tx, jobId))) throw notFound('job')
      return keepReadings(tx, jobId, readings)
    })

  router.get('/jobs/:id/export', async (request, response) => {
    const file = await exportJob(db, request.params.id, now().toISOString())
    const job = await jobs.findJob(db, request.params.id)
    response.setHeader('Content-Disposition', `attachment; filename="kevro-job-${job!.number}.json"`)
    response.type('application/json').send(JSON.stringify(file, null, 2))
  })

  router.post('/import', text({ type: 'application/json', limit: '48mb' }), async (request, response) => {
    const file = parseJobFile(String(request.body))
    await beforeImport()
    const job = await importJob(db, file)
    settleSoon(db)
    response.status(201).json(await jobView(db, job.id))
  })

  return router
}

type Reading = z.output<typeof newReadingSchema>

/** Stores readings, each once; those of instruments leave the tray. All or none. */
async function keepReadings(tx: Queryable, jobId: string, readings: readonly Reading[]): Promise<StoredReadingRow[]> {
  if (readings.length === 0) return []
  const seen = new Set<string>()
  readings.forEach(({ id }, i) => {
    if (seen.has(id)) throw new Refusal(422, 'reading.twice', `readings.${i}.id`, { row: i + 1 })
    seen.add(id)
  })
  const kept = await jobs.insertReadings(tx, jobId, readings)
  if ('elsewhere' in kept)
    throw new Refusal(422, 'reading.elsewhere', `readings.${kept.elsewhere}.id`, { row: kept.elsewhere + 1 })
  const sent = readings.flatMap((r) => (r.deviceId ? [r.id] : []))
  if (sent.length > 0) await takeFromTray(tx, sent, jobId)
  return kept
}

const absent = (what: string): never => {
  throw notFound(what)
}

async function playerFor(tx: Queryable, player: NonNullable<NewJob['player']>, day: string): Promise<string> {
  if ('id' in player) {
    // Whoever erases or takes somebody in at once waits, or has been before.
    await lockPlayers(tx, [player.id])
    await refuseErased(tx, [player.id])
    if (!(await findPlayer(tx, player.id))) throw notFound('player')
    return player.id
  }
  const id = randomUUID()
  await insertPlayer(tx, id, player.facts, day)
  return id
}

async function savePlayerStage(tx: Queryable, jobId: string, playerId: string, day: string): Promise<void> {
  const player = (await findPlayer(tx, playerId))!
  const marks = await jobs.stageRevisions.marks(tx, [jobId, 'player'])
  await jobs.appendRevision(tx, jobId, 'player', editMark(marks), {
    body: { playerId, facts: factsOn(player.facts, day) },
    used: {},
    by: '',
  })
}
