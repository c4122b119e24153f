import { HAND, handPlaced, type Piece } from '../frame/pieces.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { Problem } from '../problem.ts'
import { fillGPerCm } from '../sports/landmarks.ts'
import {
  acrossOf,
  besideCm,
  hoopSpan,
  isOnHandle,
  layerFrom,
  layersOf,
  massOf,
  runsOf,
  type Cut,
  type Workpiece,
} from './cut.ts'
import { HOLE_U_CM, piecesMoved, piecesOff } from './items.ts'
import type { Material } from './material.ts'

/**
 * Everything that a cut brings to the finished frame: what a hand lays, and what goes on with it.
 * @throws Problem `piece.unknownMaterial`, `piece.outsideFrame`
 */
export function piecesOf(cut: Cut, material: Material | undefined, work: Workpiece): Piece[] {
  const laid = piecesLaid(cut, material, work)
  return work.finish ? [...laid, ...finishOf(cut, material!, work)] : laid
}

/** All pieces of a cut list, with what goes on with them. */
export function piecesOfAll(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): Piece[] {
  const byId = new Map(materials.map((material) => [material.id, material]))
  return cuts.flatMap((cut) => piecesOf(cut, byId.get(cut.materialId), work))
}

/** One thin coat of clear varnish, dry: a fortieth of a millimetre of 1.1 g/cm³ (common practice, no source), g/cm². */
const COAT_G_PER_CM2 = 0.003
/** It is drawn over the strip by so much on every side, cm. */
const COAT_MARGIN_CM = 0.1
/** How well a brush and a tuft of cotton are known by what is usual: a share of their mass. */
const FINISH_SHARE = 0.5
const PLUG_CM = 2.5

const finished = (massG: number, shape: Piece['shape'], uPlaceCm: number): Piece[] =>
  massG > 0 ? [{ massG, uMassG: FINISH_SHARE * massG, uPlaceCm, shape }] : []

/** What goes on with a cut: the coats over lead on the outside, the plug above a fill in the handle. Nothing where nobody says that it does. */
export function finishOf(cut: Cut, material: Material, work: Workpiece): Piece[] {
  const { finish, geometry } = work
  if (!finish || cut.amount <= 0) return []
  if (isCoated(cut, material)) {
    const [longest = 0] = layersOf(cut)
    const overCm2 = (longest + 2 * COAT_MARGIN_CM) * (material.widthCm + 2 * COAT_MARGIN_CM) * runsOf(cut, geometry)
    return finished(
      finish.coats * COAT_G_PER_CM2 * overCm2,
      runShape(cut, longest, geometry, besideCm(cut, geometry)),
      0,
    )
  }
  if (isPlugged(cut, material)) {
    const topCm = Math.min(cut.atCm + massOf(cut, material, work) / fillGPerCm(work), geometry.lengthCm - PLUG_CM)
    return finished(finish.plugG, { kind: 'column', fromCm: topCm, toCm: topCm + PLUG_CM }, 1)
  }
  return []
}

/** The same, g. */
export const finishG = (cut: Cut, material: Material, work: Workpiece): number =>
  finishOf(cut, material, work).reduce((g, piece) => g + piece.massG, 0)

/** Lead on the outside is sealed. */
export const isCoated = (cut: Cut, material: Pick<Material, 'kind' | 'lead'>): boolean =>
  material.lead && material.kind === 'tape' && !isOnHandle(cut, material)

/** A fill in the handle is kept from running up the shaft. */
export const isPlugged = (cut: Cut, material: Pick<Material, 'kind'>): boolean =>
  material.kind === 'fill' && cut.place === 'handle'

/**
 * What a hand lays of a cut, as exact pieces of mass, one for each layer.
 * @throws Problem `piece.unknownMaterial`, `piece.outsideFrame`
 */
export function piecesLaid(cut: Cut, material: Material | undefined, work: Workpiece): Piece[] {
  if (!material) throw new Problem('piece.unknownMaterial', 'materialId', { materialId: cut.materialId })
  const { geometry, profile, condition } = work
  const massG = massOf(cut, material, work)
  const roll = { id: material.id, uRel: material.uRel }
  switch (material.kind) {
    case 'tape':
    case 'sleeve':
      return layersOf(cut).map((length, layer) =>
        handPlaced(
          length * material.unitMassG * runsOf(cut, geometry),
          material.kind === 'tape'
            ? runShape(cut, length, geometry, besideCm(cut, geometry, material, layer))
            : roundHandle(cut.atCm, Math.min(cut.atCm + length, geometry.lengthCm), geometry),
          roll,
          runsOf(cut, geometry),
        ),
      )
    case 'fill': {
      if (cut.place === 'spot') return [handPlaced(massG, spotShape(cut), roll, runsOf(cut, geometry))]
      const toCm = Math.min(cut.atCm + massG / fillGPerCm(work), geometry.lengthCm)
      return [handPlaced(massG, { kind: 'column', fromCm: cut.atCm, toCm }, roll)]
    }
    case 'weight':
      // Made, not cut: its mass is known as well as the scale knows it; where its hole is, it sits.
      return [{ massG, uMassG: 0.1, uPlaceCm: HOLE_U_CM, shape: spotShape(cut), strips: runsOf(cut, geometry) }]
    case 'strings': {
      const share = (profile.layers.strings?.uMassG ?? 0) / (profile.layers.strings?.massG ?? 1)
      const uMassG = share * Math.hypot(material.unitMassG, condition.stringsG ?? 0)
      return [{ massG, uMassG, uPlaceCm: 0, shape: { kind: 'bed' } }]
    }
    case 'off':
      return piecesOff(material.id, cut.amount, condition, geometry, profile)
    case 'moved':
      return piecesMoved(cut, condition, geometry, profile)
    case 'grip':
    case 'overgrip': {
      const was = material.kind === 'grip' ? profile.layers.grips[condition.grip].uMassG : 0
      const uMassG = Math.hypot(was, Math.abs(cut.amount) * material.unitMassG * HAND.massShare)
      return [{ massG, uMassG, uPlaceCm: HAND.placeCm, shape: roundHandle(0, geometry.gripLengthCm, geometry) }]
    }
  }
}

const roundHandle = (fromCm: number, toCm: number, { handleHalfWidthCm }: FrameGeometry): Piece['shape'] => ({
  kind: 'sleeve',
  fromCm,
  toCm,
  radiusCm: handleHalfWidthCm,
})

function spotShape(cut: Cut): Piece['shape'] {
  return cut.offCm
    ? { kind: 'strip', fromCm: cut.atCm, toCm: cut.atCm, offsetCm: cut.offCm }
    : { kind: 'point', xCm: cut.atCm, yCm: 0 }
}

function runShape(cut: Cut, lengthCm: number, geometry: FrameGeometry, offCm: number): Piece['shape'] {
  if (cut.place === 'hoop') {
    const [fromCm, toCm] = hoopSpan(cut, lengthCm, geometry)
    const side = cut.side ?? (acrossOf(cut, geometry) ? 'across' : 'both')
    return offCm === 0 ? { kind: 'arc', fromCm, toCm, side } : { kind: 'arc', fromCm, toCm, side, offCm }
  }
  const offsetCm = cut.place === 'bevels' ? geometry.handleHalfWidthCm * 0.75 : geometry.shaftHalfWidthCm
  const fromCm = layerFrom(cut, lengthCm)
  return { kind: 'strip', fromCm, toCm: fromCm + lengthCm, offsetCm }
}
