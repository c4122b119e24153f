import type { Estimate } from '../quantities/estimate.ts'
import { Problem } from '../problem.ts'
import { within } from '../numerics/within.ts'
import { diagonal, propagate, varianceAlong, type Matrix } from '../numerics/covariance.ts'
import { GCM2_PER_KGCM2, GRAVITY_CM_S2, QUANTITIES, type AimQuantity, type Quantity } from '../quantities/units.ts'

/**
 * The mass properties of a frame at one moment. Origin at the butt end; x along the long axis to the tip, y to the right
 * seen from the butt. A value of null is not known. The covariance runs over mass, balance, swing weight,
 * twist weight and lateral place, in that order; its diagonal is `u²` as `Estimate` means u; rows of unknowns are zero.
 */
export interface FrameState {
  massG: number | null
  balanceCm: number | null
  /** About the transverse axis in the plane of the face at `axisCm` from the butt. */
  swingWeightKgCm2: number | null
  axisCm: number
  /** About the long axis, y = 0. */
  twistWeightKgCm2: number | null
  /** Centre of mass off the long axis; 0 when the frame is taken as symmetrical. */
  lateralCm: number
  covariance: Matrix
}

const INDEX: Record<Quantity, number> = { mass: 0, balance: 1, swingWeight: 2, twistWeight: 3 }
const FIELD = {
  mass: 'massG',
  balance: 'balanceCm',
  swingWeight: 'swingWeightKgCm2',
  twistWeight: 'twistWeightKgCm2',
} as const satisfies Record<Quantity, keyof FrameState>

/**
 * A state from independent estimates; what is null is unknown.
 * @example frameState({ mass: { value: 330, u: 0.1 } }, 10.16) // { massG: 330, balanceCm: null, axisCm: 10.16 }
 */
export function frameState(
  known: Partial<Record<Quantity, Estimate | null>>,
  axisCm: number,
  lateral: Estimate = { value: 0, u: 0 },
): FrameState {
  const u = (quantity: Quantity) => known[quantity]?.u ?? 0
  return {
    massG: known.mass?.value ?? null,
    balanceCm: known.balance?.value ?? null,
    swingWeightKgCm2: known.swingWeight?.value ?? null,
    twistWeightKgCm2: known.twistWeight?.value ?? null,
    axisCm,
    lateralCm: lateral.value,
    covariance: diagonal([u('mass'), u('balance'), u('swingWeight'), u('twistWeight'), lateral.u]),
  }
}

/**
 * One quantity of a state with its uncertainty, or null when it is not known.
 * @example estimateOf(frame(330, 32.5, 325), 'recoilWeight').value // 160.305
 */
export function estimateOf(state: FrameState, quantity: AimQuantity): Estimate | null {
  if (quantity === 'recoilWeight') return recoilWeight(state)
  if (quantity === 'mgri') return swingRate(state)
  if (quantity === 'lateral')
    return state.massG === null ? null : { value: state.lateralCm, u: Math.sqrt(state.covariance[4][4]) }
  const value = state[FIELD[quantity]]
  return value === null ? null : { value, u: Math.sqrt(state.covariance[INDEX[quantity]][INDEX[quantity]]) }
}

/**
 * The numbers of a state that are known, by name, core units.
 * @example knownNumbers(frame(330, 32.5, 0)) // { mass: 330, balance: 32.5 }
 */
export function knownNumbers(state: FrameState): Partial<Record<Quantity, number>> {
  const known: Partial<Record<Quantity, number>> = {}
  for (const quantity of QUANTITIES) {
    const value = state[FIELD[quantity]]
    if (value !== null) known[quantity] = value
  }
  return known
}

/**
 * A state with one of its numbers read once more: what it was and what was read, each by its uncertainty, and every number that
 * shares errors with it moves along (Gaussian conditioning). A number that is not known takes nothing.
 * @example observed(frameState({ mass: { value: 330, u: 0.3 } }, 10.16), 'mass', { value: 331, u: 0.3 }).massG // 330.5
 */
export function observed(state: FrameState, quantity: Quantity, read: Estimate): FrameState {
  const i = INDEX[quantity]
  const now = state[FIELD[quantity]]
  const { covariance } = state
  const variance = covariance[i][i] + read.u * read.u
  if (now === null || variance === 0) return state
  const gain = covariance.map((row) => row[i] / variance)
  const by = read.value - now
  const moved = (value: number | null, k: number) => (value === null ? null : value + gain[k] * by)
  return {
    ...state,
    massG: moved(state.massG, 0),
    balanceCm: moved(state.balanceCm, 1),
    swingWeightKgCm2: moved(state.swingWeightKgCm2, 2),
    twistWeightKgCm2: moved(state.twistWeightKgCm2, 3),
    lateralCm: state.lateralCm + gain[4] * by,
    covariance: covariance.map((row, r) => row.map((v, c) => v - gain[r] * covariance[i][c])),
  }
}

/**
 * The three numbers that most formulas need, or a Problem that names the one that is missing.
 * @example needed(frame(330, 32.5, 325)) // { massG: 330, balanceCm: 32.5, swingWeightKgCm2: 325 }
 */
export function needed(state: FrameState): { massG: number; balanceCm: number; swingWeightKgCm2: number } {
  const { massG, balanceCm, swingWeightKgCm2 } = state
  if (massG === null) throw new Problem('state.needs', 'mass')
  if (balanceCm === null) throw new Problem('state.needs', 'balance')
  if (swingWeightKgCm2 === null) throw new Problem('state.needs', 'swingWeight')
  return { massG, balanceCm, swingWeightKgCm2 }
}

/**
 * Inertia about a transverse axis through the centre of mass, I_cm = S − M(b−a)²/1000 (parallel axes), from numbers that are known.
 * @returns kg·cm²; not more than nothing where no frame has these together
 * @example inertiaAtCentre(330, 32.5, 325, 10.16) // 160.305
 */
export function inertiaAtCentre(massG: number, balanceCm: number, swingWeightKgCm2: number, axisCm: number): number {
  return swingWeightKgCm2 - (massG * (balanceCm - axisCm) ** 2) / GCM2_PER_KGCM2
}

/**
 * Recoil weight: transverse inertia about the centre of mass, I_cm = S − M(b−a)²/1000 (parallel axes).
 * @returns kg·cm² with uncertainty, or null when mass, balance or swing weight is not known, or no frame has them together
 * @example recoilWeight(frame(330, 32.5, 325)).value // 160.305
 */
export function recoilWeight(state: FrameState): Estimate | null {
  const { massG, balanceCm, swingWeightKgCm2, axisCm } = state
  if (massG === null || balanceCm === null || swingWeightKgCm2 === null) return null
  const arm = balanceCm - axisCm
  const value = inertiaAtCentre(massG, balanceCm, swingWeightKgCm2, axisCm)
  if (!(value > 0 && value < Infinity)) return null
  const gradient = [(-arm * arm) / GCM2_PER_KGCM2, (-2 * massG * arm) / GCM2_PER_KGCM2, 1, 0, 0]
  return {
    value,
    u: Math.sqrt(varianceAlong(gradient, state.covariance)),
  }
}

/**
 * M·g·R/I about the butt end: g·M·b/(1000·I), I = S + M(2ab − a²)/1000.
 * @returns rad²/s² with uncertainty, or null when mass, balance or swing weight is not known
 * @example swingRate(frame(330, 32.5, 325)).value // 20.6687
 */
export function swingRate(state: FrameState): Estimate | null {
  const { massG: m, balanceCm: b, swingWeightKgCm2, axisCm: a } = state
  if (m === null || b === null || swingWeightKgCm2 === null) return null
  const inertia = GCM2_PER_KGCM2 * swingWeightKgCm2 + m * (2 * a * b - a * a)
  const value = (GRAVITY_CM_S2 * m * b) / inertia
  if (!(m > 0 && inertia > 0 && Number.isFinite(value))) return null
  const gradient = [
    (GRAVITY_CM_S2 * b - value * (2 * a * b - a * a)) / inertia,
    (GRAVITY_CM_S2 * m - value * 2 * a * m) / inertia,
    (-value * GCM2_PER_KGCM2) / inertia,
    0,
    0,
  ]
  return { value, u: Math.sqrt(varianceAlong(gradient, state.covariance)) }
}

/**
 * The same frame with its swing weight about another axis: S′ = S + M[(b−a′)² − (b−a)²]/1000.
 * A state whose swing weight is unknown only changes its axis.
 * @throws Problem `state.needs` when swing weight is known but mass or balance is not, `number.outside` for no axis
 * @example aboutAxis(frame(330, 32.5, 325), 10).swingWeightKgCm2 // 327.3676
 */
export function aboutAxis(state: FrameState, axisCm: number): FrameState {
  if (axisCm === state.axisCm) return state
  within('axis', axisCm, -200, 200)
  if (state.swingWeightKgCm2 === null) return { ...state, axisCm }
  const { massG, balanceCm, swingWeightKgCm2 } = needed(state)
  const from = balanceCm - state.axisCm
  const to = balanceCm - axisCm
  const perGram = (to * to - from * from) / GCM2_PER_KGCM2
  const jacobian = diagonal([1, 1, 1, 1, 1])
  jacobian[2][0] = perGram
  jacobian[2][1] = (2 * massG * (to - from)) / GCM2_PER_KGCM2
  return {
    ...state,
    axisCm,
    swingWeightKgCm2: swingWeightKgCm2 + massG * perGram,
    covariance: propagate(jacobian, state.covariance),
  }
}

/** Numbers that follow from the others; all about the state as it is. */
export interface DerivedNumbers {
  recoilWeightKgCm2: number
  buttInertiaKgCm2: number
  /** M·g·R/I in rad²/s², about 20 to 21 for tennis (common practice, thin evidence). */
  mgri: number
  /** Conjugate point of a pivot at the swing axis, from the butt. */
  centreOfPercussionCm: number
  /** √(1000·I_cm/M). */
  radiusOfGyrationCm: number
}

/**
 * @throws Problem `state.needs` when mass, balance or swing weight is not known, `state.impossible` when no frame has them together
 * @see Cross, Am. J. Phys. 72 (2004) 622 for the centre of percussion (from memory)
 * @example derivedNumbers(frame(330, 32.5, 325)) // { recoilWeightKgCm2: 160.305, buttInertiaKgCm2: 508.868, centreOfPercussionCm: 54.2445, radiusOfGyrationCm: 22.0403 }
 */
export function derivedNumbers(state: FrameState): DerivedNumbers {
  const { massG, balanceCm, swingWeightKgCm2 } = needed(state)
  const arm = balanceCm - state.axisCm
  const recoil = inertiaAtCentre(massG, balanceCm, swingWeightKgCm2, state.axisCm)
  if (!(massG > 0 && recoil > 0 && Number.isFinite(recoil) && Math.abs(arm) > 1e-6))
    throw new Problem('state.impossible')
  const butt = recoil + (massG * balanceCm * balanceCm) / GCM2_PER_KGCM2
  return {
    recoilWeightKgCm2: recoil,
    buttInertiaKgCm2: butt,
    mgri: (GRAVITY_CM_S2 * massG * balanceCm) / (GCM2_PER_KGCM2 * butt),
    centreOfPercussionCm: state.axisCm + (GCM2_PER_KGCM2 * swingWeightKgCm2) / (massG * arm),
    radiusOfGyrationCm: Math.sqrt((GCM2_PER_KGCM2 * recoil) / massG),
  }
}
