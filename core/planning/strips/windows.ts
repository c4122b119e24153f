import { GCM2_PER_KGCM2, GRAVITY_CM_S2 } from '../../quantities/units.ts'
import type { Group } from './menu.ts'
import { SUMS, type Aim } from './sums.ts'

/**
 * Where a straight sum over the patterns must come to for an aim to be met: |from + Σ along·sums| ≤ half·(1 + slack/weight). Necessary,
 * not sufficient: what comes through is judged by the exact numbers.
 */
export interface Window {
  along: number[]
  /** The sum with nothing added. */
  from: number
  half: number
  weight: number
}

/**
 * The windows of aims, the tightest beside what the menu can do first. Balance, lateral place and M·g·R/I are straight once multiplied
 * by the mass or the inertia that the frame can come to at most. Recoil weight bends: it has none.
 */
export function windowsOf(
  aims: readonly Aim[],
  base: ArrayLike<number>,
  groups: readonly Group[],
  axisCm: number,
): Window[] {
  const most = Array.from({ length: SUMS }, (_, a) =>
    groups.reduce((sum, g) => sum + g.patterns.reduce((top, p) => Math.max(top, p.sums[a]), 0), base[a]),
  )
  const windows = aims.flatMap((aim): Window[] => {
    const one = (along: number[], half: number, off = 0): Window[] => [
      { along, half, weight: aim.weight, from: along.reduce((sum, c, a) => sum + c * base[a], -off) },
    ]
    const { target: t, tolerance } = aim
    switch (aim.quantity) {
      case 'mass':
        return one([1, 0, 0, 0, 0], tolerance, t)
      case 'swingWeight':
        return one([0, 0, 1, 0, 0], tolerance, t)
      case 'twistWeight':
        return one([0, 0, 0, 1, 0], tolerance, t)
      case 'balance':
        return one([-t, 1, 0, 0, 0], tolerance * most[0])
      case 'lateral':
        return one([-t, 0, 0, 0, 1], tolerance * most[0])
      case 'mgri': {
        const butt = GCM2_PER_KGCM2 * most[2] + 2 * axisCm * most[1]
        return one([t * axisCm * axisCm, GRAVITY_CM_S2 - 2 * axisCm * t, -t * GCM2_PER_KGCM2, 0, 0], tolerance * butt)
      }
      case 'recoilWeight':
        return []
    }
  })
  const reach = (w: Window) =>
    groups.reduce((sum, { patterns }) => {
      let top = 0
      for (const p of patterns) top = Math.max(top, Math.abs(sumAlong(w, p.sums)))
      return sum + top
    }, 0) / w.half
  return windows
    .map((w) => ({ w, reach: reach(w) }))
    .sort((a, b) => b.reach - a.reach)
    .map(({ w }) => w)
}

/** What some sums come to along a window. */
export function sumAlong({ along }: Window, sums: readonly number[]): number {
  let sum = 0
  for (let a = 0; a < SUMS; a++) sum += along[a] * sums[a]
  return sum
}

/** A sum of all windows, each over its half width: Σ weights·(sum of the window)/half. */
export interface Direction {
  weights: number[]
  /** The least that the sum can be: so far off, in halves of its window, is the worst number of any plan at least. */
  least: number
}

/**
 * The direction in which some places fall shortest of a target. Weak duality: for any weights with Σ|w| = 1 the largest of the scaled sums
 * is at least w·sums, and each place adds the least that any of its patterns does. The weights are improved by subgradients; whatever
 * they are, the bound holds.
 * @param from of each window the sum with nothing added, over its half width
 * @param places of each place what its patterns add to every window over its half width, pattern after pattern
 * @param mayRest a place may be left out
 */
export function shortestWay(
  from: readonly number[],
  places: readonly Float64Array[],
  mayRest: boolean,
  rounds: number,
): Direction {
  const n = from.length
  const scaled = (weights: number[]) => {
    const size = weights.reduce((sum, w) => sum + Math.abs(w), 0)
    return size > 0 ? weights.map((w) => w / size) : weights.map(() => 1 / n)
  }
  let weights = scaled([...from])
  let best: Direction = { weights, least: -Infinity }
  for (let round = 1; round <= rounds; round++) {
    let least = 0
    const at = [...from]
    for (let q = 0; q < n; q++) least += weights[q] * from[q]
    for (const adds of places) {
      let found = mayRest ? -1 : 0
      let lowest = mayRest ? 0 : Infinity
      for (let i = 0; i < adds.length; i += n) {
        let sum = 0
        for (let q = 0; q < n; q++) sum += weights[q] * adds[i + q]
        if (sum < lowest) [lowest, found] = [sum, i]
      }
      least += lowest
      if (found >= 0) for (let q = 0; q < n; q++) at[q] += adds[found + q]
    }
    if (least > best.least) best = { weights, least }
    const size = Math.hypot(...at)
    if (size < 1e-12) break
    weights = scaled(weights.map((w, q) => w + (0.7 / Math.sqrt(round)) * (at[q] / size)))
  }
  return { ...best, least: best.least - 1e-9 }
}
