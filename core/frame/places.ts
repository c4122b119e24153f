import { headOutline, type FrameGeometry } from '../geometry/outline.ts'
import { withPieces, type Piece } from './pieces.ts'
import type { FrameState } from './state.ts'
import type { Shape } from '../geometry/shape.ts'

/** Places of which advice speaks. */
export const TARGET_PLACES = ['tip', 'tenTwo', 'threeNine', 'handle', 'butt'] as const
export type TargetPlace = (typeof TARGET_PLACES)[number]

/** Half the length that a few grams take up on the hoop, cm along it. */
const HALF_RUN_CM = 3

/** Where a place of the rules lies on a frame: alike on both sides. */
export function shapeAt(place: TargetPlace, geometry: FrameGeometry): Shape {
  const outline = headOutline(geometry)
  const about = (arcCm: number): Shape => ({
    kind: 'arc',
    fromCm: Math.max(0, arcCm - HALF_RUN_CM),
    toCm: Math.min(outline.halfLengthCm, arcCm + HALF_RUN_CM),
    side: 'both',
  })
  switch (place) {
    case 'tip':
      return about(0)
    case 'tenTwo':
      return about(outline.atClock(2))
    case 'threeNine':
      return about(outline.atClock(3))
    case 'handle':
      return { kind: 'column', fromCm: 2, toCm: geometry.gripLengthCm - 2 }
    case 'butt':
      return { kind: 'column', fromCm: 1, toCm: 4 }
  }
}

/** Grams at a place. */
export interface PointMass {
  place: TargetPlace
  massG: number
}

/** A thought experiment on paper: exact masses at exact places. */
export function withPointMasses(state: FrameState, doses: readonly PointMass[], geometry: FrameGeometry): FrameState {
  const pieces = doses.map((d): Piece => ({
    massG: d.massG,
    shape: shapeAt(d.place, geometry),
    uMassG: 0,
    uPlaceCm: 0,
  }))
  return withPieces(state, pieces, geometry)
}
