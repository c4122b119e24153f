import type { AimQuantity } from '../../quantities/units.ts'
import { estimateOf } from '../../frame/state.ts'
import type { Solve } from '../model/linear.ts'
import type { PlanRequest } from '../problem/request.ts'
import { heuristicPlan, isRelaxationFeasible, NO_CONSTRAINT, planSpace } from '../solve/plan.ts'

/** How far a number can be brought either way while all others aimed at stay inside their tolerances. */
export interface NumberRange {
  quantity: AimQuantity
  /** Core units, in whole steps of those in which it is stated; a plan that was found reaches each. Null where the others do not go together. */
  ends: { least: number; most: number } | null
}

/** The numbers of which a range is stated, in what steps, and how far it is sought: further than any drawer brings one. Core units. */
const STATED: Partial<Record<AimQuantity, { step: number; far: number }>> = {
  mass: { step: 0.5, far: 128 },
  balance: { step: 0.05, far: 16 },
  swingWeight: { step: 1, far: 128 },
  twistWeight: { step: 0.1, far: 8 },
  recoilWeight: { step: 1, far: 64 },
}
export const RANGED = Object.keys(STATED) as AimQuantity[]

/**
 * How far one number can be brought with the others that are aimed at held: the farthest at which a plan is found.
 * @throws Problem `state.needs` when a number that is aimed at was not measured
 */
export function rangeOf(request: PlanRequest, quantity: AimQuantity, solve: Solve): NumberRange {
  const { [quantity]: _, ...others } = request.target
  const held = heuristicPlan(planSpace({ ...request, target: others }), MUST, 'question')
  const from = estimateOf(held.result, quantity)
  if (!held.reached || !from) return { quantity, ends: null }
  const end = (sign: 1 | -1) => farthest(request, quantity, { from: from.value, sign }, solve)
  return { quantity, ends: { least: end(-1), most: end(1) } }
}

const MUST = { ...NO_CONSTRAINT, mustReach: true }

/**
 * Whole steps on from where a plan is known. What cannot be with fractions of a cut cannot be with whole ones: that bounds the search
 * from outside. From inside it is bounded by what found plans come to, which is as a rule further than was asked of them.
 */
function farthest(
  request: PlanRequest,
  quantity: AimQuantity,
  { from, sign }: { from: number; sign: 1 | -1 },
  solve: Solve,
): number {
  const { step, far } = STATED[quantity]!
  /** The whole step that a value reaches, towards where it came from. */
  const stepsTo = (value: number) => Math.floor((sign * value) / step + 1e-6)
  const asking = (steps: number, most: number) => {
    const [a, b] = [sign * steps * step, sign * most * step]
    const aim = { value: (a + b) / 2, tolerance: Math.max(Math.abs(b - a) / 2, step / 2) }
    return planSpace({ ...request, target: { ...request.target, [quantity]: aim } })
  }
  const start = stepsTo(from)
  const beyond = start + Math.ceil(far / step)
  let outer = beyond
  for (let inner = start; outer - inner > 1;) {
    const middle = (inner + outer) >> 1
    if (isRelaxationFeasible(asking(middle, beyond), NO_CONSTRAINT, solve)) inner = middle
    else outer = middle
  }
  let reached = start
  while (outer - reached > 1) {
    const middle = (reached + outer) >> 1
    const plan = heuristicPlan(asking(middle, outer), MUST, 'question')
    if (plan.reached) reached = Math.max(middle, stepsTo(estimateOf(plan.result, quantity)!.value))
    else outer = middle
  }
  return Number((sign * reached * step).toFixed(6))
}
