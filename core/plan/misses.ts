import { estimateOf, type FrameState } from '../frame/state.ts'
import type { Quantity } from '../quantities/units.ts'
import type { Effect } from './choices.ts'
import { aimedAt, type PlanRequest } from './request.ts'

/**
 * Tolerances shrunk by the predicted uncertainty: g = tol − 2u, so that a plan inside it lands inside the tolerance about 19
 * times in 20; never less than a fifth of the tolerance, since chasing a number closer than that gains nothing.
 */
export interface Guard {
  quantity: Quantity
  target: number
  tolerance: number
  guard: number
}

const LEAST_GUARD = 0.2

/** @param at the state whose uncertainty stands for the prediction's */
export function guardsFor(request: PlanRequest, at: FrameState): Guard[] {
  return aimedAt(request.target).map((quantity) => {
    const { value, tolerance } = request.target[quantity]!
    return {
      quantity,
      target: value,
      tolerance,
      guard: Math.max(LEAST_GUARD * tolerance, tolerance - 2 * (estimateOf(at, quantity)?.u ?? 0)),
    }
  })
}

/** Mass by which a moment about the target balance is divided to become cm: the target mass, else the present one. */
export function massScale(request: PlanRequest): number {
  return request.target.mass?.value ?? request.state.massG!
}

/** What one effect adds to the miss of a quantity; linear in the effect. Balance: Σm(x−b*)/M*. */
export function missOfEffect(quantity: Quantity, effect: Effect, target: number, scaleG: number): number {
  switch (quantity) {
    case 'mass':
      return effect.massG
    case 'balance':
      return (effect.moment - target * effect.massG) / scaleG
    case 'swingWeight':
      return effect.swing
    case 'twistWeight':
      return effect.twist
  }
}

/** The miss before anything is added: present minus target, balance as a moment over M*. */
export function missBefore(quantity: Quantity, state: FrameState, target: number, scaleG: number): number {
  const present = estimateOf(state, quantity)!.value
  return quantity === 'balance' ? (state.massG! * (present - target)) / scaleG : present - target
}

/** Σ max(0, |miss| − guard)/tolerance: 0 when every number lies safely inside. */
export function guardedMiss(guards: readonly Guard[], misses: readonly number[]): number {
  return guards.reduce((sum, g, i) => sum + Math.max(0, Math.abs(misses[i]) - g.guard) / g.tolerance, 0)
}

/** Σ max(0, |miss| − tolerance)/tolerance: how far outside the tolerances; 0 when every number lies inside. */
export function outsideBy(guards: readonly Guard[], misses: readonly number[]): number {
  return guards.reduce((sum, g, i) => sum + Math.max(0, Math.abs(misses[i]) - g.tolerance) / g.tolerance, 0)
}

/** Predicted minus target for each quantity aimed at, and whether it is inside its tolerance. */
export interface Landing {
  quantity: Quantity
  target: number
  tolerance: number
  off: number
  inside: boolean
}

export function landingsOf(request: PlanRequest, result: FrameState): Landing[] {
  return aimedAt(request.target).map((quantity) => {
    const { value, tolerance } = request.target[quantity]!
    const off = estimateOf(result, quantity)!.value - value
    return { quantity, target: value, tolerance, off, inside: Math.abs(off) <= tolerance + 1e-9 }
  })
}
