import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { usualState } from '../../frame/fixtures.ts'
import { estimateOf, frameState } from '../../frame/state.ts'
import { tennis } from '../../sports/tennis.ts'
import type { TargetNumbers } from '../problem/request.ts'
import { whatIsAdded } from './added.ts'

const { geometry } = tennis
const AXIS = 10.16

/** The frame of the tests with some point masses on it, by the plain sums about the butt: x along, y across. */
function targetWith(points: readonly (readonly [massG: number, x: number, y: number])[]): TargetNumbers {
  const { massG, balanceCm, swingWeightKgCm2, twistWeightKgCm2 } = usualState()
  const [m0, b0] = [massG!, balanceCm!]
  let [m, moment, swing, twist] = [m0, m0 * b0, swingWeightKgCm2! * 1000, twistWeightKgCm2! * 1000]
  for (const [g, x, y] of points) {
    m += g
    moment += g * x
    swing += g * (x - AXIS) ** 2
    twist += g * y * y
  }
  return {
    mass: { value: m, tolerance: 1 },
    balance: { value: moment / m, tolerance: 0.2 },
    swingWeight: { value: swing / 1000, tolerance: 2 },
    twistWeight: { value: twist / 1000, tolerance: 0.3 },
  }
}
const point = fc.tuple(
  fc.double({ min: 1, max: 25, noNaN: true }),
  fc.double({ min: 0, max: geometry.lengthCm, noNaN: true }),
  fc.double({ min: -geometry.headWidthCm / 2, max: geometry.headWidthCm / 2, noNaN: true }),
)

describe('what has to be added, before any plan', () => {
  it('is the mass, centre and spread of whatever makes the target, on or off', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 5 }), fc.constantFrom(1, -1), (points, sign) => {
        const signed = points.map(([g, x, y]) => [sign * g, x, y] as const)
        const whole = signed.reduce((sum, [g]) => sum + g, 0)
        const mean = (f: (x: number, y: number) => number) =>
          signed.reduce((sum, [g, x, y]) => sum + g * f(x, y), 0) / whole
        const found = whatIsAdded(usualState(), targetWith(signed), geometry)!
        expect(found.impossible).toBeNull()
        expect(found.massG).toBeCloseTo(whole, 6)
        expect(found.centreCm!.value).toBeCloseTo(
          mean((x) => x),
          4,
        )
        expect(found.offAxisCm!).toBeCloseTo(Math.sqrt(mean((_, y) => y * y)), 3)
        const spread = Math.sqrt(Math.max(0, mean((x) => x * x) - mean((x) => x) ** 2))
        const [a, b] = found.places!
        for (const { cm } of [a, b]) expect(cm >= 0 && cm <= geometry.lengthCm).toBe(true)
        expect(a.massG + b.massG).toBeCloseTo(whole, 6)
        expect((a.massG * a.cm + b.massG * b.cm) / whole).toBeCloseTo(
          mean((x) => x),
          3,
        )
        expect((a.massG * a.cm ** 2 + b.massG * b.cm ** 2) / whole).toBeCloseTo(
          mean((x) => x * x),
          1,
        )
        const isInside = mean((x) => x) - spread > 0.01 && mean((x) => x) + spread < geometry.lengthCm - 0.01
        if (isInside && spread > 0.01) expect(a.massG).toBeCloseTo(b.massG, 6)
      }),
    )
  })
  it('covers the true centre as often as its ± says', () => {
    const truth = targetWith([
      [10, 5, 0],
      [8, 64, 0],
    ])
    const state = usualState()
    const draws = 2000
    let inside = 0
    // Readings a little off, by their own u, drawn from sums of twelve even numbers (Irwin-Hall).
    let seed = 7
    const even = () => (seed = (seed * 48271) % 2147483647) / 2147483647
    const normal = () => Array.from({ length: 12 }, even).reduce((a, b) => a + b, -6)
    const read = (q: 'mass' | 'balance' | 'swingWeight') => {
      const { value, u } = estimateOf(state, q)!
      return { value: value + u * normal(), u }
    }
    for (let i = 0; i < draws; i++) {
      const seen = frameState({ mass: read('mass'), balance: read('balance'), swingWeight: read('swingWeight') }, AXIS)
      const { value, u } = whatIsAdded(seen, truth, geometry)!.centreCm!
      if (Math.abs(value - (10 * 5 + 8 * 64) / 18) <= 2 * u) inside++
    }
    expect(inside / draws).toBeGreaterThan(0.935)
    expect(inside / draws).toBeLessThan(0.97)
  })
  it.each([
    ['behindButt', { mass: 315, balance: 31 }],
    ['beyondTip', { mass: 315, balance: 34.5 }],
    ['tooNear', { mass: 330, balance: 33.35, swingWeight: 300 }],
    ['tooFar', { mass: 315, balance: 32.6, swingWeight: 330 }],
    ['tooFar', { mass: 310, swingWeight: 340 }],
    ['tooNear', { mass: 310, swingWeight: 290 }],
    ['tooWide', { mass: 308, twistWeight: 15.5 }],
    ['tooNarrow', { mass: 315, twistWeight: 12 }],
  ] as const)('says why nothing that is added can be it: %s', (fault, numbers) => {
    const tolerances = { mass: 1, balance: 0.1, swingWeight: 2, twistWeight: 0.2 }
    const target = Object.fromEntries(
      Object.entries(numbers).map(([q, value]) => [q, { value, tolerance: tolerances[q as keyof typeof tolerances] }]),
    )
    expect(whatIsAdded(usualState(), target, geometry)!.impossible).toBe(fault)
  })
  it('calls nothing impossible that the tolerances allow, and says nothing of less than half a gram', () => {
    const near = { mass: { value: 306.5, tolerance: 1 }, balance: { value: 30, tolerance: 0.1 } }
    expect(whatIsAdded(usualState(), near, geometry)!.impossible).toBeNull()
    expect(whatIsAdded(usualState(), { mass: { value: 305.8, tolerance: 1 } }, geometry)).toBeNull()
    expect(whatIsAdded(usualState(), { swingWeight: { value: 320, tolerance: 2 } }, geometry)).toBeNull()
  })
})
