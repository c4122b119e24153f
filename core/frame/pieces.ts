import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import { addError, propagate, zeros } from '../numerics/covariance.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { meansOf, type Shape, type ShapeMeans } from '../geometry/shape.ts'
import type { FrameState } from './state.ts'

/** A mass put on the frame, or with negative grams taken off it. */
export interface Piece {
  massG: number
  shape: Shape
  /** Standard uncertainty of the mass, g. */
  uMassG: number
  /** Standard uncertainty of its place along the frame, cm. */
  uPlaceCm: number
  /** What it was cut from, with the share of its mass to which that was weighed: one error for all pieces of it. */
  roll?: { id: string; uShare: number }
}

/** How well a hand cuts and places, standard uncertainties: ±2 % of mass, ±3 mm (common practice, no source). */
export const HAND = { massShare: 0.02, placeCm: 0.3 } as const

/** A cut piece with the usual uncertainties of hand work. */
export function handPlaced(massG: number, shape: Shape, roll?: Piece['roll']): Piece {
  const piece = { massG, shape, uMassG: Math.abs(massG) * HAND.massShare, uPlaceCm: HAND.placeCm }
  return roll && roll.uShare > 0 ? { ...piece, roll } : piece
}

/** No frame and nothing that is put on one weighs more, g. */
const HEAVIEST_G = 1e5

/** What one gram of a shape does: Σx, Σ(x−a)²/1000, Σy²/1000, Σy, all per gram. */
export interface Leverage {
  xCm: number
  swing: number
  twist: number
  yCm: number
}

/** Per-gram effects from a shape's means; swing is about the axis at `axisCm`. */
export function leverageOf(means: ShapeMeans, axisCm: number): Leverage {
  return {
    xCm: means.x,
    swing: (means.xx - 2 * axisCm * means.x + axisCm * axisCm) / GCM2_PER_KGCM2,
    twist: means.yy / GCM2_PER_KGCM2,
    yCm: means.y,
  }
}

/**
 * The frame with pieces added: M′ = M+Σm, M′b′ = Mb+Σmx, S′ = S+Σm(x−a)²/1000, T′ = T+Σmy²/1000, M′ȳ′ = Mȳ+Σmy.
 * Exact in the values; uncertainties to first order with their covariances. What is unknown stays unknown.
 * @throws Problem `piece.outsideFrame` when a piece does not lie on the frame, `piece.mass` when it has none or nothing would be left,
 * `number.outside` for an uncertainty that is none
 * @example 4 g at 68.58 cm on 336 g, 32.4 cm, 339 about 10.16: 340 g, 32.826 cm, 352.652
 */
export function withPieces(state: FrameState, pieces: readonly Piece[], geometry: FrameGeometry): FrameState {
  for (const { massG, uMassG, uPlaceCm } of pieces) {
    if (!(Math.abs(massG) <= HEAVIEST_G)) throw new Problem('piece.mass', 'mass', { massG })
    within('mass, uncertainty', uMassG, 0, HEAVIEST_G)
    within('place, uncertainty', uPlaceCm, 0, 1e4)
  }
  const effects = pieces.map((piece) => ({ piece, per: leverageOf(meansOf(piece.shape, geometry), state.axisCm) }))
  let added = 0
  let moment = 0
  let swing = 0
  let twist = 0
  let side = 0
  for (const { piece, per } of effects) {
    added += piece.massG
    moment += piece.massG * per.xCm
    swing += piece.massG * per.swing
    twist += piece.massG * per.twist
    side += piece.massG * per.yCm
  }
  const { massG, balanceCm } = state
  const mass = massG === null ? null : massG + added
  if (mass !== null && !(mass > 0 && mass < Infinity)) throw new Problem('piece.mass', 'mass', { massG: mass })
  const balance = mass === null || massG === null || balanceCm === null ? null : (massG * balanceCm + moment) / mass
  const lateral = mass === null || massG === null ? state.lateralCm : (massG * state.lateralCm + side) / mass

  const jacobian = zeros(5)
  if (mass !== null && massG !== null) {
    jacobian[0][0] = 1
    jacobian[4] = [(state.lateralCm - lateral) / mass, 0, 0, 0, massG / mass]
    if (balance !== null && balanceCm !== null) jacobian[1] = [(balanceCm - balance) / mass, massG / mass, 0, 0, 0]
  }
  if (state.swingWeightKgCm2 !== null) jacobian[2][2] = 1
  if (state.twistWeightKgCm2 !== null) jacobian[3][3] = 1
  let covariance = propagate(jacobian, state.covariance)
  const rolls = new Map<string, number[]>()
  for (const { piece, per } of effects) {
    const perMass = [
      mass === null ? 0 : 1,
      balance === null ? 0 : (per.xCm - balance) / mass!,
      state.swingWeightKgCm2 === null ? 0 : per.swing,
      state.twistWeightKgCm2 === null ? 0 : per.twist,
      mass === null ? 0 : (per.yCm - lateral) / mass,
    ]
    const perPlace = [
      0,
      balance === null ? 0 : piece.massG / mass!,
      state.swingWeightKgCm2 === null ? 0 : (2 * piece.massG * (per.xCm - state.axisCm)) / GCM2_PER_KGCM2,
      0,
      0,
    ]
    covariance = addError(addError(covariance, perMass, piece.uMassG), perPlace, piece.uPlaceCm)
    if (!piece.roll) continue
    const { id, uShare } = piece.roll
    const sum = rolls.get(id) ?? [0, 0, 0, 0, 0]
    rolls.set(
      id,
      sum.map((value, i) => value + uShare * piece.massG * perMass[i]),
    )
  }
  for (const together of rolls.values()) covariance = addError(covariance, together, 1)
  return {
    massG: mass,
    balanceCm: balance,
    swingWeightKgCm2: state.swingWeightKgCm2 === null ? null : state.swingWeightKgCm2 + swing,
    axisCm: state.axisCm,
    twistWeightKgCm2: state.twistWeightKgCm2 === null ? null : state.twistWeightKgCm2 + twist,
    lateralCm: lateral,
    covariance,
  }
}
