import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SPORTS, profileOf } from '../sports/sports.ts'
import { tennis } from '../sports/tennis.ts'
import { convertState, conditionText, layersBetween, NOTHING_ON, sameCondition, type Condition } from './condition.ts'
import { frameState, recoilWeight } from './state.ts'

const added = fc.record({
  id: fc.constantFrom('a', 'b', 'c'),
  name: fc.constant('tape'),
  massG: fc.double({ min: 0.5, max: 12, noNaN: true }),
  atCm: fc.double({ min: 0, max: 40, noNaN: true }),
  offAxisCm: fc.double({ min: 0, max: 10, noNaN: true }),
})
const anyCondition: fc.Arbitrary<Condition> = fc.record({
  stringsG: fc.option(fc.constant(16), { nil: null }),
  grip: fc.constantFrom('none', 'base', 'leather', 'synthetic'),
  overgrips: fc.integer({ min: 0, max: 4 }),
  dampener: fc.boolean(),
  guardTapeG: fc.constantFrom(0, 2, 3.5),
  film: fc.boolean(),
  added: fc.uniqueArray(added, { maxLength: 3, selector: (a) => a.id }),
})
const start = frameState(
  {
    mass: { value: 320, u: 0.1 },
    balance: { value: 32, u: 0.05 },
    swingWeight: { value: 315, u: 0.5 },
    twistWeight: { value: 14, u: 0.1 },
  },
  10.16,
)
const bring = (state: typeof start, from: Condition, to: Condition) =>
  convertState(state, from, { condition: to, axisCm: 10.16 }, tennis.geometry, tennis)
const numbers = (s: typeof start) => [s.massG!, s.balanceCm!, s.swingWeightKgCm2!, s.twistWeightKgCm2!]

describe('layers', () => {
  it('put on and taken off again leave the frame as it was, but less surely known', () => {
    fc.assert(
      fc.property(anyCondition, anyCondition, (a, b) => {
        const back = bring(bring(start, a, b), b, a)
        numbers(back).forEach((v, i) => expect(v).toBeCloseTo(numbers(start)[i], 8))
        back.covariance.forEach((row, i) => expect(row[i]).toBeGreaterThanOrEqual(start.covariance[i][i] - 1e-12))
      }),
    )
  })
  it('by way of a third condition come to the same', () => {
    fc.assert(
      fc.property(anyCondition, anyCondition, anyCondition, (a, b, c) => {
        const direct = numbers(bring(start, a, c))
        numbers(bring(bring(start, a, b), b, c)).forEach((v, i) => expect(v).toBeCloseTo(direct[i], 8))
      }),
    )
  })
  it('a condition is the same as itself, and differs from another both ways alike', () => {
    fc.assert(
      fc.property(anyCondition, anyCondition, (a, b) => {
        expect(sameCondition(a, structuredClone(a))).toBe(true)
        expect(layersBetween(a, b).sort()).toEqual(layersBetween(b, a).sort())
        expect(sameCondition(a, b)).toBe(layersBetween(a, b).length === 0)
      }),
    )
  })
  it('added mass never lessens the recoil weight', () => {
    fc.assert(
      fc.property(added, (item) => {
        const more = bring(start, NOTHING_ON, { ...NOTHING_ON, added: [item] })
        expect(recoilWeight(more)!.value).toBeGreaterThanOrEqual(recoilWeight(start)!.value - 1e-9)
      }),
    )
  })
})

describe('in words', () => {
  it('names what is on it; a solid face is neither bare nor strung', () => {
    const all: Condition = {
      ...NOTHING_ON,
      stringsG: 16,
      grip: 'leather',
      overgrips: 2,
      dampener: true,
      guardTapeG: 3,
      film: true,
      added: [{ id: 'a', name: 'tape', massG: 4, atCm: 60, offAxisCm: 0 }],
    }
    expect(conditionText(all, tennis)).toBe(
      'strung, leather grip, 2 overgrips, dampener, guard tape 3.0 g, film on, 4.0 g added earlier',
    )
    expect(conditionText(NOTHING_ON, tennis)).toBe('bare, no grip, no overgrip')
    expect(conditionText(NOTHING_ON, profileOf('padel'))).toBe('no grip, no overgrip')
    for (const sport of SPORTS)
      expect(conditionText(all, profileOf(sport)).includes('strung')).toBe(profileOf(sport).layers.strings !== null)
  })
})
