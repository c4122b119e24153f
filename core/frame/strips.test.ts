import { describe, expect, it } from 'vitest'
import { headOutline } from '../geometry/outline.ts'
import type { Shape } from '../geometry/shape.ts'
import { normal, seeded } from '../numerics/random.ts'
import { tennis } from '../sports/tennis.ts'
import { effectOf, handPlaced, type Piece } from './pieces.ts'

const G = tennis.geometry
const AXIS = tennis.axisCm
const SUMS = [0, 1, 2, 3, 4]
const POINTS = 40

/** The five sums of one point. */
const pointSums = (g: number, x: number, y: number) => [
  g,
  g * x,
  (g * (x - AXIS) ** 2) / 1000,
  (g * y * y) / 1000,
  g * y,
]

/** One strip as a hand lays it, in small points: slid along its line. @param sign the side it is on */
function strip(shape: Shape, grams: number, sign: 1 | -1, by: number): number[] {
  const outline = headOutline(G)
  const sums = SUMS.map(() => 0)
  for (let i = 0; i < POINTS; i++) {
    const t = (i + 0.5) / POINTS
    let [x, y] = [0, 0]
    if (shape.kind === 'strip') {
      x = shape.fromCm + t * (shape.toCm - shape.fromCm) + by
      y = sign * shape.offsetCm
    } else if (shape.kind === 'arc') {
      // Over the axis an arc length below nothing is on the left.
      const reach = shape.toCm - shape.fromCm
      const over = shape.side === 'across'
      const s = over ? reach * (2 * t - 1) + by : shape.fromCm + t * reach + by
      const at = over && shape.fromCm > 1 ? outline.halfLengthCm - Math.abs(s) : Math.abs(s)
      const p = outline.pointAt(at)
      x = p.xCm
      y = (over ? Math.sign(s) : sign) * p.yCm
    }
    pointSums(grams / POINTS, x, y).forEach((v, k) => (sums[k] += v))
  }
  return sums
}

describe('strips, each cut and laid by itself', () => {
  const arc = (fromCm: number, toCm: number, side: 'both' | 'left' | 'right' | 'across'): Shape => ({
    kind: 'arc',
    fromCm,
    toCm,
    side,
  })
  const half = headOutline(G).halfLengthCm
  it.each<[string, Shape, number]>([
    ['at 3 and 9 on both edges', arc(18, 30, 'both'), 4],
    ['at 10 and 2 on one edge', arc(8, 18, 'both'), 2],
    ['over the tip on both edges', arc(0, 6, 'across'), 2],
    ['over the bridge, one', arc(half - 4, half, 'across'), 1],
    ['on the left alone', arc(10, 16, 'left'), 2],
    ['on four bevels', { kind: 'strip', fromCm: 2, toCm: 17, offsetCm: 1.2 }, 4],
  ])('%s: the errors of the whole are those of strips of many small points, laid over and over', (_, shape, strips) => {
    const piece: Piece = handPlaced(8, shape, undefined, strips)
    const { perGram, errors } = effectOf(piece, AXIS, G)
    const stated = SUMS.map((a) => SUMS.map((b) => errors.reduce((sum, e) => sum + e[a] * e[b], 0)))
    const next = normal(seeded(11))
    const times = 6000
    const draws = Array.from({ length: times }, () => {
      const sums = SUMS.map(() => 0)
      for (let i = 0; i < strips; i++) {
        const grams = (8 / strips) * (1 + 0.02 * next())
        const side = shape.kind === 'arc' && shape.side === 'left' ? -1 : i % 2 ? -1 : 1
        strip(shape, grams, side, 0.3 * next()).forEach((v, k) => (sums[k] += v))
      }
      return sums
    })
    const mean = SUMS.map((a) => draws.reduce((sum, d) => sum + d[a], 0) / times)
    SUMS.forEach((a) =>
      expect(Math.abs(mean[a] - 8 * perGram[a])).toBeLessThan(0.004 * Math.abs(8 * perGram[a]) + 0.15),
    )
    for (const a of SUMS)
      for (const b of SUMS) {
        const seen = draws.reduce((sum, d) => sum + (d[a] - mean[a]) * (d[b] - mean[b]), 0) / times
        // Six thousand draws know a deviation to a hundredth of itself.
        const scale = Math.sqrt(stated[a][a] * stated[b][b])
        expect(Math.abs(seen - stated[a][b])).toBeLessThan(0.06 * scale + 1e-6)
      }
  })

  it('four strips are surer together than one: a half of its errors, but not of its roll', () => {
    const shape = arc(18, 30, 'both')
    const of = (strips: number) => {
      const { errors } = effectOf(handPlaced(8, shape, undefined, strips), AXIS, G)
      return Math.sqrt(errors.reduce((sum, e) => sum + e[2] * e[2], 0))
    }
    expect(of(4)).toBeCloseTo(of(1) / 2, 9)
  })
})
