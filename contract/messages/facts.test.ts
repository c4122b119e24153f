import { describe, expect, it } from 'vitest'
import { unknownPlayer } from '#core/player/facts.ts'
import { factLines, toldText } from './facts.ts'

describe('what is known of a player, in words', () => {
  it('line by line, and nothing of what was not asked', () => {
    expect(factLines(unknownPlayer('A'))).toEqual([])
    const lines = factLines({ ...unknownPlayer('A'), age: 14, born: '2012-05-03', level: 'club', grip: { size: 'L2', overgrips: 1, first: null, turns: null, upToCm: null } }) // prettier-ignore
    expect(lines).toEqual([
      { name: 'Age', value: '14' },
      { name: 'Born', value: '2012-05-03' },
      { name: 'Level', value: 'Club' },
      { name: 'Grip', value: 'Size L2, one overgrip.' },
    ])
  })
  it('one thing that was told, and one that is no longer said', () => {
    expect(toldText('level', 'strong')).toBe('level: strong')
    expect(toldText('complaints', ['late', 'heavy'])).toBe('now it: late, too heavy')
    expect(toldText('ceiling', { swingWeightKgCm2: 345, axisCm: 10.16 })).toBe('ceiling 345.0 kg·cm²')
    expect(toldText('hoursPerWeek', 5)).toBe('hours a week: 5')
    expect(toldText('wants', '')).toBe('wants: no longer said')
    expect(toldText('cameFrom', null)).toBe('played before: no longer said')
  })
})
