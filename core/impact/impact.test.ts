import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headCentreCm } from '../geometry/outline.ts'
import { frameState } from '../frame/state.ts'
import { handPlaced, withPieces } from '../frame/pieces.ts'
import { shapeAt } from '../frame/places.ts'
import { tennis } from '../sports/tennis.ts'
import { SPORTS, PROFILES } from '../sports/sports.ts'
import { impactChange, faceGrid, faceMap } from './faceMap.ts'
import { apparentRestitution, effectiveMass, strikerOf, strokeRate } from './impact.ts'
import { type ImpactAssumptions } from '../sports/kinds.ts'

const e = (value: number) => ({ value, u: 0 })
const frame = (mass = 330, balance = 32.5, swing = 325, twist: number | null = 14.5) =>
  frameState(
    { mass: e(mass), balance: e(balance), swingWeight: e(swing), twistWeight: twist === null ? null : e(twist) },
    10.16,
  )
const assumed: ImpactAssumptions = {
  ballG: 57.7,
  restitution: 0.85,
  incomingMS: 20,
  headMS: 25,
  pivotCm: 0,
  effort: 0.27,
}
const grid = faceGrid(tennis.geometry, 0.2)
const map = (state = frame(), now = frame()) => faceMap(state, now, tennis.geometry, grid, assumed)

describe('one hit', () => {
  it.each([
    [32.5, 0, 0.5747],
    [52, 0, 0.4104],
    [60, 0, 0.2785],
    [52, 6, 0.2715],
  ])('apparent restitution at (%d, %d) is %d', (x, y, expected) => {
    const apparent = apparentRestitution(effectiveMass(frame(), x, y), 57.7, 0.85)
    expect(apparent).toBeCloseTo(expected, 4)
    expect(strikerOf(frame(), 40, assumed).at(x, y).apparent).toBeCloseTo(apparent, 12)
  })
  it('at the balance point meets the whole mass; a very heavy frame gives back e', () => {
    expect(effectiveMass(frame(), 32.5, 0)).toBeCloseTo(330, 9)
    expect(apparentRestitution(1e9, 57.7, 0.85)).toBeCloseTo(0.85, 6)
  })
  it('keeps momentum and its moments: a frame at rest struck by a ball, worked out from the impulse', () => {
    const [x, y] = [52, 4]
    const { apparent, turnRadS } = strikerOf(frame(), 0, assumed).at(x, y)
    // Impulse in g·cm/s on the frame; then each motion from the impulse alone.
    const impulse = 57.7 * 2000 * (1 + apparent)
    const I = 1000 * 160.305
    const T = 1000 * 14.5
    const surface = impulse / 330 + (impulse * (x - 32.5) ** 2) / I + (impulse * y ** 2) / T
    expect(turnRadS).toBeCloseTo((impulse * y) / T, 9)
    // The ball leaves the spot on the frame at e times the speed it met it with.
    expect((apparent * 2000 + surface) / 2000).toBeCloseTo(0.85, 4)
  })
  it('outgoing speed at equal effort: e_A·v + (1 + e_A)·ω(x − x_p)', () => {
    const rate = strokeRate(325, { swingWeight: 325, headCentreCm: 50 }, assumed)
    expect(rate).toBeCloseTo(50, 12)
    expect(strikerOf(frame(), rate, assumed).at(50, 0).outgoingMS).toBeCloseTo(
      20 * strikerOf(frame(), rate, assumed).at(50, 0).apparent +
        25 * (1 + strikerOf(frame(), rate, assumed).at(50, 0).apparent),
      9,
    )
    expect(strokeRate(650, { swingWeight: 325, headCentreCm: 50 }, assumed) / rate).toBeCloseTo(2 ** -0.27, 12)
  })
  it('needs all four numbers, and refuses what cannot be', () => {
    expect(() => strikerOf(frame(330, 32.5, 325, null), 40, assumed)).toThrow('state.needs at twistWeight')
    expect(() => effectiveMass(frameState({ mass: e(330) }, 10.16), 50, 0)).toThrow('state.needs at balance')
    expect(() => strikerOf(frame(330, 32.5, 100), 40, assumed)).toThrow('impact.impossible')
    expect(effectiveMass(frame(330, 32.5, 325, null), 52, 0)).toBeCloseTo(effectiveMass(frame(), 52, 0), 12)
  })
})

describe('the map of a face', () => {
  it('is the same on both sides of the long axis, and nothing off the face', () => {
    const { fields } = map()
    const nx = grid.x.length
    for (const field of Object.values(fields))
      for (let j = 0; j < grid.y.length; j++)
        for (let i = 0; i < nx; i++) {
          const [a, b] = [field[j * nx + i], field[(grid.y.length - 1 - j) * nx + i]]
          expect(Number.isNaN(a)).toBe(grid.inside[j * nx + i] === 0)
          if (!Number.isNaN(a) && Math.abs(a - b) > 1e-9) throw new Error(`${a} and ${b} at ${i}, ${j}`)
        }
  })
  it('of equal frames differs by nothing, and neither do the words', () => {
    const [a, b] = [map(), map()]
    for (const name of ['apparent', 'outgoing', 'turning'] as const)
      a.fields[name].forEach((v, i) => Number.isNaN(v) || expect(v - b.fields[name][i]).toBe(0))
    const side = { state: frame(), map: a, geometry: tennis.geometry }
    const effect = impactChange(side, { ...side, map: b }, assumed, [0.2, 0.3])
    expect(effect).toMatchObject({
      turnShare: 0,
      speedShare: 0,
      timeShare: 0,
      sweetSpotCm: 0,
      livelyShare: 0,
      reachCm: 0,
    })
  })
  it('covers the face: cells of it come to the area of the superellipse', () => {
    const [a, b] = [tennis.geometry.headLengthCm / 2 - 1.1, tennis.geometry.headWidthCm / 2 - 1.1]
    // ∫ of |x/a|ⁿ + |y/b|ⁿ ≤ 1, by the midpoint rule in y alone.
    const n = tennis.geometry.exponent
    let area = 0
    const steps = 20000
    for (let i = 0; i < steps; i++) area += (2 * a * (1 - ((i + 0.5) / steps) ** n) ** (1 / n) * 2 * b) / steps
    const cells = grid.inside.reduce((s, v) => s + v, 0) * 0.04
    expect(cells / area).toBeCloseTo(1, 2)
  })
  it('mass at 3 and 9 turns it less off the axis; mass in the handle changes turning hardly at all', () => {
    const at = (place: 'threeNine' | 'handle') => withPieces(frame(), [handlePiece(place)], tennis.geometry)
    const handlePiece = (place: 'threeNine' | 'handle') => handPlaced(4, shapeAt(place, tennis.geometry))
    const now = { state: frame(), map: map(), geometry: tennis.geometry }
    const effect = (place: 'threeNine' | 'handle') =>
      impactChange(now, { state: at(place), map: map(at(place)), geometry: tennis.geometry }, assumed, [0.2, 0.3])
    expect(effect('threeNine').turnShare).toBeLessThan(-0.02)
    expect(Math.abs(effect('handle').turnShare)).toBeLessThan(0.01)
    expect(effect('threeNine').timeShare).toBeGreaterThan(0)
  })
  it('more swing weight takes longer to bring round by (S′/S)ⁿ, its band between n = 0.2 and 0.3', () => {
    fc.assert(
      fc.property(fc.double({ min: 290, max: 380, noNaN: true }), (swing) => {
        const other = frame(330, 32.5, swing)
        const now = { state: frame(), map: map(), geometry: tennis.geometry }
        const effect = impactChange(
          now,
          { state: other, map: map(other), geometry: tennis.geometry },
          assumed,
          [0.2, 0.3],
        )
        expect(effect.timeShare).toBeCloseTo((swing / 325) ** 0.27 - 1, 12)
        expect(effect.timeBand[0]).toBeLessThanOrEqual(effect.timeShare + 1e-12)
        expect(effect.timeBand[1]).toBeGreaterThanOrEqual(effect.timeShare - 1e-12)
      }),
      { numRuns: 20 },
    )
  })
  it('a larger frame speed moves the fastest place to the tip', () => {
    const slow = faceMap(frame(), frame(), tennis.geometry, grid, { ...assumed, headMS: 5 })
    const fast = faceMap(frame(), frame(), tennis.geometry, grid, { ...assumed, headMS: 40 })
    expect(fast.best.xCm).toBeGreaterThan(slow.best.xCm)
    expect(Math.abs(fast.best.yCm)).toBeLessThan(1e-9)
    expect(fast.best.xCm).toBeLessThan(headCentreCm(tennis.geometry) + 17.2)
  })
  it.each(SPORTS)('%s: what is usually assumed lies within its own range', (sport) => {
    for (const range of Object.values(PROFILES[sport].impact)) {
      expect(range.usual).toBeGreaterThanOrEqual(range.low)
      expect(range.usual).toBeLessThanOrEqual(range.high)
    }
  })
})
