import type { FrameGeometry } from '../geometry/outline.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import type { AnyQuantity } from '../quantities/units.ts'

/** One thing in which a frame does or does not agree with what is published of its model. */
export interface ClaimLine {
  what: 'length' | 'headLength' | 'headWidth' | 'pattern' | 'mass' | 'balance' | 'swingWeight'
  quantity: AnyQuantity | null
  mine: number | string
  published: number | string
  /** Within this; null where it must be the same. */
  within: number | null
  agrees: boolean
}

/** Rulers and rounded catalogue figures differ by so much (common practice, no source). */
const WITHIN = { length: 0.3, head: 0.6 }

/**
 * Is it the model it claims to be? Outline and pattern against the published ones, and mass, balance and swing weight, both brought to one
 * condition, against twice their uncertainties together.
 */
export function checkClaim(
  mine: { geometry: FrameGeometry; state: FrameState },
  published: { geometry: FrameGeometry; state: FrameState },
): ClaimLine[] {
  const size = (what: ClaimLine['what'], a: number, b: number, within: number): ClaimLine => ({
    what,
    quantity: 'length',
    mine: a,
    published: b,
    within,
    agrees: Math.abs(a - b) <= within + 1e-9,
  })
  const g = mine.geometry
  const p = published.geometry
  const lines = [
    size('length', g.lengthCm, p.lengthCm, WITHIN.length),
    size('headLength', g.headLengthCm, p.headLengthCm, WITHIN.head),
    size('headWidth', g.headWidthCm, p.headWidthCm, WITHIN.head),
  ]
  if (g.face === 'strings')
    lines.push({
      what: 'pattern',
      quantity: null,
      mine: `${g.mains} × ${g.crosses}`,
      published: `${p.mains} × ${p.crosses}`,
      within: null,
      agrees: g.mains === p.mains && g.crosses === p.crosses,
    })
  for (const quantity of ['mass', 'balance', 'swingWeight'] as const) {
    const a = estimateOf(mine.state, quantity)
    const b = estimateOf(published.state, quantity)
    if (!a || !b) continue
    const within = 2 * Math.hypot(a.u, b.u)
    lines.push({
      what: quantity,
      quantity,
      mine: a.value,
      published: b.value,
      within,
      agrees: Math.abs(a.value - b.value) <= within,
    })
  }
  return lines
}
