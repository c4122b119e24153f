import { leverageOf, type Leverage, type Piece } from '../frame/pieces.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { isSameArc, meansOf, type Shape } from '../geometry/shape.ts'
import type { FrameState } from '../frame/state.ts'
import type { Cut, Workpiece } from './cut.ts'
import { piecesOf } from './pieces.ts'
import type { Material } from './material.ts'

/** What an amount does to the frame: grams, Σm·x, Σm(x−a)²/1000, Σm·y²/1000, Σm·y. All add. */
export interface Moments {
  massG: number
  moment: number
  swing: number
  twist: number
  side: number
}

export const NO_MOMENTS: Moments = { massG: 0, moment: 0, swing: 0, twist: 0, side: 0 }

/**
 * One after the other, the second so many times.
 * @example addMoments(NO_MOMENTS, { massG: 2, moment: 120, swing: 5, twist: 0.3, side: 0 }, 2) // { massG: 4, moment: 240, swing: 10, twist: 0.6, side: 0 }
 */
export function addMoments(a: Moments, b: Moments, times = 1): Moments {
  return {
    massG: a.massG + times * b.massG,
    moment: a.moment + times * b.moment,
    swing: a.swing + times * b.swing,
    twist: a.twist + times * b.twist,
    side: a.side + times * b.side,
  }
}

const NO_LEVERAGE: Leverage = { xCm: 0, swing: 0, twist: 0, yCm: 0 }

/**
 * The exact sums of some pieces about an axis.
 * @example momentsOfPieces([{ massG: 4, shape: { kind: 'point', xCm: 60.16, yCm: 0 }, uMassG: 0, uPlaceCm: 0 }], outline, 10.16) // { massG: 4, moment: 240.64, swing: 10, twist: 0, side: 0 }
 */
export function momentsOfPieces(pieces: readonly Piece[], geometry: FrameGeometry, axisCm: number): Moments {
  let [grams, moment, swing, twist, side] = [0, 0, 0, 0, 0]
  let before: Shape | null = null
  let per = NO_LEVERAGE
  for (const { massG, shape } of pieces) {
    // Layers of a strip and the coats over it lie alike.
    if (!before || !isSameArc(shape, before)) per = leverageOf(meansOf(shape, geometry), axisCm)
    before = shape
    grams += massG
    moment += massG * per.xCm
    swing += massG * per.swing
    twist += massG * per.twist
    side += massG * per.yCm
  }
  return { massG: grams, moment, swing, twist, side }
}

/**
 * The exact sums of a cut about the state's axis.
 * @example momentsOfCut({ ...spot, atCm: 60.16, amount: 4 }, oneGram, workpiece, frame(300, 32, 300)) // { massG: 4, moment: 240.64, swing: 10, twist: 0, side: 0 }
 */
export const momentsOfCut = (cut: Cut, material: Material, work: Workpiece, state: FrameState): Moments =>
  momentsOfPieces(piecesOf(cut, material, work), work.geometry, state.axisCm)
