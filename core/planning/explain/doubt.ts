import { estimateOf, type FrameState } from '../../frame/state.ts'
import { withPieces, type Piece } from '../../frame/pieces.ts'
import type { FrameGeometry } from '../../geometry/outline.ts'
import type { AimQuantity } from '../../quantities/units.ts'
import type { Chance } from './chance.ts'

/** What keeps a build from landing: how well a number was read, how well a roll was weighed, or what a hand cannot do better. */
export interface ChanceDoubt {
  quantity: AimQuantity
  cause: 'reading' | 'roll' | 'hand'
}

/**
 * Where the chance of a plan is lost: the number that lands least often, and the largest part of its variance.
 * @param measured the frame before anything goes on @returns null where nothing is aimed at
 */
export function doubtOf(
  measured: FrameState,
  pieces: readonly Piece[],
  chance: Chance,
  geometry: FrameGeometry,
): ChanceDoubt | null {
  const [worst] = (Object.entries(chance.each) as [AimQuantity, number][]).sort((a, b) => a[1] - b[1])
  if (!worst) return null
  const [quantity] = worst
  const variance = (state: FrameState) => (estimateOf(state, quantity)?.u ?? 0) ** 2
  const whole = variance(withPieces(measured, pieces, geometry))
  const byHand = variance(
    withPieces(
      measured,
      pieces.map(({ roll: _roll, ...piece }) => piece),
      geometry,
    ),
  )
  const read = variance(
    withPieces(
      measured,
      pieces.map((p) => ({ ...p, roll: undefined, uMassG: 0, uPlaceCm: 0 })),
      geometry,
    ),
  )
  const parts: [ChanceDoubt['cause'], number][] = [
    ['reading', read],
    ['roll', whole - byHand],
    ['hand', byHand - read],
  ]
  return { quantity, cause: parts.sort((a, b) => b[1] - a[1])[0][0] }
}
