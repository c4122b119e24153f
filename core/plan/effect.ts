import { leverageOf } from '../frame/pieces.ts'
import { meansOf } from '../frame/shape.ts'
import type { FrameState } from '../frame/state.ts'
import { piecesOf, type Cut, type Workpiece } from './cut.ts'
import type { Material } from './material.ts'

/** What an amount does to the frame: grams, Σm·x, Σm(x−a)²/1000, Σm·y²/1000, Σm·y. All add. */
export interface Effect {
  massG: number
  moment: number
  swing: number
  twist: number
  side: number
}

export const NO_EFFECT: Effect = { massG: 0, moment: 0, swing: 0, twist: 0, side: 0 }

export function plusEffect(a: Effect, b: Effect, times = 1): Effect {
  return {
    massG: a.massG + times * b.massG,
    moment: a.moment + times * b.moment,
    swing: a.swing + times * b.swing,
    twist: a.twist + times * b.twist,
    side: a.side + times * b.side,
  }
}

/** The exact sums of a cut about the state's axis. */
export function effectOfCut(cut: Cut, material: Material, work: Workpiece, state: FrameState): Effect {
  return piecesOf(cut, material, work).reduce((sum, piece) => {
    const per = leverageOf(meansOf(piece.shape, work.geometry), state.axisCm)
    return plusEffect(sum, {
      massG: piece.massG,
      moment: piece.massG * per.xCm,
      swing: piece.massG * per.swing,
      twist: piece.massG * per.twist,
      side: piece.massG * per.yCm,
    })
  }, NO_EFFECT)
}
