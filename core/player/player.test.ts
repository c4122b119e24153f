import { describe, expect, it } from 'vitest'
import { ageOn, factsOn, wrongWithBirth } from './age.ts'
import { unknownPlayer } from './facts.ts'
import { gripText, PLAIN_GRIP } from './grip.ts'

describe('an age', () => {
  it('turns on the birthday; on 29 February in a common year, the day after the 28th', () => {
    expect([ageOn('2012-05-03', '2026-05-02'), ageOn('2012-05-03', '2026-05-03')]).toEqual([13, 14])
    expect([ageOn('2012-02-29', '2026-02-28'), ageOn('2012-02-29', '2026-03-01')]).toEqual([13, 14])
  })
  it('of a year alone is the younger one, and of a birth to come is none', () => {
    expect([ageOn('2012', '2026-11-26'), ageOn('2026', '2026-11-26')]).toEqual([13, 0])
    expect([ageOn('2027', '2026-11-26'), ageOn('2026-12-01', '2026-11-26'), ageOn('May', '2026-11-26')]).toEqual([null, null, null]) // prettier-ignore
  })
  it('agrees with a calendar that counts day by day', () => {
    const day = (iso: string) => new Date(`${iso}T00:00:00Z`)
    for (let n = 0; n < 2000; n += 7) {
      const today = new Date(Date.UTC(2020, 0, 1 + n)).toISOString().slice(0, 10)
      let years = 0
      while (new Date(Date.UTC(2011 + years + 1, 6, 9)) <= day(today)) years++
      expect(ageOn('2011-07-09', today)).toBe(years)
    }
  })
  it('follows from the birth in the facts, and stays as asked where none is known', () => {
    const asked = { ...unknownPlayer('Q'), age: 15 }
    expect(factsOn(asked, '2026-11-26')).toBe(asked)
    expect(factsOn({ ...asked, born: '2010-01-02' }, '2026-11-26').age).toBe(16)
  })
  it('says what is wrong with a birth', () => {
    const of = (born: string) => wrongWithBirth(born, '2026-11-26')
    expect(['2012', '2012-05-03', '2026-11-26'].map(of)).toEqual([null, null, null])
    expect(['12', '3.5.2012', '2012-13-01', '2012-02-30', ''].map(of)).toEqual(new Array(5).fill('unread'))
    expect([of('2027'), of('2026-11-27'), of('1890')]).toEqual(['future', 'future', 'tooOld'])
  })
})

it('a grip in a sentence, only what was asked', () => {
  expect(gripText(PLAIN_GRIP)).toBe('')
  expect(gripText({ size: 'L2', overgrips: 1, first: 'thin', turns: 'left', upToCm: 17.5 })).toBe(
    'Size L2, one overgrip, thin end first, wound left-handed, up to 17.5 cm.',
  )
  expect(gripText({ ...PLAIN_GRIP, overgrips: 0 })).toBe('No overgrips.')
})
