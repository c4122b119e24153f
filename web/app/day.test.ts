import { describe, expect, it } from 'vitest'
import type { JobSummary } from '#contract/entities.ts'
import { comesTooLate, dayOf, groupOf } from './day.ts'

const now = new Date(2026, 10, 26, 10, 30)
const at = (day: number, hour: number) => new Date(2026, 10, day, hour).toISOString()
const job = (id: string, dueAt: string | null, readyAt: string | null = null) => ({ id, dueAt, readyAt }) as JobSummary

describe('the day', () => {
  it('has what is overdue first, then today, tomorrow, the week; what was promised for nothing is not in it', () => {
    const jobs = [job('a', at(25, 17)), job('b', at(26, 9)), job('c', at(26, 17)), job('d', at(27, 9)), job('e', at(29, 9)), job('f', null)] // prettier-ignore
    expect(dayOf(jobs, now).map((d) => [d.group, d.jobs.map((j) => j.id).join('')])).toEqual([
      ['Overdue', 'ab'],
      ['Today', 'c'],
      ['Tomorrow', 'd'],
      ['This week', 'e'],
    ])
    expect(dayOf([], now)).toEqual([])
  })
  it('ends at midnight on the clock', () => {
    expect(groupOf(new Date(2026, 10, 26, 23, 59).toISOString(), now)).toBe('Today')
    expect(groupOf(new Date(2026, 10, 27, 0, 0).toISOString(), now)).toBe('Tomorrow')
    expect(groupOf(new Date(2026, 10, 28, 0, 0).toISOString(), now)).toBe('This week')
  })
  it('a promise before what cures is ready cannot be kept', () => {
    expect(comesTooLate(job('a', at(26, 17), at(27, 9)))).toBe(true)
    expect(comesTooLate(job('a', at(27, 17), at(27, 9)))).toBe(false)
    expect(comesTooLate(job('a', null, at(27, 9)))).toBe(false)
  })
})
