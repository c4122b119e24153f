import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { tennis } from '../sports/tennis.ts'
import { BARE, STRUNG } from './fixtures.ts'
import { convertState } from './condition.ts'
import { headOutline, type FrameGeometry } from '../geometry/outline.ts'
import { handPlaced, withPieces, type Piece } from './pieces.ts'
import { doubtOfReading, doubtOfState } from './plausible.ts'
import { meansOf, type Shape } from '../geometry/shape.ts'
import { aboutAxis, derivedNumbers, estimateOf, frameState, recoilWeight, type FrameState } from './state.ts'

const G = tennis.geometry
const exact = (value: number) => ({ value, u: 0 })
const state = (mass: number, balance: number, swing: number, twist = 14) =>
  frameState(
    { mass: exact(mass), balance: exact(balance), swingWeight: exact(swing), twistWeight: exact(twist) },
    10.16,
  )
const at = (xCm: number): Shape => ({ kind: 'point', xCm, yCm: 0 })
const added = (s: FrameState, massG: number, shape: Shape, geometry = G) =>
  withPieces(s, [{ massG, shape, uMassG: 0, uPlaceCm: 0 }], geometry)

describe('exact sums, against values worked by hand from the closed forms', () => {
  it.each([
    [68.58, 352.652, 32.826],
    [32.4, 340.978, 32.4],
    [5, 339.107, 32.078],
  ])('4 g at %s cm on 336 g, 32.4 cm, 339', (x, swing, balance) => {
    const after = added(state(336, 32.4, 339), 4, at(x))
    expect(after.massG).toBe(340)
    expect(after.swingWeightKgCm2).toBeCloseTo(swing, 3)
    expect(after.balanceCm).toBeCloseTo(balance, 3)
  })

  it('agrees with hand-placed strips read on a bench within ±1 unit and ±1 mm (common practice, no source)', () => {
    const tip = added(state(336, 32.4, 339), 4, at(68.58))
    expect(Math.abs(tip.swingWeightKgCm2! - 354)).toBeLessThan(1.5)
    const handle = added(state(336, 32.4, 339), 4, { kind: 'column', fromCm: 1, toCm: 5 })
    expect(Math.abs(handle.balanceCm! - 31.9)).toBeLessThan(0.2)
    expect(Math.abs(handle.swingWeightKgCm2! - 339)).toBeLessThan(1)
  })

  it('string bed of 16 g on an ellipse 17 × 12.8 cm at 51.5 cm on 300 g, 32.0 cm: +28.5, +0.987 cm, +0.655', () => {
    const geometry: FrameGeometry = {
      ...G,
      lengthCm: 68.58,
      headLengthCm: 34.16,
      headWidthCm: 25.76,
      tubeCm: 0.04,
      exponent: 2,
    }
    const shifted: FrameGeometry = {
      ...geometry,
      headLengthCm: 2 * (17 + 0.04),
      lengthCm: 51.5 + 17.04,
      headWidthCm: 2 * (12.8 + 0.04),
    }
    const before = state(300, 32, 290, 12)
    const after = added(before, 16, { kind: 'bed' }, shifted)
    expect(after.swingWeightKgCm2! - 290).toBeCloseTo(28.5, 1)
    expect(after.balanceCm! - 32).toBeCloseTo(0.987, 3)
    expect(after.twistWeightKgCm2! - 12).toBeCloseTo(0.655, 3)
  })

  it('strung from bare lands in the trade’s bands: +15 to 18 g, about +1 cm, +25 to 30 (common practice, no source)', () => {
    const bare = state(300, 32, 290)
    const strung = convertState(bare, BARE, { condition: { ...BARE, stringsG: 16.5 }, axisCm: 10.16 }, G, tennis)
    expect(strung.massG! - 300).toBeGreaterThanOrEqual(15)
    expect(strung.massG! - 300).toBeLessThanOrEqual(18)
    expect(strung.balanceCm! - 32).toBeGreaterThan(0.8)
    expect(strung.balanceCm! - 32).toBeLessThan(1.2)
    expect(strung.swingWeightKgCm2! - 290).toBeGreaterThan(25)
    expect(strung.swingWeightKgCm2! - 290).toBeLessThan(31)
    expect(estimateOf(strung, 'mass')!.u).toBeCloseTo(0.87, 6)
  })

  it('goes from strung to bare and back unchanged', () => {
    const start = state(320, 32.5, 322)
    const there = convertState(start, STRUNG, { condition: BARE, axisCm: 0 }, G, tennis)
    const back = convertState(there, BARE, { condition: STRUNG, axisCm: 10.16 }, G, tennis)
    expect(back.massG).toBeCloseTo(320, 9)
    expect(back.balanceCm).toBeCloseTo(32.5, 9)
    expect(back.swingWeightKgCm2).toBeCloseTo(322, 8)
    expect(back.twistWeightKgCm2).toBeCloseTo(14, 9)
  })
})

describe('numbers that follow', () => {
  it('330 g, 32.5 cm, 325 about 10.16: recoil 160.305, 509 about the butt, 410 about 5 cm', () => {
    const s = state(330, 32.5, 325)
    expect(recoilWeight(s)!.value).toBeCloseTo(160.305, 3)
    expect(aboutAxis(s, 0).swingWeightKgCm2).toBeCloseTo(508.87, 1)
    expect(aboutAxis(s, 5).swingWeightKgCm2).toBeCloseTo(409.87, 1)
    const d = derivedNumbers(s)
    expect(d.radiusOfGyrationCm / G.lengthCm).toBeCloseTo(0.321, 3)
    expect(d.mgri).toBeGreaterThan(20)
    expect(d.mgri).toBeLessThan(21)
    expect(d.centreOfPercussionCm).toBeCloseTo(10.16 + 325000 / (330 * 22.34), 6)
  })

  it('a uniform rod has I = ML²/3 about its end and ML²/12 about its middle', () => {
    const rod = withPieces(
      { ...state(1e-9, 34.29, 0, 0), axisCm: 0 },
      [handPlaced(100, { kind: 'column', fromCm: 0, toCm: 68.58 })],
      G,
    )
    expect(rod.swingWeightKgCm2).toBeCloseTo((100 * 68.58 ** 2) / 3 / 1000, 6)
    expect(recoilWeight(rod)!.value).toBeCloseTo((100 * 68.58 ** 2) / 12 / 1000, 4)
  })

  it('moving the axis there and back changes nothing, uncertainty included', () => {
    const real = frameState(
      { mass: { value: 330, u: 0.2 }, balance: { value: 32.5, u: 0.06 }, swingWeight: { value: 325, u: 0.8 } },
      10.16,
    )
    fc.assert(
      fc.property(fc.double({ min: 0, max: 20, noNaN: true }), (axis) => {
        const back = aboutAxis(aboutAxis(real, axis), 10.16)
        expect(back.swingWeightKgCm2).toBeCloseTo(325, 8)
        expect(estimateOf(back, 'swingWeight')!.u).toBeCloseTo(0.8, 8)
        expect(estimateOf(aboutAxis(real, axis), 'recoilWeight')!.u).toBeCloseTo(recoilWeight(real)!.u, 8)
      }),
    )
  })

  it('propagates like a simulation of ten thousand frames does', () => {
    const u = { mass: 0.5, balance: 0.1, swing: 1 }
    const piece: Piece = { massG: 6, shape: at(60), uMassG: 0.3, uPlaceCm: 0.5 }
    const linear = withPieces(
      frameState(
        {
          mass: { value: 330, u: u.mass },
          balance: { value: 32.5, u: u.balance },
          swingWeight: { value: 325, u: u.swing },
        },
        10.16,
      ),
      [piece],
      G,
    )
    let seed = 12345
    const uniform = () => ((seed = (seed * 1664525 + 1013904223) % 4294967296) + 0.5) / 4294967296
    const normal = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
    const draws = Array.from({ length: 10000 }, () => {
      const s = state(330 + u.mass * normal(), 32.5 + u.balance * normal(), 325 + u.swing * normal())
      const drawn = added(s, 6 + 0.3 * normal(), at(60 + 0.5 * normal()))
      return [drawn.balanceCm!, drawn.swingWeightKgCm2!, recoilWeight(drawn)!.value]
    })
    const deviation = (i: number) => {
      const mean = draws.reduce((sum, d) => sum + d[i], 0) / draws.length
      return Math.sqrt(draws.reduce((sum, d) => sum + (d[i] - mean) ** 2, 0) / draws.length)
    }
    expect(estimateOf(linear, 'balance')!.u / deviation(0)).toBeCloseTo(1, 1)
    expect(estimateOf(linear, 'swingWeight')!.u / deviation(1)).toBeCloseTo(1, 1)
    expect(recoilWeight(linear)!.u / deviation(2)).toBeCloseTo(1, 1)
  })
})

describe('laws', () => {
  const shapes: fc.Arbitrary<Shape> = fc.oneof(
    fc.record({
      kind: fc.constant('point' as const),
      xCm: fc.double({ min: 0, max: 68, noNaN: true }),
      yCm: fc.constant(0),
    }),
    fc.record({
      kind: fc.constant('arc' as const),
      fromCm: fc.double({ min: 0, max: 20, noNaN: true }),
      toCm: fc.double({ min: 20, max: 44, noNaN: true }),
      side: fc.constant('both' as const),
    }),
    fc.record({
      kind: fc.constant('strip' as const),
      fromCm: fc.double({ min: 0, max: 10, noNaN: true }),
      toCm: fc.double({ min: 10, max: 24, noNaN: true }),
      offsetCm: fc.constant(1.2),
    }),
  )
  it('is linear: two pieces together do what they do one after the other, and twice the grams do twice as much', () => {
    fc.assert(
      fc.property(shapes, shapes, fc.double({ min: 0.5, max: 20, noNaN: true }), (one, two, grams) => {
        const s = state(320, 32.5, 322)
        const together = withPieces(s, [handPlaced(grams, one), handPlaced(3, two)], G)
        const inTurn = withPieces(withPieces(s, [handPlaced(3, two)], G), [handPlaced(grams, one)], G)
        expect(inTurn.balanceCm).toBeCloseTo(together.balanceCm!, 9)
        expect(inTurn.swingWeightKgCm2).toBeCloseTo(together.swingWeightKgCm2!, 8)
        const gain = added(s, grams, one).swingWeightKgCm2! - 322
        expect(added(s, 2 * grams, one).swingWeightKgCm2! - 322).toBeCloseTo(2 * gain, 8)
      }),
    )
  })
  it('left and right are mirror images, and both sides leave the axis in the middle', () => {
    const s = state(320, 32.5, 322)
    const left = added(s, 4, { kind: 'arc', fromCm: 10, toCm: 20, side: 'left' })
    const right = added(s, 4, { kind: 'arc', fromCm: 10, toCm: 20, side: 'right' })
    const both = added(s, 4, { kind: 'arc', fromCm: 10, toCm: 20, side: 'both' })
    expect(left.lateralCm).toBeCloseTo(-right.lateralCm, 12)
    expect(right.lateralCm).toBeGreaterThan(0)
    expect(left.twistWeightKgCm2).toBe(right.twistWeightKgCm2)
    expect(both.lateralCm).toBe(0)
    expect(both.twistWeightKgCm2).toBeCloseTo(right.twistWeightKgCm2!, 12)
  })
  it('what comes off again leaves nothing behind', () => {
    const s = state(320, 32.5, 322)
    const back = added(added(s, 5, at(50)), -5, at(50))
    expect([back.massG, back.balanceCm, back.swingWeightKgCm2]).toEqual([
      320,
      expect.closeTo(32.5, 9),
      expect.closeTo(322, 9),
    ])
  })
})

describe('the head outline', () => {
  it('of exponent 2 with equal axes is a circle: length πr, mean x² of the half ring', () => {
    const outline = headOutline({ ...G, exponent: 2, headLengthCm: 26, headWidthCm: 26 }, 1)
    expect(outline.halfLengthCm).toBeCloseTo(Math.PI * 12, 3)
    expect(outline.atClock(3)).toBeCloseTo((Math.PI * 12) / 2, 2)
    const means = outline.meansOver(0, outline.halfLengthCm)
    const centre = G.lengthCm - 13
    expect(means.x).toBeCloseTo(centre, 6)
    expect(means.xx - centre ** 2).toBeCloseTo(144 / 2, 2)
    expect(means.yy).toBeCloseTo(144 / 2, 2)
  })
  it('agrees with Ramanujan’s second approximation for the perimeter of an ellipse', () => {
    const a = G.headLengthCm / 2 - 0.5
    const b = G.headWidthCm / 2 - 0.5
    const h = ((a - b) / (a + b)) ** 2
    const perimeter = Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)))
    expect(2 * headOutline({ ...G, exponent: 2 }, 0.5).halfLengthCm).toBeCloseTo(perimeter, 3)
  })
  it('an arc’s means agree with a fine sum of points', () => {
    const outline = headOutline(G)
    const n = 20000
    let x = 0
    let yy = 0
    for (let i = 0; i < n; i++) {
      const p = outline.pointAt(5 + (18 * (i + 0.5)) / n)
      x += p.xCm / n
      yy += p.yCm ** 2 / n
    }
    const means = outline.meansOver(5, 23)
    expect(means.x).toBeCloseTo(x, 6)
    expect(means.yy).toBeCloseTo(yy, 4)
  })
  it('refuses impossible geometry and places off the frame', () => {
    expect(() => headOutline({ ...G, headLengthCm: 80 })).toThrow('geometry.impossible')
    expect(() => meansOf({ kind: 'strip', fromCm: 60, toCm: 75, offsetCm: 1 }, G)).toThrow('piece.outsideFrame')
    expect(() => meansOf({ kind: 'arc', fromCm: 0, toCm: 90, side: 'both' }, G)).toThrow('piece.outsideFrame')
  })
})

describe('plausibility', () => {
  it.each([
    ['mass', 11.25, 'doubt.ounces', 318.93],
    ['balance', 6, 'doubt.points', 32.385],
    ['balance', 324, 'doubt.millimetres', 32.4],
    ['balance', 12.75, 'doubt.points', 30.24],
    ['balance', 70, 'doubt.balanceOffFrame', undefined],
    ['mass', 900, 'doubt.unusual', undefined],
  ] as const)('%s %s is doubted: %s', (quantity, value, code, meant) => {
    const doubt = doubtOfReading(quantity, value, 68.58, tennis)!
    expect(doubt.code).toBe(code)
    if (meant) expect(doubt.data.meant).toBeCloseTo(meant, 1)
  })
  it('names the axis when a swing weight was read about another one', () => {
    expect(doubtOfState(state(330, 32.5, 325), G, tennis)).toBeNull()
    const butt = doubtOfState(state(330, 32.5, 509), G, tennis)!
    expect([butt.code, butt.data.axisCm]).toEqual(['doubt.axis', 0])
    expect(butt.data.meant).toBeCloseTo(325, 0)
    expect(doubtOfState(state(330, 32.5, 410), G, tennis)!.data.axisCm).toBe(5)
  })
  it('knows the impossible', () => {
    expect(doubtOfState(state(330, 32.5, 100), G, tennis)!.code).toBe('doubt.inertiaTooSmall')
    expect(doubtOfState(state(330, 32.5, 900), G, tennis)!.code).toBe('doubt.inertiaTooLarge')
    expect(doubtOfState(frameState({ mass: exact(330) }, 10.16), G, tennis)).toBeNull()
  })
})
