import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayOf, isZone } from './days.ts'

describe('the day of a moment where a clock stands', () => {
  // Offsets as the zones' own laws have them in 2026 (from memory): summer time from 29 March to 25 October in Europe, from 8 March to
  // 1 November in America, none in India.
  it.each([
    ['2026-12-02T01:00:00Z', 'America/Los_Angeles', '2026-12-01'],
    ['2026-12-02T07:59:59Z', 'America/Los_Angeles', '2026-12-01'],
    ['2026-12-02T08:00:00Z', 'America/Los_Angeles', '2026-12-02'],
    ['2026-07-02T06:59:59Z', 'America/Los_Angeles', '2026-07-01'],
    ['2026-07-02T07:00:00Z', 'America/Los_Angeles', '2026-07-02'],
    ['2026-03-08T09:59:59Z', 'America/Los_Angeles', '2026-03-08'],
    ['2026-03-28T23:00:00Z', 'Europe/Berlin', '2026-03-29'],
    ['2026-03-29T21:59:59Z', 'Europe/Berlin', '2026-03-29'],
    ['2026-03-29T22:00:00Z', 'Europe/Berlin', '2026-03-30'],
    ['2026-10-25T22:59:59Z', 'Europe/Berlin', '2026-10-25'],
    ['2026-10-25T23:00:00Z', 'Europe/Berlin', '2026-10-26'],
    ['2026-12-01T18:29:59Z', 'Asia/Kolkata', '2026-12-01'],
    ['2026-12-01T18:30:00Z', 'Asia/Kolkata', '2026-12-02'],
    ['2026-05-01', 'America/Los_Angeles', '2026-05-01'],
  ])('%s in %s is %s', (moment, zone, day) => expect(dayOf(moment, zone)).toBe(day))
  it('is the day that the clock there shows, at any moment', () => {
    const moment = fc.date({ min: new Date('1990-01-01'), max: new Date('2090-01-01'), noInvalidDate: true })
    fc.assert(
      fc.property(moment, fc.constantFrom('UTC', 'Pacific/Kiritimati', 'America/St_Johns', 'Asia/Kolkata'), (at, zone) => {
        expect(dayOf(at, zone)).toBe(at.toLocaleDateString('sv-SE', { timeZone: zone }))
      }),
    ) // prettier-ignore
  })
  it('knows zones from names of anything else', () => {
    expect(['Europe/Berlin', 'UTC', 'nowhere', 'Europe/Berlin\n'].map(isZone)).toEqual([true, true, false, false])
  })
})
