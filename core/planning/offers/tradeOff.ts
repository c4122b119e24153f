import { NO_CONSTRAINT, planSpace, heuristicPlan, type Plan } from '../solve/plan.ts'
import type { PlanRequest } from '../problem/request.ts'

/** One point of the trade-off: the best found with at most so many grams added. */
export interface TradePoint {
  /** Grams that it adds. */
  addedG: number
  /** How far its worst number is off, in its own tolerance: 1 is the edge. */
  worst: number
  plan: Plan
}

/** Caps looked at between nothing and the mass of the plan that has none. */
const CAPS = 10

export function worstOf(plan: Plan): number {
  return Math.max(0, ...plan.deviations.map((landing) => Math.abs(landing.off) / landing.tolerance))
}

/**
 * Off target against added mass: the same request under caps from nothing to what the whole plan takes. Good plans, not
 * proven; only those that are nearer than every lighter one are kept, lightest first.
 */
export function tradeOff(request: PlanRequest, whole: Plan): TradePoint[] {
  const most = Math.min(whole.score.addedG, request.limits.capG ?? Infinity)
  const point = (plan: Plan): TradePoint => ({ addedG: plan.score.addedG, worst: worstOf(plan), plan })
  const points = Array.from({ length: CAPS }, (_, i) => (most * i) / CAPS).map((capG) =>
    point(heuristicPlan(planSpace({ ...request, limits: { ...request.limits, capG } }), NO_CONSTRAINT, 'glance')),
  )
  const all = [...points, point(whole)].sort((a, b) => a.addedG - b.addedG || a.worst - b.worst)
  return all.filter((p, i) => all.slice(0, i).every((lighter) => p.worst < lighter.worst - 1e-3))
}
