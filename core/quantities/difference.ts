import type { Estimate } from './estimate.ts'

export type DifferenceVerdict = 'same' | 'more' | 'less' | 'unknown'

export interface Difference {
  /** Other minus this; null when either is not known. */
  difference: Estimate | null
  /** Below twice its uncertainty a difference says nothing: `same` means "cannot tell". */
  verdict: DifferenceVerdict
  /** The difference in standard uncertainties, never negative; null when either is not known. */
  inU: number | null
}

/**
 * Standard uncertainty of a difference. @param shared covariance of the two
 * @example apart(3, 4, 0) // 5
 */
export const apart = (a: number, b: number, shared: number): number =>
  Math.sqrt(Math.max(0, a * a + b * b - 2 * shared))

/** Coverage factor for about 95 %. */
export const COVERAGE = 2

/**
 * Other minus this, and whether it can be told from nothing.
 * @param shared covariance of the two, where one instrument read both: its calibration moves them alike
 * @example differenceOf({ value: 320, u: 0.3 }, { value: 321, u: 0.4 }) // { difference: { value: 1, u: 0.5 }, verdict: 'more', inU: 2 }
 */
export function differenceOf(mine: Estimate | null, other: Estimate | null, shared = 0): Difference {
  if (!mine || !other) return { difference: null, verdict: 'unknown', inU: null }
  const difference = { value: other.value - mine.value, u: apart(mine.u, other.u, shared) }
  const gap = Math.abs(difference.value)
  const inU = difference.u > 0 ? gap / difference.u : gap > 0 ? Infinity : 0
  if (inU < COVERAGE || gap === 0) return { difference, verdict: 'same', inU }
  return { difference, verdict: difference.value > 0 ? 'more' : 'less', inU }
}
