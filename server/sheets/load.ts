import type { StageDocuments } from '#core/job/documents.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob, type DerivedJob, referencesOf } from '#core/job/derive.ts'
import { documentsOf, type JobView, type Reference, type Shop } from '#contract/entities.ts'
import type { Material } from '#core/cuts/material.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMaterials } from '../queries/materials.ts'
import { listComparables } from '../library/measuredFrames.ts'
import { oneShop } from '../queries/shop.ts'

export interface SheetSource {
  view: JobView
  shop: Shop
  materials: Material[]
  references: Reference[]
  documents: Partial<StageDocuments>
  picture: DerivedJob
}

/** A job with everything worked out, for printing. */
export async function sheetSource(db: Queryable, jobId: string): Promise<SheetSource> {
  const [view, shop, materials] = await Promise.all([jobView(db, jobId), oneShop(db), listMaterials(db)])
  const documents = documentsOf(view.stages)
  const references = await listComparables(db, referencesOf(documents))
  const input = jobInputOf(view, materials, references)
  // Paper follows the sport's units as the screen does.
  const units = { ...shop.units, ...input.profile.units }
  return { view, shop: { ...shop, units }, materials, references, documents, picture: deriveJob(input) }
}
