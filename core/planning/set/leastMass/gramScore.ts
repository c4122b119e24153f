import { bandExcess, baseOf, deviationsOf, toleranceExcess } from '../../problem/deviations.ts'
import { totalMoments, type Programme } from '../../model/programme.ts'

/** Added mass is compared in half grams, rounded up: less is not worth another cut. */
export const MASS_STEP_G = 0.5
/** Misses outside the tolerances are compared in tenths of a tolerance, guarded misses in quarters. */
export const OUTSIDE_STEP = 0.1
export const MISS_STEP = 0.25

/**
 * The aims of a plan in their order, by the exact sums: inside the tolerances first, then inside the acceptance bands. Without the
 * first, a plan could leave one tolerance to sit a little deeper inside the others.
 */
export interface GramScore {
  outside: number
  miss: number
  addedG: number
  places: number
}

export function scoreOf(programme: Programme, counts: readonly number[]): GramScore {
  const { request, acceptance, choices } = programme
  const misses = deviationsOf(acceptance, baseOf(request), totalMoments(choices, counts))
  return {
    outside: toleranceExcess(acceptance, misses),
    miss: bandExcess(acceptance, misses),
    addedG: choices.reduce((sum, choice, j) => sum + choice.addedG(counts[j]), 0),
    places: counts.filter((count) => count !== 0).length,
  }
}

const steps = (value: number, step: number) => Math.ceil(value / step - 1e-4)

/** A score in whole steps, in the order in which plans are compared: tolerances, guarded misses, then mass and places or places and mass. */
export function inSteps(score: GramScore, placesFirst: boolean): number[] {
  const mass = steps(score.addedG, MASS_STEP_G)
  return [
    steps(score.outside, OUTSIDE_STEP),
    steps(score.miss, MISS_STEP),
    ...(placesFirst ? [score.places, mass] : [mass, score.places]),
  ]
}

/** Is a the better plan? */
export function isBetter(a: GramScore, b: GramScore, placesFirst: boolean): boolean {
  const [mine, other] = [inSteps(a, placesFirst), inSteps(b, placesFirst)]
  const at = mine.findIndex((value, i) => value !== other[i])
  return at >= 0 && mine[at] < other[at]
}
