import type { SportProfile } from '../sports/profile.ts'
import type { FrameGeometry } from './outline.ts'
import { withPieces, type Piece } from './pieces.ts'
import { aboutAxis, type FrameState } from './state.ts'

export type GripKind = 'none' | 'base' | 'leather' | 'synthetic'

/** What is on the frame when a number was taken. Part of every reading and every published figure. */
export interface Condition {
  /** Mass of the string bed in g; null when the frame is bare. */
  stringsG: number | null
  grip: GripKind
  overgrips: number
  dampener: boolean
}

/** Two conditions are alike when nothing would have to be put on or taken off. */
export function sameCondition(a: Condition, b: Condition): boolean {
  return changeOf(a, b).length === 0
}

interface Change {
  layer: 'strings' | 'grip' | 'overgrip' | 'dampener'
  massG: number
  uMassG: number
}

/** The layers to put on (positive) or take off (negative) to bring a frame from one condition to another. */
function changeOf(from: Condition, to: Condition, profile?: SportProfile): Change[] {
  const layers = profile?.layers
  const changes: Change[] = []
  const strings = (to.stringsG ?? 0) - (from.stringsG ?? 0)
  if (from.stringsG !== to.stringsG && (from.stringsG === null || to.stringsG === null)) {
    changes.push({ layer: 'strings', massG: strings, uMassG: layers?.strings.uMassG ?? 0 })
  }
  if (from.grip !== to.grip) {
    const was = layers?.grips[from.grip] ?? { massG: 0, uMassG: 0 }
    const is = layers?.grips[to.grip] ?? { massG: 0, uMassG: 0 }
    changes.push({ layer: 'grip', massG: is.massG - was.massG, uMassG: Math.hypot(was.uMassG, is.uMassG) })
  }
  const wraps = to.overgrips - from.overgrips
  if (wraps !== 0) {
    const one = layers?.overgrip ?? { massG: 0, uMassG: 0 }
    changes.push({ layer: 'overgrip', massG: wraps * one.massG, uMassG: Math.abs(wraps) * one.uMassG })
  }
  if (from.dampener !== to.dampener) {
    const one = layers?.dampener ?? { massG: 0, uMassG: 0 }
    changes.push({ layer: 'dampener', massG: to.dampener ? one.massG : -one.massG, uMassG: one.uMassG })
  }
  return changes
}

/**
 * The pieces that turn a frame as measured in one condition into the other, from the frame's own geometry.
 * Two strung frames are taken with the strings each has.
 */
export function conditionPieces(
  from: Condition,
  to: Condition,
  geometry: FrameGeometry,
  profile: SportProfile,
): Piece[] {
  return changeOf(from, to, profile).map(({ layer, massG, uMassG }) => ({
    massG,
    uMassG,
    uPlaceCm: 0,
    shape:
      layer === 'strings'
        ? { kind: 'bed' }
        : layer === 'dampener'
          ? {
              kind: 'point',
              xCm: geometry.lengthCm - geometry.headLengthCm + profile.layers.dampener.fromBridgeCm,
              yCm: 0,
            }
          : { kind: 'sleeve', fromCm: 0, toCm: geometry.gripLengthCm, radiusCm: geometry.handleHalfWidthCm },
  }))
}

/** Brings a state from one condition and axis to another; uncertainty of the layers is added. Geometry decides, not a constant. */
export function broughtTo(
  state: FrameState,
  from: Condition,
  to: { condition: Condition; axisCm: number },
  geometry: FrameGeometry,
  profile: SportProfile,
): FrameState {
  return aboutAxis(withPieces(state, conditionPieces(from, to.condition, geometry, profile), geometry), to.axisCm)
}
