import { massOf, type Cut } from '../cuts/cut.ts'
import type { Material, MaterialKind } from '../cuts/material.ts'
import { finishG } from '../cuts/pieces.ts'
import type { Condition } from '../frame/condition.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import type { Matrix } from '../numerics/covariance.ts'
import { asBuilt } from '../workorder/marks.ts'
import { finishLeft } from '../workorder/order.ts'
import { conformityOf, type AcceptanceRule, type Conformity } from './conformity.ts'
import type { DerivedJob } from './derive.ts'
import type { SignedCheck, StageDocuments } from './documents.ts'

/** Something that lies on a signed frame, with its material as it was weighed then. */
export interface ProvenPiece {
  cut: Cut
  material: {
    id: string
    name: string
    kind: MaterialKind
    unitMassG: number
    lead: boolean
    cureHours: number | null
    grip: Material['grip']
  }
  massG: number
}

/** What is kept of a material with a piece of it. */
export const pieceMaterial = ({
  id,
  name,
  kind,
  unitMassG,
  lead,
  cureHours,
  grip,
}: Material): ProvenPiece['material'] => ({
  id,
  name,
  kind,
  unitMassG,
  lead,
  cureHours,
  grip,
})

/**
 * What a signature vouches for, whole: numbers with their uncertainty, the rule they were judged by, and all that lies on the
 * frame. No names of people: a person may be forgotten, a proof stays.
 */
export interface ProofBody {
  condition: Condition
  axisCm: number
  geometry: FrameGeometry
  rule: AcceptanceRule
  lines: (SignedCheck['lines'][number] & { conformity: Conformity | null })[]
  /** Over mass, balance, swing weight, twist weight and lateral place, as read. */
  covariance: Matrix
  pieces: ProvenPiece[]
  photoIds: string[]
}

/** @returns null where nothing is signed */
export function proofOf(
  picture: DerivedJob,
  documents: Partial<StageDocuments>,
  rule: AcceptanceRule,
): ProofBody | null {
  const signed = documents.check?.signed
  if (!signed) return null
  const { work, materials } = picture
  const finish = work.finish && finishLeft(work.finish, documents.build?.marks ?? {})
  const cuts = documents.build ? asBuilt(documents.build) : (documents.plan?.cuts ?? [])
  return {
    condition: picture.condition,
    axisCm: picture.axisCm,
    geometry: work.geometry,
    rule,
    lines: signed.lines.map((line) => ({
      ...line,
      conformity:
        line.target === null || line.tolerance === null
          ? null
          : conformityOf({ value: line.read, u: line.u }, { value: line.target, tolerance: line.tolerance }, rule),
    })),
    covariance: picture.checked.state.covariance,
    // A piece with what seals or holds it: so it lies on the frame, and so it comes off.
    pieces: cuts.flatMap((cut): ProvenPiece[] => {
      const material = materials.find((m) => m.id === cut.materialId)
      if (!material) return []
      const weighed = documents.build?.weighed[cut.id] ?? null
      return [
        {
          cut,
          material: pieceMaterial(material),
          massG: (weighed ?? massOf(cut, material, work)) + finishG(cut, material, { ...work, finish }),
        },
      ]
    }),
    photoIds: documents.measure?.photoIds ?? [],
  }
}
