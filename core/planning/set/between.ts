import type { Quantity } from '../../quantities/units.ts'
import type { FrameState } from '../../frame/state.ts'
import { stockOf } from '../../cuts/cut.ts'
import { countsOf, heuristicPlan, NO_CONSTRAINT, soughtIn, type Plan, type PlanSpace } from '../solve/plan.ts'
import type { TargetNumbers } from '../problem/request.ts'
import {
  aboutMiddle,
  aimed,
  effortOfSet,
  HALF,
  isBetterSet,
  planByCounts,
  minutesRaised,
  setOf,
  valuesOf,
  type SetFrame,
  type SetPlan,
} from './set.ts'

/** Tolerances are drawn in already: anywhere inside is as good as the middle. */
export const TO_THE_EDGE = { ...NO_CONSTRAINT, toTheEdge: true }
/** Times that every frame is planned anew between the others. */
const MOST_ROUNDS = 8
/** Share of a window that a plan is made for: the rest is for what whole cuts leave over. */
const KEPT_FREE = 0.1
/** Share of a tolerance that a frame is given where the others leave it nothing. */
const NARROW = 0.1

/** Every frame planned for itself to one target, out of what those before it leave in the drawer. */
export function eachAlone(frames: readonly SetFrame[], spaces: readonly PlanSpace[], target: TargetNumbers): SetPlan {
  const plans: Plan[] = []
  for (const space of spaces) plans.push(heuristicPlan(leftBy(plans, aimed(space, target)), TO_THE_EDGE))
  return setOf(frames, target, plans)
}

/** Every frame planned for itself to one target, as a set; null where one has no plan that reaches it or all ask more than is of use. */
export function setAbout(
  frames: readonly SetFrame[],
  spaces: readonly PlanSpace[],
  target: TargetNumbers,
  mostEffort: number,
): SetPlan | null {
  const plans: Plan[] = []
  let left = mostEffort - effortOfSet([], minutesRaised(frames, target.mass?.value))
  for (const space of spaces) {
    const mine = leftBy(plans, aimed(space, target))
    const { best } = soughtIn(mine, { ...TO_THE_EDGE, mustReach: true, mostMinutes: left }, 'glance')
    if (!best) return null
    left -= best.score.minutes
    plans.push(planByCounts(mine, countsOf(mine, best.patterns)))
  }
  return aboutMiddle(frames, plans, target)
}

/** Shares of a tolerance by which a target is moved, one number after the other. */
const MOVES = [0.5, -0.5, 0.25, -0.25, 0.1, -0.1]

/** The target moved a little, one number after the other, as long as sets about it ask less. */
export function aboutNearby(frames: readonly SetFrame[], spaces: readonly PlanSpace[], from: SetPlan): SetPlan {
  let best = from
  for (let helped = true; helped;) {
    helped = false
    for (const q of Object.keys(from.target) as Quantity[])
      for (const share of MOVES) {
        const { value, tolerance } = best.target[q]!
        const target = { ...best.target, [q]: { value: value + (share * tolerance) / HALF, tolerance } }
        const found = setAbout(frames, spaces, target, best.effort)
        if (!found || !isBetterSet(found, best)) continue
        best = found
        helped = true
      }
  }
  return best
}

/** The space with what other plans leave in the drawer. */
function leftBy(others: readonly Plan[], space: PlanSpace): PlanSpace {
  const { request } = space
  const taken = stockOf(
    others.flatMap((plan) => plan.cuts),
    request.materials,
    request.work,
  )
  const materials = request.materials.map((m) => ({ ...m, stock: Math.max(0, m.stock - (taken.get(m.id) ?? 0)) }))
  return { ...space, request: { ...request, materials } }
}

/**
 * Each frame in turn planned anew anywhere within a tolerance of all others, as long as that brings them nearer or asks less:
 * alike is when the highest and the lowest differ by no more than a tolerance, wherever the middle then lies.
 */
export function drawnTogether(frames: readonly SetFrame[], spaces: readonly PlanSpace[], from: SetPlan): SetPlan {
  let best = from
  const plans = from.plans.map(({ plan }) => plan)
  const asked = new Map<number, string>()
  /** Plans one frame anew between the others; true when the set is the better for it. */
  const again = (i: number): boolean => {
    const others = plans.filter((_, k) => k !== i)
    const window = windowBeside(
      others.map((plan) => plan.result),
      from.target,
    )
    const space = leftBy(others, aimed(spaces[i], window))
    const question = JSON.stringify([window, space.request.materials.map((m) => m.stock)])
    if (asked.get(i) === question) return false
    asked.set(i, question)
    plans[i] = heuristicPlan(space, TO_THE_EDGE)
    const found = aboutMiddle(frames, plans, from.target)
    const better = isBetterSet(found, best)
    if (better) best = found
    return better
  }
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const helped = frames.map((_, i) => again(i)).includes(true)
    if (!helped && round > 0) break
  }
  return best
}

/** Where a frame may land so that it differs from none of the others by more than a whole tolerance. */
function windowBeside(others: readonly FrameState[], target: TargetNumbers): TargetNumbers {
  const numbers = Object.entries(target).map(([quantity, { tolerance }]) => {
    const values = valuesOf(others, quantity as Quantity)
    const whole = tolerance / HALF
    const [low, high] = [Math.max(...values) - whole, Math.min(...values) + whole]
    const half = Math.max(NARROW * whole, (high - low) / 2)
    return [quantity, { value: (low + high) / 2, tolerance: (1 - KEPT_FREE) * half }]
  })
  return Object.fromEntries(numbers) as TargetNumbers
}
