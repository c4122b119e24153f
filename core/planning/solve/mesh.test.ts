import { describe, expect, it } from 'vitest'
import { NOTHING_ON } from '../../frame/condition.ts'
import type { FrameGeometry } from '../../geometry/outline.ts'
import { withPieces } from '../../frame/pieces.ts'
import { frameState } from '../../frame/state.ts'
import { badminton } from '../../sports/badminton.ts'
import { padel } from '../../sports/padel.ts'
import type { SportProfile } from '../../sports/profile.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER } from '../fixtures/fixtures.ts'
import type { Cut } from '../../cuts/cut.ts'
import { piecesOfAll } from '../../cuts/pieces.ts'

/** Σm, Σmx, Σm(x−a)²/1000, Σmy²/1000, Σmy of points of mass. */
type Sums = [number, number, number, number, number]

/**
 * The sums of a cut list over a mesh of points, written from the drawing of a frame and nothing else: the middle of the hoop's
 * tube is a superellipse walked in 40,000 steps, a strip is 400 points, a column 400 slices.
 */
function overMesh(cuts: readonly Cut[], g: FrameGeometry, profile: SportProfile, axisCm: number): Sums {
  const sums: Sums = [0, 0, 0, 0, 0]
  const point = (m: number, x: number, y: number) => {
    sums[0] += m
    sums[1] += m * x
    sums[2] += (m * (x - axisCm) ** 2) / 1000
    sums[3] += (m * y * y) / 1000
    sums[4] += m * y
  }
  const [rx, ry] = [(g.headLengthCm - g.tubeCm) / 2, (g.headWidthCm - g.tubeCm) / 2]
  const centre = g.lengthCm - g.headLengthCm / 2
  const onHoop = (t: number): [number, number] => [
    centre + rx * Math.sign(Math.cos(t)) * Math.abs(Math.cos(t)) ** (2 / g.exponent),
    ry * Math.abs(Math.sin(t)) ** (2 / g.exponent),
  ]
  const walk: { s: number; x: number; y: number }[] = [{ s: 0, x: centre + rx, y: 0 }]
  for (let i = 1; i <= 40000; i++) {
    const [x, y] = onHoop((Math.PI * i) / 40000)
    const last = walk[i - 1]
    walk.push({ s: last.s + Math.hypot(x - last.x, y - last.y), x, y })
  }
  const half = walk[walk.length - 1].s
  const alongHoop = (s: number) => {
    let [low, high] = [0, walk.length - 1]
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (walk[middle].s <= s) low = middle
      else high = middle
    }
    const k = (s - walk[low].s) / (walk[high].s - walk[low].s)
    return { x: walk[low].x + k * (walk[high].x - walk[low].x), y: walk[low].y + k * (walk[high].y - walk[low].y) }
  }
  for (const cut of cuts) {
    const perCm = DRAWER.find((m) => m.id === cut.materialId)!.unitMassG
    const strips = []
    for (let rest = cut.amount; rest > 1e-9; rest -= cut.layerCm) strips.push(Math.min(rest, cut.layerCm))
    const longest = strips[0]
    for (const length of strips) {
      const n = 400
      for (let i = 0; i < n; i++) {
        const t = (i + 0.5) / n - 0.5
        const m = (perCm * length) / n
        if (cut.place === 'hoop') {
          const s = cut.atCm + t * length
          const p = alongHoop(s < 0 ? -s : s > half ? 2 * half - s : s)
          const across = cut.atCm === 0 || cut.atCm > half - 1e-3
          if (across) point(m, p.x, (s < 0 || s > half ? -1 : 1) * p.y)
          else {
            if (cut.side !== 'left') point(m, p.x, p.y)
            if (cut.side !== 'right') point(m, p.x, -p.y)
          }
        } else if (cut.place === 'handle') {
          const column = (cut.amount * perCm) / profile.handleFillGPerCm
          point((cut.amount * perCm) / n, cut.atCm + (t + 0.5) * column, 0)
        } else {
          const x = cut.atCm + longest / 2 + t * length
          const ys =
            cut.place === 'shaft'
              ? [g.shaftHalfWidthCm, -g.shaftHalfWidthCm]
              : [1, -1, 1, -1].map((side) => side * 0.75 * g.handleHalfWidthCm)
          for (const y of ys) point(m, x, y)
        }
      }
      if (cut.place === 'handle') break
    }
  }
  return sums
}

const cut = (c: Partial<Cut> & Pick<Cut, 'place' | 'atCm' | 'amount'>): Cut => ({
  id: `${c.place}${c.atCm}`,
  materialId: c.place === 'handle' ? 'putty' : 'tungsten',
  zoneId: null,
  layerCm: 8,
  ...c,
})
const LIST: Cut[] = [
  cut({ place: 'hoop', atCm: 0, amount: 19.5 }),
  cut({ place: 'hoop', atCm: 8.2, amount: 11 }),
  cut({ place: 'hoop', atCm: 17.9, amount: 6.5, side: 'left' }),
  cut({ place: 'hoop', atCm: 25, amount: 10, side: 'right', materialId: 'lead-half' }),
  cut({ place: 'bevels', atCm: 3.1, amount: 12.5, layerCm: 9 }),
  cut({ place: 'handle', atCm: 1.4, amount: 7, layerCm: 60 }),
]

describe('predicted sums against the same pieces on a fine mesh', () => {
  it.each([
    ['tennis', tennis, LIST.concat(cut({ place: 'shaft', atCm: 18.5, amount: 7, layerCm: 5 }))],
    ['padel', padel, LIST.map((c) => (c.place === 'bevels' ? { ...c, atCm: 1, layerCm: 8 } : c))],
    ['badminton', badminton, LIST.concat(cut({ place: 'shaft', atCm: 22, amount: 9, layerCm: 6 }))],
  ])('%s: mass, balance, swing weight, twist weight and lateral moment', (_, profile, cuts) => {
    const g = profile.geometry
    const state = frameState(
      {
        mass: { value: 300, u: 0 },
        balance: { value: 30, u: 0 },
        swingWeight: { value: 280, u: 0 },
        twistWeight: { value: 12, u: 0 },
      },
      profile.axisCm,
    )
    const mesh = overMesh(cuts, g, profile, profile.axisCm)
    const found = withPieces(state, piecesOfAll(cuts, DRAWER, { geometry: g, condition: NOTHING_ON, profile }), g)
    expect(found.massG! - 300).toBeCloseTo(mesh[0], 6)
    expect(found.massG! * found.balanceCm! - 9000).toBeCloseTo(mesh[1], 1)
    expect(found.swingWeightKgCm2! - 280).toBeCloseTo(mesh[2], 2)
    expect(found.twistWeightKgCm2! - 12).toBeCloseTo(mesh[3], 3)
    expect(found.massG! * found.lateralCm).toBeCloseTo(mesh[4], 2)
    expect(Math.abs(mesh[4])).toBeGreaterThan(1)
  })
})
