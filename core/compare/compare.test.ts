import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { NOTHING_ON } from '../frame/condition.ts'
import { estimateOf, frameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { badminton } from '../sports/badminton.ts'
import { tennis } from '../sports/tennis.ts'
import { BARE, STRUNG } from '../frame/fixtures.ts'
import { differenceOf } from '../quantities/difference.ts'
import { FELT, feltOf } from './felt.ts'
import { nearness } from './nearness.ts'
import {
  convertWhereKnown,
  combined,
  estimateOfFigure,
  GRADE_SPREAD,
  referenceState,
  singleReport,
  type Report,
} from './setup.ts'

const HERE = { condition: STRUNG, axisCm: 10.16 }
const e = (value: number, u = 1) => ({ value, u })
const setup = (...reports: Report[]) => ({ geometry: tennis.geometry, reports })
const told = (mass: number | null, swing: number | null, u = 2, more: Partial<Report> = {}) =>
  singleReport(
    { ...HERE, grade: 'measured by others', ...more },
    { mass: mass === null ? null : e(mass, 1), balance: e(32, 0.1), swingWeight: swing === null ? null : e(swing, u) },
  )

describe('a difference', () => {
  it('says "cannot tell" below twice its uncertainty, and never compares with an unknown', () => {
    expect(differenceOf(e(320), e(322.5)).verdict).toBe('same')
    expect(differenceOf(e(320), e(323.5)).verdict).toBe('more')
    expect(differenceOf(e(320), e(316)).verdict).toBe('less')
    expect(differenceOf(e(320), e(323)).inU).toBeCloseTo(3 / Math.SQRT2, 12)
    expect(differenceOf(e(320), null)).toEqual({ difference: null, verdict: 'unknown', inU: null })
  })
  it('of nothing without any uncertainty is nothing, not a number that is none', () => {
    expect(differenceOf(e(320, 0), e(320, 0))).toMatchObject({ verdict: 'same', inU: 0 })
  })
})

describe('felt terms', () => {
  it('hold at their threshold, not just under it: 2.5 % of swing weight (Brody 2000, from memory)', () => {
    expect(feltOf(e(320, 0.1), e(328, 0.1), 'swingWeight')).toMatchObject({
      kind: 'felt',
      step: { fromShare: 0.025, grade: 'measured' },
    })
    expect(feltOf(e(320, 0.1), e(327.9, 0.1), 'swingWeight')).toMatchObject({ kind: 'notFelt' })
    expect(feltOf(e(320, 0.1), e(336, 0.1), 'swingWeight')).toMatchObject({ step: { fromShare: 0.05 } })
  })
  it('below twice the uncertainty it cannot tell, however large; unknown stays unknown', () => {
    expect(feltOf(e(320, 10), e(340, 10), 'swingWeight')).toEqual({ kind: 'cannotTell' })
    expect(feltOf(e(320), null, 'swingWeight')).toEqual({ kind: 'unknown' })
  })
  it('go both ways, each with a source, the larger step first', () => {
    for (const step of FELT) {
      expect(step.source.length).toBeGreaterThan(5)
      const up = feltOf(e(100, 0.01), e(100 * (1 + step.fromShare), 0.01), step.quantity)
      const down = feltOf(e(100, 0.01), e(100 * (1 - step.fromShare), 0.01), step.quantity)
      expect([up, down].map((f) => f.kind === 'felt' && f.message)).toEqual([step.up, step.down])
    }
  })
})

describe('several reports of one frame', () => {
  it('come to the mean weighted with 1/u²: 340 ± 2 and 346 ± 1 is 344.8, its ± widened where they conflict', () => {
    const { state, agreement } = combined(setup(told(330, 340, 2), told(330, 346, 1)), HERE, tennis)
    const swing = estimateOf(state, 'swingWeight')!
    expect(swing.value).toBeCloseTo((340 / 4 + 346 / 1) / (1 / 4 + 1), 9)
    // χ² = 36/5 = 7.2 with one degree of freedom: in conflict at 5 % (3.84), widened by √7.2.
    expect(swing.u).toBeCloseTo(Math.sqrt(1 / (1 / 4 + 1)) * Math.sqrt(7.2), 9)
    expect(agreement.swingWeight).toMatchObject({ count: 2, low: 340, high: 346, conflict: true })
  })
  it('that agree make it surer, and are no conflict at the edge of 5 %', () => {
    const near = combined(setup(told(330, 340, 2), told(330, 342, 2)), HERE, tennis)
    expect(estimateOf(near.state, 'swingWeight')!.u).toBeCloseTo(Math.SQRT2, 9)
    expect(near.agreement.swingWeight!.conflict).toBe(false)
    const edge = (gap: number) =>
      combined(setup(told(330, 340, 1), told(330, 340 + gap, 1)), HERE, tennis).agreement.swingWeight!.conflict
    // χ² = gap²/2; the 5 % point of χ² with one degree of freedom is 3.841 (any table).
    expect([edge(Math.sqrt(2 * 3.84)), edge(Math.sqrt(2 * 3.845))]).toEqual([false, true])
  })
  it('where one is silent the other speaks; where all are, it stays unknown', () => {
    const { state, agreement } = combined(setup(told(330, null), told(null, 344)), HERE, tennis)
    expect([state.massG, state.swingWeightKgCm2, state.twistWeightKgCm2]).toEqual([330, 344, null])
    expect(agreement.twistWeight).toBeNull()
  })
  it('are each brought to the same state first: one bare, one strung', () => {
    const bare = singleReport({ condition: BARE, axisCm: 10.16 }, { mass: e(305), balance: e(31.5, 0.1) })
    const { each } = combined(setup(bare, told(326.5, null)), HERE, tennis)
    expect(each[0].massG).toBeCloseTo(305 + 16.5 + 5, 9)
    expect(each[1].massG).toBeCloseTo(326.5, 9)
  })
  it('a range is its middle with (high − low)/√12 beside its grade (JCGM 100:2008, 4.3.7)', () => {
    const range = estimateOfFigure({ low: 316, high: 320, u: null }, 'published', 'swingWeight', tennis)
    expect(range.value).toBe(318)
    expect(range.u).toBeCloseTo(Math.hypot(GRADE_SPREAD.published.swingWeight * 2, 4 / Math.sqrt(12)), 12)
    expect(estimateOfFigure({ low: 318, high: 318, u: 0.5 }, 'hearsay', 'swingWeight', tennis).u).toBe(0.5)
  })
})

describe('bringing to one state', () => {
  it('a string job: 15 to 18 g, about 1 cm, 25 to 30 units (common practice, no source)', () => {
    const bare = singleReport(
      { condition: BARE, axisCm: 10.16 },
      { mass: e(300), balance: e(32, 0.1), swingWeight: e(290) },
    )
    const to = { condition: { ...BARE, stringsG: 16.5 }, axisCm: 10.16 }
    const strung = referenceState(setup(bare), to, tennis)
    expect(strung.massG! - 300).toBeGreaterThanOrEqual(15)
    expect(strung.massG! - 300).toBeLessThanOrEqual(18)
    expect(strung.balanceCm! - 32).toBeCloseTo(1, 1)
    expect(strung.swingWeightKgCm2! - 290).toBeGreaterThan(25)
    expect(strung.swingWeightKgCm2! - 290).toBeLessThan(30.5)
    expect(estimateOf(strung, 'mass')!.u).toBeGreaterThan(1)
  })
  it('badminton: a strung 93 is matched by a bare 86 to 88 (common practice, no source)', () => {
    const condition = { ...NOTHING_ON, stringsG: 2.6, grip: 'base' as const }
    const strung = singleReport({ condition, axisCm: 9 }, { mass: e(89), balance: e(29.9, 0.1), swingWeight: e(93) })
    const bare = referenceState(
      { geometry: badminton.geometry, reports: [strung] },
      { condition: NOTHING_ON, axisCm: 9 },
      badminton,
    )
    expect(bare.swingWeightKgCm2!).toBeGreaterThan(86)
    expect(bare.swingWeightKgCm2!).toBeLessThan(88.6)
  })
  it('there and back is the same; a swing weight without mass and balance stays at its axis', () => {
    const given = told(326, 320)
    const there = referenceState(setup(given), { condition: BARE, axisCm: 0 }, tennis)
    const back = convertWhereKnown(there, BARE, HERE, tennis.geometry, tennis)
    for (const q of ['mass', 'balance', 'swingWeight'] as const)
      expect(estimateOf(back, q)!.value).toBeCloseTo(
        estimateOf(referenceState(setup(given), HERE, tennis), q)!.value,
        9,
      )
    const lone = singleReport({ condition: STRUNG, axisCm: 0 }, { swingWeight: e(500) })
    expect(referenceState(setup(lone), HERE, tennis).swingWeightKgCm2).toBeNull()
    const state = frameState({ swingWeight: e(500) }, 0)
    expect(convertWhereKnown(state, STRUNG, HERE, tennis.geometry, tennis).swingWeightKgCm2).toBeNull()
  })
})

describe('nearness', () => {
  const number = (q: Quantity) => {
    const [low, high] = tennis.usual[q]
    return fc.record({
      value: fc.double({ min: low, max: high, noNaN: true }),
      u: fc.double({ min: 0.01, max: 8, noNaN: true }),
    })
  }
  const any = fc.record({
    mass: number('mass'),
    balance: number('balance'),
    swingWeight: number('swingWeight'),
    twistWeight: number('twistWeight'),
  })
  it('never ranks a setup nearer for leaving numbers out', () => {
    fc.assert(
      fc.property(any, any, fc.subarray([...QUANTITIES]), (a, b, left) => {
        const mine = frameState(a, 10.16)
        const whole = nearness(mine, frameState(b, 10.16), tennis)
        const silent = Object.fromEntries(QUANTITIES.map((q) => [q, left.includes(q) ? null : b[q]]))
        expect(nearness(mine, frameState(silent, 10.16), tennis)).toBeGreaterThanOrEqual(whole - 1e-9)
      }),
    )
  })
  it('is the plain distance in tolerances for near frames, and grows with the gap', () => {
    const mine = frameState({ mass: e(320, 0), swingWeight: e(320, 0) }, 10.16)
    const near = frameState({ mass: e(321, 0), swingWeight: e(322, 0) }, 10.16)
    expect(nearness(mine, near, tennis)).toBeCloseTo(Math.SQRT2, 2)
    const far = [321, 330, 340, 360].map((v) =>
      nearness(mine, frameState({ mass: e(v, 0), swingWeight: e(320, 0) }, 10.16), tennis),
    )
    expect([...far].sort((a, b) => a - b)).toEqual(far)
  })
})

describe('mass that was added to the frame at hand', () => {
  const lead = { id: 'l', name: 'lead', massG: 6, atCm: 67, offAxisCm: 0 }
  const withLead = { condition: { ...STRUNG, added: [lead] }, axisCm: 10.16 }
  it('is not put on theirs, and stays on this one whatever state it is brought to', () => {
    const theirs = setup(told(330, 320))
    expect(referenceState(theirs, withLead, tennis).massG).toBeCloseTo(referenceState(theirs, HERE, tennis).massG!, 12)
    const mine = frameState({ mass: e(336), balance: e(32.4, 0.1), swingWeight: e(340) }, 10.16)
    const bare = convertWhereKnown(
      mine,
      withLead.condition,
      { condition: BARE, axisCm: 10.16 },
      tennis.geometry,
      tennis,
    )
    const plain = convertWhereKnown(mine, STRUNG, { condition: BARE, axisCm: 10.16 }, tennis.geometry, tennis)
    expect(bare.massG).toBeCloseTo(plain.massG!, 12)
    expect(bare.swingWeightKgCm2).toBeCloseTo(plain.swingWeightKgCm2!, 12)
  })
})
