import { Problem } from '../problem.ts'

/** Two arms and a bridge, or a shaft straight to the head. */
export const THROATS = ['open', 'none'] as const
/** Walls of the hoop's tube that strips can lie on instead of its edges. */
export const WALLS = ['outside', 'inside'] as const
export type Wall = (typeof WALLS)[number]
/** Edges of the hoop's tube, as the frame lies before you. */
export const EDGES = ['upper', 'lower'] as const
export type Edge = (typeof EDGES)[number]
export const FACES = ['strings', 'holes', 'plain'] as const

/** The shape of a frame, cm. Lengths along the outline are what a tape measures on the middle of the hoop's tube. */
export interface FrameGeometry {
  lengthCm: number
  /** Outside length of the head, tip to throat bridge. */
  headLengthCm: number
  headWidthCm: number
  /** Exponent of the superellipse: 2 is an ellipse, more is squarer. */
  exponent: number
  /** Width of the hoop's tube in the plane of the face. */
  tubeCm: number
  /** Thickness of the hoop normal to the face, for drawing and for the spin weight. */
  beamCm: number
  gripLengthCm: number
  /** Half the width of the handle in the plane of the face. */
  handleHalfWidthCm: number
  /** The shaft runs from the top of the grip to here, where the throat opens. */
  shaftToCm: number
  shaftHalfWidthCm: number
  throat: (typeof THROATS)[number]
  face: (typeof FACES)[number]
  /** Main and cross strings; 0 for a solid face. */
  mains: number
  crosses: number
  /** What a hand finds on frames of this model; what is not said is as the sport's usual frame has it. */
  landmarks?: FrameLandmarks
}

/** Where runs begin and what the handle holds, read off the frame with a tape, cm. */
export interface FrameLandmarks {
  /** The bumper's end and the start of the throat, along the hoop from the tip. */
  bumperCm?: number
  throatCm?: number
  /** One grommet of a side, counted from the tip, and where it lies. */
  grommetNo?: number
  grommetCm?: number
  /** The handle is hollow up to here, from the butt end. */
  hollowToCm?: number
  /** What one cm of the hollow holds, g. */
  hollowGPerCm?: number
}

export interface OutlinePoint {
  xCm: number
  yCm: number
}

/** Integrals along the outline from 12 o'clock to arc length s: ∫ds, ∫x ds, ∫x² ds, ∫y ds, ∫y² ds. */
interface ArcSums {
  x: number
  xx: number
  y: number
  yy: number
}

/** The right half of the head outline from 12 o'clock (s = 0) to 6 o'clock, as a fine polyline with exact sums along it. */
export class HeadOutline {
  readonly points: OutlinePoint[]
  private readonly arc: number[] = [0]
  private readonly sums: ArcSums[] = [{ x: 0, xx: 0, y: 0, yy: 0 }]
  private readonly widest: number

  constructor(points: OutlinePoint[]) {
    this.points = points
    let widest = 0
    for (let i = 1; i < points.length; i++) {
      const a = points[i - 1]
      const b = points[i]
      const length = Math.hypot(b.xCm - a.xCm, b.yCm - a.yCm)
      this.arc.push(this.arc[i - 1] + length)
      this.sums.push(plus(this.sums[i - 1], segment(a, b, length)))
      if (b.yCm > points[widest].yCm) widest = i
    }
    this.widest = this.arc[widest]
  }

  /** Arc length from 12 to 6 o'clock, cm. */
  get halfLengthCm(): number {
    return this.arc[this.arc.length - 1]
  }

  /** Arc length from 12 o'clock to a clock landmark on the right half, cm. 3 is the widest place; 1 and 2 lie at thirds between 12 and 3, 4 and 5 likewise below. */
  atClock(hour: 12 | 1 | 2 | 3 | 4 | 5 | 6): number {
    const turn = hour === 12 ? 0 : hour
    if (turn <= 3) return (this.widest * turn) / 3
    return this.widest + ((this.halfLengthCm - this.widest) * (turn - 3)) / 3
  }

  /** The place at arc length s on the right half. */
  pointAt(arcCm: number): OutlinePoint {
    const { index, share } = this.locate(arcCm)
    const a = this.points[index]
    const b = this.points[index + 1]
    return { xCm: a.xCm + (b.xCm - a.xCm) * share, yCm: a.yCm + (b.yCm - a.yCm) * share }
  }

  /** Means of x, x², y, y² over the arc from s₀ to s₁ on the right half (s₀ < s₁), or at the point when they meet. */
  meansOver(fromCm: number, toCm: number): ArcSums {
    if (toCm - fromCm < 1e-9) {
      const p = this.pointAt(fromCm)
      return { x: p.xCm, xx: p.xCm ** 2, y: p.yCm, yy: p.yCm ** 2 }
    }
    const end = this.sumsTo(toCm)
    const start = this.sumsTo(fromCm)
    const length = toCm - fromCm
    return {
      x: (end.x - start.x) / length,
      xx: (end.xx - start.xx) / length,
      y: (end.y - start.y) / length,
      yy: (end.yy - start.yy) / length,
    }
  }

  /** The points of the arc from s₀ to s₁, for drawing. */
  pointsBetween(fromCm: number, toCm: number): OutlinePoint[] {
    const inside = this.points.filter((_, i) => this.arc[i] > fromCm + 1e-9 && this.arc[i] < toCm - 1e-9)
    return [this.pointAt(fromCm), ...inside, this.pointAt(toCm)]
  }

  /** The arc length whose point lies nearest to a place on the right half (y ≥ 0). */
  nearestArc(xCm: number, yCm: number): number {
    let best = 0
    let bestDistance = Infinity
    this.points.forEach((p, i) => {
      const distance = (p.xCm - xCm) ** 2 + (p.yCm - yCm) ** 2
      if (distance < bestDistance) {
        bestDistance = distance
        best = i
      }
    })
    return this.arc[best]
  }

  /** Which of its points an arc length lies at, with the share of the way to the next; and back. */
  placeOf(arcCm: number): number {
    const { index, share } = this.locate(arcCm)
    return index + share
  }
  arcOf(place: number): number {
    const index = Math.min(this.arc.length - 2, Math.floor(place))
    return this.arc[index] + (this.arc[index + 1] - this.arc[index]) * (place - index)
  }

  private sumsTo(arcCm: number): ArcSums {
    const { index, share } = this.locate(arcCm)
    const a = this.points[index]
    const b = this.points[index + 1]
    const cut = { xCm: a.xCm + (b.xCm - a.xCm) * share, yCm: a.yCm + (b.yCm - a.yCm) * share }
    return plus(this.sums[index], segment(a, cut, (this.arc[index + 1] - this.arc[index]) * share))
  }

  private locate(arcCm: number): { index: number; share: number } {
    const last = this.arc.length - 1
    if (!(arcCm >= -1e-6 && arcCm <= this.arc[last] + 1e-6))
      throw new Problem('piece.outsideFrame', '', { arcCm, halfLengthCm: this.halfLengthCm })
    let low = 0
    let high = last
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (this.arc[middle] <= arcCm) low = middle
      else high = middle
    }
    const span = this.arc[low + 1] - this.arc[low]
    return { index: low, share: span > 0 ? Math.min(1, Math.max(0, (arcCm - this.arc[low]) / span)) : 0 }
  }
}

/** Exact ∫x, ∫x², ∫y, ∫y² along a straight segment. */
function segment(a: OutlinePoint, b: OutlinePoint, length: number): ArcSums {
  return {
    x: (length * (a.xCm + b.xCm)) / 2,
    xx: (length * (a.xCm ** 2 + a.xCm * b.xCm + b.xCm ** 2)) / 3,
    y: (length * (a.yCm + b.yCm)) / 2,
    yy: (length * (a.yCm ** 2 + a.yCm * b.yCm + b.yCm ** 2)) / 3,
  }
}

function plus(a: ArcSums, b: ArcSums): ArcSums {
  return { x: a.x + b.x, xx: a.xx + b.xx, y: a.y + b.y, yy: a.yy + b.yy }
}

const STEPS = 1440
const outlines = new WeakMap<FrameGeometry, Map<number, HeadOutline>>()

/**
 * Centre of the head on the long axis, cm from the butt.
 * @example headCentreCm({ ...outline, lengthCm: 68, headLengthCm: 34 }) // 51
 */
export function headCentreCm(geometry: FrameGeometry): number {
  return geometry.lengthCm - geometry.headLengthCm / 2
}

/**
 * The head outline `insetCm` inside the frame's outer edge (half the tube's width is where tape lies).
 * Superellipse |x/rx|ⁿ + |y/ry|ⁿ = 1.
 * @throws Problem `geometry.impossible` when the head is longer than the frame or a size is not positive
 * @example headOutline({ ...outline, lengthCm: 68 }).pointAt(0) // { xCm: 67.45, yCm: 0 }
 */
export function headOutline(geometry: FrameGeometry, insetCm = geometry.tubeCm / 2): HeadOutline {
  let byInset = outlines.get(geometry)
  if (!byInset) outlines.set(geometry, (byInset = new Map()))
  const known = byInset.get(insetCm)
  if (known) return known
  const rx = geometry.headLengthCm / 2 - insetCm
  const ry = geometry.headWidthCm / 2 - insetCm
  if (!(rx > 0 && ry > 0 && geometry.exponent >= 1 && geometry.headLengthCm < geometry.lengthCm)) {
    throw new Problem('geometry.impossible', 'geometry', { ...geometry })
  }
  const centre = headCentreCm(geometry)
  const power = 2 / geometry.exponent
  const points = Array.from({ length: STEPS + 1 }, (_, i) => {
    const angle = (Math.PI * i) / STEPS
    const cos = Math.cos(angle)
    return {
      xCm: centre + rx * Math.sign(cos) * Math.abs(cos) ** power,
      yCm: i === 0 || i === STEPS ? 0 : ry * Math.sin(angle) ** power,
    }
  })
  const outline = new HeadOutline(points)
  byInset.set(insetCm, outline)
  return outline
}

/** A line along the hoop beside the middle of its tube: tape on a wall of the tube lies on it. */
export interface BesideLine {
  outline: HeadOutline
  /** The arc length on it across from one on the middle of the tube, and back, cm. */
  across: (middleCm: number) => number
  back: (lineCm: number) => number
}

const beside = new WeakMap<FrameGeometry, Map<number, BesideLine>>()

/**
 * The parallel curve everywhere `offCm` outside of the middle of the hoop's tube, inside where that is negative.
 * @throws Problem `geometry.impossible`
 * @example besideLine(outline, 0).across(12) // 12
 */
export function besideLine(geometry: FrameGeometry, offCm: number): BesideLine {
  let byOff = beside.get(geometry)
  if (!byOff) beside.set(geometry, (byOff = new Map()))
  const known = byOff.get(offCm)
  if (known) return known
  const middle = headOutline(geometry)
  const { points } = middle
  if (offCm === 0) {
    const itself: BesideLine = { outline: middle, across: (cm) => cm, back: (cm) => cm }
    byOff.set(offCm, itself)
    return itself
  }
  const outline = new HeadOutline(
    points.map((p, i): OutlinePoint => {
      if (i === 0) return { xCm: p.xCm + offCm, yCm: 0 }
      if (i === points.length - 1) return { xCm: p.xCm - offCm, yCm: 0 }
      const [dx, dy] = [points[i + 1].xCm - points[i - 1].xCm, points[i + 1].yCm - points[i - 1].yCm]
      const length = Math.hypot(dx, dy)
      // Out is to the left of the way from the tip down the right side.
      return { xCm: p.xCm + (offCm * dy) / length, yCm: Math.max(0, p.yCm - (offCm * dx) / length) }
    }),
  )
  const line: BesideLine = {
    outline,
    across: (middleCm) => outline.arcOf(middle.placeOf(middleCm)),
    back: (lineCm) => middle.arcOf(outline.placeOf(lineCm)),
  }
  byOff.set(offCm, line)
  return line
}
