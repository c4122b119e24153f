import type { ImpactAssumptions } from '../sports/kinds.ts'
import { inertiaAtCentre, needed, type FrameState } from '../frame/state.ts'
import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'

/** Range of n at equal effort (Cross and Bower, J. Sports Sci. 24 (2006) 23 measured 0.27; from memory). */
export const EFFORT_BAND = [0.2, 0.3] as const

/**
 * Mass that the ball meets at a place: 1/M_e = 1/M + (x−b)²/(1000·I_cm) + (y−ȳ)²/(1000·T_c).
 * @param xCm from the butt @param yCm off the long axis
 * @returns g
 * @throws Problem `state.needs` when mass, balance or swing weight is not known, or twist weight off the axis
 * @example effectiveMass(frame(330, 32.5, 325, 14.5), 52, 0) // 185.105
 */
export function effectiveMass(state: FrameState, xCm: number, yCm: number): number {
  within('x', xCm, -1000, 1000)
  within('y', yCm, -1000, 1000)
  const { massG, recoil, balanceCm, twist } = bodyOf(state, yCm !== state.lateralCm)
  const dx = xCm - balanceCm
  const dy = yCm - state.lateralCm
  return 1 / (1 / massG + (dx * dx) / (GCM2_PER_KGCM2 * recoil) + (dy === 0 ? 0 : (dy * dy) / (GCM2_PER_KGCM2 * twist)))
}

/**
 * Apparent coefficient of restitution: e_A = (e·M_e − m_b)/(M_e + m_b).
 * @example apparentRestitution(185.105, 57.7, 0.85) // 0.4104
 */
export function apparentRestitution(effectiveG: number, ballG: number, restitution: number): number {
  within('mass', effectiveG, 1e-9, 1e12)
  within('ball', ballG, 1e-9, 1e6)
  within('restitution', restitution, 0, 1)
  return (restitution * effectiveG - ballG) / (effectiveG + ballG)
}

/**
 * Angular speed of a stroke at equal effort, rad/s: ω = ω₀(S/S₀)^(−n), ω₀ from the head's middle of the frame as it is now.
 * @param swingWeight both about the same axis, kg·cm²
 * @throws Problem `number.outside`
 * @example strokeRate(300, { swingWeight: 300, headCentreCm: 50 }, stroke) // 60
 */
export function strokeRate(
  swingWeight: number,
  now: { swingWeight: number; headCentreCm: number },
  assumed: ImpactAssumptions,
): number {
  const arm = within('pivot', now.headCentreCm - assumed.pivotCm, 1e-6)
  const rate = (100 * within('head speed', assumed.headMS, 0)) / arm
  within('swing weight', swingWeight, 1e-9)
  within('swing weight', now.swingWeight, 1e-9)
  const effort = within('effort', assumed.effort, -2, 2)
  return within('rate', rate * (swingWeight / now.swingWeight) ** -effort)
}

/** What a ball does at one place of the face. */
export interface Hit {
  /** Apparent restitution. */
  apparent: number
  /** Ball speed off the face, m/s. */
  outgoingMS: number
  /** Turning of the frame about its long axis right after, rad/s; positive with the right edge going back. */
  turnRadS: number
}

/** The constants of one frame in one stroke, ready for many places. */
export interface Striker {
  at(xCm: number, yCm: number): Hit
  rateRadS: number
}

/**
 * Outgoing speed e_A·v_in + (1+e_A)·ω(x−x_p), turning m_b(1+e_A)(v_in+v)(y−ȳ)/(1000·T_c).
 * @throws Problem `state.needs` when one of the four numbers is not known
 * @example strikerOf(frame(330, 32.5, 325, 14.5), 60, stroke).at(52, 0).apparent // 0.4104
 */
export function strikerOf(state: FrameState, rateRadS: number, assumed: ImpactAssumptions): Striker {
  const { massG, recoil, balanceCm, twist } = bodyOf(state, true)
  const perMass = 1 / massG
  const perX = 1 / (GCM2_PER_KGCM2 * recoil)
  const perY = 1 / (GCM2_PER_KGCM2 * twist)
  const { ballG, restitution, incomingMS, pivotCm } = assumed
  const { lateralCm } = state
  return {
    rateRadS,
    at(xCm, yCm) {
      const dx = xCm - balanceCm
      const dy = yCm - lateralCm
      const effective = 1 / (perMass + dx * dx * perX + dy * dy * perY)
      const apparent = (restitution * effective - ballG) / (effective + ballG)
      const frameMS = (rateRadS * (xCm - pivotCm)) / 100
      // m/s × 100 = cm/s, as the inertia is in g·cm².
      const turnRadS = ballG * (1 + apparent) * 100 * (incomingMS + frameMS) * dy * perY
      return { apparent, outgoingMS: apparent * incomingMS + (1 + apparent) * frameMS, turnRadS }
    },
  }
}

/** Mass, recoil weight and twist weight about the centre of mass (T − Mȳ²/1000). */
function bodyOf(
  state: FrameState,
  withTwist: boolean,
): { massG: number; recoil: number; balanceCm: number; twist: number } {
  const { massG, balanceCm, swingWeightKgCm2 } = needed(state)
  const recoil = inertiaAtCentre(massG, balanceCm, swingWeightKgCm2, state.axisCm)
  const { twistWeightKgCm2, lateralCm } = state
  if (withTwist && twistWeightKgCm2 === null) throw new Problem('state.needs', 'twistWeight')
  const twist = (twistWeightKgCm2 ?? 0) - (massG * lateralCm * lateralCm) / GCM2_PER_KGCM2
  if (!(massG > 0 && recoil > 0 && recoil < Infinity) || (withTwist && !(twist > 0)))
    throw new Problem('impact.impossible')
  return { massG, recoil, balanceCm, twist }
}
