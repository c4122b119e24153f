import type { StageDocuments } from '#core/job/documents.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob, type DerivedJob, type JobInput, referencesOf } from '#core/job/derive.ts'
import { documentsOf, type JobView, type Reference } from '#contract/entities.ts'
import type { Twins } from '#contract/logbook.ts'
import type { Shop } from '#contract/shop.ts'
import type { Material } from '#core/cuts/material.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { twinsOf } from '../logbook/logbook.ts'
import { listMaterials } from '../queries/materials.ts'
import { findPhotoContent, listPhotos } from '../queries/photos.ts'
import { listComparables } from '../library/measuredFrames.ts'
import { oneShop } from '../queries/shop.ts'
import { isPrintable } from './pdf.ts'

export interface SheetSource {
  view: JobView
  shop: Shop
  materials: Material[]
  references: Reference[]
  documents: Partial<StageDocuments>
  picture: DerivedJob
  input: JobInput
}

/** The owner's other frames of its make as they were known when the frame was signed off, for what holds it against them. */
export interface WithTwins extends SheetSource {
  twins: Twins
}
/** A photograph that can be printed. */
export interface SheetPhoto {
  name: string
  at: string
  /** The picture itself, as a `data:` address. */
  image: string
}
export interface WithPhotos extends SheetSource {
  photos: SheetPhoto[]
  /** How many cannot be printed: of a kind that paper does not take, or damaged. */
  unprinted: number
}

/** A job with everything worked out, for printing. */
export async function sheetSource(db: Queryable, jobId: string): Promise<SheetSource> {
  const [view, shop, materials] = await Promise.all([jobView(db, jobId), oneShop(db), listMaterials(db)])
  const documents = documentsOf(view.stages)
  const references = await listComparables(db, referencesOf(documents))
  const input = jobInputOf(view, materials, references)
  // Paper follows the sport's units as the screen does.
  const units = { ...shop.units, ...input.profile.units }
  return { view, shop: { ...shop, units }, materials, references, documents, picture: deriveJob(input), input }
}

export const withTwins = async (db: Queryable, source: SheetSource): Promise<WithTwins> => ({
  ...source,
  twins: await twinsOf(db, source.view.frame, source.documents.check?.signed?.at ?? null),
})

/** With the job's photographs, the oldest first. One that cannot be printed is counted, and stops no page. */
export async function withPhotos(db: Queryable, source: SheetSource): Promise<WithPhotos> {
  const kept = await listPhotos(db, source.view.job.id)
  const photos = await Promise.all(
    kept.map(async ({ id, name, at }): Promise<SheetPhoto | null> => {
      const found = await findPhotoContent(db, id)
      const image = found && `data:${found.type};base64,${Buffer.from(found.content).toString('base64')}`
      return image && (await isPrintable(image)) ? { name, at, image } : null
    }),
  )
  const printed = photos.filter((photo) => photo !== null)
  return { ...source, photos: printed, unprinted: photos.length - printed.length }
}
