import { documentsOf } from '#contract/entities.ts'
import type { Condition } from '#core/frame/condition.ts'
import { conditionAfter, provenWith } from '#core/logbook/onFrame.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { setupNow } from '#core/tuning/sessions.ts'
import type { Queryable } from '../db/database.ts'
import { findSavedStage } from '../queries/jobs.ts'
import { listMaterials } from '../queries/materials.ts'
import { lastProof } from '../queries/proofs.ts'

/**
 * The condition in which its last signed job left a frame, with what was tuned after the signature; null where it has none.
 * @param beforeJob of jobs before this one
 */
export async function leftAs(
  db: Queryable,
  frameId: string,
  profile: SportProfile,
  beforeJob: string | null = null,
): Promise<Condition | null> {
  const last = await lastProof(db, frameId, beforeJob)
  if (!last) return null
  const stage = await findSavedStage(db, last.jobId, 'play')
  const { play } = documentsOf(stage ? [stage] : [])
  const setup = play ? setupNow(play) : null
  const body = setup ? provenWith(last.body, setup.cuts, await listMaterials(db), profile) : last.body
  return conditionAfter(body, last.number, profile)
}
