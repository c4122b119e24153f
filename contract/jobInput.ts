import type { JobInput, ShopMaterial } from '#core/job/derive.ts'
import type { ReferenceSetup } from '#core/compare/setup.ts'
import { profileOf } from '#core/sports/sports.ts'
import { documentsOf, type JobView } from './entities.ts'

/** A job as it is stored, as what its numbers follow from: the same for page, paper, library and stock. */
export function jobInputOf(
  { frame, stages, readings, taken, startsAs }: JobView,
  materials: readonly ShopMaterial[],
  references: readonly ReferenceSetup[],
): JobInput {
  return {
    profile: profileOf(frame.sport),
    geometry: frame.geometry,
    ownStrings: frame.ownStrings,
    startsAs,
    documents: documentsOf(stages),
    used: Object.fromEntries(stages.map((s) => [s.stage, s.used])),
    readings,
    references,
    materials,
    taken,
  }
}
