import { estimateOf, type FrameState } from '../frame/state.ts'
import { withPieces } from '../frame/pieces.ts'
import { GCM2_PER_KGCM2, type AimQuantity, type ShownQuantity } from '../quantities/units.ts'
import type { Cut, Workpiece } from './cut.ts'
import type { Material } from './material.ts'
import { momentsOfPieces } from './moments.ts'
import { piecesOf } from './pieces.ts'

/** What one more gram at a place moves: balance in cm, the rest in kg·cm². */
export type LeverageQuantity = Exclude<ShownQuantity, 'mass'>

/**
 * What a gram does at a place of a frame, as the first milligram of it does: d/dm of each number. Balance (x−b)/M, swing weight
 * (x−a)²/1000, twist weight y²/1000, recoil weight (x−b)²/1000; nothing where mass or balance is not known and matters.
 * @example gramAt('swingWeight', { xCm: 60.16, yCm: 0 }, frame(300, 32, 300)) // 2.5
 * @example gramAt('balance', { xCm: 62, yCm: 0 }, frame(300, 32, 300)) // 0.1
 */
export function gramAt(
  quantity: LeverageQuantity,
  { xCm, yCm }: { xCm: number; yCm: number },
  { massG, balanceCm, axisCm }: Pick<FrameState, 'massG' | 'balanceCm' | 'axisCm'>,
): number {
  switch (quantity) {
    case 'balance':
      return massG === null || balanceCm === null ? 0 : (xCm - balanceCm) / massG
    case 'swingWeight':
      return (xCm - axisCm) ** 2 / GCM2_PER_KGCM2
    case 'twistWeight':
      return yCm ** 2 / GCM2_PER_KGCM2
    case 'recoilWeight':
      return balanceCm === null ? 0 : (xCm - balanceCm) ** 2 / GCM2_PER_KGCM2
  }
}

/** What a cut alone does to a frame as it is. */
export interface CutLeverage {
  /** With what goes on with it, g. */
  grams: number
  /** The middle of its mass, cm from the butt. */
  xCm: number
  /** The number with it less the one without, by the exact sums, core units; null where it is not known. */
  changeOf(quantity: AimQuantity): number | null
}

/**
 * By its exact pieces; null for what adds no mass and takes none away.
 * @example leverageOfCut({ ...spot, atCm: 60.16, amount: 4 }, oneGram, workpiece, frame(300, 32, 300)) // { grams: 4, xCm: 60.16 }
 */
export function leverageOfCut(cut: Cut, material: Material, work: Workpiece, state: FrameState): CutLeverage | null {
  const pieces = piecesOf(cut, material, work)
  const { massG: grams, moment } = momentsOfPieces(pieces, work.geometry, state.axisCm)
  if (Math.abs(grams) < 1e-9) return null
  const after = withPieces(state, pieces, work.geometry)
  return {
    grams,
    xCm: moment / grams,
    changeOf: (quantity) => {
      const [now, then] = [estimateOf(state, quantity), estimateOf(after, quantity)]
      return now && then ? then.value - now.value : null
    },
  }
}
