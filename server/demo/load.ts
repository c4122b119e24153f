import { USUAL_INTERVALS } from '#core/tuning/intervals.ts'
import { DEMO_PLANS } from '#demo/plans.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { buildOf } from '#core/job/building.ts'
import { followBuild } from '#core/workorder/follow.ts'
import { EMPTY_ORDER, markNow } from '#core/workorder/marks.ts'
import { proofOf } from '#core/job/proof.ts'
import { checkResults, signedLines } from '#core/job/check.ts'
import { INSPECTION_ITEMS, type StageDocuments } from '#core/job/documents.ts'
import { bestGrade, referenceState } from '#core/compare/setup.ts'
import { cutIn } from '#core/cuts/zones.ts'
import { deriveJob, type JobInput } from '#core/job/derive.ts'
import { conditionAfter } from '#core/logbook/onFrame.ts'
import type { PlayerFacts } from '#core/player/facts.ts'
import { BUILT, EMPTY_PLAY, emptySession } from '#core/tuning/document.ts'
import { editMark } from '#core/job/revisions.ts'
import { STAGES, type Dependencies, type Stage } from '#core/job/stages.ts'
import { OPEN_LIMITS, type PlanRequest } from '#core/planning/problem/request.ts'
import { usualMethod } from '#core/measure/readings.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { fromSetup } from '#core/targets/methods.ts'
import { documentSchemas } from '#contract/documents.ts'
import { dueOf } from '#contract/due.ts'
import { frameSchema, materialSchema, playerSchema, readingSchema, type StoredReadingRow } from '#contract/entities.ts'
import type { Database, Queryable } from '#server/db/database.ts'
import { bodySchema, checkSchema, deviceSchema } from '#contract/devices.ts'
import { insertCheck, putBody, putDevice } from '#server/queries/devices.ts'
import { BODIES, checksUntil, devicesOn } from '#demo/devices.ts'
import { batchBodySchema } from '#contract/batch.ts'
import { saveBatch } from '#server/queries/batches.ts'
import { BATCH } from '#demo/batch.ts'
import { insertFrame, retireFrame } from '#server/queries/frames.ts'
import { appendRevision, insertJob, insertReadings } from '#server/queries/jobs.ts'
import { putMaterial } from '#server/queries/materials.ts'
import { insertPlayer, listPlayerChoices, updatePlayerFacts } from '#server/queries/players.ts'
import { insertReferences } from '#server/queries/library.ts'
import { PLAYED, STORIES, type Story, type Values } from './stories.ts'
import { demoTuning } from './tuning.ts'
import { TOLD_BEFORE, YEAR } from './year.ts'
import { insertProof, lastProof } from '../queries/proofs.ts'
import { VERSION } from '../version.ts'
import { oneShop, updateShop } from '#server/queries/shop.ts'
import { setupBodySchema } from '#contract/library.ts'
import { REFERENCES } from '#demo/library.ts'
import { FRAMES, MATERIALS, OUTGROWN, PLAYERS, SHOP, STRUNG_WRAP } from '#demo/world.ts'

/** The cuts of a job's plan. */
export type PlanFor = (job: string, request: PlanRequest) => Cut[]
const keptPlan: PlanFor = (job) => {
  const cuts = DEMO_PLANS[job]
  if (!cuts) throw new Error(`demo/plans.json has no plan of ${job}: npm run demo-plans writes it`)
  return cuts
}

/** The day on which the stories are told. */
export const TOLD_ON = '2026-11-26'
const DAY_MS = 86400000
/** The stories' days as many days before this one as they lie before the day on which they are told; their hours stay. */
function onDayBefore(now: Date): (iso: string) => string {
  const days = Math.floor(Date.parse(now.toISOString().slice(0, 10)) / DAY_MS) - Date.parse(TOLD_ON) / DAY_MS
  return (iso) => {
    const shifted = new Date(Date.parse(iso) + days * DAY_MS).toISOString()
    return iso.length === 10 ? shifted.slice(0, 10) : shifted
  }
}

/** Lays out the made-up world in an empty shop. @returns false when there are players already */
export async function loadDemoWorld(
  db: Database,
  benchPort: number | null = null,
  planFor: PlanFor = keptPlan,
  now = new Date(),
): Promise<boolean> {
  if ((await listPlayerChoices(db, '')).length > 0) return false
  await db.transaction(async (tx) => {
    await updateShop(tx, { ...SHOP, timeZone: '', intervals: USUAL_INTERVALS, revision: (await oneShop(tx)).revision })
    for (const player of PLAYERS) await tellPlayer(tx, player.id, onDayBefore(now))
    for (const frame of FRAMES) await insertFrame(tx, frameSchema.omit({ revision: true }).parse(frame))
    await insertReferences(
      tx,
      REFERENCES.map((r) => ({ id: r.id, body: setupBodySchema.parse(r) })),
      SHOP.initials,
    )
    for (const material of MATERIALS) await putMaterial(tx, materialSchema.parse(material))
    for (const body of BODIES) await putBody(tx, bodySchema.parse(body))
    for (const device of devicesOn(benchPort)) await putDevice(tx, deviceSchema.parse(device))
    for (const check of checksUntil(new Date())) await insertCheck(tx, checkSchema.parse(check))
    for (const story of [...YEAR, ...STORIES]) await tell(tx, story, planFor, onDayBefore(now))
    for (const id of OUTGROWN) await retireFrame(tx, id, true, 'Sold')
    await saveBatch(tx, BATCH.id, batchBodySchema.parse(BATCH.body), 0, SHOP.initials)
  })
  return true
}

const factsOf = (playerId: string): PlayerFacts =>
  playerSchema.shape.facts.parse(PLAYERS.find((p) => p.id === playerId)!.facts)
/** How a player was known on a day of the stories. */
function factsThen(playerId: string, day: string): PlayerFacts {
  const next = TOLD_BEFORE.findLast((t) => t.playerId === playerId && t.on <= day.slice(0, 10))
  return { ...factsOf(playerId), ...(day >= FIRST_TODAY ? {} : next?.facts) }
}
/** From here on players are known as they are today. */
export const FIRST_TODAY = '2026-11-01'

/** A player with what was told of them over the year, each under its day. */
async function tellPlayer(tx: Queryable, id: string, onDay: (iso: string) => string): Promise<void> {
  const [first = FIRST_TODAY, ...later] = [
    ...TOLD_BEFORE.filter((t) => t.playerId === id).map((t) => t.on),
    FIRST_TODAY,
  ]
  await insertPlayer(tx, id, factsThen(id, first), onDay(first))
  for (const day of later) await updatePlayerFacts(tx, id, factsThen(id, day), onDay(day))
}

async function tell(tx: Queryable, story: Story, planFor: PlanFor, onDay: (iso: string) => string): Promise<void> {
  const frame = FRAMES.find((f) => f.id === story.frameId)!
  const startedAt = onDay(story.start)
  let minute = 0
  const at = () => new Date(Date.parse(startedAt) + 60000 * minute++).toISOString()
  await insertJob(tx, {
    id: story.id,
    kind: 'job',
    frameId: frame.id,
    ticket: {
      owner: '',
      due: story.due,
      dueAt: dueOf(story.due, new Date()),
      price: '',
      strings: story.strings,
      returnToOriginal: false,
      returnTo: null,
      who: '',
      waitsOn: null,
    },
    createdAt: startedAt,
  })
  const readings: StoredReadingRow[] = []
  const read = async (quantity: Quantity, value: number, purpose: StoredReadingRow['purpose']): Promise<string> => {
    const row = readingSchema.parse({
      id: `${story.id}-reading-${readings.length + 1}`,
      quantity,
      value,
      axisCm: quantity === 'swingWeight' ? tennis.axisCm : null,
      methodId: usualMethod(quantity, tennis).id,
      typed: String(value),
      purpose,
      takenAt: at(),
      by: SHOP.initials,
      supersedes: null,
    })
    readings.push(row)
    await insertReadings(tx, story.id, [row])
    return row.id
  }
  const documents: Partial<StageDocuments> = {}
  const used: Partial<Record<Stage, Dependencies>> = {}
  const input = (): JobInput => ({
    profile: tennis,
    ownStrings: null,
    geometry: frame.geometry,
    documents,
    used,
    readings,
    references: REFERENCES,
    materials: MATERIALS,
    taken: {},
  })
  const save = async <S extends Stage>(stage: S, body: StageDocuments[S]) => {
    documents[stage] = documentSchemas[stage].parse(body) as never
    used[stage] = deriveJob(input()).dependencies[stage]
  }

  await save('player', { playerId: story.playerId, facts: factsThen(story.playerId, story.start) })
  const readingIds: string[] = []
  for (const quantity of QUANTITIES)
    for (const value of story.readings[quantity] ?? []) readingIds.push(await read(quantity, value, 'measure'))
  // What an earlier job left on it is on it.
  const last = await lastProof(tx, frame.id)
  await save('measure', {
    condition: last ? conditionAfter(last.body, last.number, tennis) : STRUNG_WRAP,
    axisCm: tennis.axisCm,
    readingIds,
    confirmedIds: [],
    inspection: 'sound',
    findings: INSPECTION_ITEMS.map((item) => ({ item, verdict: 'fine' as const, note: '' })),
    photoIds: [],
    claimId: null,
    note: '',
  })
  await save('compare', { referenceIds: story.referenceIds, condition: null, axisCm: null })
  if (story.target) {
    const { way, referenceId, quantities, reasons } = story.target
    const picture = deriveJob(input())
    const reference = REFERENCES.find((r) => r.id === referenceId)!
    const setup = {
      id: referenceId,
      name: reference.name,
      grade: bestGrade(reference.reports),
      state: referenceState(reference, picture, tennis),
    }
    const lines = fromSetup(way === 'copy' ? 'reference' : way, picture.measured.state, setup, quantities, tennis)
    for (const quantity of quantities)
      if (lines[quantity]) lines[quantity] = { ...lines[quantity], reason: reasons[quantity] ?? '' }
    await save('target', { way, referenceId, school: null, lines, also: {}, confirmed: [] })
    const target = deriveJob(input())
    const request: PlanRequest = {
      state: target.measured.state,
      work: target.work,
      target: lines,
      materials: MATERIALS,
      limits: OPEN_LIMITS,
      fixedCuts: [],
    }
    const cuts = planFor(story.id, request)
    await save('plan', { limits: OPEN_LIMITS, taken: 'best', byHand: false, cuts, locked: [] })
  }
  if (story.laid) {
    const work = deriveJob(input()).work
    const cuts = story.laid.map(([zoneId, materialId, amount]) =>
      cutIn(
        tennis.zones.find((z) => z.id === zoneId)!,
        MATERIALS.find((m) => m.id === materialId)!,
        amount,
        work,
        `${zoneId}-${materialId}`,
      ),
    )
    await save('plan', { limits: OPEN_LIMITS, taken: null, byHand: true, cuts, locked: [] })
  }
  const built = story.laid ? 'all' : story.built
  if (built !== null) {
    const cuts = documents.plan!.cuts
    const order = { ...EMPTY_ORDER, cuts }
    await save('build', order)
    const { checkpoints } = followBuild(buildOf(deriveJob(input()), documents, [], order)!)
    const marks: StageDocuments['build']['marks'] = {}
    const done = checkpoints.slice(0, built === 'all' ? checkpoints.length : built)
    for (const [i, { step, state }] of done.entries()) {
      const mark = markNow(at(), SHOP.initials)
      if (step.reads) {
        mark.readingIds.push(
          await read('mass', Number((state.massG! + [0.2, -0.1, 0.1, 0][i % 4]!).toFixed(1)), 'checkpoint'),
          await read('balance', Number(state.balanceCm!.toFixed(1)), 'checkpoint'),
          await read('swingWeight', Math.round(state.swingWeightKgCm2! + [0.4, -0.3, 0][i % 3]!), 'checkpoint'),
        )
      }
      marks[step.id] = mark
    }
    await save('build', { ...order, marks })
  }
  if (built === 'all') {
    const planned = deriveJob(input()).planned!
    const ids: string[] = []
    const finals: Values = {
      mass: [Number((planned.massG! + 0.2).toFixed(1)), Number((planned.massG! + 0.1).toFixed(1))],
      balance: [Number(planned.balanceCm!.toFixed(1)), Number(planned.balanceCm!.toFixed(1))],
      swingWeight: [Math.round(planned.swingWeightKgCm2!), Math.round(planned.swingWeightKgCm2! + 0.4)],
      twistWeight: [Number(planned.twistWeightKgCm2!.toFixed(1))],
    }
    for (const quantity of QUANTITIES)
      for (const value of finals[quantity] ?? []) ids.push(await read(quantity, value, 'check'))
    await save('check', { readingIds: ids, confirmedIds: [], signed: null })
    const { checked } = deriveJob(input())
    const lines = signedLines(checkResults(documents.target, checked.state, planned, SHOP.acceptance))
    const signed = { by: SHOP.initials, at: at(), lines }
    await save('check', { readingIds: ids, confirmedIds: [], signed })
    await insertProof(tx, {
      jobId: story.id,
      frameId: frame.id,
      signedAt: signed.at,
      signedBy: signed.by,
      version: VERSION,
      body: proofOf(deriveJob(input()), documents, SHOP.acceptance)!,
    })
  }
  if (story.played) {
    await save('play', {
      ...demoTuning(
        story.id,
        SHOP.initials,
        deriveJob(input()),
        documents,
        PLAYED.map((told) => ({ ...told, on: onDay(told.on) })),
      ),
      strings: {
        kind: 'polyester 1.25',
        gaugeMm: 1.25,
        stiffness: null,
        mainsLb: 53,
        crossesLb: 51,
        strungOn: onDay('2026-11-12'),
      },
    })
  }
  if (story.said) {
    const sessions = story.said.map((answer, i) => ({
      ...emptySession(`${story.id}-session-${i + 1}`, onDay(answer.on), BUILT, null),
      minutes: 75,
      kind: 'practice' as const,
      ...answer,
      on: onDay(answer.on),
    }))
    const strings = story.bed ? { ...story.bed, strungOn: story.bed.strungOn && onDay(story.bed.strungOn) } : null
    await save('play', { ...EMPTY_PLAY, sessions, strings })
  }
  for (const stage of STAGES) {
    if (documents[stage])
      await appendRevision(tx, story.id, stage, editMark([]), {
        body: documents[stage],
        used: used[stage] ?? {},
        by: SHOP.initials,
        at: at(),
      })
  }
}
