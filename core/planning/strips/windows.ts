import { GCM2_PER_KGCM2, GRAVITY_CM_S2, type AimQuantity } from '../../quantities/units.ts'
import type { Group } from './menu.ts'
import { SUMS, type Aim } from './sums.ts'

/**
 * Where a straight sum over the patterns must come to for an aim to be met: |from + Σ along·sums| ≤ half, or a share of it. Necessary,
 * not sufficient: what comes through is judged by the exact numbers.
 */
export interface Window {
  quantity: AimQuantity
  along: number[]
  /** The sum with nothing added. */
  from: number
  half: number
  /** So many times as wide where plans outside the tolerances count as well. */
  loose: number
  weight: number
}

/** The most that the sums can come to with all of a menu, and that mass, Σmx and swing weight can of a frame inside its tolerances. */
export function mostOf(aims: readonly Aim[], base: ArrayLike<number>, groups: readonly Group[]) {
  const all = Array.from({ length: SUMS }, (_, a) => base[a])
  for (const { patterns } of groups) {
    const most = new Array<number>(SUMS).fill(0)
    for (const { sums } of patterns) for (let a = 0; a < SUMS; a++) if (sums[a] > most[a]) most[a] = sums[a]
    for (let a = 0; a < SUMS; a++) all[a] += most[a]
  }
  const aimed = (quantity: AimQuantity, upTo: number) => {
    const aim = aims.find((a) => a.quantity === quantity)
    return aim ? Math.min(upTo, aim.target + aim.tolerance) : upTo
  }
  const mass = aimed('mass', all[0])
  const moment = Math.min(all[1], aimed('balance', Infinity) * mass)
  return { all, mass, moment, swing: aimed('swingWeight', all[2]) }
}

/**
 * The windows of aims, the tightest beside what the menu can do first. Balance, lateral place and M·g·R/I are straight once multiplied
 * by the mass or the inertia that a frame inside its tolerances can come to at most. Recoil weight bends: it has none.
 */
export function windowsOf(
  aims: readonly Aim[],
  base: ArrayLike<number>,
  groups: readonly Group[],
  axisCm: number,
  { all, mass, moment, swing }: ReturnType<typeof mostOf>,
): Window[] {
  const inertia = (swing: number, x: number) => GCM2_PER_KGCM2 * swing + 2 * axisCm * x
  const windows = aims.flatMap((aim): Window[] => {
    const { quantity, weight, target: t, tolerance } = aim
    const one = (along: number[], half: number, off = 0, loose = 1): Window[] => [
      { quantity, along, half, loose, weight, from: along.reduce((sum, c, a) => sum + c * base[a], -off) },
    ]
    switch (quantity) {
      case 'mass':
        return one([1, 0, 0, 0, 0], tolerance, t)
      case 'swingWeight':
        return one([0, 0, 1, 0, 0], tolerance, t)
      case 'twistWeight':
        return one([0, 0, 0, 1, 0], tolerance, t)
      case 'balance':
        return one([-t, 1, 0, 0, 0], tolerance * mass, 0, all[0] / mass)
      case 'lateral':
        return one([-t, 0, 0, 0, 1], tolerance * mass, 0, all[0] / mass)
      case 'mgri': {
        const butt = inertia(swing, moment)
        const along = [t * axisCm * axisCm, GRAVITY_CM_S2 - 2 * axisCm * t, -t * GCM2_PER_KGCM2, 0, 0]
        return one(along, tolerance * butt, 0, inertia(all[2], all[1]) / butt)
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

/**
 * How far off, in halves of its window, the worst number of any plan is at least: by the sum of windows in which all places fall shortest.
 * Weak duality: for any weights with Σ|w| = 1 the largest of the scaled sums is at least w·sums, and each place adds the least that any
 * of its patterns does, or nothing. The weights are improved by subgradients; whatever they are, the bound holds.
 * @param from of each window the sum with nothing added, over its half width
 * @param places of each place what its patterns add to every window over its half width, pattern after pattern
 */
export function leastWorstOf(from: readonly number[], places: readonly Float64Array[], rounds: number): number {
  const n = from.length
  const scaled = (weights: number[]) => {
    const size = weights.reduce((sum, w) => sum + Math.abs(w), 0)
    return size > 0 ? weights.map((w) => w / size) : weights.map(() => 1 / n)
  }
  let weights = scaled([...from])
  let best = 0
  for (let round = 1; round <= rounds; round++) {
    let least = 0
    const at = [...from]
    for (let q = 0; q < n; q++) least += weights[q] * from[q]
    for (const adds of places) {
      let found = -1
      let lowest = 0
      for (let i = 0; i < adds.length; i += n) {
        let sum = 0
        for (let q = 0; q < n; q++) sum += weights[q] * adds[i + q]
        if (sum < lowest) [lowest, found] = [sum, i]
      }
      least += lowest
      if (found >= 0) for (let q = 0; q < n; q++) at[q] += adds[found + q]
    }
    best = Math.max(best, least - 1e-9)
    // Where the places fall short of nothing so far, they mostly do not: what is sought then costs more than it closes.
    if (best === 0 && round >= rounds / 3) break
    const size = Math.hypot(...at)
    if (size < 1e-12) break
    weights = scaled(weights.map((w, q) => w + (0.7 / Math.sqrt(round)) * (at[q] / size)))
  }
  return best
}
