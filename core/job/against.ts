import { estimateOf, type FrameState } from '../frame/state.ts'
import { apart } from '../quantities/difference.ts'
import type { Estimate } from '../quantities/estimate.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { conformityOf, type AcceptanceRule, type Conformity } from './conformity.ts'

/** What a finished frame is held against, beside its target. */
export const AGAINST = ['prediction', 'reference', 'twin'] as const
export type Against = (typeof AGAINST)[number]

type Numbers = Partial<Record<Quantity, Estimate | null>>
/** One number of it: apart by so much, and whether that is within the tolerance with both uncertainties counted. */
export interface HeldNumber {
  quantity: Quantity
  theirs: number
  /** Read less theirs. */
  off: number
  conformity: Conformity
}

/**
 * What was read against what something else says, number by number; what either does not know is left out.
 * @param tolerance within which the two count as alike
 */
export function heldAgainst(
  read: Numbers,
  theirs: Numbers,
  tolerance: Record<Quantity, number>,
  rule: AcceptanceRule,
): HeldNumber[] {
  return QUANTITIES.flatMap((quantity): HeldNumber[] => {
    const [mine, other] = [read[quantity], theirs[quantity]]
    if (!mine || !other) return []
    const off = { value: mine.value - other.value, u: apart(mine.u, other.u, 0) }
    const conformity = conformityOf(off, { value: 0, tolerance: tolerance[quantity] }, rule)
    return [{ quantity, theirs: other.value, off: off.value, conformity }]
  })
}

/** The four numbers of a state. */
export const fourOf = (state: FrameState): Numbers =>
  Object.fromEntries(QUANTITIES.map((quantity) => [quantity, estimateOf(state, quantity)]))
