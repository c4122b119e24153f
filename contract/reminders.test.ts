import { describe, expect, it } from 'vitest'
import type { Day } from './day.ts'
import { remindersOf, unseenOf } from './reminders.ts'

const now = new Date('2026-11-26T10:00:00Z')
const job = (id: string, change: Partial<Day['jobs'][number]>): Day['jobs'][number] => ({
  id,
  number: 7,
  kind: 'job',
  frameLabel: 'Frame',
  sport: 'tennis',
  playerName: 'Player',
  saved: [],
  signedBy: null,
  readyAt: null,
  waitsFor: null,
  due: '',
  dueAt: null,
  who: '',
  waitsOn: null,
  changedAt: now.toISOString(),
  ...change,
})
const day = (change: Partial<Day>): Day => ({ jobs: [], waiting: [], more: false, comingBack: [], checks: [], short: [], ...change }) // prettier-ignore
const back = (due: string, putOffTo: string | null = null, dropped = false): Day['comingBack'][number] => ({
  frameId: 'f',
  frameLabel: 'Frame',
  jobId: 'j',
  playerId: 'p',
  playerName: 'Player',
  rule: 'measure',
  due,
  since: '2026-01-01',
  by: 'time',
  putOffTo,
  dropped, // prettier-ignore
})
const keysOf = (d: Partial<Day>, at = now) => remindersOf(day(d), at).map((r) => r.key)

describe('what a shop is reminded of', () => {
  it('what has cured or dried, from that moment for a day', () => {
    const cures = job('a', { readyAt: '2026-11-26T10:00:00.000Z', waitsFor: 'cure' })
    const minute = (n: number) => new Date(now.getTime() + n * 60000)
    expect(keysOf({ waiting: [cures] }, minute(-1))).toEqual([])
    expect(keysOf({ waiting: [cures] })).toEqual(['ready a 2026-11-26T10:00:00.000Z'])
    expect(keysOf({ waiting: [cures] }, minute(24 * 60 + 1))).toEqual([])
    expect(remindersOf(day({ waiting: [cures] }), now)[0].message).toBe('Job 7, Player, Frame: has cured')
  })
  it('a promise an hour before, and once more when it is over', () => {
    const at = (dueAt: string) => keysOf({ jobs: [job('a', { dueAt })] })
    expect(at('2026-11-26T11:00:01.000Z')).toEqual([])
    expect(at('2026-11-26T11:00:00.000Z')).toEqual(['due a 2026-11-26T11:00:00.000Z'])
    expect(at('2026-11-26T09:59:00.000Z')).toEqual(['late a 2026-11-26T09:59:00.000Z'])
  })
  it('who comes back today or should have; put off is for its new day, dropped is for none', () => {
    expect(keysOf({ comingBack: [back('2026-11-27')] })).toEqual([])
    expect(keysOf({ comingBack: [back('2026-11-26')] })).toEqual(['back f measure 2026-11-26'])
    expect(keysOf({ comingBack: [back('2026-11-20', '2026-12-01')] })).toEqual([])
    expect(keysOf({ comingBack: [back('2026-11-20', null, true)] })).toEqual([])
  })
  it('the late first; what was seen is seen until it is another event', () => {
    const all = remindersOf(
      day({ jobs: [job('a', { dueAt: '2026-11-26T10:30:00.000Z' }), job('b', { dueAt: '2026-11-25T10:30:00.000Z' })], checks: [{ id: 'scale', name: 'Scale', dueOn: null }] }), // prettier-ignore
      now,
    )
    expect(all.map((r) => r.key.split(' ')[0])).toEqual(['late', 'due', 'check'])
    const seen = new Set(all.map((r) => r.key))
    expect(unseenOf(all, seen)).toEqual([])
    const later = remindersOf(day({ jobs: [job('a', { dueAt: '2026-11-26T10:30:00.000Z' })] }), new Date('2026-11-26T10:31:00Z')) // prettier-ignore
    expect(unseenOf(later, seen)).toHaveLength(1)
  })
})
