import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { singleReport } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import { deriveJob } from '#core/job/derive.ts'
import { instrumentsOf } from '#core/measure/instruments.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { JOB_REFERENCE, type Reference } from '#contract/library.ts'
import type { Queryable } from '../db/database.ts'
import { listReferencesById } from '../queries/library.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMeasuredJobs } from '../queries/jobs.ts'

/** A frame as one of the shop's jobs measured it, the final readings where there are any, in the form of a library setup; null while nothing was measured. */
export async function findMeasuredFrame(db: Queryable, jobId: string): Promise<Reference | null> {
  const view = await jobView(db, jobId).catch(() => null)
  if (!view) return null
  const documents = documentsOf(view.stages)
  const picture = deriveJob(jobInputOf(view, [], []))
  const final = picture.checked.state.massG !== null
  const read = final ? picture.checked : picture.measured
  const { state } = read
  if (QUANTITIES.every((q) => estimateOf(state, q) === null)) return null
  const taken = view.readings.map((r) => r.takenAt).sort()
  return {
    id: `${JOB_REFERENCE}${jobId}`,
    sport: view.frame.sport,
    name: `${documents.player?.facts.name ?? view.frame.label}, job ${view.job.number}`,
    kind: 'shop',
    style: documents.player?.facts.style ?? '',
    painted: '',
    really: view.frame.label,
    shape: '',
    strings: view.job.ticket.strings,
    geometry: view.frame.geometry,
    note: final ? 'as built' : 'as it came',
    reports: [
      singleReport(
        {
          // What was added to it is how this frame is.
          condition: { ...picture.condition, added: [] },
          axisCm: picture.axisCm,
          source: 'our bench',
          dated: (taken.at(-1) ?? '').slice(0, 10),
          grade: 'measured by us',
        },
        Object.fromEntries(QUANTITIES.map((q) => [q, estimateOf(state, q)])),
      ),
    ],
    retired: false,
    instruments: instrumentsOf(read),
    revision: 1,
  }
}

/** Setups by id, of the library and of the shop's own jobs alike; those that are not there are left out. */
export async function listComparables(db: Queryable, ids: readonly string[]): Promise<Reference[]> {
  const own = ids.filter((id) => id.startsWith(JOB_REFERENCE))
  const [library, measured] = await Promise.all([
    listReferencesById(
      db,
      ids.filter((id) => !id.startsWith(JOB_REFERENCE)),
    ),
    Promise.all(own.map((id) => findMeasuredFrame(db, id.slice(JOB_REFERENCE.length)))),
  ])
  const found = new Map([...library, ...measured.flatMap((m) => m ?? [])].map((r) => [r.id, r]))
  return ids.flatMap((id) => found.get(id) ?? [])
}

/** The shop's measured frames of a sport, the newest first; of one player where one is named. */
export async function listMeasuredFrames(db: Queryable, sport: string, playerId: string | null): Promise<Reference[]> {
  const ids = await listMeasuredJobs(db, sport, playerId)
  return (await Promise.all(ids.map((id) => findMeasuredFrame(db, id)))).flatMap((m) => m ?? [])
}
