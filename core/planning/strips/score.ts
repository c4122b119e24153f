/** What plans are compared by. */
export interface Score {
  /** Σ weight·max(0, |off| − tolerance)/tolerance: 0 when every number lies inside. */
  outside: number
  /** The share of the chance to land that it gives up: by not aiming at the middle of the tolerances, and by what is unsure of its pieces. */
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

/** So much of a step more is not yet the next. */
export const ROUNDED = 1e-4
const steps = (value: number, step: number) => Math.ceil(value / step - ROUNDED)

/** Share of a tolerance within which every number is well placed. */
export const MIDDLE = 0.4

/** Minutes of work that a tenth of the chance is worth, and a quarter of a tolerance more away from its target (common practice, no source). */
export const WORTH_MINUTES = { chance: 15, depth: 4 } as const

/**
 * Minutes as plans are compared by them.
 * @example wholeMinutes(7.2) // 8
 */
export const wholeMinutes = (minutes: number): number => steps(minutes, STEP.minutes) * STEP.minutes

/**
 * Quarters of a tolerance by which the worst number lies outside the middle.
 * @example depthLost({ worst: 0.6 }) // 1
 */
export const depthLost = ({ worst }: Pick<Score, 'worst'>): number => Math.max(0, steps(worst - MIDDLE, STEP.depth))

/**
 * The most of its chance that a plan of so many tenths lost gives up.
 * @example lostWithin(1) // 0.2000…
 */
export const lostWithin = (tenths: number): number => STEP.chance * (tenths + 1 + ROUNDED)

/** Tenths of its chance that a plan gives up; the first is free. */
const tenthsLost = ({ chanceLost }: Score): number => Math.max(0, steps(chanceLost, STEP.chance) - 1)

/**
 * Minutes of a plan, with what it gives up counted in minutes; of one that does not reach, its minutes alone.
 * @example effortOf({ outside: 0, chanceLost: 0.25, worst: 0.6, minutes: 7.2, places: 2, deviation: 1, addedG: 5, cost: 0 }) // 42
 */
export function effortOf(score: Score): number {
  const minutes = wholeMinutes(score.minutes)
  if (score.outside > 1e-9) return minutes
  return minutes + WORTH_MINUTES.chance * tenthsLost(score) + WORTH_MINUTES.depth * depthLost(score)
}

/**
 * The aims of a plan in a hand's order, each in whole steps; less is better: inside the tolerances, likely to land in few minutes, near, light, cheap.
 * @example scoreSteps({ outside: 0, chanceLost: 0, worst: 0, minutes: 7.2, places: 2, deviation: 1, addedG: 5.2, cost: 0 }, { placesFirst: false, leastMass: true }) // [0, 8, 2, 10, 11, 0]
 */
export function scoreSteps(score: Score, order: Order): number[] {
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

/**
 * Does one list of steps come before another: is the first in which they differ smaller?
 * @example comesBefore([0, 8, 2], [0, 8, 3]) // true
 */
export function comesBefore(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i] < b[i]
  return false
}
