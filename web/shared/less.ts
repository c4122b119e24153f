import type { Quantity } from '#core/quantities/units.ts'

/** How much less: a share in percent, grams, or down to a number in core units. */
export interface Less {
  by: 'percent' | 'grams' | 'number'
  amount: number | null
  /** The number that is come down to. */
  quantity: Quantity
}
export const USUAL_LESS: Less = { by: 'percent', amount: 30, quantity: 'swingWeight' }

/** The same question asked another way, from where it usually begins: 30 %, 4 g, the number as it is now. */
export function lessAs(by: Less['by'], less: Less, known: Partial<Record<Quantity, number>>): Less {
  const amount = by === 'percent' ? 30 : by === 'grams' ? 4 : (known[less.quantity] ?? null)
  return { ...less, by, amount }
}

/**
 * The share of what gives that goes, 0 to 1; null where nothing is asked or nothing would do.
 * @param wholeG all that could give, g
 * @param towards the share that brings a number nearest to a value, where any does
 */
export function shareOf(
  { by, amount, quantity }: Less,
  wholeG: number,
  towards: (quantity: Quantity, value: number) => number | null,
): number | null {
  if (amount === null || amount <= 0) return null
  if (by === 'number') return towards(quantity, amount)
  const share = by === 'percent' ? amount / 100 : wholeG > 0 ? amount / wholeG : 0
  return share > 0 ? Math.min(1, share) : null
}
