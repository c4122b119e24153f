import { Problem } from '../problem.ts'
import { headCentreCm, headOutline, type FrameGeometry } from './outline.ts'

/** Where mass lies on a frame. Lengths in cm from the butt, or along the head outline from 12 o'clock for arcs. */
export type Shape =
  | { kind: 'point'; xCm: number; yCm: number }
  /** Two equal straight strips from–to at ±offset. */
  | { kind: 'strip'; fromCm: number; toCm: number; offsetCm: number }
  /** Along the head outline between two arc lengths from 12 o'clock, alike on both sides, or on one. */
  | { kind: 'arc'; fromCm: number; toCm: number; side: 'both' | 'left' | 'right' }
  /** A filled column on the long axis. */
  | { kind: 'column'; fromCm: number; toCm: number }
  /** A thin sleeve round the handle. */
  | { kind: 'sleeve'; fromCm: number; toCm: number; radiusCm: number }
  /** The string bed: an even sheet over the ellipse inside the hoop, or as this frame's own readings found it. */
  | { kind: 'bed'; own?: OwnBed }

/** Means that were read; null where they were not. */
export interface OwnBed {
  xCm: number | null
  xxCm2: number | null
  yyCm2: number | null
}

/** Mass-weighted means of x, x², y, y² over a shape: multiply by grams for Σmx, Σmx², Σmy, Σmy². */
export interface ShapeMeans {
  x: number
  xx: number
  y: number
  yy: number
}

/** So far beside the widest place something may stand, cm: tape on a frame, a module. */
const OFF_CM = 2

/**
 * Exact means of a shape on a frame. Arcs are exact sums over the outline's polyline.
 * @throws Problem `piece.outsideFrame` when it does not lie on the frame
 */
export function meansOf(shape: Shape, geometry: FrameGeometry): ShapeMeans {
  switch (shape.kind) {
    case 'point':
      along(shape.xCm, shape.xCm, geometry)
      if (!(Math.abs(shape.yCm) <= geometry.headWidthCm / 2 + OFF_CM))
        throw new Problem('piece.outsideFrame', '', { offCm: shape.yCm })
      return { x: shape.xCm, xx: shape.xCm ** 2, y: shape.yCm, yy: shape.yCm ** 2 }
    case 'strip':
      if (!(Math.abs(shape.offsetCm) <= geometry.headWidthCm / 2 + OFF_CM))
        throw new Problem('piece.outsideFrame', '', { offCm: shape.offsetCm })
      return { ...along(shape.fromCm, shape.toCm, geometry), y: 0, yy: shape.offsetCm ** 2 }
    case 'column':
      return { ...along(shape.fromCm, shape.toCm, geometry), y: 0, yy: 0 }
    case 'sleeve':
      return { ...along(shape.fromCm, shape.toCm, geometry), y: 0, yy: shape.radiusCm ** 2 / 2 }
    case 'arc': {
      if (!(shape.toCm >= shape.fromCm - 1e-9))
        throw new Problem('piece.outsideFrame', '', { fromCm: shape.fromCm, toCm: shape.toCm })
      const means = headOutline(geometry).meansOver(shape.fromCm, shape.toCm)
      const y = shape.side === 'both' ? 0 : shape.side === 'right' ? means.y : -means.y
      return { ...means, y }
    }
    case 'bed': {
      const x = headCentreCm(geometry)
      const rx = geometry.headLengthCm / 2 - geometry.tubeCm
      const ry = geometry.headWidthCm / 2 - geometry.tubeCm
      const own = shape.own
      const at = own?.xCm ?? x
      return { x: at, xx: own?.xxCm2 ?? at * at + (rx * rx) / 4, y: 0, yy: own?.yyCm2 ?? (ry * ry) / 4 }
    }
  }
}

/** Even mass between two places: mean x = middle, mean x² = middle² + ℓ²/12. */
function along(fromCm: number, toCm: number, geometry: FrameGeometry): { x: number; xx: number } {
  if (!(fromCm >= -1e-6 && toCm <= geometry.lengthCm + 1e-6 && toCm >= fromCm)) {
    throw new Problem('piece.outsideFrame', '', { fromCm, toCm, lengthCm: geometry.lengthCm })
  }
  const middle = (fromCm + toCm) / 2
  return { x: middle, xx: middle * middle + (toCm - fromCm) ** 2 / 12 }
}
