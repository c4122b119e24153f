import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { normal, seeded } from './random.ts'
import { weightedMean } from './weightedMean.ts'

describe('values that stand for one number', () => {
  it('count by 1/u²: 10 ± 1 and 12 ± 1 make 11, 10 ± 1 and 13 ± 2 make 10.6', () => {
    expect(weightedMean([{ value: 10, u: 1 }, { value: 12, u: 1 }])).toMatchObject({ value: 11, shares: [0.5, 0.5] }) // prettier-ignore
    expect(weightedMean([{ value: 10, u: 1 }, { value: 13, u: 2 }]).value).toBeCloseTo(10.6, 12) // prettier-ignore
  })
  it('one value is itself', () => {
    expect(weightedMean([{ value: 7, u: 0.3 }])).toEqual({ value: 7, shares: [1], conflict: false, widening: 1 })
  })
  it('disagree from χ² 3.841 on with two of them (table of χ², 5 %, one degree of freedom), and are widened by the Birge ratio', () => {
    const apart = (chiSquare: number) => weightedMean([0, Math.sqrt(2 * chiSquare)].map((value) => ({ value, u: 1 })))
    expect(apart(3.84)).toMatchObject({ conflict: false, widening: 1 })
    expect(apart(3.842).conflict).toBe(true)
    expect(apart(9).widening).toBeCloseTo(3, 12)
  })
  it('scatter as they should: of 2,000 sets of four, 5 % are said to disagree', () => {
    const next = normal(seeded(3))
    let conflicts = 0
    for (let i = 0; i < 2000; i++)
      conflicts += Number(weightedMean([1, 2, 0.5, 1].map((u) => ({ value: u * next(), u }))).conflict)
    // Binomial: 100 ± 10; three deviations either way.
    expect(conflicts).toBeGreaterThan(70)
    expect(conflicts).toBeLessThan(130)
  })
  it('the mean lies between them, shares are one in all, nothing is narrowed', () => {
    const value = fc.record({ value: fc.double({ min: -1e3, max: 1e3, noNaN: true }), u: fc.double({ min: 1e-3, max: 50, noNaN: true }) }) // prettier-ignore
    fc.assert(
      fc.property(fc.array(value, { minLength: 1, maxLength: 8 }), (values) => {
        const mean = weightedMean(values)
        expect(mean.value).toBeGreaterThanOrEqual(Math.min(...values.map((v) => v.value)) - 1e-9)
        expect(mean.value).toBeLessThanOrEqual(Math.max(...values.map((v) => v.value)) + 1e-9)
        expect(mean.shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12)
        expect(mean.widening).toBeGreaterThanOrEqual(1)
      }),
    )
  })
})
