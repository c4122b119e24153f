import { normalBetween } from '../numerics/normal.ts'
import { COVERAGE } from '../quantities/difference.ts'
import type { Estimate } from '../quantities/estimate.ts'
import type { TargetNumber } from '../planning/problem/request.ts'

/**
 * When a number that was read counts as inside its tolerance (JCGM 106:2012). Guarded: only where the whole ±U lies inside (8.3.2,
 * guard band g = U). Simple: where the figure itself does (8.2), whatever its uncertainty.
 */
export const ACCEPTANCE_RULES = ['guarded', 'simple'] as const
export type AcceptanceRule = (typeof ACCEPTANCE_RULES)[number]

export type ConformityVerdict = 'passes' | 'misses' | 'undecided'

export interface Conformity {
  verdict: ConformityVerdict
  /** That the frame really is inside, given what was read: 0 to 1 (JCGM 106:2012, 7.3 and 7.5, normal). */
  probability: number
}

/** Lengths and grams are compared to this. */
const ROUNDING = 1e-9

/**
 * A number against its tolerance, its uncertainty counted.
 * @param read value with u, half of U95
 * @example conformityOf({ value: 13.6, u: 1.8 }, { value: 14.4, tolerance: 1.9 }, 'guarded').probability // 0.66
 */
export function conformityOf(read: Estimate, aim: TargetNumber, rule: AcceptanceRule): Conformity {
  const off = read.value - aim.value
  const { tolerance } = aim
  const probability =
    read.u > 0
      ? normalBetween((-tolerance - off) / read.u, (tolerance - off) / read.u)
      : Number(Math.abs(off) <= tolerance + ROUNDING)
  const guard = rule === 'guarded' ? COVERAGE * read.u : 0
  if (Math.abs(off) <= tolerance - guard + ROUNDING) return { verdict: 'passes', probability }
  return { verdict: Math.abs(off) > tolerance + guard ? 'misses' : 'undecided', probability }
}

/** More readings than this nobody takes. */
const MOST_READINGS = 20

/**
 * How many more readings like these decide, if their mean stays where it is: what they share never averages out.
 * @param uOwn of one reading by itself @param uShared of the instrument @param count readings so far
 * @returns null where no number of readings does: a better instrument would
 * @example readingsToDecide(0.7, 1, { uOwn: 0.4, uShared: 0.05, count: 2 }) // 6
 */
export function readingsToDecide(
  off: number,
  tolerance: number,
  { uOwn, uShared, count }: { uOwn: number; uShared: number; count: number },
): number | null {
  const gap = Math.abs(Math.abs(off) - tolerance)
  for (let n = count + 1; n <= count + MOST_READINGS; n++)
    if (COVERAGE * Math.hypot(uShared, uOwn / Math.sqrt(n)) <= gap) return n - count
  return null
}
