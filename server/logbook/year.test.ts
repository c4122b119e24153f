import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { factsOn } from '#core/player/age.ts'
import { logEventSchema } from '#contract/logbook.ts'
import { openForTest } from '../db/testing.ts'
import type { Database } from '../db/database.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import { FIRST_TODAY } from '#server/demo/load.ts'
import { STORIES } from '#server/demo/stories.ts'
import { TOLD_BEFORE, YEAR } from '#server/demo/year.ts'
import { frameLog, playerLog, twinsOf } from './logbook.ts'

let db: Database
const NOW = new Date('2026-11-26T10:00:00Z')
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
})
afterAll(() => db.close())

describe('the year before today', () => {
  it('is told in its order, all of it done before today’s stories, within a year', () => {
    const starts = [...YEAR, ...STORIES.filter((s) => s.start > YEAR.at(-1)!.start)].map((s) => s.start)
    expect(starts.length).toBe(YEAR.length + STORIES.length)
    expect(YEAR.map((s) => s.start)).toEqual([...YEAR.map((s) => s.start)].sort())
    for (const { start } of YEAR) expect(start < FIRST_TODAY && start > '2025-11-26').toBe(true)
    expect(new Set([...YEAR, ...STORIES].map((s) => s.id)).size).toBe(YEAR.length + STORIES.length)
    for (const { on } of TOLD_BEFORE) expect(on < FIRST_TODAY).toBe(true)
  })
  it('has players who came three times, and a junior who grew from frame to frame', async () => {
    for (const id of ['player-orsolva', 'player-peverin', 'player-bartol'])
      expect((await playerLog(db, id, NOW)).jobs.length, id).toBe(3)
    const { told, jobs } = await playerLog(db, 'player-peverin', NOW)
    expect(told.filter((t) => t.field === 'age').map((t) => t.value)).toEqual([14, 13])
    const weights = jobs.map((j) => j.events.find((e) => e.kind === 'measured')!.numbers.swingWeight!.value)
    expect(weights).toEqual([...weights].sort((a, b) => b - a))
    expect((await frameLog(db, 'frame-14', NOW)).retiredWhy).toBe('Sold')
  })
  it('has an arm that got better, said and told', async () => {
    const { told, jobs, player } = await playerLog(db, 'player-dunmor', NOW)
    expect(told.filter((t) => t.field === 'pain').map((t) => t.value)).toEqual(['past', 'now'])
    expect(factsOn(player.facts, NOW.toISOString()).pain).toBe('past')
    const pains = jobs.flatMap((j) => j.events.flatMap((e) => (e.kind === 'played' ? [[e.at, e.session.pain]] : [])))
    expect(pains.sort().map(([, pain]) => pain)).toEqual(['yes', 'none', 'none'])
    // What the first visit left on it, the second read and left, with its own.
    const { leftAs, earlier } = await frameLog(db, 'frame-2', NOW)
    expect(leftAs!.added.map((a) => a.name)).toEqual([
      'Tungsten putty, inside the butt (job 2)',
      'Lead tape 1/4 in, throat bridge (job 5)',
    ])
    expect(earlier.map((e) => e.number)).toEqual([5, 2])
  })
  it('has a pair that drifted: one unit came heavier than play explains, and stands beside its twin', async () => {
    const log = await frameLog(db, 'frame-6', NOW)
    expect(log.drifted!.moved.map((m) => m.quantity)).toContain('mass')
    expect(log.drifted!.moved.every((m) => m.expectedSo)).toBe(false)
    expect(log.twins.map((t) => t.id)).toEqual(['frame-5'])
    // As it was known on a day: nothing that came later, nothing at all before it was first read.
    const [now] = log.twins
    const known = async (on: string | null) => (await twinsOf(db, log.frame, on))[0]
    expect(await known(null)).toEqual(now)
    const events = (await frameLog(db, 'frame-5', NOW)).jobs.flatMap((j) => j.events).filter((e) => e.kind !== 'played')
    expect(events.length).toBeGreaterThan(1)
    for (const { at } of events) expect(Date.parse((await known(at)).at!)).toBe(Date.parse(at))
    const first = Math.min(...events.map((e) => Date.parse(e.at)))
    expect(await known(new Date(first - 1000).toISOString())).toMatchObject({ at: null, numbers: { mass: null } })
    for (const event of log.jobs.flatMap((j) => j.events)) logEventSchema.parse(event)
  })
})
