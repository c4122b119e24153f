import { arcPath } from '../geometry/drawing.ts'
import { headOutline, type FrameGeometry } from '../geometry/outline.ts'
import { acrossOf, hoopSpan, layersOf, type Cut, type Workpiece } from './cut.ts'
import { runLength } from './drawing.ts'
import type { Material } from './material.ts'

/** A dimension line beside a piece: what a tape laid along the hoop, or a rule from the butt, must show. */
export interface Dimension {
  /** From the landmark to the piece, or the piece itself. */
  of: 'place' | 'length'
  path: string
  cm: number
  label: { xCm: number; yCm: number }
}

/** So far outside of the tube runs the line, and so far beside it stands its figure, cm. */
const LINE_CM = 1.5
const BESIDE_CM = 0.7
/** Half of a figure as it is written, cm on the drawing. */
export const FIGURE_HALF_CM = { width: 3.3, height: 1.2 } as const
/** What a drawing leaves free for them, past the tip and to either side, cm. */
export const DIMENSION_ROOM_CM = { tip: 9, side: 6.4 } as const
/** Distances below this are not written: the piece begins at its landmark. */
const AT_CM = 0.05

/** Where one piece lies, dimensioned from its landmark: along the hoop from the tip, else from the butt. */
export function dimensionsOf(cut: Cut, material: Material, work: Workpiece): Dimension[] {
  const { geometry } = work
  switch (cut.place) {
    case 'hoop': {
      const [length = 0] = layersOf(cut)
      const [from, to] = hoopSpan(cut, length, geometry)
      const side = cut.side === 'left' ? -1 : 1
      const across = acrossOf(cut, geometry)
      if (across) return [alongHoop('length', from, to, length, side, geometry, across === 'tip' ? from : to)]
      return [
        ...(from > AT_CM ? [alongHoop('place', 0, from, from, side, geometry)] : []),
        alongHoop('length', from, to, length, side, geometry),
      ]
    }
    case 'shaft':
    case 'bevels':
    case 'handle':
    case 'sleeve': {
      const length = runLength(cut, material, work)
      return [
        ...(cut.atCm > AT_CM ? [straight('place', 0, cut.atCm, geometry)] : []),
        ...(length > AT_CM ? [straight('length', cut.atCm, cut.atCm + length, geometry)] : []),
      ]
    }
    case 'spot':
      return cut.atCm > AT_CM ? [straight('place', 0, cut.atCm, geometry)] : []
    default:
      return []
  }
}

/** @param crossesAt where on the hoop it crosses the long axis: it lies on both halves then */
function alongHoop(
  of: Dimension['of'],
  from: number,
  to: number,
  cm: number,
  side: 1 | -1,
  geometry: FrameGeometry,
  crossesAt: number | null = null,
): Dimension {
  const on = headOutline(geometry).halfLengthCm
  const outside = (insetCm: number) => headOutline(geometry, insetCm)
  const line = outside(-LINE_CM)
  const scale = line.halfLengthCm / on
  const middle = crossesAt ?? (from + to) / 2
  const at = line.pointAt(middle * scale)
  const inside = headOutline(geometry).pointAt(middle)
  // Straight out from the tube, as far as a figure that stands upright needs.
  const [dx, dy] = [at.xCm - inside.xCm, at.yCm - inside.yCm]
  const [nx, ny] = [dx / Math.hypot(dx, dy), dy / Math.hypot(dx, dy)]
  const out = BESIDE_CM + FIGURE_HALF_CM.width * Math.abs(nx) + FIGURE_HALF_CM.height * Math.abs(ny)
  return {
    of,
    path: (crossesAt === null ? [side] : ([1, -1] as const))
      .map((s) => arcPath(geometry, from * scale, Math.min(to * scale, line.halfLengthCm), s, -LINE_CM))
      .join(''),
    cm,
    label: { xCm: at.xCm + out * nx, yCm: side * (at.yCm + out * ny) },
  }
}

function straight(of: Dimension['of'], from: number, to: number, geometry: FrameGeometry): Dimension {
  const y = geometry.handleHalfWidthCm + LINE_CM
  return {
    of,
    path: `M${from} ${y - 0.5}V${y + 0.5}M${from} ${y}H${to}M${to} ${y - 0.5}V${y + 0.5}`,
    cm: to - from,
    label: { xCm: (from + to) / 2, yCm: y + 2.6 },
  }
}
