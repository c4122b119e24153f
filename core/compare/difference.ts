import type { Estimate } from '../frame/state.ts'

export type Verdict = 'same' | 'more' | 'less' | 'unknown'

export interface Difference {
  /** Other minus this; null when either is not known. */
  difference: Estimate | null
  /** Below twice its uncertainty a difference says nothing: `same` means "cannot tell". */
  verdict: Verdict
  /** The difference in standard uncertainties, never negative; null when either is not known. */
  inU: number | null
}

/** Coverage factor for about 95 %. */
export const COVERAGE = 2

/** Other minus this with the uncertainties of both as independent, and whether it can be told from nothing. */
export function differenceOf(mine: Estimate | null, other: Estimate | null): Difference {
  if (!mine || !other) return { difference: null, verdict: 'unknown', inU: null }
  const difference = { value: other.value - mine.value, u: Math.hypot(mine.u, other.u) }
  const gap = Math.abs(difference.value)
  const inU = difference.u > 0 ? gap / difference.u : gap > 0 ? Infinity : 0
  if (inU < COVERAGE || gap === 0) return { difference, verdict: 'same', inU }
  return { difference, verdict: difference.value > 0 ? 'more' : 'less', inU }
}
