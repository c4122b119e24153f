import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ownLayer } from '../measure/ownLayer.ts'
import { calibrated, checkOutcome, fitCalibration } from '../measure/calibration.ts'
import {
  balanceBySupport,
  balanceOnEdge,
  swingWeightByPendulum,
  twistWeightByThreads,
  twistWeightByTwoSwings,
} from '../measure/byHand.ts'
import { periodFromMotion } from '../measure/motion.ts'
import { repeats } from '../measure/readings.ts'
import { lateralPlace } from '../measure/summary.ts'
import {
  amplitudeFactor,
  bifilarFactor,
  gravityAt,
  pendulumInertia,
  periodFromStopwatch,
  periodFromTaps,
} from '../measure/swing.ts'
import { meansOf, type Shape } from '../geometry/shape.ts'
import { withPieces } from '../frame/pieces.ts'
import {
  aboutAxis,
  derivedNumbers,
  estimateOf,
  frameState,
  recoilWeight,
  swingRate,
  type FrameState,
} from '../frame/state.ts'
import { apparentRestitution, effectiveMass, strokeRate } from '../impact/impact.ts'
import { fitLine } from '../numerics/line.ts'
import { Problem } from '../problem.ts'
import { massPerCm } from '../cuts/weighing.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { tennis } from '../sports/tennis.ts'
import { usualState } from '../frame/fixtures.ts'

/** Numbers that a slip of a finger, a broken file or a lost instrument can bring. */
const ODD = [NaN, Infinity, -Infinity, 0, -0, -1, -500, 1e-300, 1e308, -1e308, 10.5, 1311, 1e9, 2 ** 31, -1e-9]
const odd = fc.oneof(fc.constantFrom(...ODD), fc.double({ noNaN: false }), fc.double({ min: 0, max: 500, noNaN: true }))
const some = fc.array(odd, { minLength: 0, maxLength: 9 })
const estimate = fc.record({ value: odd, u: fc.oneof(fc.constantFrom(0, 0.1, ...ODD), odd) })
const { geometry } = tennis
const machine = tennis.methods.find((m) => m.id === 'swing-machine')!
const assumed = Object.fromEntries(Object.entries(tennis.impact).map(([k, r]) => [k, r.usual])) as never

/** A Problem, or numbers that are finite and lie where they can; nothing else. */
function holds<T>(work: () => T, judge: (answer: T) => void): void {
  let answer: T
  try {
    answer = work()
  } catch (error) {
    expect(error).toBeInstanceOf(Problem)
    return
  }
  judge(answer)
}
const finite = (value: number, low = -Infinity, high = Infinity) => {
  expect(Number.isFinite(value), String(value)).toBe(true)
  expect(value).toBeGreaterThanOrEqual(low)
  expect(value).toBeLessThanOrEqual(high)
}
const stated = ({ value, u }: { value: number; u: number }, low?: number, high?: number) => {
  finite(value, low, high)
  finite(u, 0)
}
const state = (s: FrameState) => {
  for (const quantity of QUANTITIES) {
    const e = estimateOf(s, quantity)
    if (e) stated(e)
  }
  if (s.massG !== null) finite(s.massG, 0)
  finite(s.lateralCm)
}
const throughout = <T>(arbitrary: fc.Arbitrary<T>, check: (value: T) => void) =>
  fc.assert(fc.property(arbitrary, check), { numRuns: 400, seed: 7 })

const shape: fc.Arbitrary<Shape> = fc.oneof(
  fc.record({ kind: fc.constant('point' as const), xCm: odd, yCm: odd }),
  fc.record({ kind: fc.constant('strip' as const), fromCm: odd, toCm: odd, offsetCm: odd }),
  fc.record({
    kind: fc.constant('arc' as const),
    fromCm: odd,
    toCm: odd,
    side: fc.constantFrom('both' as const, 'left' as const, 'right' as const, 'across' as const),
    offCm: odd,
  }),
  fc.record({ kind: fc.constant('column' as const), fromCm: odd, toCm: odd }),
)
/** A state of numbers that were judged on their own already, but not together. */
const anyState = fc
  .record({
    mass: fc.double({ min: 0.001, max: 5000, noNaN: true }),
    balance: fc.double({ min: -10, max: 90, noNaN: true }),
    swingWeight: fc.double({ min: 0, max: 2000, noNaN: true }),
    twistWeight: fc.double({ min: 0, max: 100, noNaN: true }),
  })
  .map((v) => frameState(Object.fromEntries(Object.entries(v).map(([k, value]) => [k, { value, u: 0.1 }])), 10.16))

describe('every odd number at every public function: a Problem, or a finite answer in its range', () => {
  it('pieces on a frame', () => {
    throughout(fc.record({ massG: odd, shape, uMassG: odd, uPlaceCm: odd, strips: odd }), (piece) =>
      holds(() => withPieces(usualState(), [piece], geometry), state),
    )
    expect(() => withPieces(usualState(), [{ massG: -500, shape: { kind: 'bed' }, uMassG: 0, uPlaceCm: 0 }], geometry)).toThrow('piece.mass') // prettier-ignore
  })
  it('shapes', () => {
    throughout(shape, (one) =>
      holds(
        () => meansOf(one, geometry),
        (m) => {
          // Tape over the tip lies a little past it.
          finite(m.x, -1e-6, geometry.lengthCm + 2)
          finite(m.xx, 0)
          finite(m.y, -20, 20)
          finite(m.yy, 0, 400)
        },
      ),
    )
    expect(() => meansOf({ kind: 'arc', fromCm: 9, toCm: 3, side: 'both' }, geometry)).toThrow('piece.outsideFrame')
    expect(() => meansOf({ kind: 'point', xCm: 80, yCm: 0 }, geometry)).toThrow('piece.outsideFrame')
  })
  it('what follows from a state', () => {
    throughout(fc.tuple(anyState, odd), ([s, axis]) => {
      holds(() => aboutAxis(s, axis), state)
      holds(
        () => derivedNumbers(s),
        (d) => Object.values(d).forEach((v: number) => finite(v)),
      )
      holds(
        () => recoilWeight(s),
        (r) => r && stated(r, 0),
      )
      holds(
        () => swingRate(s),
        (r) => r && stated(r),
      )
      holds(
        () => ownLayer(usualState(), s),
        (layer) => layer && finite(layer.massG, 0),
      )
    })
    const none = frameState({ mass: { value: 0, u: 0 }, balance: { value: 32, u: 0 }, swingWeight: { value: 300, u: 0 } }, 10.16) // prettier-ignore
    expect(() => derivedNumbers(none)).toThrow('state.impossible')
    const light = frameState({ mass: { value: 330, u: 0 }, balance: { value: 32, u: 0 }, swingWeight: { value: 90, u: 0 } }, 10.16) // prettier-ignore
    expect(() => derivedNumbers(light)).toThrow('state.impossible')
    expect(recoilWeight(light)).toBeNull()
  })
  it('balance by hand', () => {
    throughout(fc.tuple(fc.array(fc.record({ headCm: odd, buttCm: odd }), { maxLength: 4 }), odd), ([pairs, ruler]) =>
      holds(
        () => balanceOnEdge(pairs, ruler),
        (b) => stated(b, 0, 200),
      ),
    )
    throughout(fc.record({ supportCm: estimate, knifeCm: estimate, scaleG: estimate, mass: estimate }), (given) =>
      holds(
        () => balanceBySupport(given),
        (b) => stated(b),
      ),
    )
  })
  const gravityCmS2 = fc.oneof(fc.constant({ value: 980.665, u: 0.03 }), estimate)
  const recorder = fc.option(
    fc.record({ massG: odd, atCm: odd, offFaceCm: odd, longCm: odd, wideCm: odd, thickCm: odd }),
  )
  it('pendulum and threads', () => {
    const pinned = { mass: estimate, balance: estimate, pinCm: estimate, gravityCmS2, recorder }
    throughout(fc.record({ ...pinned, period: estimate, amplitudeRad: estimate, axisCm: odd }), (given) =>
      holds(
        () => swingWeightByPendulum(given),
        (s) => stated(s),
      ),
    )
    const swing = fc.record({ period: estimate, amplitudeRad: estimate })
    throughout(fc.record({ ...pinned, edge: swing, face: swing, thickness: estimate }), (given) =>
      holds(
        () => twistWeightByTwoSwings(given),
        (s) => stated(s),
      ),
    )
    const hung = { mass: estimate, apartCm: estimate, threadCm: estimate, period: estimate, amplitudeRad: estimate }
    throughout(fc.record({ ...hung, gravityCmS2 }), (given) =>
      holds(
        () => twistWeightByThreads(given),
        (s) => stated(s, 0),
      ),
    )
    const usual = { mass: { value: 330, u: 0.1 }, balance: { value: 32, u: 0.1 }, pinCm: { value: 2, u: 0 }, gravityCmS2: { value: 980.665, u: 0 }, recorder: null } // prettier-ignore
    const amplitudeRad = { value: 0.1, u: 0 }
    expect(() => swingWeightByPendulum({ ...usual, amplitudeRad, period: { value: -1, u: 0 }, axisCm: 10 })).toThrow(
      'number.outside',
    )
  })
  it('periods', () => {
    throughout(fc.tuple(some, odd), ([times, swings]) => {
      holds(
        () => periodFromStopwatch(times, swings),
        (p) => stated(p, 0),
      )
      holds(
        () => periodFromTaps(times),
        (p) => stated(p, 0),
      )
      holds(
        () => periodFromTaps([...times].sort((a, b) => a - b)),
        (p) => stated(p, 0),
      )
    })
    expect(() => periodFromStopwatch([14], 10.5)).toThrow('number.notWhole')
    throughout(fc.tuple(odd, odd, odd), ([a, b, c]) => {
      holds(
        () => amplitudeFactor(a),
        (f) => finite(f, 1),
      )
      holds(
        () => bifilarFactor(a, b, c),
        (f) => finite(f, 0.5),
      )
      holds(
        () => gravityAt(a),
        (g) => finite(g, 978, 984),
      )
      holds(
        () => pendulumInertia(a, b, c),
        (i) => finite(i),
      )
    })
  })
  it('a recording with its times in milliseconds is no swing of 1,370 s', () => {
    const timeS = Array.from({ length: 2000 }, (_, i) => 10 * i)
    const values = timeS.map((t) => Math.sin((2 * Math.PI * t) / 1370))
    expect(() => periodFromMotion({ timeS, channels: [{ name: 'a', values }] }, 0, false)).toThrow(Problem)
    throughout(fc.array(odd, { minLength: 20, maxLength: 40 }), (channel) =>
      holds(
        () =>
          periodFromMotion(
            { timeS: channel.map((_, i) => i / 10), channels: [{ name: 'a', values: channel }] },
            0,
            true,
          ),
        ({ period }) => stated(period, 0.2, 15),
      ),
    )
  })
  it('calibration and checks', () => {
    const point = fc.record({ reference: odd, uReference: odd, reading: odd })
    throughout(fc.tuple(fc.array(point, { maxLength: 5 }), odd), ([points, reading]) =>
      holds(
        () => ({ fit: fitCalibration(points, machine), reading }),
        ({ fit }) => {
          finite(fit.gain, 0.5, 1.5)
          finite(fit.offset)
          holds(
            () => calibrated(reading, fit, 0.1),
            (c) => stated(c),
          )
        },
      ),
    )
    expect(checkOutcome([], 1).passes).toBe(false)
    const standing = [100, 200, 300].map((reference) => ({ reference, uReference: 0.1, reading: 150 }))
    expect(() => fitCalibration(standing, machine)).toThrow('calibration.impossible')
  })
  it('sides, tape, lines, repeats', () => {
    throughout(fc.tuple(estimate, estimate, odd), ([left, right, apart]) =>
      holds(
        () => lateralPlace(left, right, apart),
        (y) => stated(y, -100, 100),
      ),
    )
    expect(() => lateralPlace({ value: 0, u: 0 }, { value: 0, u: 0 }, 20)).toThrow('number.outside')
    throughout(
      fc.tuple(fc.array(fc.record({ lengthCm: odd, massG: odd }), { maxLength: 4 }), odd, odd),
      ([strips, step, ruler]) =>
        holds(
          () => massPerCm(strips, step, ruler),
          (m) => {
            finite(m.gPerCm, 0)
            finite(m.uRel, 0)
          },
        ),
    )
    throughout(fc.tuple(some, some), ([x, y]) =>
      holds(
        () => fitLine(x, y),
        (line) => [line.slope, line.intercept, line.residualDeviation].forEach((v) => finite(v)),
      ),
    )
    throughout(some, (values) =>
      holds(
        () => repeats(values, machine),
        (r) => stated(r),
      ),
    )
  })
  it('impact', () => {
    throughout(fc.tuple(anyState, odd, odd, odd), ([s, a, b, c]) => {
      holds(
        () => effectiveMass(s, a, b),
        (m) => finite(m, 0),
      )
      holds(
        () => apparentRestitution(a, b, c),
        (e) => finite(e, -1, 1),
      )
      holds(
        () => strokeRate(a, { swingWeight: b, headCentreCm: c }, assumed),
        (w) => finite(w, 0),
      )
    })
  })
})
