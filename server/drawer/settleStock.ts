import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { drawerTaken } from '#core/job/tuning.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMaterials, takeStock } from '../queries/materials.ts'
import type { Queryable } from '../db/database.ts'

/** The drawer is without what a job's signed build and its tuning put on; a build that is not signed, or no longer, has taken nothing. */
export async function settleStock(tx: Queryable, jobId: string): Promise<void> {
  const [view, stored] = await Promise.all([jobView(tx, jobId), listMaterials(tx)])
  await takeStock(tx, jobId, drawerTaken(deriveJob(jobInputOf(view, stored, [])), documentsOf(view.stages)))
}
