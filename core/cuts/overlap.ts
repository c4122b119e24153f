import { hoopSpan, layersOf, type Cut, type Workpiece } from './cut.ts'

/** A stretch of the frame's surface under strips: along the hoop from the tip, else from the butt, cm. */
export interface Stretch {
  surface: 'hoop' | 'shaft' | 'bevels' | 'sleeve'
  fromCm: number
  toCm: number
  side: 'left' | 'right' | 'both'
  /** On one edge of the tube, or on both. */
  edges: 1 | 2
  /** Which, where that is said. */
  edge?: Cut['edge']
  wall?: Cut['wall']
}

/** Ends that meet are beside each other: so much is a tenth of a pencil line, cm. */
const TOUCH_CM = 1e-6

/** The surface that a cut's longest layer covers; null for what does not lie on it. */
export function stretchOf(cut: Cut, work: Workpiece): Stretch | null {
  const [length = 0] = layersOf(cut)
  switch (cut.place) {
    case 'hoop': {
      const [fromCm, toCm] = hoopSpan(cut, length, work.geometry)
      const { side = 'both', edges = 1, edge, wall } = cut
      const stretch: Stretch = { surface: 'hoop', fromCm, toCm, side, edges }
      if (edge) stretch.edge = edge
      if (wall) stretch.wall = wall
      return stretch
    }
    case 'shaft':
    case 'bevels':
    case 'sleeve':
      return { surface: cut.place, fromCm: cut.atCm, toCm: cut.atCm + length, side: 'both', edges: 2 }
    default:
      return null
  }
}

/** How much of two stretches is the same edge of the same surface, cm. Two runs on one edge each may have one edge each. */
export function sharedCm(a: Stretch, b: Stretch): number {
  if (a.surface !== b.surface || (a.side !== 'both' && b.side !== 'both' && a.side !== b.side)) return 0
  if (a.wall !== b.wall) return 0
  // One strip on each of two edges lies beside the other, unless both are on the same; one on a wall lies in its middle.
  if (!a.wall && a.edges + b.edges <= 2 && (a.edge === undefined || a.edge !== b.edge)) return 0
  const shared = Math.min(a.toCm, b.toCm) - Math.max(a.fromCm, b.fromCm)
  return shared > TOUCH_CM ? shared : 0
}

/** Do two stretches share any of a surface, whichever edge each is on? */
export function meets(a: Stretch, b: Stretch): boolean {
  return (
    a.surface === b.surface &&
    (a.side === 'both' || b.side === 'both' || a.side === b.side) &&
    Math.min(a.toCm, b.toCm) - Math.max(a.fromCm, b.fromCm) > TOUCH_CM
  )
}

/** Two cuts whose strips lie on each other, and how much of them, cm. */
export interface Overlap {
  a: Cut
  b: Cut
  cm: number
}

/** Every pair of cuts that would lie on one edge and layer. */
export function overlapsOf(cuts: readonly Cut[], work: Workpiece): Overlap[] {
  const laid = cuts.map((cut) => ({ cut, stretch: stretchOf(cut, work) }))
  return laid.flatMap((a, i) =>
    laid.slice(i + 1).flatMap((b): Overlap[] => {
      const cm = a.stretch && b.stretch ? sharedCm(a.stretch, b.stretch) : 0
      return cm > 0 ? [{ a: a.cut, b: b.cut, cm }] : []
    }),
  )
}
