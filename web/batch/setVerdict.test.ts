import { describe, expect, it } from 'vitest'
import type { Pair } from '#core/planning/set/pair.ts'
import type { SetPlan } from '#core/planning/set/set.ts'
import { minutesAndGrams, pairsVerdict, pairText, setVerdict } from './setVerdict.ts'

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
    expect(setVerdict(set(), true, 1)).toContain('less than 75 % of this')
    expect(setVerdict(set(), true, 1)).toContain('looking for better')
    expect(setVerdict(set(), false, 1)).toContain('a better one may exist')
    expect(setVerdict(set({ proven: true }), false, 1)).toBe(
      'No other way saves half a minute a frame, a gram counted as a minute.',
    )
    expect(setVerdict(set(), false, 2.5)).toContain('a gram counted as 2.5 minutes')
    expect(setVerdict(set(), false, 0)).toContain('grams not counted')
  })
  it('a set that is not one says so before anything else', () => {
    expect(setVerdict(set({ reached: false }), true, 1)).toContain('Not alike yet')
    expect(setVerdict(set({ reached: false }), false, 1)).toContain('the nearest')
    expect(setVerdict(set({ inStock: false, proven: true }), false, 1)).toContain('not enough in the drawer')
  })
})

describe('what is said of pairs', () => {
  const pair = (plan: SetPlan | null, leastEffort: number): Pair => ({ ids: ['a', 'b'], plan, leastEffort })
  it('what each asks, as far as it was worked out', () => {
    expect(pairText(pair(set(), 18))).toBe('About 19 min, +6.0 g')
    expect(pairText(pair(null, 18))).toBe('Not worked out')
    expect(pairText(pair(set({ reached: false }), 3))).toBe('Cannot be made alike')
    expect(pairText(pair(null, Infinity))).toBe('Cannot be made alike')
  })
  it('that none asks a minute less only where that was seen of every other', () => {
    const first = pair(set({ effort: 5 }), 4)
    expect(pairsVerdict([first, pair(null, 4), pair(null, Infinity)], 1)).toContain('Of all 3 pairs none asks')
    expect(pairsVerdict([first, pair(null, 4), pair(set({ effort: 9 }), 3.9)], 1)).toContain('may exist')
    expect(pairsVerdict([pair(null, Infinity)], 1)).toBe('')
  })
})
