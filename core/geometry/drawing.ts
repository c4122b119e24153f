import { headCentreCm, headOutline, type FrameGeometry, type OutlinePoint } from './outline.ts'

/** A frame lying on its side, butt at the left: paths in cm, x to the tip, y down, the long axis at y = 0. */
export interface FrameDrawing {
  hoop: string
  bed: string
  arms: string[]
  shaft: string
  handle: string
  cap: string
  bevelLines: [number, number, number, number][]
  strings: [number, number, number, number][]
  /** Holes of a solid face: x, y, radius. */
  holes: [number, number, number][]
}

const n = (value: number) => value.toFixed(2)

/** A polyline through points of the right half and, mirrored, of the left half. */
function closedPath(points: readonly OutlinePoint[]): string {
  const right = points.map((p) => `${n(p.xCm)} ${n(p.yCm)}`)
  const left = [...points]
    .reverse()
    .slice(1, -1)
    .map((p) => `${n(p.xCm)} ${n(-p.yCm)}`)
  return `M${[...right, ...left].join('L')}Z`
}

const every = (points: readonly OutlinePoint[], step: number) =>
  points.filter((_, i) => i % step === 0 || i === points.length - 1)

/** Open path of a stretch of the outline between two arc lengths; `side` −1 mirrors it to the left half. */
export function arcPath(geometry: FrameGeometry, fromCm: number, toCm: number, side: 1 | -1, insetCm?: number): string {
  const points = every(headOutline(geometry, insetCm).pointsBetween(fromCm, toCm), 6)
  return `M${points.map((p) => `${n(p.xCm)} ${n(side * p.yCm)}`).join('L')}`
}

/** The paths that draw a frame to scale. The throat is drawn, not measured: no mass is computed from it. */
export function frameDrawing(geometry: FrameGeometry): FrameDrawing {
  const outer = headOutline(geometry, 0)
  const inner = headOutline(geometry, geometry.tubeCm)
  const shoulder = outer.pointAt(outer.atClock(4) + (outer.atClock(5) - outer.atClock(4)) * 0.35)
  const foot = outer.pointAt(outer.atClock(5) + (outer.halfLengthCm - outer.atClock(5)) * 0.12)
  const { shaftToCm: fork, shaftHalfWidthCm: half, gripLengthCm: grip, handleHalfWidthCm: handle } = geometry
  const reach = shoulder.xCm - fork
  const arm = (side: 1 | -1) =>
    `M${n(fork)} ${n(side * half)}` +
    `C${n(fork + reach * 0.42)} ${n(side * (half + 0.9))} ${n(shoulder.xCm - reach * 0.36)} ${n(side * shoulder.yCm * 0.8)} ${n(shoulder.xCm)} ${n(side * shoulder.yCm)}` +
    `L${n(foot.xCm)} ${n(side * foot.yCm)}` +
    `C${n(foot.xCm - reach * 0.3)} ${n(side * foot.yCm * 0.74)} ${n(fork + reach * 0.34)} ${n(side * 0.75)} ${n(fork + 1.4)} 0` +
    `L${n(fork - 0.6)} 0L${n(fork - 0.6)} ${n(side * half)}Z`
  const strings: FrameDrawing['strings'] = []
  const centre = headCentreCm(geometry)
  const rx = geometry.headLengthCm / 2 - geometry.tubeCm
  const ry = geometry.headWidthCm / 2 - geometry.tubeCm
  const e = geometry.exponent
  const chord = (across: number, a: number, b: number) => b * Math.max(0, 1 - Math.abs(across / a) ** e) ** (1 / e)
  const { mains: MAINS, crosses: CROSSES } = geometry
  const strung = geometry.face === 'strings'
  for (let i = 0; strung && i < MAINS; i++) {
    const y = ((i + 0.5) / MAINS - 0.5) * 2 * ry * 0.92
    const x = chord(y, ry, rx)
    strings.push([centre - x, y, centre + x, y])
  }
  for (let i = 0; strung && i < CROSSES; i++) {
    const x = ((i + 0.5) / CROSSES - 0.5) * 2 * rx * 0.93
    const y = chord(x, rx, ry)
    strings.push([centre + x, -y, centre + x, y])
  }
  const shaftEnd = geometry.throat === 'open' ? fork : geometry.lengthCm - geometry.headLengthCm + geometry.tubeCm
  return {
    hoop: `${closedPath(every(outer.points, 12))}${closedPath(every(inner.points, 12))}`,
    bed: closedPath(every(inner.points, 12)),
    arms: geometry.throat === 'open' ? [arm(1), arm(-1)] : [],
    shaft: `M${n(grip - 0.4)} ${n(-half)}H${n(shaftEnd)}V${n(half)}H${n(grip - 0.4)}Z`,
    handle: `M1.4 ${n(-handle)}H${n(grip - 0.5)}Q${n(grip)} ${n(-handle)} ${n(grip)} ${n(-half)}V${n(half)}Q${n(grip)} ${n(handle)} ${n(grip - 0.5)} ${n(handle)}H1.4Z`,
    cap: `M0.3 ${n(-handle - 0.35)}H1.1L2.1 ${n(-handle)}V${n(handle)}L1.1 ${n(handle + 0.35)}H0.3Q0 0 0.3 ${n(-handle - 0.35)}Z`,
    bevelLines: [-0.42, 0.42].map((share) => [2.1, handle * share * 2 * 0.62, grip - 0.3, handle * share * 2 * 0.62]),
    strings,
    holes: geometry.face === 'holes' ? faceHoles(centre, rx, ry) : [],
  }
}

/** Holes in staggered rows over the middle of a solid face. For drawing only. */
function faceHoles(centre: number, rx: number, ry: number): FrameDrawing['holes'] {
  const holes: FrameDrawing['holes'] = []
  for (let row = -5; row <= 5; row++) {
    for (let i = -5; i <= 5; i++) {
      const x = row * 1.9
      const y = (i + (row % 2 === 0 ? 0 : 0.5)) * 1.9
      if ((x / (rx * 0.72)) ** 2 + (y / (ry * 0.74)) ** 2 < 1) holes.push([centre + x, y, 0.5])
    }
  }
  return holes
}
