import { describe, expect, it } from 'vitest'
import { summarise } from '../measure/summary.ts'
import { tennis } from '../sports/tennis.ts'
import { frameState } from '../frame/state.ts'
import { BARE } from '../frame/fixtures.ts'
import { checkClaim } from './claim.ts'
import { batchSpread, middleOf, rankUnits, toldApart } from './pick.ts'

const unit = (id: string, mass: number[], balance: number[], swing: number[]) => ({
  id,
  summary: summarise(
    [
      ...mass.map((value, i) => ({ id: `m${i}`, quantity: 'mass' as const, value, axisCm: null, methodId: 'scale' })),
      ...balance.map((value, i) => ({
        id: `b${i}`,
        quantity: 'balance' as const,
        value,
        axisCm: null,
        methodId: 'balance-board',
      })),
      ...swing.map((value, i) => ({
        id: `s${i}`,
        quantity: 'swingWeight' as const,
        value,
        axisCm: 10.16,
        methodId: 'swing-machine',
      })),
    ],
    { confirmed: new Set(), axisCm: 10.16, condition: BARE, geometry: tennis.geometry, profile: tennis },
  ),
})
const wanted = { mass: 306, balance: 32, swingWeight: 296 }

describe('the pick of a batch', () => {
  it('is the nearest in tolerances: by hand, √mean of (Δ/tolerance)²', () => {
    const ranked = rankUnits(
      [unit('a', [303], [32], [296]), unit('b', [305.5], [32.1], [297]), unit('c', [306], [31], [290])],
      wanted,
      tennis,
    )
    expect(ranked.map((r) => r.id)).toEqual(['b', 'a', 'c'])
    expect(ranked[0].distance).toBeCloseTo(Math.sqrt((0.5 ** 2 + 0.5 ** 2 + 0.5 ** 2) / 3), 9)
    expect(ranked[1].off.mass).toBeCloseTo(-3, 9)
  })
  it('puts a unit that is too heavy last: tape cannot take mass away', () => {
    const ranked = rankUnits([unit('heavy', [308], [32], [296]), unit('light', [301], [31.6], [290])], wanted, tennis)
    expect(ranked.map((r) => r.id)).toEqual(['light', 'heavy'])
    expect(ranked[1].tooHeavyG).toBeCloseTo(1, 9)
  })
  it('says when the readings cannot tell the first two apart; more readings can', () => {
    const pair = (n: number) => [
      unit('a', new Array(n).fill(305), new Array(n).fill(32), new Array(n).fill(294)),
      unit('b', new Array(n).fill(305), new Array(n).fill(32), new Array(n).fill(293.4)),
    ]
    expect(toldApart(rankUnits(pair(1), wanted, tennis))).toBe(false)
    expect(toldApart(rankUnits(pair(9), wanted, tennis))).toBe(true)
    expect(toldApart([])).toBe(true)
  })
  it('says how far units lie apart, and whether their own repeats can tell; what the scale shares is no matter', () => {
    const of = (...masses: number[][]) => masses.map((m, i) => unit(`u${i}`, m, [], []).summary)
    expect(batchSpread(of([305], [306.5], [304]), 'mass')).toMatchObject({ isTold: true })
    expect(batchSpread(of([305], [306.5], [304]), 'mass')!.by).toBeCloseTo(2.5, 9)
    expect(batchSpread(of([305], [305.05]), 'mass')).toMatchObject({ isTold: false })
    // The scale itself is known no better than ±0.1 g: that moves them all alike.
    expect(batchSpread(of(new Array<number>(25).fill(305), new Array<number>(25).fill(305.15)), 'mass')!.isTold).toBe(
      true,
    )
    expect(batchSpread(of([305], []), 'mass')).toBeNull()
  })

  it('nothing known of a unit puts it last; the middle is the mean of what is known', () => {
    const ranked = rankUnits([unit('none', [], [], []), unit('some', [300], [], [])], wanted, tennis)
    expect(ranked.map((r) => r.id)).toEqual(['some', 'none'])
    expect(ranked[1].distance).toBe(Infinity)
    const states = [unit('a', [300], [], []), unit('b', [304], [32], [])].map((u) => u.summary.state)
    expect(middleOf(states)).toEqual({ mass: 302, balance: 32 })
  })
})

describe('is it what it claims to be', () => {
  const known = (mass: number, u: number) => frameState({ mass: { value: mass, u } }, 10.16)
  const claim = (mine: object, mass: number) =>
    checkClaim(
      { geometry: { ...tennis.geometry, ...mine }, state: known(mass, 0.2) },
      { geometry: tennis.geometry, state: known(305, 2) },
    )
  const off = (lines: ReturnType<typeof claim>) => lines.filter((l) => !l.agrees).map((l) => l.what)
  it('agrees within what rulers, rounding and readings leave open', () => {
    expect(off(claim({ headLengthCm: tennis.geometry.headLengthCm + 0.4 }, 308.9))).toEqual([])
  })
  it('names what does not agree', () => {
    expect(off(claim({ lengthCm: 69.2 }, 305))).toEqual(['length'])
    expect(off(claim({ mains: 18 }, 312))).toEqual(['pattern', 'mass'])
    expect(off(claim({ headWidthCm: 25 }, 305))).toEqual(['headWidth'])
  })
  it('a solid face has no pattern; an unknown number is not compared', () => {
    const lines = checkClaim(
      { geometry: { ...tennis.geometry, face: 'plain' }, state: frameState({}, 10.16) },
      { geometry: tennis.geometry, state: known(305, 2) },
    )
    expect(lines.map((l) => l.what)).toEqual(['length', 'headLength', 'headWidth'])
  })
})
