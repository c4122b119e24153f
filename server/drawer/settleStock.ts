import { bodiesOf } from '#contract/entities.ts'
import { nothingMeasured } from '#core/job/bodies.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { stockOf } from '#core/plan/cut.ts'
import { profileOf } from '#core/sports/sports.ts'
import { maybeOneFrame } from '../queries/frames.ts'
import { manySavedStages, maybeOneJob } from '../queries/jobs.ts'
import { manyMaterials, takeStock } from '../queries/materials.ts'
import type { Queryable } from '../db/database.ts'

/** A signed build has taken its pieces out of the drawer; one that is not signed, or no longer, has taken nothing. */
export async function settleStock(tx: Queryable, jobId: string): Promise<void> {
  const job = (await maybeOneJob(tx, jobId))!
  const [frame, stages, materials] = await Promise.all([
    maybeOneFrame(tx, job.frameId),
    manySavedStages(tx, jobId),
    manyMaterials(tx),
  ])
  const bodies = bodiesOf(stages)
  const profile = profileOf(frame!.sport)
  const { condition } = bodies.measure ?? nothingMeasured(defaultCondition(profile), profile.axisCm)
  const cuts = bodies.check?.signed ? (bodies.build?.cuts ?? bodies.plan?.cuts ?? []) : []
  await takeStock(tx, jobId, stockOf(cuts, materials, { geometry: frame!.geometry, condition, profile }))
}
