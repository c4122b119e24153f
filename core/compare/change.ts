import { estimateOf, type FrameState } from '../frame/state.ts'
import { apart } from '../quantities/difference.ts'
import { QUANTITIES, type AimQuantity } from '../quantities/units.ts'
import { feltOf } from './felt.ts'

/** A number of one setup against that of another on the same frame: what was read of it moves both alike. */
export function changeBetween(
  from: FrameState,
  to: FrameState,
  quantity: AimQuantity,
): { by: number; u: number; shared: number } | null {
  const a = estimateOf(from, quantity)
  const b = estimateOf(to, quantity)
  if (!a || !b) return null
  const shared = Math.min(a.u, b.u) ** 2
  return { by: b.value - a.value, u: apart(a.u, b.u, shared), shared }
}

/** What a player is likely to notice of one setup against another on the same frame. */
export const feltBetween = (from: FrameState, to: FrameState): string[] =>
  [...QUANTITIES, 'recoilWeight' as const].flatMap((quantity) => {
    const shared = changeBetween(from, to, quantity)?.shared
    const said = feltOf(estimateOf(from, quantity), estimateOf(to, quantity), quantity, shared)
    return said.kind === 'felt' ? [said.message] : []
  })
