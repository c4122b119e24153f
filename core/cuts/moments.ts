import { leverageOf } from '../frame/pieces.ts'
import { meansOf } from '../geometry/shape.ts'
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

/**
 * The exact sums of a cut about the state's axis.
 * @example momentsOfCut({ ...spot, atCm: 60.16, amount: 4 }, oneGram, workpiece, frame(300, 32, 300)) // { massG: 4, moment: 240.64, swing: 10, twist: 0, side: 0 }
 */
export function momentsOfCut(cut: Cut, material: Material, work: Workpiece, state: FrameState): Moments {
  return piecesOf(cut, material, work).reduce((sum, piece) => {
    const per = leverageOf(meansOf(piece.shape, work.geometry), state.axisCm)
    return addMoments(sum, {
      massG: piece.massG,
      moment: piece.massG * per.xCm,
      swing: piece.massG * per.swing,
      twist: piece.massG * per.twist,
      side: piece.massG * per.yCm,
    })
  }, NO_MOMENTS)
}
