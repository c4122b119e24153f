import { describe, expect, it } from 'vitest'
import type { SetPlan } from '#core/planning/set/set.ts'
import { minutesAndGrams, setVerdict } from './setVerdict.ts'

const set = (change: Partial<SetPlan> = {}): SetPlan =>
  ({
    plans: [{}, {}, {}],
    reached: true,
    inStock: true,
    proven: false,
    minutes: 18.5,
    totalG: 6.04,
    effort: 24,
    leastEffort: 18,
    ...change,
  }) as SetPlan

describe('what is said of a set', () => {
  it('minutes rounded up, grams to a tenth; nothing to do where they are alike as they are', () => {
    expect(minutesAndGrams(set())).toBe('About 19 min, +6.0 g')
    expect(minutesAndGrams(set({ minutes: 0, totalG: 0 }))).toBe('Nothing to do')
  })
  it('what is known of others: the share that none goes below, and more only when it is proven', () => {
    expect(setVerdict(set(), true)).toContain('less than 75 % of this')
    expect(setVerdict(set(), true)).toContain('looking for better')
    expect(setVerdict(set(), false)).toContain('a better one may exist')
    expect(setVerdict(set({ proven: true }), false)).toContain('No other way saves half a minute a frame')
    expect(setVerdict(set({ proven: true, effort: 0.3, leastEffort: 0 }), false)).toBe('No other way asks less.')
  })
  it('a set that is not one says so before anything else', () => {
    expect(setVerdict(set({ reached: false }), true)).toContain('Not alike yet')
    expect(setVerdict(set({ reached: false }), false)).toContain('the nearest')
    expect(setVerdict(set({ inStock: false, proven: true }), false)).toContain('not enough in the drawer')
  })
})
