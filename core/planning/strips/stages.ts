import { normalBetween } from '../../numerics/normal.ts'
import { MIDDLE, STEP, WORTH_MINUTES, lostWithin } from './score.ts'
import type { Aim } from './sums.ts'

/** A part of the plans that reach: those that give up no more than so many minutes' worth by lying off the middle and by chance. */
export interface SearchStage {
  /** The share of its tolerance that any number may be off. */
  placed: number
  /** What of the chance all numbers may lose together, as −ln of what is left. */
  mostLost: number
  /** A plan that lies in no stage before gives up so many minutes' worth at least. */
  givenUp: number
}

/** All plans that reach, where anywhere inside a tolerance is as good as its middle. */
export const WHOLE_TOLERANCES: SearchStage = { placed: 1, mostLost: Infinity, givenUp: 0 }

/** Where the plans of a stage may lie, as shares of the tolerances: a convex region. */
export interface Region {
  /** Of each number: how far off it may be alone. */
  shares: number[]
  /** Of each number: what it loses by lying off its target, at equal steps up to its share. */
  losses: Float64Array[]
  mostLost: number
}

/** Steps in which the loss of a number is told. */
const STEPS = 40

/** All of the tolerances. */
export const anywhereInside = (aims: readonly Aim[]): Region => ({
  shares: aims.map(() => 1),
  losses: [],
  mostLost: Infinity,
})

/** A number aimed at with its standard uncertainty: as the frame was read, and the least that it is of the plans in question. */
export interface KnownAim extends Aim {
  u: number
  leastU: number
}

/** Tenths of the chance lost of each stage; what loses more is in the last. */
const TENTHS = [0, 1, 2, Infinity]

/**
 * The plans that reach, in stages from what gives up nothing to the whole tolerances: those in the middle, then those that lose one tenth
 * of their chance after the other. A plan that is off by a share of a tolerance loses chance by it, at least what it loses with the least
 * uncertainty that any plan has: so a number that is barely known need not be looked for far off its target as long as many minutes stand
 * against it.
 * @param leastDepth quarters of a tolerance by which every plan lies outside the middle
 */
export function stagesOf(aims: readonly KnownAim[], leastDepth: number): SearchStage[] {
  // What all plans have beyond the most that chance is compared with.
  const beyond = aims.reduce((sum, aim) => sum + Math.max(0, -lossAt(aim, 0)), 0)
  const placed = Math.min(1, MIDDLE + STEP.depth * (leastDepth + 1e-4))
  const lost = (tenths: number) => (tenths < Infinity ? beyond - Math.log(1 - lostWithin(tenths)) : Infinity)
  const middle: SearchStage = { placed, mostLost: lost(0), givenUp: WORTH_MINUTES.depth * leastDepth }
  return [
    middle,
    ...TENTHS.map((tenths, i): SearchStage => {
      const givenUp = i === 0 ? WORTH_MINUTES.depth : WORTH_MINUTES.chance * (TENTHS[i - 1] + 1)
      return { placed: 1, mostLost: lost(tenths), givenUp: middle.givenUp + givenUp }
    }),
  ]
}

/** Where plans of a stage may lie that leave the numbers so unsure; null where they give up too much wherever they lie. */
export function stageRegion({ placed, mostLost }: SearchStage, aims: readonly KnownAim[]): Region | null {
  if (aims.reduce((sum, aim) => sum + lossAt(aim, 0), 0) > mostLost + 1e-9) return null
  const shares = sharesIn(aims, placed, mostLost)
  return { shares, losses: aims.map((aim, i) => lossesOf(aim, shares[i])), mostLost }
}

const sharesIn = (aims: readonly KnownAim[], placed: number, mostLost: number) =>
  aims.map((aim) => Math.min(placed, shareWithin(aim, mostLost)))

/** How far a region reaches along Σ weights·(share of the tolerance off), as if each number could be off by itself. */
export const boxAlong = ({ shares }: Pick<Region, 'shares'>, weights: readonly number[]): number =>
  weights.reduce((sum, w, k) => sum + Math.abs(w) * shares[k], 0)

/**
 * How far a region reaches along Σ weights·(share of the tolerance off), since what is lost is convex in how far a number is off. Bounded
 * by its dual, which holds for any price of what is lost.
 */
export function reachAlong({ shares, losses, mostLost }: Region, weights: readonly number[]): number {
  const alone = boxAlong({ shares }, weights)
  if (mostLost === Infinity) return alone
  const at = (price: number) => {
    let sum = price * mostLost
    for (let k = 0; k < weights.length; k++) {
      const step = (Math.abs(weights[k]) * shares[k]) / STEPS
      // Up to the next step the loss is at least what it is at this one.
      let most = -Infinity
      for (let i = 0; i < STEPS; i++) {
        const here = step * (i + 1) - price * losses[k][i]
        if (here > most) most = here
      }
      sum += most
    }
    return sum
  }
  let least = alone
  // What is convex in the price falls to its least and rises again.
  let [low, high] = [0, 8]
  for (let i = 0; i < 8; i++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
    const [atA, atB] = [at(a), at(b)]
    least = Math.min(least, atA, atB)
    if (atA <= atB) high = b
    else low = a
  }
  return least
}

/** What a number loses by lying off its target by a share of the tolerance, as −ln of the chance over the most, weighted; below 0 where it is better known than as it was read. */
function lossAt({ tolerance, weight, u, leastU }: KnownAim, share: number): number {
  return weight * (Math.log(lands(tolerance, u, 0)) - Math.log(Math.max(1e-300, lands(tolerance, leastU, share))))
}

/** The chance to land inside a tolerance, off its middle by a share of it. */
const lands = (tolerance: number, u: number, share: number): number =>
  u < 1e-12 ? 1 : normalBetween((-tolerance * (1 + share)) / u, (tolerance * (1 - share)) / u)

/** What a number loses at least by so much off its target, from what it loses at steps up to the edge. */
export const lossWithin = (losses: Float64Array, share: number): number =>
  losses[Math.min(STEPS, Math.floor(share * STEPS))]

export const lossesOf = (aim: KnownAim, share: number): Float64Array =>
  Float64Array.from({ length: STEPS + 1 }, (_, i) => lossAt(aim, (share * i) / STEPS))

/** The share of its tolerance up to which a number loses no more, by halving; 1 where it does not in all of it. */
function shareWithin(aim: KnownAim, mostLost: number): number {
  if (lossAt(aim, 1) <= mostLost) return 1
  let [low, high] = [0, 1]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (lossAt(aim, middle) <= mostLost) low = middle
    else high = middle
  }
  return high + 1e-9
}
