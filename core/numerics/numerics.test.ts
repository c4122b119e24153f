// @ts-expect-error the library ships no types
import jstat from 'jstat'
import gammainc from '@stdlib/math-base-special-gammainc'
import fc from 'fast-check'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { describe, expect, it } from 'vitest'
import { budgetOf } from './budget.ts'
import { fitLine } from './line.ts'
import { normal, seeded } from './random.ts'
import { fitSinusoid } from './sinusoid.ts'
import { chiSquareTail, incompleteBeta, studentT } from './student.ts'

/** NIST Statistical Reference Datasets, from memory; the certified values prove the memory. */
const NORRIS =
  `0.2 0.1,337.4 338.8,118.2 118.1,884.6 888.0,10.1 9.2,226.5 228.1,666.3 668.5,996.3 998.5,448.6 449.1,777.0 778.9,
558.2 559.2,0.4 0.3,0.6 0.1,775.5 778.1,666.9 668.8,338.0 339.3,447.5 448.9,11.6 10.8,556.0 557.7,228.1 228.3,995.8 998.0,887.6 888.8,
120.2 119.6,0.3 0.3,0.3 0.6,556.8 557.6,339.1 339.3,887.2 888.0,999.0 998.5,779.0 778.9,11.1 10.2,118.3 117.6,229.2 228.9,669.1 668.4,
448.9 449.2,0.5 0.2`
    .split(',')
    .map((pair) => pair.trim().split(' ').map(Number))

describe('NIST’s certified data sets', () => {
  it('Norris: intercept −0.262323073774029, slope 1.00211681802045, residual deviation 0.884796396144373', () => {
    expect(NORRIS).toHaveLength(36)
    const fit = fitLine(
      NORRIS.map((p) => p[0]),
      NORRIS.map((p) => p[1]),
    )
    expect(fit.intercept).toBeCloseTo(-0.262323073774029, 10)
    expect(fit.slope).toBeCloseTo(1.00211681802045, 12)
    expect(fit.residualDeviation).toBeCloseTo(0.884796396144373, 10)
    expect(Math.sqrt(fit.covariance[0][0])).toBeCloseTo(0.232818234301152, 10)
    expect(Math.sqrt(fit.covariance[1][1])).toBeCloseTo(0.429796848199937e-3, 13)
  })
})

describe('straight line', () => {
  it('needs two different places', () => {
    expect(() => fitLine([1], [1])).toThrow('line.tooFew')
    expect(() => fitLine([2, 2, 2], [1, 2, 3])).toThrow('line.tooFew')
    expect(fitLine([0, 2], [1, 5])).toMatchObject({ intercept: 1, slope: 2, residualDeviation: 0 })
  })
  it('with known uncertainties its covariance is theirs, not the scatter’s', () => {
    const fit = fitLine([-1, 0, 1], [0, 0, 0], [0.1, 0.1, 0.1])
    expect(Math.sqrt(fit.covariance[1][1])).toBeCloseTo(0.1 / Math.SQRT2, 12)
    expect(Math.sqrt(fit.covariance[0][0])).toBeCloseTo(0.1 / Math.sqrt(3), 12)
  })
})

describe('distributions against a statistics library', () => {
  it.each([1, 2, 3, 4.5, 8, 17, 30, 120])('Student, %f degrees of freedom', (dof) => {
    for (const p of [0.6827, 0.95, 0.99, 0.999])
      expect(studentT(p, dof)).toBeCloseTo(jstat.jStat.studentt.inv(1 - (1 - p) / 2, dof), 5)
  })
  it('Student with no end of them is normal', () => expect(studentT(0.95, Infinity)).toBeCloseTo(1.959964, 4))
  it('GUM table G.2, 95 %: 12.71 for 1, 2.57 for 5, 2.23 for 10, 2.09 for 20 (from memory)', () => {
    expect([1, 5, 10, 20].map((n) => Number(studentT(0.95, n).toFixed(2)))).toEqual([12.71, 2.57, 2.23, 2.09])
  })
  it('χ² and the incomplete beta function', () => {
    for (const dof of [1, 2, 5, 12])
      for (const x of [0.1, 1, 4, 15, 30])
        expect(chiSquareTail(x, dof)).toBeCloseTo(1 - jstat.jStat.chisquare.cdf(x, dof), 8)
    for (let dof = 1; dof <= 200; dof++)
      for (let power = -9; power <= 9; power += 0.25) {
        const x = 10 ** power
        const tail = gammainc(x / 2, dof / 2, true, true)
        expect(Math.abs(chiSquareTail(x, dof) - tail), `χ² ${x}, ${dof}`).toBeLessThan(1e-12 + 1e-9 * tail)
      }
    expect(incompleteBeta(0.3, 2, 3)).toBeCloseTo(jstat.jStat.ibeta(0.3, 2, 3) as number, 10)
    expect(incompleteBeta(0, 2, 3)).toBe(0)
    expect(incompleteBeta(1, 2, 3)).toBe(1)
  })
})

describe('what decides', () => {
  const any = fc.oneof(fc.double(), fc.constantFrom(NaN, Infinity, -Infinity, 0, 1e300, -1e300, 1491, 5e-324))
  const degrees = fc.double({ min: 0.5, max: 1e4, noNaN: true })
  const decided = (tell: () => number): number | null => {
    try {
      return tell()
    } catch (error) {
      expect(error).toMatchObject({ code: 'number.outside' })
      return null
    }
  }
  it('is a chance from nothing to one, or a refusal: never NaN', () => {
    fc.assert(
      fc.property(any, any, any, (a, b, c) => {
        for (const chance of [
          decided(() => chiSquareTail(a, b)),
          decided(() => incompleteBeta(a, Math.min(1e6, Math.abs(b)), Math.min(1e6, Math.abs(c)))),
        ])
          if (chance !== null) {
            expect(chance).toBeGreaterThanOrEqual(0)
            expect(chance).toBeLessThanOrEqual(1)
          }
      }),
    )
  })
  it('falls with what speaks against chance, however far', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1e12, noNaN: true }), fc.double({ min: 1, max: 1e6, noNaN: true }), degrees, (x, times, dof) => {
        expect(chiSquareTail(x * times, dof)).toBeLessThanOrEqual(chiSquareTail(x, dof) + 1e-12)
      }),
    ) // prettier-ignore
  })
  it('takes nothing that is no number', () => {
    for (const tell of [
      () => chiSquareTail(NaN, 2),
      () => chiSquareTail(3, NaN),
      () => studentT(NaN, 3),
      () => studentT(0.95, NaN),
      () => incompleteBeta(NaN, 1, 1),
    ])
      expect(tell).toThrow('number.outside')
  })
})

describe('error budget', () => {
  // GUM, JCGM 100:2008, annex H.2, from its five simultaneous observations (from memory).
  const V = [5.007, 4.994, 5.005, 4.99, 4.999]
  const I = [19.663, 19.639, 19.64, 19.685, 19.678].map((v) => v / 1000)
  const phi = [1.0456, 1.0438, 1.0468, 1.0428, 1.0433]
  const mean = (v: number[]) => v.reduce((a, b) => a + b, 0) / v.length
  const cov = (a: number[], b: number[]) =>
    a.reduce((sum, v, i) => sum + (v - mean(a)) * (b[i] - mean(b)), 0) / (a.length * (a.length - 1))
  const all = [V, I, phi]
  const inputs = all.map((v, i) => ({ name: 'VIφ'[i], value: mean(v), u: Math.sqrt(cov(v, v)) }))
  const correlation = all.map((a) => all.map((b) => cov(a, b) / Math.sqrt(cov(a, a) * cov(b, b))))
  it.each([
    ['R', ([v, i, p]: number[]) => (v / i) * Math.cos(p), 127.732, 0.0711],
    ['X', ([v, i, p]: number[]) => (v / i) * Math.sin(p), 219.847, 0.2956],
    ['Z', ([v, i]: number[]) => v / i, 254.26, 0.2363],
  ])('GUM H.2: %s', (_, f, value, u) => {
    const budget = budgetOf(f, inputs, correlation)
    expect(budget.value).toBeCloseTo(value, 2)
    expect(budget.u).toBeCloseTo(u, 3)
  })
  it('names the largest part first, and an exact input adds nothing', () => {
    const budget = budgetOf(
      ([a, b, c]) => a * b + c,
      [
        { name: 'a', value: 2, u: 0.1 },
        { name: 'b', value: 3, u: 0.5 },
        { name: 'c', value: 1, u: 0 },
      ],
    )
    expect(budget.parts.map((p) => p.name)).toEqual(['b', 'a', 'c'])
    expect(budget.u).toBeCloseTo(Math.hypot(0.3, 1), 9)
  })
})

/** A swing sampled at `hz` for `seconds`, with damping, drift and noise. */
function recording(
  period: number,
  noise: number,
  seed: number,
  { seconds = 30, hz = 50, damping = 0.01, jitter = 0 } = {},
) {
  const random = normal(seeded(seed))
  const n = Math.round(seconds * hz)
  const even = seeded(seed + 5000)
  const t = Array.from({ length: n }, (_, i) => (i + jitter * 0.4 * (even() - 0.5)) / hz)
  const w = (2 * Math.PI) / period
  return { t, y: t.map((s) => 0.3 + 0.002 * s + Math.exp(-damping * s) * Math.sin(w * s + 0.7) + noise * random()) }
}

describe('the fit of a damped swing', () => {
  it.each([
    [1.4, 0.05, 1],
    [1.356665, 0.2, 2],
    [0.93, 0.5, 3],
    [2.7, 0.1, 4],
  ])('period %f with noise %f: within three standard errors', (period, noise, seed) => {
    const { t, y } = recording(period, noise, seed, { jitter: 1 })
    const fit = fitSinusoid(t, y)
    expect(Math.abs(fit.periodS - period)).toBeLessThan(3 * fit.uPeriodS)
    expect(fit.uPeriodS).toBeLessThan(0.002 * period)
    expect(fit.damping).toBeCloseTo(0.01, 1)
    expect(fit.residual).toBeCloseTo(noise, 1)
  })
  it('its 95 % interval covers the period 95 times in a hundred (300 recordings)', () => {
    let inside = 0
    for (let seed = 0; seed < 300; seed++) {
      const period = 1.1 + 0.002 * seed
      const { t, y } = recording(period, 0.3, 100 + seed, { seconds: 20, hz: 25 })
      const fit = fitSinusoid(t, y)
      if (Math.abs(fit.periodS - period) < 1.96 * fit.uPeriodS) inside++
    }
    // Binomial: 285 ± 3.8; three deviations either way.
    expect(inside).toBeGreaterThanOrEqual(273)
    expect(inside).toBeLessThanOrEqual(297)
  })
  it('agrees with a general-purpose fitting library', () => {
    const { t, y } = recording(1.42, 0.15, 9)
    const fit = fitSinusoid(t, y)
    const library = levenbergMarquardt(
      { x: t, y },
      ([c, d, A, B, w, g]: number[]) =>
        (s: number) =>
          c + d * s + Math.exp(-g * s) * (A * Math.cos(w * s) + B * Math.sin(w * s)),
      {
        damping: 1e-3,
        initialValues: [0.3, 0, 0.6, 0.7, (2 * Math.PI) / 1.42, 0],
        gradientDifference: 1e-6,
        maxIterations: 200,
        errorTolerance: 1e-12,
      },
    )
    expect(fit.omega).toBeCloseTo(Math.abs(library.parameterValues[4]), 5)
    expect(fit.damping).toBeCloseTo(library.parameterValues[5], 4)
  })
  it('refuses what is too short, flat or runs backwards', () => {
    const { t, y } = recording(1.4, 0, 1)
    expect(() => fitSinusoid(t.slice(0, 10), y.slice(0, 10))).toThrow('swing.tooShort')
    expect(() =>
      fitSinusoid(
        t,
        t.map(() => 5),
      ),
    ).toThrow('swing.flat')
    expect(() => fitSinusoid(t.with(30, 0), y)).toThrow('swing.timesOutOfOrder')
  })
})
