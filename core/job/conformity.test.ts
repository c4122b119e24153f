import { describe, expect, it } from 'vitest'
import { normal, seeded } from '../numerics/random.ts'
import { conformityOf, readingsToDecide } from './conformity.ts'

/** Probability by Simpson's rule over the normal density, independent of the error function. */
function byQuadrature(value: number, u: number, low: number, high: number): number {
  const density = (x: number) => Math.exp(-(((x - value) / u) ** 2) / 2) / (u * Math.sqrt(2 * Math.PI))
  const n = 4000
  const h = (high - low) / n
  let sum = density(low) + density(high)
  for (let i = 1; i < n; i++) sum += density(low + i * h) * (i % 2 === 1 ? 4 : 2)
  return (sum * h) / 3
}

describe('conformity with the uncertainty counted', () => {
  it('agrees with two worked examples of JCGM 106:2012 (from memory)', () => {
    // 7.4: a Zener diode, −5.47 V with u = 0.05 V against at most −5.40 V: Φ(1.4) = 0.92. One side alone: the other is far off.
    const far = 100
    expect(conformityOf({ value: -5.47, u: 0.05 }, { value: -5.4 - far, tolerance: far }, 'guarded').probability).toBeCloseTo(0.92, 2) // prettier-ignore
    // 7.5: the viscosity of an oil, 13.6 mm²/s with u = 1.8 between 12.5 and 16.3: 0.66.
    expect(conformityOf({ value: 13.6, u: 1.8 }, { value: 14.4, tolerance: 1.9 }, 'guarded').probability).toBeCloseTo(0.66, 2) // prettier-ignore
  })
  it('agrees with quadrature over the density', () => {
    for (const [value, u] of [
      [316.2, 0.3],
      [317.4, 0.5],
      [315.1, 0.2],
      [320, 1],
    ])
      expect(conformityOf({ value, u }, { value: 316, tolerance: 1 }, 'simple').probability).toBeCloseTo(
        byQuadrature(value, u, 315, 317),
        6,
      )
  })
  it('passes only where ± U lies inside, misses only where it lies outside, and is undecided between; simple asks the figure alone', () => {
    const aim = { value: 316, tolerance: 1 }
    const verdict = (off: number, rule: 'guarded' | 'simple') =>
      conformityOf({ value: 316 + off, u: 0.2 }, aim, rule).verdict
    expect([0.5, 0.6, 0.7, 1, 1.3, 1.41].map((off) => verdict(off, 'guarded'))).toEqual([
      'passes',
      'passes',
      'undecided',
      'undecided',
      'undecided',
      'misses',
    ])
    expect([-0.99, -1, -1.01].map((off) => verdict(off, 'simple'))).toEqual(['passes', 'passes', 'misses'])
  })
  it('keeps the promise of the guarded rule: of frames that pass, at most 2.5 in 100 are really outside', () => {
    const next = normal(seeded(11))
    let [passed, wrong] = [0, 0]
    for (let i = 0; i < 40000; i++) {
      // Frames as they come off a bench: around the middle, some outside.
      const truth = 0.7 * next()
      const { verdict } = conformityOf({ value: truth + 0.2 * next(), u: 0.2 }, { value: 0, tolerance: 1 }, 'guarded')
      if (verdict !== 'passes') continue
      passed++
      if (Math.abs(truth) > 1) wrong++
    }
    expect(passed).toBeGreaterThan(20000)
    expect(wrong / passed).toBeLessThan(0.025)
  })
  it('says how many more readings decide, and where none does', () => {
    // 0.6 inside of the edge; one reading ±0.8 with nothing shared: four in all are ±0.4.
    const alone = { uOwn: 0.4, uShared: 0, count: 1 }
    expect(readingsToDecide(0.4, 1, alone)).toBe(1)
    expect(readingsToDecide(0.7, 1, alone)).toBe(7)
    expect(readingsToDecide(0.9, 1, { uOwn: 0.4, uShared: 0.1, count: 2 })).toBeNull()
  })
})
