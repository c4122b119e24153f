import { heuristicPlan, NO_CONSTRAINT, planSpace, type Plan } from '../solve/plan.ts'
import type { PlanRequest, TargetNumbers } from '../problem/request.ts'

/** One point of work against chance: no plan that was found lands more surely for as few minutes. */
export interface WorkPoint {
  minutes: number
  /** To land inside every tolerance, 0 to 1. */
  chance: number
  plan: Plan
}

/** Tolerances drawn in so far are aimed at: nearer to the middle is more work, and lands more surely. */
const DRAWN_IN = [0.7, 0.5, 0.3, 0.15] as const
/** Less than this is no more chance, and no more work. */
const MORE_CHANCE = 0.01
const MORE_MINUTES = 0.25

/**
 * What more work buys: plans of fewer places than the whole plan has, and plans that aim nearer to the middle of the tolerances. Good
 * plans, not proven; only those that reach the target, and land more surely than every one of less work, least work first.
 * @param chanceOf of a plan to land inside the tolerances of the request
 */
export function workCurve(request: PlanRequest, whole: Plan, chanceOf: (plan: Plan) => number): WorkPoint[] {
  const places = whole.cuts.length - request.fixedCuts.length
  const fewer = Array.from({ length: Math.max(0, places - 1) }, (_, i) => i + 1).map((maxPlaces) =>
    found({ ...request, limits: { ...request.limits, maxPlaces } }),
  )
  const nearer = DRAWN_IN.map((share) => found({ ...request, target: drawnIn(request.target, share) }))
  const all = [whole, ...fewer, ...nearer]
    .filter((plan) => reaches(plan, request.target))
    .map((plan): WorkPoint => ({ minutes: plan.score.minutes, chance: chanceOf(plan), plan }))
    .sort((a, b) => a.minutes - b.minutes || b.chance - a.chance)
  const kept: WorkPoint[] = []
  for (const point of all) {
    const before = kept.at(-1)
    if (before && point.chance < before.chance + MORE_CHANCE) continue
    // Hardly more work for more chance stands in place of the one before.
    if (before && point.minutes < before.minutes + MORE_MINUTES) kept.pop()
    kept.push(point)
  }
  return kept
}

const found = (request: PlanRequest): Plan => heuristicPlan(planSpace(request), NO_CONSTRAINT, 'glance')

const drawnIn = (target: TargetNumbers, share: number): TargetNumbers =>
  Object.fromEntries(
    Object.entries(target).map(([quantity, aim]) => [quantity, { ...aim, tolerance: aim.tolerance * share }]),
  )

const reaches = (plan: Plan, target: TargetNumbers): boolean =>
  plan.deviations.every(({ quantity, off }) => Math.abs(off) <= (target[quantity]?.tolerance ?? Infinity) + 1e-9)
