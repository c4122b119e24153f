import { documentsOf, type Frame, type JobView } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import {
  frameLogSchema,
  loggedJobSchema,
  playerLogSchema,
  type FrameLog,
  type LoggedJob,
  type PlayerLog,
} from '#contract/logbook.ts'
import { bedText } from '#contract/messages/bed.ts'
import { findingsText } from '#contract/messages/inspection.ts'
import { stripsText, whereText } from '#contract/messages/names.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { deriveJob, type DerivedJob, type JobInput, type ShopMaterial } from '#core/job/derive.ts'
import { driftedSince } from '#core/logbook/drifted.ts'
import { jobEvents, LOG_QUANTITIES, type LogNumbers } from '#core/logbook/logbook.ts'
import { earlierSetups } from '#core/logbook/returning.ts'
import { factsOn } from '#core/player/age.ts'
import { profileOf } from '#core/sports/sports.ts'
import { cautionsOnFrame } from '#core/targets/warnings.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { leftAs } from '../jobs/leftAs.ts'
import { listFacts } from '../queries/facts.ts'
import { everyoneIn, listMerges } from '../queries/merges.ts'
import { listComingBackOf } from '../queries/comingBack.ts'
import { isRetired, listFramesOf, listJobIds } from '../queries/book.ts'
import { findFrame, listOwners, listTwins, whyRetired } from '../queries/frames.ts'
import { listLedger } from '../queries/ledger.ts'
import { listFrameProofs } from '../queries/proofs.ts'
import { listMaterials } from '../queries/materials.ts'
import { listPhotosOfJobs } from '../queries/photos.ts'
import { findPlayer } from '../queries/players.ts'
import { notFound } from '../refusal.ts'

/** So many jobs of one frame or player are told whole. */
const MOST_JOBS = 60

function addedText(cuts: readonly Cut[], { materials, work }: DerivedJob): string[] {
  return cuts.flatMap((cut) => {
    const material = materials.find((m) => m.id === cut.materialId)
    return material ? [`${material.name}: ${stripsText(cut, material, work)}, ${whereText(cut, work)}`] : []
  })
}

interface Worked {
  view: JobView
  input: JobInput
  derived: DerivedJob
}
async function workedJob(db: Queryable, id: string, materials: readonly ShopMaterial[]): Promise<Worked> {
  const view = await jobView(db, id)
  const input = jobInputOf(view, materials, [])
  return { view, input, derived: deriveJob(input) }
}

type Photos = Awaited<ReturnType<typeof listPhotosOfJobs>>
function loggedJob({ view, input, derived }: Worked, photos: Photos): LoggedJob {
  const { measure, player: held, play } = documentsOf(view.stages)
  const player = held?.facts ?? null
  const frame = { ...derived, state: derived.measured.state, geometry: input.geometry, profile: input.profile }
  return loggedJobSchema.parse({
    id: view.job.id,
    number: view.job.number,
    startedAt: view.job.createdAt,
    frame: {
      id: view.frame.id,
      label: view.frame.label,
      sport: view.frame.sport,
      lengthCm: view.frame.geometry.lengthCm,
    },
    playerName: player?.name ?? null,
    strings: view.job.ticket.strings,
    bed: play?.strings ? bedText(play.strings) : '',
    inspection: measure?.inspection ?? 'not yet',
    findings: findingsText(measure?.findings ?? []),
    photos: photos.get(view.job.id) ?? [],
    cautions: derived.measured.state.massG === null ? [] : cautionsOnFrame(frame, player).map((c) => c.message),
    events: jobEvents(input, derived).map((event) =>
      event.kind === 'built' ? { ...event, added: addedText(event.cuts, derived) } : event,
    ),
  })
}

async function workedJobs(db: Queryable, of: 'frame' | 'player', id: string): Promise<Worked[]> {
  const [ids, materials] = await Promise.all([listJobIds(db, of, id, MOST_JOBS), listMaterials(db)])
  return Promise.all(ids.map((job) => workedJob(db, job, materials)))
}

async function loggedJobs(db: Queryable, jobs: readonly Worked[]): Promise<LoggedJob[]> {
  const photos = await listPhotosOfJobs(
    db,
    jobs.map(({ view }) => view.job.id),
  )
  return jobs.map((job) => loggedJob(job, photos))
}

/**
 * The owner's other frames of the same make, each as its newest job knows it last.
 * @param on as they were known at that moment: what came later is left out; null: as they are known now
 */
export async function twinsOf(db: Queryable, frame: Frame, on: string | null = null): Promise<FrameLog['twins']> {
  const [twins, materials] = await Promise.all([listTwins(db, frame), listMaterials(db)])
  const until = on === null ? Infinity : Date.parse(on)
  return Promise.all(
    twins.map(async (twin) => {
      for (const id of await listJobIds(db, 'frame', twin.id, on === null ? 1 : MOST_JOBS)) {
        const { input, derived } = await workedJob(db, id, materials)
        const last = jobEvents(input, derived).findLast((e) => e.kind !== 'played' && Date.parse(e.at) <= until)
        if (last && last.kind !== 'played') return { ...twin, at: last.at, numbers: last.numbers }
      }
      return { ...twin, at: null, numbers: NOTHING_KNOWN }
    }),
  )
}
const NOTHING_KNOWN = Object.fromEntries(LOG_QUANTITIES.map((q) => [q, null])) as LogNumbers

/** The newest proven job of a frame, and what play did to it since. @param jobs the newest first */
function driftedOf(jobs: readonly Worked[], now: Date) {
  const at = jobs.findIndex(({ input }) => input.documents.check?.signed)
  const proven = jobs[at]
  if (!proven) return null
  const again = jobs.slice(0, at).findLast(({ derived }) => derived.measured.state.massG !== null) ?? null
  return driftedSince(proven, again, again?.view.job.createdAt ?? now.toISOString())
}

/** Everything that the shop did to a frame. */
export async function frameLog(db: Queryable, id: string, now: Date): Promise<FrameLog> {
  const frame = await findFrame(db, id)
  if (!frame) throw notFound('frame')
  const [owner, retired, left, jobs, comingBack, owners, retiredWhy, proofs, twins, ledger] = await Promise.all([
    frame.playerId ? findPlayer(db, frame.playerId) : null,
    isRetired(db, 'frame', id),
    leftAs(db, id, profileOf(frame.sport)),
    workedJobs(db, 'frame', id),
    listComingBackOf(db, 'frame', id),
    listOwners(db, id),
    whyRetired(db, id),
    listFrameProofs(db, id),
    twinsOf(db, frame),
    listLedger(db, id),
  ])
  return frameLogSchema.parse({
    frame,
    owner: owner && { id: owner.id, name: owner.facts.name },
    retired,
    leftAs: left,
    twins,
    earlier: earlierSetups(proofs, profileOf(frame.sport)),
    drifted: driftedOf(jobs, now),
    ledger,
    comingBack,
    owners,
    retiredWhy,
    jobs: await loggedJobs(db, jobs),
  })
}

/** Everything that the shop knows of a player. */
export async function playerLog(db: Queryable, id: string, now: Date): Promise<PlayerLog> {
  const player = await findPlayer(db, id)
  if (!player) throw notFound('player')
  const [retired, frames, jobs, told, merged, comingBack] = await Promise.all([
    isRetired(db, 'player', id),
    listFramesOf(db, id),
    workedJobs(db, 'player', id),
    everyoneIn(db, id).then((ids) => listFacts(db, ids)),
    listMerges(db, id),
    listComingBackOf(db, 'player', id),
  ])
  const facts = factsOn(player.facts, now.toISOString())
  return playerLogSchema.parse({
    player: { ...player, facts },
    retired,
    frames,
    jobs: await loggedJobs(db, jobs),
    told,
    merged,
    comingBack,
  })
}
