import { describe, expect, it } from 'vitest'
import type { JobSummary } from '#contract/entities.ts'
import { comesTooLate, dayOf, groupOf, dueOn, weekOf } from './day.ts'

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
  it('as a week: seven columns from today, what was due before today in one of its own, by the hour', () => {
    const jobs = [job('a', at(25, 17)), job('b', at(26, 9)), job('c', at(26, 17)), job('d', at(28, 0)), job('e', null)]
    const week = weekOf(jobs, now).map((d) => [d.name, d.jobs.map((j) => j.id).join('')])
    expect(week).toEqual([['Overdue', 'a'], ['Today', 'bc'], ['Fri 27', ''], ['Sat 28', 'd'], ['Sun 29', ''], ['Mon 30', ''], ['Tue 1', ''], ['Wed 2', '']]) // prettier-ignore
    expect(weekOf([], now)).toHaveLength(7)
  })
  it('moved to another day it keeps its hour, also over a change of the clocks', () => {
    for (const [from, to] of [
      [new Date(2026, 9, 24, 17, 30), new Date(2026, 9, 26)],
      [new Date(2027, 2, 27, 9, 5), new Date(2027, 2, 29)],
    ]) {
      // prettier-ignore
      const moved = new Date(dueOn(from.toISOString(), to))
      expect([moved.getDate(), moved.getHours(), moved.getMinutes()]).toEqual([to.getDate(), from.getHours(), from.getMinutes()]) // prettier-ignore
    }
  })
  it('a promise before what cures is ready cannot be kept', () => {
    expect(comesTooLate(job('a', at(26, 17), at(27, 9)))).toBe(true)
    expect(comesTooLate(job('a', at(27, 17), at(27, 9)))).toBe(false)
    expect(comesTooLate(job('a', null, at(27, 9)))).toBe(false)
  })
})
