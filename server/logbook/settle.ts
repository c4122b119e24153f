import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import type { Stage } from '#core/job/stages.ts'
import { stateNow } from '#core/job/tuning.ts'
import { comingBackOf } from '#core/logbook/comingBack.ts'
import { ledgerOf, type LeftAs } from '#core/logbook/ledger.ts'
import { conditionAfter, itemId, provenWith } from '#core/logbook/onFrame.ts'
import type { ProofBody } from '#core/job/proof.ts'
import { profileOf } from '#core/sports/sports.ts'
import { bareState } from '#core/targets/frameNow.ts'
import type { Database, Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { findFrame } from '../queries/frames.ts'
import { findJob, findSavedStage, listSavedStages } from '../queries/jobs.ts'
import { putComingBack } from '../queries/comingBack.ts'
import { listStaleFrames, newestJob, putLedger, putStanding } from '../queries/ledger.ts'
import { listMaterials } from '../queries/materials.ts'
import { findPlayer } from '../queries/players.ts'
import { listFrameProofs } from '../queries/proofs.ts'
import { oneShop } from '../queries/shop.ts'

/** The stages from which each thing follows that the book says of a frame. */
const FOLLOWS_FROM = {
  comingBack: ['player', 'build', 'check', 'play'],
  ledger: ['check', 'play'],
  standing: ['measure', 'check', 'play'],
} as const satisfies Record<string, readonly Stage[]>
const follows = (what: keyof typeof FOLLOWS_FROM, stage: Stage) => FOLLOWS_FROM[what].some((s) => s === stage)

/** What the book says of a frame follows its jobs. @param stage that was just saved, or undone */
export async function settleAfter(tx: Queryable, jobId: string, stage: Stage): Promise<void> {
  const job = await findJob(tx, jobId)
  if (!job) return
  if (follows('comingBack', stage)) await settleComingBack(tx, job.frameId, jobId)
  if (follows('ledger', stage)) await settleLedger(tx, job.frameId)
  if (follows('standing', stage)) await settleStanding(tx, job.frameId)
}

/** The same for a whole frame: one that was put away, given to somebody else, or was never settled. */
export async function settleFrame(tx: Queryable, frameId: string, jobId: string | null = null): Promise<void> {
  await settleComingBack(tx, frameId, jobId)
  await settleLedger(tx, frameId)
  await settleStanding(tx, frameId)
}

/** Who comes back with a frame follows its newest job that is not put away. */
async function settleComingBack(tx: Queryable, frameId: string, jobId: string | null): Promise<void> {
  const [id, frame, shop] = await Promise.all([newestJob(tx, frameId), findFrame(tx, frameId), oneShop(tx)])
  const named = id ?? jobId
  if (!frame || named === null) return
  const documents = id === null ? {} : documentsOf(await listSavedStages(tx, id))
  const held = documents.player ?? null
  const known = held?.playerId ? await findPlayer(tx, held.playerId) : null
  const found = comingBackOf(documents, {
    player: known?.facts ?? held?.facts ?? null,
    profile: profileOf(frame.sport),
    lengthCm: frame.geometry.lengthCm,
    intervals: shop.intervals,
  })
  await putComingBack(tx, frameId, named, found)
}

/** What lies on a frame since when: as every signed job found it, left it, and changed it between sessions. */
async function settleLedger(tx: Queryable, frameId: string): Promise<void> {
  const [frame, materials] = await Promise.all([findFrame(tx, frameId), listMaterials(tx)])
  if (!frame) return
  const profile = profileOf(frame.sport)
  const left: LeftAs[] = []
  const leave = (at: string, jobId: string, condition: LeftAs['condition'], body: ProofBody | null, number: number) => {
    const own = body?.pieces.map((p) => [itemId(number, p.cut.id), p.material.id] as const) ?? []
    const known = new Map([...(left.at(-1)?.materials ?? []), ...own])
    // Clocks differ between benches; what follows is never before what it follows on.
    const last = left.at(-1)?.at ?? at
    left.push({ at: at > last ? at : last, jobId, condition, materials: known })
  }
  const proofs = await listFrameProofs(tx, frameId, null, null)
  for (const { jobId, number, at, body } of proofs.reverse()) {
    const job = (await findJob(tx, jobId))!
    leave(job.createdAt, jobId, body.condition, null, number)
    leave(at, jobId, conditionAfter(body, number, profile), body, number)
    const stage = await findSavedStage(tx, jobId, 'play')
    for (const setup of (stage ? documentsOf([stage]).play?.setups : null) ?? []) {
      const with_ = provenWith(body, setup.cuts, materials, profile)
      leave(setup.at, jobId, conditionAfter(with_, number, profile), with_, number)
    }
  }
  await putLedger(tx, frameId, ledgerOf(left))
}

/** How heavy a frame is bare, by its newest job: with what was tuned since, where anything was. */
async function settleStanding(tx: Queryable, frameId: string): Promise<void> {
  const [id, materials] = await Promise.all([newestJob(tx, frameId), listMaterials(tx)])
  if (id === null) return putStanding(tx, frameId, null)
  const view = await jobView(tx, id)
  const input = jobInputOf(view, materials, [])
  const derived = deriveJob(input)
  const state = stateNow(derived, documentsOf(view.stages))
  const frame = { state, condition: derived.condition, geometry: input.geometry, profile: input.profile }
  const bare = state.massG === null ? null : bareState(frame)
  await putStanding(tx, frameId, bare && { massG: bare.massG, swingKgCm2: bare.swingWeightKgCm2 })
}

let settling: Promise<void> | null = null
let isStopping = false

/** Ends it after the frame at hand, before the database closes. */
export async function stopSettling(): Promise<void> {
  isStopping = true
  await settling
}

/** Frames at once. */
const AT_ONCE = 100

/** Works out what the book says of every frame of which nobody has yet, or that is stale: after an update, and when the shop's own intervals changed. */
export async function settleStale(db: Database): Promise<void> {
  while (!isStopping) {
    const frames = await listStaleFrames(db, AT_ONCE)
    for (const frameId of frames) {
      if (isStopping) return
      await db.transaction((tx) => settleFrame(tx, frameId))
    }
    if (frames.length < AT_ONCE) return
  }
}

/** The same beside whatever else goes on; once at a time. What it does not get done is done at the next start. */
export function settleSoon(db: Database): void {
  settling = (settling ?? Promise.resolve())
    .then(() => settleStale(db))
    .catch((error: Error) => console.error(`What the book says of the frames was not worked out: ${error.message}`))
}
