/** What plans are compared by. */
export interface Score {
  /** Σ weight·max(0, |off| − tolerance)/tolerance: 0 when every number lies inside. */
  outside: number
  /** The share of its chance to land that it gives up by not aiming at the middle of the tolerances. */
  chanceLost: number
  /** How far the worst number is off, in its tolerance: 1 is the edge. */
  worst: number
  /** Minutes of work. */
  minutes: number
  places: number
  /** Σ weight·|off|/tolerance. */
  deviation: number
  addedG: number
  cost: number
}

/** How scores are compared, beside the scores themselves. */
export interface Order {
  /** Fewest places before least work. */
  placesFirst: boolean
  /** Where mass is not aimed at, less of it is better. */
  leastMass: boolean
}

/** Deviations outside a tolerance are compared in tenths of it, chance lost in tenths, work in minutes, deviations in tenths, grams in halves. */
export const STEP = {
  outside: 0.1,
  chance: 0.1,
  depth: 0.25,
  minutes: 1,
  deviation: 0.1,
  addedG: 0.5,
  cost: 0.01,
} as const

const steps = (value: number, step: number) => Math.ceil(value / step - 1e-4)

/** Share of a tolerance within which every number is well placed. */
export const MIDDLE = 0.4

/** Minutes of work that no hand spares for a tenth of the chance, or a quarter of a tolerance more (common practice, no source). */
export const WORTH_MINUTES = 6

/** What is given up by leaving the middle of the tolerances, in steps; none as long as it is a tenth of the chance at most and no number leaves the middle. */
export function givenUp({ chanceLost, worst, outside }: Pick<Score, 'chanceLost' | 'worst' | 'outside'>): number {
  if (outside > 1e-9) return 0
  return Math.max(0, steps(chanceLost, STEP.chance) - 1, steps(worst - MIDDLE, STEP.depth))
}

/** Minutes of a plan, with what it gives up counted in minutes. */
export const effortOf = (score: Score): number =>
  steps(score.minutes, STEP.minutes) * STEP.minutes + WORTH_MINUTES * givenUp(score)

/** The aims of a plan in a hand's order, each in whole steps; less is better: inside the tolerances, likely to land in few minutes, near, light, cheap. */
export function inSteps(score: Score, order: Order): number[] {
  const effort = effortOf(score)
  return [
    steps(score.outside, STEP.outside),
    order.placesFirst ? score.places : effort,
    order.placesFirst ? effort : score.places,
    steps(score.deviation, STEP.deviation),
    order.leastMass ? steps(score.addedG, STEP.addedG) : 0,
    steps(score.cost, STEP.cost),
  ]
}

/** Does one list of steps come before another: is the first in which they differ smaller? */
export function comesBefore(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i] < b[i]
  return false
}
