import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { proofOf } from '#core/job/proof.ts'
import type { Queryable } from '../db/database.ts'
import { listMaterials } from '../queries/materials.ts'
import { insertProof } from '../queries/proofs.ts'
import { oneShop } from '../queries/shop.ts'
import { jobView } from './jobView.ts'
import { VERSION } from '../version.ts'

/** A signature is kept with all that it vouches for; a job that is not signed leaves nothing. */
export async function keepProof(tx: Queryable, jobId: string): Promise<void> {
  const [view, materials, shop] = await Promise.all([jobView(tx, jobId), listMaterials(tx), oneShop(tx)])
  const documents = documentsOf(view.stages)
  const body = proofOf(deriveJob(jobInputOf(view, materials, [])), documents, shop.acceptance)
  const signed = documents.check?.signed
  if (!body || !signed) return
  await insertProof(tx, {
    jobId,
    frameId: view.job.frameId,
    signedAt: signed.at,
    signedBy: signed.by,
    version: VERSION,
    body,
  })
}
