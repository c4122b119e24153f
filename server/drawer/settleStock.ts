import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { stockOf } from '#core/cuts/cut.ts'
import { usedCuts } from '#core/workorder/marks.ts'
import { deriveJob } from '#core/job/derive.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMaterials, takeStock } from '../queries/materials.ts'
import type { Queryable } from '../db/database.ts'

/** A signed build has taken its pieces out of the drawer; one that is not signed, or no longer, has taken nothing. */
export async function settleStock(tx: Queryable, jobId: string): Promise<void> {
  const [view, stored] = await Promise.all([jobView(tx, jobId), listMaterials(tx)])
  const { work, drawer } = deriveJob(jobInputOf(view, stored, []))
  const { check, build, plan } = documentsOf(view.stages)
  const cuts = check?.signed ? (build ? usedCuts(build) : (plan?.cuts ?? [])) : []
  await takeStock(tx, jobId, stockOf(cuts, drawer, work))
}
