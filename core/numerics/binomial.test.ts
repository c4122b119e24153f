// @ts-expect-error jstat ships no types
import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { asUneven, atLeast, clopperPearson, scoreInterval } from './binomial.ts'

describe('shares of cases', () => {
  /** Newcombe, Statistics in Medicine 17 (1998) 857, table I, methods 3 and 5; from memory. */
  it.each([
    [81, 263, [0.2553, 0.3662], [0.2527, 0.3676]],
    [15, 148, [0.0624, 0.1605], [0.0578, 0.1617]],
    [0, 20, [0, 0.1611], [0, 0.1684]],
    [1, 29, [0.0061, 0.1718], [0.0009, 0.1776]],
  ])('%i of %i', (of, cases, score, exact) => {
    const w = scoreInterval(of, cases)
    const c = clopperPearson(of, cases)
    ;[w.low, w.high].forEach((v, i) => expect(v).toBeCloseTo(score[i], 4))
    ;[c.low, c.high].forEach((v, i) => expect(v).toBeCloseTo(exact[i], 4))
  })
  it('agree with a statistics library, tail by tail and end by end', () => {
    for (const cases of [1, 4, 8, 20, 57])
      for (let of = 0; of <= cases; of += Math.max(1, Math.floor(cases / 7))) {
        for (const chance of [0.1, 0.5, 0.83]) {
          const theirs = of === 0 ? 1 : 1 - jstat.binomial.cdf(of - 1, cases, chance)
          expect(atLeast(of, cases, chance)).toBeCloseTo(theirs, 9)
        }
        const { low, high } = clopperPearson(of, cases)
        expect(low).toBeCloseTo(of === 0 ? 0 : jstat.beta.inv(0.025, of, cases - of + 1), 6)
        expect(high).toBeCloseTo(of === cases ? 1 : jstat.beta.inv(0.975, of + 1, cases - of), 6)
      }
  })
  it('7 of 8 by guessing: nine ways in 256; as uneven either way: twice that', () => {
    expect(atLeast(7, 8, 0.5)).toBeCloseTo(9 / 256, 12)
    expect(asUneven(1, 8)).toBeCloseTo(18 / 256, 12)
    expect(asUneven(4, 8)).toBe(1)
    expect(asUneven(0, 0)).toBe(1)
  })
  it('nothing counted says nothing; what cannot be is refused', () => {
    expect(scoreInterval(0, 0)).toMatchObject({ low: 0, high: 1 })
    expect(clopperPearson(0, 0)).toMatchObject({ low: 0, high: 1 })
    expect(() => scoreInterval(3, 2)).toThrow(/number.outside/)
    expect(() => clopperPearson(NaN, 2)).toThrow(/number.outside/)
  })
})
