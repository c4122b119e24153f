import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { dueOf } from './due.ts'

/** A Thursday, 10:30 on the clock of the place. */
const now = () => new Date(2026, 10, 26, 10, 30)
const local = (iso: string | null) => {
  if (!iso) return null
  const d = new Date(iso)
  return [d.getFullYear(), d.getMonth() + 1, d.getDate(), d.getHours(), d.getMinutes()].join(' ')
}
const zone = process.env.TZ
describe.each(['UTC', 'America/New_York', 'Europe/Vienna'])('a promise as people say it, in %s', (place) => {
  beforeAll(() => (process.env.TZ = place) as unknown as void)
  afterAll(() => {
    if (zone === undefined) delete process.env.TZ
    else process.env.TZ = zone
  })
  it.each([
    ['fri 5pm', '2026 11 27 17 0'],
    ['today 17:00', '2026 11 26 17 0'],
    ['tomorrow', '2026 11 27 18 0'],
    ['Thursday', '2026 11 26 18 0'],
    ['next thursday', '2026 12 3 18 0'],
    ['wed', '2026 12 2 18 0'],
    ['in 3 days', '2026 11 29 18 0'],
    ['in 2 hours', '2026 11 26 12 30'],
    ['2026-12-01 14:00', '2026 12 1 14 0'],
    ['1 Dec', '2026 12 1 18 0'],
  ])('%s', (text, expected) => expect(local(dueOf(text, now()))).toBe(expected))
  it.each([
    ['Thursday', 13, '2026 11 26 18 0'],
    ['thu 6pm', 13, '2026 11 26 18 0'],
    ['thu 9am', 13, '2026 12 3 9 0'],
    ['Thursday', 19, '2026 12 3 18 0'],
    ['fri 5pm', 23, '2026 11 27 17 0'],
    ['in 2 hours', 13, '2026 11 26 15 0'],
    ['today 17:00', 13, '2026 11 26 17 0'],
  ])('today’s name is today as long as its hour is to come: %s at %i o’clock', (text, hour, expected) =>
    expect(local(dueOf(text, new Date(2026, 10, 26, hour)))).toBe(expected),
  )
  it('words that name no moment name none', () => {
    for (const text of ['', 'when the strings come', 'soon']) expect(dueOf(text, now())).toBeNull()
  })
})
describe('over the change to winter and to summer time', () => {
  beforeAll(() => (process.env.TZ = 'Europe/Vienna') as unknown as void)
  afterAll(() => {
    if (zone === undefined) delete process.env.TZ
    else process.env.TZ = zone
  })
  it('tomorrow at nine is nine on the clock, whether the night has 23 hours or 25', () => {
    const at = (day: Date) => new Date(dueOf('tomorrow 9:00', day)!)
    const spring = new Date(2026, 2, 28, 9, 0)
    const autumn = new Date(2026, 9, 24, 9, 0)
    expect(at(spring).getHours()).toBe(9)
    expect(at(autumn).getHours()).toBe(9)
    expect((at(spring).getTime() - spring.getTime()) / 3600000).toBe(23)
    expect((at(autumn).getTime() - autumn.getTime()) / 3600000).toBe(25)
  })
})
