import { estimateOf, type FrameState } from '../frame/state.ts'
import type { MeasuredSummary } from '../measure/summary.ts'
import { COVERAGE } from '../quantities/difference.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'

/** A frame of a batch against what is wanted. */
export interface Ranked {
  id: string
  /** Difference from what is wanted, core units; null where either is not known. */
  off: Record<Quantity, number | null>
  /** Root mean square of the differences in tolerances: 1 is at the edge of every tolerance. Infinity when nothing is known. */
  distance: number
  /** Standard uncertainty of the distance, from what the units do not share. */
  uDistance: number
  /** g that would have to come off: tape cannot do that. */
  tooHeavyG: number
}

/**
 * Units of one model in order of how well they would serve: nearest first, a unit that is heavier than wanted by more than its
 * tolerance after all that are not. What the units share (one instrument's calibration) moves them all alike and is left out.
 */
export function rankUnits(
  units: readonly { id: string; summary: MeasuredSummary }[],
  wanted: Partial<Record<Quantity, number>>,
  profile: SportProfile,
): Ranked[] {
  const ranked = units.map(({ id, summary }): Ranked => {
    const off = {} as Ranked['off']
    let sum = 0
    let slope = 0
    let count = 0
    for (const quantity of QUANTITIES) {
      const mine = estimateOf(summary.state, quantity)
      const target = wanted[quantity]
      off[quantity] = mine && target !== undefined ? mine.value - target : null
      if (off[quantity] === null) continue
      const tolerance = profile.tolerance[quantity]
      sum += (off[quantity] / tolerance) ** 2
      slope += ((off[quantity] / tolerance ** 2) * ownSpread(summary, quantity)) ** 2
      count++
    }
    const distance = count === 0 ? Infinity : Math.sqrt(sum / count)
    return {
      id,
      off,
      distance,
      uDistance: count === 0 ? 0 : distance > 0 ? Math.sqrt(slope) / (count * distance) : 0,
      tooHeavyG: Math.max(0, (off.mass ?? 0) - profile.tolerance.mass),
    }
  })
  return ranked.sort((a, b) => Number(a.tooHeavyG > 0) - Number(b.tooHeavyG > 0) || a.distance - b.distance)
}

/** Standard uncertainty of a unit's number against another unit's, read with the same instruments: its repeats alone. */
export function ownSpread(summary: MeasuredSummary, quantity: Quantity): number {
  const { groups } = summary.quantities[quantity]
  if (groups.length === 0) return 0
  return Math.sqrt(groups.reduce((sum, g) => sum + (g.share * g.uRepeat) ** 2, 0))
}

/**
 * How far units of a batch lie apart in one number, and whether the readings can tell: what one instrument's calibration moves in all of
 * them alike is left out. Null where fewer than two were read.
 */
export function batchSpread(
  summaries: readonly MeasuredSummary[],
  quantity: Quantity,
): { by: number; isTold: boolean } | null {
  const known = summaries.flatMap((summary) => {
    const { combined } = summary.quantities[quantity]
    return combined ? [{ value: combined.value, u: ownSpread(summary, quantity) }] : []
  })
  if (known.length < 2) return null
  const values = known.map(({ value }) => value)
  const by = Math.max(...values) - Math.min(...values)
  const [most, next] = known.map(({ u }) => u).sort((a, b) => b - a)
  return { by, isTold: by > COVERAGE * Math.hypot(most, next) }
}

/** Can the first two of a ranking be told apart: do their distances differ by more than twice their own uncertainty? */
export function toldApart([first, second]: readonly Ranked[]): boolean {
  if (!first || !second) return true
  return Math.abs(second.distance - first.distance) > 2 * Math.hypot(first.uDistance, second.uDistance)
}

/** The middle of a batch: the mean of what is known of each quantity. */
export function middleOf(states: readonly FrameState[]): Partial<Record<Quantity, number>> {
  const out: Partial<Record<Quantity, number>> = {}
  for (const quantity of QUANTITIES) {
    const values = states.flatMap((s) => estimateOf(s, quantity)?.value ?? [])
    if (values.length > 0) out[quantity] = values.reduce((a, b) => a + b, 0) / values.length
  }
  return out
}
