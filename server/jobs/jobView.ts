import type { JobView } from '#contract/entities.ts'
import { earlierSetups } from '#core/logbook/returning.ts'
import type { Queryable } from '../db/database.ts'
import { profileOf } from '#core/sports/sports.ts'
import { notFound } from '../refusal.ts'
import { findFrame } from '../queries/frames.ts'
import * as jobs from '../queries/jobs.ts'
import { stockTakenBy } from '../queries/materials.ts'
import { listFrameProofs } from '../queries/proofs.ts'
import { leftAs } from './leftAs.ts'

/** Everything that a job's page stands on, in one answer. */
export async function jobView(db: Queryable, id: string): Promise<JobView> {
  const job = await jobs.findJob(db, id)
  if (!job) throw notFound('job')
  const [frame, stages, readings, taken] = await Promise.all([
    findFrame(db, job.frameId),
    jobs.listSavedStages(db, id),
    jobs.listReadings(db, id),
    stockTakenBy(db, id),
  ])
  const profile = profileOf(frame!.sport)
  const [startsAs, proofs] = await Promise.all([
    leftAs(db, job.frameId, profile, id),
    listFrameProofs(db, job.frameId, id),
  ])
  return { job, frame: frame!, stages, readings, taken, startsAs, earlier: earlierSetups(proofs, profile) }
}
