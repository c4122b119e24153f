import { describe, expect, it } from 'vitest'
import { writeSoon, writeTime } from './writeTime.ts'

describe('a moment in words', () => {
  const at = (day: number, hour: number, minute: number) => new Date(2026, 10, day, hour, minute)
  it('is a clock today, a day and a clock within the week, a date beyond', () => {
    const now = at(25, 16, 0)
    expect(writeSoon(at(25, 21, 5).toISOString(), now)).toBe('21:05')
    expect(writeSoon(at(26, 9, 10).toISOString(), now)).toBe('Thu 9:10')
    expect(writeSoon(at(24, 9, 10).toISOString(), now)).toBe('Tue 9:10')
    const later = new Date(2026, 11, 5, 9, 10).toISOString()
    expect(writeSoon(later, now)).toBe(writeTime(later))
  })
})
