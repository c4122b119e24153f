import { estimateOf, type Estimate, type FrameState } from '../frame/state.ts'
import type { Quantity } from '../quantities/units.ts'

export type Verdict = 'same' | 'more' | 'less' | 'unknown'

export interface Difference {
  /** Other minus this; null when either is not known. */
  difference: Estimate | null
  /** Below twice its uncertainty a difference says nothing: `same` means "cannot tell". */
  verdict: Verdict
}

/** Coverage factor for about 95 %. */
export const COVERAGE = 2

/** Other minus this with the uncertainties of both as independent, and whether it can be told from nothing. */
export function differenceOf(mine: Estimate | null, other: Estimate | null): Difference {
  if (!mine || !other) return { difference: null, verdict: 'unknown' }
  const difference = { value: other.value - mine.value, u: Math.hypot(mine.u, other.u) }
  if (Math.abs(difference.value) < COVERAGE * difference.u) return { difference, verdict: 'same' }
  return { difference, verdict: difference.value > 0 ? 'more' : 'less' }
}

/** How far apart two states are in tolerances, over the quantities that both know; fewer known numbers never bring it nearer. */
export function nearness(
  mine: FrameState,
  other: FrameState,
  tolerance: Record<Quantity, number>,
  populationSpread: Record<Quantity, number>,
): number {
  let sum = 0
  for (const quantity of Object.keys(tolerance) as Quantity[]) {
    const a = estimateOf(mine, quantity)
    if (!a) continue
    const b = estimateOf(other, quantity)
    const gap = b ? Math.hypot(b.value - a.value, b.u) : Math.SQRT2 * populationSpread[quantity]
    sum += (gap / tolerance[quantity]) ** 2
  }
  return Math.sqrt(sum)
}
