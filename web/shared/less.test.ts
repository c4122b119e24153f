import { describe, expect, it } from 'vitest'
import { lessAs, shareOf, USUAL_LESS } from './less.ts'

const none = () => null

describe('how much less', () => {
  it('is a share of all that gives, whichever way it is asked', () => {
    expect(shareOf(USUAL_LESS, 20, none)).toBe(0.3)
    expect(shareOf({ ...USUAL_LESS, by: 'grams', amount: 5 }, 20, none)).toBe(0.25)
    expect(shareOf({ ...USUAL_LESS, by: 'grams', amount: 50 }, 20, none)).toBe(1)
    const asked: unknown[] = []
    const half = (...of: unknown[]) => (asked.push(of), 0.5)
    expect(shareOf({ by: 'number', amount: 310, quantity: 'swingWeight' }, 20, half)).toBe(0.5)
    expect(asked).toEqual([['swingWeight', 310]])
  })
  it('is nothing where nothing is asked, nothing lies there, or nothing would do', () => {
    for (const amount of [null, 0, -3]) expect(shareOf({ ...USUAL_LESS, amount }, 20, none)).toBeNull()
    expect(shareOf({ ...USUAL_LESS, by: 'grams', amount: 5 }, 0, none)).toBeNull()
    expect(shareOf({ ...USUAL_LESS, by: 'number', amount: 300 }, 20, none)).toBeNull()
  })
  it('asked another way begins where it usually does', () => {
    expect(lessAs('grams', USUAL_LESS, {})).toMatchObject({ by: 'grams', amount: 4 })
    expect(lessAs('number', USUAL_LESS, { swingWeight: 318 })).toMatchObject({ by: 'number', amount: 318 })
    expect(lessAs('number', USUAL_LESS, {})).toMatchObject({ amount: null })
  })
})
