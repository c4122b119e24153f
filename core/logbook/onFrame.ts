import { massOf, sameCut, type Cut } from '../cuts/cut.ts'
import { piecesOf } from '../cuts/pieces.ts'
import { conditionMoved, conditionWithout } from '../cuts/items.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import type { AddedMass, Condition } from '../frame/condition.ts'
import { meansOf } from '../geometry/shape.ts'
import { pieceMaterial, type ProofBody, type ProvenPiece } from '../job/proof.ts'
import type { SportProfile } from '../sports/profile.ts'

/** What goes on a frame and stays there after the job; the rest is a layer of its condition. */
const STUCK = ['tape', 'fill', 'sleeve', 'weight']

/**
 * The condition in which a signed frame leaves the bench: as it was read at the end, with everything that was put on it as mass
 * that was added earlier, where it lies. What came off is off, what was moved sits where it was moved to; what cured inside stays.
 * @param number of the job, for the names of its pieces
 */
export function conditionAfter(proof: ProofBody, number: number, profile: SportProfile): Condition {
  const off = proof.pieces.filter((p) => p.material.kind === 'off')
  const left = off.reduce((now, { cut }) => conditionWithout(now, cut.materialId, cut.amount), proof.condition)
  const moved = proof.pieces.reduce((now, { cut }) => conditionMoved(now, cut, profile), left)
  const changed = proof.pieces.reduce((now, piece) => layered(now, piece), moved)
  const put = proof.pieces.filter((p) => STUCK.includes(p.material.kind) && p.massG > 0)
  return { ...changed, added: [...changed.added, ...put.map((piece) => addedBy(piece, proof, number, profile))] }
}

/** A proof with what lies on its frame now, after tuning: pieces that lie as they were proven stay proven. */
export function provenWith(
  proof: ProofBody,
  cuts: readonly Cut[],
  materials: readonly Material[],
  profile: SportProfile,
): ProofBody {
  const work = { geometry: proof.geometry, condition: proof.condition, profile }
  const pieces = cuts.flatMap((cut): ProvenPiece[] => {
    const proven = proof.pieces.find((p) => sameCut(p.cut, cut))
    if (proven) return [proven]
    const material = materials.find((m) => m.id === cut.materialId)
    return material ? [{ cut, material: pieceMaterial(material), massG: massOf(cut, material, work) }] : []
  })
  return { ...proof, pieces }
}

/** A new grip, an overgrip or new strings are what the condition says is on the frame. */
function layered(condition: Condition, { cut, material }: ProvenPiece): Condition {
  switch (material.kind) {
    case 'overgrip':
      return { ...condition, overgrips: Math.min(6, Math.max(0, condition.overgrips + cut.amount)) }
    case 'grip':
      return { ...condition, grip: material.grip ?? condition.grip }
    case 'strings':
      return { ...condition, stringsG: material.unitMassG }
    default:
      return condition
  }
}

/** The name of what a job put on, among what lies on its frame. */
export const itemId = (number: number, cutId: string): string => `job${number}-${cutId}`.slice(0, 60)

function addedBy(piece: ProvenPiece, proof: ProofBody, number: number, profile: SportProfile): AddedMass {
  const { cut, material, massG } = piece
  const work = { geometry: proof.geometry, condition: proof.condition, profile }
  const pieces = piecesOf(cut, { ...PLAIN_MATERIAL, ...material }, work)
  const total = pieces.reduce((sum, p) => sum + p.massG, 0)
  const mean = { x: 0, xx: 0, yy: 0 }
  for (const p of pieces) {
    const means = meansOf(p.shape, proof.geometry)
    for (const key of ['x', 'xx', 'yy'] as const) mean[key] += (p.massG / total) * means[key]
  }
  const zone = profile.zones.find((z) => z.id === cut.zoneId)
  return {
    id: itemId(number, cut.id),
    name: `${material.name}${zone ? `, ${zone.name.toLowerCase()}` : ''} (job ${number})`,
    massG,
    atCm: mean.x,
    offAxisCm: Math.sqrt(mean.yy),
    // Even mass over ℓ scatters by ℓ²/12.
    lengthCm: Math.sqrt(12 * Math.max(0, mean.xx - mean.x ** 2)),
    ...(material.kind === 'fill' && material.cureHours !== null ? { stays: true } : {}),
    ...(zone?.holes && material.kind === 'weight' ? { zoneId: zone.id } : {}),
  }
}

/** The cut list that takes everything off again that was added and comes off. */
export function cutsToOriginal(condition: Condition): Cut[] {
  return condition.added.flatMap(
    (item) =>
    item.stays
      ? []
      : [{ id: `off-${item.id}`, materialId: `off:${item.id}`, place: 'off', zoneId: null, atCm: 0, amount: 1, layerCm: 1 } as const], // prettier-ignore
  )
}
