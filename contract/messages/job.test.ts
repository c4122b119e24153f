import { describe, expect, it } from 'vitest'
import { alsoText, leftOutText } from './job.ts'

describe('ways that are not offered by themselves', () => {
  const same = (id: 'head' | 'fewest' | 'sides', like: 'best' | 'ends', elsewhere: number) =>
    ({ id, reason: 'same', like, elsewhere }) as const
  const leftOut = [
    same('head', 'best', 0),
    same('fewest', 'best', 0.004),
    same('sides', 'best', 0.2),
    { id: 'bevels', reason: 'notReached' },
    { id: 'noLead', reason: 'unlikely', chance: 0.124 },
    { id: 'leather', reason: 'nothingToUse' },
  ] as const
  it('are another name of the one that they come to, gram for gram', () => {
    expect(alsoText('best', leftOut)).toBe('Also “Top, sides and bridge” and “Fewest places”.')
    expect(alsoText('ends', leftOut)).toBe('')
    expect(alsoText('ends', [same('head', 'ends', 0)])).toBe('Also “Top, sides and bridge”.')
  })
  it('or are left out with their reason', () => {
    expect(leftOutText(leftOut)).toBe(
      [
        '“Sides and butt” lies like “First choice” (only 20 % elsewhere)',
        '“Main bevels” does not reach the target',
        '“No lead” reaches the target on paper, and lands in 12 of 100 builds',
        '“Heavier grip” nothing in the drawer fits',
      ].join('; '),
    )
    expect(leftOutText([same('head', 'best', 0)])).toBe('')
  })
})
