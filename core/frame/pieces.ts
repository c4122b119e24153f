import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import { addError, propagate, zeros, type Matrix } from '../numerics/covariance.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { meansOf, slideOf, type Shape, type ShapeMeans } from '../geometry/shape.ts'
import type { FrameState } from './state.ts'

/** A mass put on the frame, or with negative grams taken off it. */
export interface Piece {
  massG: number
  shape: Shape
  /** Standard uncertainty of the mass, g. */
  uMassG: number
  /** Standard uncertainty of the place of each of its strips along the line that it lies on, cm. */
  uPlaceCm: number
  /** Equal strips that it is made of, each cut and laid by itself, half of them on each side where it lies on both. Left out: one. */
  strips?: number
  /** What it was cut from, with the share of its mass to which that was weighed: one error for all pieces of it. */
  roll?: { id: string; uRel: number }
}

/** How well a hand cuts and places one strip, standard uncertainties: ±2 % of mass, ±3 mm (common practice, no source). */
export const HAND = { massShare: 0.02, placeCm: 0.3 } as const

/**
 * A cut piece with the usual uncertainties of hand work, each of its strips by itself.
 * @example handPlaced(10, { kind: 'point', xCm: 10, yCm: 0 }) // { uMassG: 0.2, uPlaceCm: 0.3 }
 */
export function handPlaced(massG: number, shape: Shape, roll?: Piece['roll'], strips = 1): Piece {
  const uMassG = (Math.abs(massG) * HAND.massShare) / Math.sqrt(strips)
  const piece: Piece = { massG, shape, uMassG, uPlaceCm: HAND.placeCm }
  if (strips > 1) piece.strips = strips
  if (roll && roll.uRel > 0) piece.roll = roll
  return piece
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

/**
 * Per-gram effects from a shape's means; swing is about the axis at `axisCm`.
 * @example leverageOf({ x: 20, xx: 500, y: 0, yy: 100 }, 10) // { swing: 0.2, twist: 0.1 }
 */
export function leverageOf(means: ShapeMeans, axisCm: number): Leverage {
  return {
    xCm: means.x,
    swing: (means.xx - 2 * axisCm * means.x + axisCm * axisCm) / GCM2_PER_KGCM2,
    twist: means.yy / GCM2_PER_KGCM2,
    yCm: means.y,
  }
}

const SUMS = 5
/** What a piece does to the sums: per gram, and one after the other what each of its own errors does to them, one standard deviation. */
export interface Effect {
  perGram: number[]
  errors: number[][]
}

const times = (sums: readonly number[], by: number) => [sums[0] * by, sums[1] * by, sums[2] * by, sums[3] * by, sums[4] * by] // prettier-ignore

/**
 * What a piece does to the five sums that add up, in this order: M in g, Σmx in g·cm, swing weight about `axisCm` and twist weight in
 * kg·cm², Σmy in g·cm. Of n equal strips each has its own error of mass (`uMassG`/√n each) and of place; what right and left strips
 * do not share shows in Σmy alone. First order; what it shares with others of its roll is beside it: `roll.uRel` of its mass.
 * @throws Problem `piece.outsideFrame`
 * @example effectOf({ massG: 4, shape: { kind: 'point', xCm: 60.16, yCm: 0 }, uMassG: 0, uPlaceCm: 0 }, 10.16, outline).perGram // [1, 60.16, 2.5, 0, 0]
 */
export function effectOf(piece: Piece, axisCm: number, geometry: FrameGeometry): Effect {
  const { massG, uMassG, uPlaceCm, shape, strips = 1 } = piece
  const per = leverageOf(meansOf(shape, geometry), axisCm)
  const perGram = [1, per.xCm, per.swing, per.twist, per.yCm]
  const errors: number[][] = []
  const isPaired = strips > 1
  if (uMassG > 0) errors.push(times(perGram, uMassG))
  if (uPlaceCm > 0 || (isPaired && uMassG > 0)) {
    const slide = slideOf(shape, geometry)
    const aside = isPaired ? slide.asideCm : 0
    if (aside > 0 && uMassG > 0) errors.push([0, 0, 0, 0, aside * uMassG])
    const by = (massG * uPlaceCm) / Math.sqrt(strips)
    const { x, xx, y, yy } = slide.per
    const swing = (xx - 2 * axisCm * x) / GCM2_PER_KGCM2
    const twist = yy / GCM2_PER_KGCM2
    if (by !== 0 && aside > 0) errors.push(times([0, x, swing, twist, 0], by), [0, 0, 0, 0, y * by])
    else if (by !== 0) errors.push(times([0, x, swing, twist, y], by))
  }
  return { perGram, errors }
}

/**
 * What pieces add to the five sums, and its covariance: each has its own errors, pieces of one roll share how well that was weighed.
 * @example addedBy([{ massG: 4, shape: { kind: 'point', xCm: 60.16, yCm: 0 }, uMassG: 0, uPlaceCm: 0 }], 10.16, outline).sums // [4, 240.64, 10, 0, 0]
 */
export function addedBy(
  pieces: readonly Piece[],
  axisCm: number,
  geometry: FrameGeometry,
): { sums: number[]; covariance: Matrix } {
  const sums = new Array<number>(SUMS).fill(0)
  const rolls = new Map<string, number[]>()
  let covariance = zeros(SUMS)
  for (const piece of pieces) {
    const { perGram, errors } = effectOf(piece, axisCm, geometry)
    const whole = perGram.map((v) => v * piece.massG)
    whole.forEach((v, i) => (sums[i] += v))
    for (const error of errors) covariance = addError(covariance, error, 1)
    if (!piece.roll) continue
    const { id, uRel } = piece.roll
    const along = rolls.get(id)
    rolls.set(
      id,
      whole.map((v, i) => (along?.[i] ?? 0) + uRel * v),
    )
  }
  for (const along of rolls.values()) covariance = addError(covariance, along, 1)
  return { sums, covariance }
}

/**
 * The frame with pieces added: M′ = M+Σm, M′b′ = Mb+Σmx, S′ = S+Σm(x−a)²/1000, T′ = T+Σmy²/1000, M′ȳ′ = Mȳ+Σmy.
 * Exact in the values; uncertainties to first order with their covariances. What is unknown stays unknown.
 * @throws Problem `piece.outsideFrame` when a piece does not lie on the frame, `piece.mass` when it has none or nothing would be left,
 * `number.outside` for an uncertainty that is none
 * @example withPieces(frame(336, 32.4, 339), [{ massG: 4, shape: { kind: 'point', xCm: 68.58, yCm: 0 }, uMassG: 0, uPlaceCm: 0 }], outline) // { massG: 340, balanceCm: 32.826, swingWeightKgCm2: 352.652 }
 */
export function withPieces(state: FrameState, pieces: readonly Piece[], geometry: FrameGeometry): FrameState {
  for (const { massG, uMassG, uPlaceCm, strips = 1 } of pieces) {
    if (!(Math.abs(massG) <= HEAVIEST_G)) throw new Problem('piece.mass', 'mass', { massG })
    within('mass, uncertainty', uMassG, 0, HEAVIEST_G)
    within('place, uncertainty', uPlaceCm, 0, 1e4)
    within('strips', strips, 1, 1000)
  }
  const { sums, covariance } = addedBy(pieces, state.axisCm, geometry)
  const [added, moment, swing, twist, side] = sums
  const { massG, balanceCm } = state
  const mass = massG === null ? null : massG + added
  if (mass !== null && !(mass > 0 && mass < Infinity)) throw new Problem('piece.mass', 'mass', { massG: mass })
  const balance = mass === null || massG === null || balanceCm === null ? null : (massG * balanceCm + moment) / mass
  const lateral = mass === null || massG === null ? state.lateralCm : (massG * state.lateralCm + side) / mass

  const jacobian = zeros(SUMS)
  if (mass !== null && massG !== null) {
    jacobian[0][0] = 1
    jacobian[4] = [(state.lateralCm - lateral) / mass, 0, 0, 0, massG / mass]
    if (balance !== null && balanceCm !== null) jacobian[1] = [(balanceCm - balance) / mass, massG / mass, 0, 0, 0]
  }
  if (state.swingWeightKgCm2 !== null) jacobian[2][2] = 1
  if (state.twistWeightKgCm2 !== null) jacobian[3][3] = 1
  // How the state moves with the sums.
  const bySums = zeros(SUMS)
  if (mass !== null) {
    bySums[0][0] = 1
    bySums[4] = [-lateral / mass, 0, 0, 0, 1 / mass]
    if (balance !== null) bySums[1] = [-balance / mass, 1 / mass, 0, 0, 0]
  }
  if (state.swingWeightKgCm2 !== null) bySums[2][2] = 1
  if (state.twistWeightKgCm2 !== null) bySums[3][3] = 1
  const laid = propagate(bySums, covariance)
  return {
    massG: mass,
    balanceCm: balance,
    swingWeightKgCm2: state.swingWeightKgCm2 === null ? null : state.swingWeightKgCm2 + swing,
    axisCm: state.axisCm,
    twistWeightKgCm2: state.twistWeightKgCm2 === null ? null : state.twistWeightKgCm2 + twist,
    lateralCm: lateral,
    covariance: propagate(jacobian, state.covariance).map((row, i) => row.map((v, j) => v + laid[i][j])),
  }
}
