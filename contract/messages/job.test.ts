import { describe, expect, it } from 'vitest'
import { alsoText, leftOutLines } from './job.ts'

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
    expect(leftOutLines([...leftOut, { id: 'ends', reason: 'notReached' }])).toEqual([
      { why: 'Seldom land', ways: 'No lead (12 of 100)' },
      { why: 'Lie like another', ways: 'Sides and butt (“First choice”, 20 % elsewhere)' },
      { why: 'Do not reach the target', ways: 'Main bevels, Butt and tip' },
      { why: 'Nothing in the drawer fits', ways: 'Heavier grip' },
    ])
    expect(leftOutLines([same('head', 'best', 0)])).toEqual([])
  })
})
