import type { StageBodies } from '#core/job/bodies.ts'
import { pictureOf, type JobInput, type JobPicture } from '#core/job/picture.ts'
import type { Facts, Stage } from '#core/job/stages.ts'
import { profileOf } from '#core/sports/sports.ts'
import { bodiesOf, type JobView, type Reference, type Shop } from '#contract/entities.ts'
import type { Material } from '#core/plan/material.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../http/jobRoutes.ts'
import { manyMaterials } from '../queries/materials.ts'
import { manyComparables } from '../library/measuredFrames.ts'
import { referencesOf } from '#core/job/picture.ts'
import { oneShop } from '../queries/shop.ts'

export interface SheetSource {
  view: JobView
  shop: Shop
  materials: Material[]
  references: Reference[]
  bodies: Partial<StageBodies>
  picture: JobPicture
}

/** A job with everything worked out, for printing. */
export async function sheetSource(db: Queryable, jobId: string): Promise<SheetSource> {
  const [view, shop, materials] = await Promise.all([jobView(db, jobId), oneShop(db), manyMaterials(db)])
  const bodies = bodiesOf(view.stages)
  const references = await manyComparables(db, referencesOf(bodies))
  const used = Object.fromEntries(view.stages.map((s) => [s.stage, s.used])) as Partial<Record<Stage, Facts>>
  const input: JobInput = {
    profile: profileOf(view.frame.sport),
    ownStrings: view.frame.ownStrings,
    geometry: view.frame.geometry,
    bodies,
    used,
    readings: view.readings,
    references,
    materials,
  }
  // Paper follows the sport's units as the screen does.
  const units = { ...shop.units, ...input.profile.units }
  return { view, shop: { ...shop, units }, materials, references, bodies, picture: pictureOf(input) }
}
