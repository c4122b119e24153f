import { estimateOf, type FrameState } from '../../frame/state.ts'
import { GCM2_PER_KGCM2, GRAVITY_CM_S2, type AimQuantity } from '../../quantities/units.ts'
import { addMoments, type Moments } from '../../cuts/moments.ts'
import { aimedAt, WEIGHTS, type PlanRequest } from './request.ts'

/**
 * Tolerances shrunk by the predicted uncertainty: g = tol − 2u, so that a plan inside it lands inside the tolerance about 19
 * times in 20; never less than a fifth of the tolerance, since chasing a number closer than that gains nothing.
 */
export interface AcceptanceBand {
  quantity: AimQuantity
  target: number
  tolerance: number
  halfWidth: number
  /** How much this number counts beside the others. */
  weight: number
}

const LEAST_SHARE = 0.2

/** @param at the state whose uncertainty stands for the prediction's */
export function acceptanceFor(request: PlanRequest, at: FrameState): AcceptanceBand[] {
  return aimedAt(request.target).map((quantity) => {
    const { value, tolerance } = request.target[quantity]!
    const matters = request.limits.matters[quantity]
    return {
      quantity,
      target: value,
      tolerance,
      halfWidth: Math.max(LEAST_SHARE * tolerance, tolerance - 2 * (estimateOf(at, quantity)?.u ?? 0)),
      weight: matters ? WEIGHTS[matters] : 1,
    }
  })
}

/** The frame before anything is added, as sums that additions add to; and what turns moments into the units of their quantity. */
export interface Base {
  frame: Moments
  axisCm: number
  /** Mass by which a moment about a target place is divided to become cm: the target mass, else the present one. */
  scaleG: number
  /** Present inertia about the butt end: divides what is off M·g·R/I. */
  buttKgCm2: number
}

export function baseOf(request: PlanRequest): Base {
  const { state, target } = request
  const massG = state.massG!
  const moment = massG * state.balanceCm!
  const swing = state.swingWeightKgCm2 ?? 0
  return {
    frame: { massG, moment, swing, twist: state.twistWeightKgCm2 ?? 0, side: massG * state.lateralCm },
    axisCm: state.axisCm,
    scaleG: target.mass?.value ?? massG,
    buttKgCm2: swing + (2 * state.axisCm * moment - state.axisCm ** 2 * massG) / GCM2_PER_KGCM2,
  }
}

/**
 * What sums add to the miss of an aim; linear in the sums. Balance and side: the moment about the target place over a mass.
 * M·g·R/I: (gΣmx/1000 − k*·I_butt) over the present I_butt. Recoil weight: the inertia about `aboutCm`, which is the recoil
 * weight plus M(b − about)²/1000.
 */
export function linearDeviation(
  { quantity, target }: Pick<AcceptanceBand, 'quantity' | 'target'>,
  sums: Moments,
  base: Base,
  aboutCm = 0,
): number {
  switch (quantity) {
    case 'mass':
      return sums.massG
    case 'balance':
      return (sums.moment - target * sums.massG) / base.scaleG
    case 'swingWeight':
      return sums.swing
    case 'twistWeight':
      return sums.twist
    case 'lateral':
      return (sums.side - target * sums.massG) / base.scaleG
    case 'mgri':
      return (
        ((GRAVITY_CM_S2 / GCM2_PER_KGCM2) * sums.moment - target * inertiaAbout(0, sums, base.axisCm)) / base.buttKgCm2
      )
    case 'recoilWeight':
      return inertiaAbout(aboutCm, sums, base.axisCm)
  }
}

/** Σm(x−p)²/1000 from sums whose swing is about `axisCm`. */
function inertiaAbout(placeCm: number, sums: Moments, axisCm: number): number {
  const shift = 2 * (axisCm - placeCm) * sums.moment + (placeCm ** 2 - axisCm ** 2) * sums.massG
  return sums.swing + shift / GCM2_PER_KGCM2
}

/** What is taken off the linear sum to make it a miss: nothing where the target is in the sum already. */
export function aimConstant({ quantity, target }: Pick<AcceptanceBand, 'quantity' | 'target'>): number {
  return quantity === 'balance' || quantity === 'lateral' || quantity === 'mgri' ? 0 : target
}

/** The deviations of a frame with something added, in the order of the acceptance bands; exact in recoil weight as well. */
export function deviationsOf(acceptance: readonly AcceptanceBand[], base: Base, added: Moments): number[] {
  const sums = addMoments(base.frame, added)
  return acceptance.map((band) => linearDeviation(band, sums, base, sums.moment / sums.massG) - aimConstant(band))
}

/** Σ weight·max(0, |miss| − tolerance)/tolerance: how far outside the tolerances; 0 when every number lies inside. */
export function toleranceExcess(acceptance: readonly AcceptanceBand[], misses: readonly number[]): number {
  return acceptance.reduce(
    (sum, g, i) => sum + (g.weight * Math.max(0, Math.abs(misses[i]) - g.tolerance)) / g.tolerance,
    0,
  )
}

/** Predicted minus target for each quantity aimed at, and whether it is inside its tolerance. */
export interface TargetDeviation {
  quantity: AimQuantity
  target: number
  tolerance: number
  off: number
  inside: boolean
}

export function targetDeviations(request: PlanRequest, result: FrameState): TargetDeviation[] {
  return aimedAt(request.target).map((quantity) => {
    const { value, tolerance } = request.target[quantity]!
    const off = estimateOf(result, quantity)!.value - value
    return { quantity, target: value, tolerance, off, inside: Math.abs(off) <= tolerance + 1e-9 }
  })
}
