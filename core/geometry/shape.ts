import { Problem } from '../problem.ts'
import { besideLine, headCentreCm, type FrameGeometry } from './outline.ts'

/** Where mass lies on a frame. Lengths in cm from the butt, or along the head outline from 12 o'clock for arcs. */
export type Shape =
  | { kind: 'point'; xCm: number; yCm: number }
  /** Two equal straight strips from–to at ±offset. */
  | { kind: 'strip'; fromCm: number; toCm: number; offsetCm: number }
  /**
   * Along the head outline between two arc lengths from 12 o'clock, alike on both sides, or on one; across: one run over the tip or the
   * throat bridge, its right half from–to. Arc lengths are those of the middle of the tube, whatever line beside it the mass lies on.
   */
  | { kind: 'arc'; fromCm: number; toCm: number; side: 'both' | 'left' | 'right' | 'across'; offCm?: number }
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
 * @example meansOf({ kind: 'column', fromCm: 0, toCm: 6 }, outline) // { x: 3, xx: 12, y: 0, yy: 0 }
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
      const { outline, from, to } = lineOf(shape, geometry)
      const { x, xx, y, yy } = outline.meansOver(from, to)
      return { x, xx, y: shape.side === 'right' ? y : shape.side === 'left' ? -y : 0, yy }
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

/** How one run of a shape lies, and how its means move when a hand slides it along the line that it lies on. */
export interface Slide {
  /** Per cm: dx̄, d(x²̄), dȳ, d(y²̄) of the run on the right, or of the only one. */
  per: ShapeMeans
  /** Mean of y of the run on the right where another lies across from it on the left; else 0. */
  asideCm: number
}

/** Nearer than this a strip is as good as a point: its ends are taken so far apart, cm. */
const POINT_CM = 0.02

/**
 * The slide of a shape: a run of even mass from s₀ to s₁ along a line has the mean ∫f ds/(s₁−s₀), which moves by (f(s₁)−f(s₀))/(s₁−s₀) a cm.
 * @throws Problem `piece.outsideFrame` when it does not lie on the frame
 * @example slideOf({ kind: 'column', fromCm: 0, toCm: 6 }, outline).per // { x: 1, xx: 6, y: 0, yy: 0 }
 */
export function slideOf(shape: Shape, geometry: FrameGeometry): Slide {
  if (shape.kind !== 'arc') {
    const { x } = meansOf(shape, geometry)
    return { per: { x: 1, xx: 2 * x, y: 0, yy: 0 }, asideCm: shape.kind === 'strip' ? Math.abs(shape.offsetCm) : 0 }
  }
  const line = lineOf(shape, geometry)
  const { outline } = line
  const half = outline.halfLengthCm
  const from = Math.max(0, Math.min(line.from, half - POINT_CM))
  const to = Math.min(half, Math.max(line.to, from + POINT_CM))
  const [a, b] = [outline.pointAt(from), outline.pointAt(to)]
  const length = to - from
  // Over the axis the two ends lie alike: sliding moves the middle aside alone.
  if (shape.side === 'across') return { per: { x: 0, xx: 0, y: Math.max(a.yCm, b.yCm) / length, yy: 0 }, asideCm: 0 }
  const sign = shape.side === 'left' ? -1 : 1
  const per = {
    x: (b.xCm - a.xCm) / length,
    xx: (b.xCm ** 2 - a.xCm ** 2) / length,
    y: (sign * (b.yCm - a.yCm)) / length,
    yy: (b.yCm ** 2 - a.yCm ** 2) / length,
  }
  return { per, asideCm: shape.side === 'both' ? outline.meansOver(from, to).y : 0 }
}

/**
 * Are both arcs, and the same one?
 * @example isSameArc({ kind: 'arc', fromCm: 2, toCm: 9, side: 'both' }, { kind: 'arc', fromCm: 2, toCm: 9, side: 'left' }) // false
 */
export const isSameArc = (a: Shape, b: Shape): boolean =>
  a.kind === 'arc' &&
  b.kind === 'arc' &&
  a.fromCm === b.fromCm &&
  a.toCm === b.toCm &&
  a.side === b.side &&
  a.offCm === b.offCm

/** The line that an arc lies on, with its ends on it. */
function lineOf({ fromCm, toCm, offCm = 0 }: Shape & { kind: 'arc' }, geometry: FrameGeometry) {
  if (!(toCm >= fromCm - 1e-9)) throw new Problem('piece.outsideFrame', '', { fromCm, toCm })
  if (!(Math.abs(offCm) <= OFF_CM)) throw new Problem('piece.outsideFrame', '', { offCm })
  const { outline, across } = besideLine(geometry, offCm)
  return { outline, from: across(fromCm), to: across(toCm) }
}

/** Even mass between two places: mean x = middle, mean x² = middle² + ℓ²/12. */
function along(fromCm: number, toCm: number, geometry: FrameGeometry): { x: number; xx: number } {
  if (!(fromCm >= -1e-6 && toCm <= geometry.lengthCm + 1e-6 && toCm >= fromCm)) {
    throw new Problem('piece.outsideFrame', '', { fromCm, toCm, lengthCm: geometry.lengthCm })
  }
  const middle = (fromCm + toCm) / 2
  return { x: middle, xx: middle * middle + (toCm - fromCm) ** 2 / 12 }
}
