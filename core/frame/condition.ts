import type { GripKind } from '../sports/kinds.ts'
import type { SportProfile } from '../sports/profile.ts'
import { headOutline, type FrameGeometry } from '../geometry/outline.ts'
import { withPieces, type Piece } from './pieces.ts'
import type { Shape } from '../geometry/shape.ts'
import { aboutAxis, type FrameState } from './state.ts'

/** Mass that somebody put on earlier and that is still there: alike on both sides of the long axis. */
export interface AddedMass {
  id: string
  name: string
  massG: number
  /** Middle of it, cm from the butt, and off the long axis. */
  atCm: number
  offAxisCm: number
  /** It is spread evenly over so much along the frame; a point where nothing is said. */
  lengthCm?: number
  /** It does not come off: cured inside. */
  stays?: boolean
  /** The hole of the profile that it sits in, one of those that modules are made for: from there it goes into another. */
  zoneId?: string
}

/** How well the mass of something is known that was put on earlier: a share of it (common practice, no source). */
export const ADDED_SHARE = 0.03

/** What is on the frame when a number was taken. Part of every reading and every published figure. */
export interface Condition {
  /** Mass of the string bed in g; null when the frame is bare. */
  stringsG: number | null
  grip: GripKind
  overgrips: number
  dampener: boolean
  /** Mass of guard tape round the tip, g. */
  guardTapeG: number
  /** The maker's wrapping film still on the grip. */
  film: boolean
  added: AddedMass[]
}

/** A bare frame with nothing on it at all. */
export const NOTHING_ON: Condition = {
  stringsG: null,
  grip: 'none',
  overgrips: 0,
  dampener: false,
  guardTapeG: 0,
  film: false,
  added: [],
}

/** How a frame of this sport usually comes to the bench. */
export function defaultCondition(profile: SportProfile): Condition {
  return { ...NOTHING_ON, stringsG: profile.layers.strings?.massG ?? null, grip: 'base', overgrips: 1 }
}

/** A frame's own layer, from its readings with and without it. */
export interface OwnLayer {
  massG: number
  uMassG: number
  /** Mass-weighted mean place along the frame, cm from the butt; null where the balance was not read both ways. */
  xCm: number | null
  uXCm: number
  /** Mass-weighted means of x² and y², cm²; null where they were not read both ways. */
  xxCm2: number | null
  yyCm2: number | null
}

/** A condition to bring a frame to, with what was added to it earlier left on: that is the frame, not one of its layers. */
export const keepingAdded = (to: Condition, own: Condition): Condition => ({ ...to, added: own.added })

/** Two conditions are alike when nothing would have to be put on or taken off. */
export function sameCondition(a: Condition, b: Condition): boolean {
  return changesOf(a, b).length === 0
}

export type LayerName = 'strings' | 'grip' | 'overgrip' | 'dampener' | 'guardTape' | 'film' | 'added'

interface Change {
  layer: LayerName
  massG: number
  uMassG: number
  added?: AddedMass
}

/** The layers by which two conditions differ. */
export function layersBetween(from: Condition, to: Condition): LayerName[] {
  return [...new Set(changesOf(from, to).map((change) => change.layer))]
}

/** The layers to put on (positive) or take off (negative) to bring a frame from one condition to another. */
function changesOf(from: Condition, to: Condition, profile?: SportProfile): Change[] {
  const layers = profile?.layers
  const changes: Change[] = []
  if (from.stringsG !== to.stringsG && (from.stringsG === null || to.stringsG === null)) {
    const massG = (to.stringsG ?? 0) - (from.stringsG ?? 0)
    changes.push({ layer: 'strings', massG, uMassG: layers?.strings?.uMassG ?? 0 })
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
  if (from.guardTapeG !== to.guardTapeG) {
    const share = layers ? layers.guardTape.uMassG / layers.guardTape.massG : 0
    const massG = to.guardTapeG - from.guardTapeG
    changes.push({ layer: 'guardTape', massG, uMassG: Math.abs(massG) * share })
  }
  if (from.film !== to.film) {
    const one = layers?.film ?? { massG: 0, uMassG: 0 }
    changes.push({ layer: 'film', massG: to.film ? one.massG : -one.massG, uMassG: one.uMassG })
  }
  const put = (item: AddedMass, sign: 1 | -1) =>
    changes.push({ layer: 'added', massG: sign * item.massG, uMassG: ADDED_SHARE * item.massG, added: item })
  const alike = (a: AddedMass, b: AddedMass) => a.massG === b.massG && a.atCm === b.atCm && a.offAxisCm === b.offAxisCm
  // One for one: of two that are alike, taking one off leaves one.
  const unmatched = [...to.added]
  for (const item of from.added) {
    const same = unmatched.findIndex((other) => alike(item, other))
    if (same < 0) put(item, -1)
    else unmatched.splice(same, 1)
  }
  for (const item of unmatched) put(item, 1)
  return changes
}

function shapeOf(change: Change, geometry: FrameGeometry, profile: SportProfile): Shape {
  switch (change.layer) {
    case 'strings':
      return { kind: 'bed' }
    case 'dampener': {
      const fromBridge = profile.layers.dampener?.fromBridgeCm ?? 2
      return { kind: 'point', xCm: geometry.lengthCm - geometry.headLengthCm + fromBridge, yCm: 0 }
    }
    case 'guardTape': {
      const half = Math.min(profile.layers.guardTape.lengthCm / 2, headOutline(geometry, 0).halfLengthCm / 2)
      return { kind: 'arc', fromCm: 0, toCm: half, side: 'both', offCm: geometry.tubeCm / 2 }
    }
    case 'added': {
      const { atCm, offAxisCm, lengthCm = 0 } = change.added!
      const half = Math.min(lengthCm / 2, atCm, geometry.lengthCm - atCm)
      return { kind: 'strip', fromCm: atCm - half, toCm: atCm + half, offsetCm: offAxisCm }
    }
    default:
      return { kind: 'sleeve', fromCm: 0, toCm: geometry.gripLengthCm, radiusCm: geometry.handleHalfWidthCm }
  }
}

/**
 * The pieces that turn a frame as measured in one condition into the other, from the frame's own geometry; strings, where
 * given, as this frame's own readings found them. Two strung frames are taken with the strings each has.
 */
export function conditionPieces(
  from: Condition,
  to: Condition,
  geometry: FrameGeometry,
  profile: SportProfile,
  ownStrings: OwnLayer | null = null,
): Piece[] {
  return changesOf(from, to, profile).map((change): Piece => {
    const shape = shapeOf(change, geometry, profile)
    const { massG, uMassG } = change
    if (change.layer !== 'strings' || !ownStrings) return { massG, uMassG, uPlaceCm: 0, shape }
    return {
      massG: Math.sign(massG) * ownStrings.massG,
      uMassG: ownStrings.uMassG,
      uPlaceCm: ownStrings.uXCm,
      shape: { kind: 'bed', own: ownStrings },
    }
  })
}

/** Brings a state from one condition and axis to another; uncertainty of the layers is added. Geometry decides, not a constant. */
export function convertState(
  state: FrameState,
  from: Condition,
  to: { condition: Condition; axisCm: number },
  geometry: FrameGeometry,
  profile: SportProfile,
  ownStrings: OwnLayer | null = null,
): FrameState {
  const pieces = conditionPieces(from, to.condition, geometry, profile, ownStrings)
  return aboutAxis(withPieces(state, pieces, geometry), to.axisCm)
}

/** A condition in short words of the trade. @param profile of the sport: a solid face is neither bare nor strung */
export function conditionText(condition: Condition, profile: Pick<SportProfile, 'layers'>): string {
  const grip = { none: 'no grip', base: 'base grip', leather: 'leather grip', synthetic: 'synthetic grip' }[
    condition.grip
  ]
  const wraps =
    condition.overgrips === 0
      ? 'no overgrip'
      : condition.overgrips === 1
        ? '1 overgrip'
        : `${condition.overgrips} overgrips`
  const added = condition.added.reduce((sum, item) => sum + item.massG, 0)
  return [
    ...(profile.layers.strings ? [condition.stringsG === null ? 'bare' : 'strung'] : []),
    grip,
    wraps,
    ...(condition.dampener ? ['dampener'] : []),
    ...(condition.guardTapeG > 0 ? [`guard tape ${condition.guardTapeG.toFixed(1)} g`] : []),
    ...(condition.film ? ['film on'] : []),
    ...(added > 0 ? [`${added.toFixed(1)} g added earlier`] : []),
  ].join(', ')
}
