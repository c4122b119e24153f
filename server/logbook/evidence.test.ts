import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { evidenceSearchSchema } from '#contract/evidence.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { PLAYERS } from '#demo/world.ts'
import { shopEvidence } from './evidence.ts'
import { frameLog } from './logbook.ts'

let db: Database
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
})
afterAll(() => db.close())

describe('the shop’s own records', () => {
  it('tell what was kept and what was too much, by the demo’s tuning worked through by hand', async () => {
    const found = await shopEvidence(db, evidenceSearchSchema.parse({}))
    // Three steps up, the third gone back from; five sessions and the four of the year before, one of a return: tired or late once, on a step up.
    expect(found.kept).toMatchObject([{ what: 'ceilingFirst.raise', share: { of: 2, cases: 3 } }])
    expect(found.kept[0].swingKgCm2).toBeGreaterThan(6)
    expect(found.heavy.map((h) => [h.share.of, h.share.cases])).toEqual([
      [0, 5],
      [1, 3],
    ])
    expect(found.landed.reduce((sum, l) => sum + l.share.cases, 0)).toBe(1)
    expect(found.more).toBe(false)
  })
  it('name nobody, and can be narrowed', async () => {
    const text = JSON.stringify(await shopEvidence(db, evidenceSearchSchema.parse({})))
    for (const player of PLAYERS) for (const word of player.facts.name.split(' ')) expect(text).not.toContain(word)
    const none = await shopEvidence(db, evidenceSearchSchema.parse({ sport: 'padel' }))
    expect(none).toMatchObject({ jobs: 0, kept: [], landed: [] })
    expect(evidenceSearchSchema.safeParse({ sport: 'chess' }).success).toBe(false)
  })
})

describe('a frame since it was proven', () => {
  it('has drifted by what was played of it, and is known less well for it', async () => {
    const { drifted, jobs } = await frameLog(db, 'frame-5', new Date('2026-11-26T10:00:00Z'))
    const proved = jobs[0].events.find((e) => e.kind === 'proved')!
    if (proved.kind !== 'proved') throw new Error('not proved')
    // Five sessions of an hour and a half, or more by the hours a week.
    expect(drifted!.hours).toBeGreaterThanOrEqual(7.5)
    expect(drifted!.moved).toEqual([])
    expect(drifted!.expected.mass!.u).toBeGreaterThan(proved.numbers.mass!.u)
    const later = await frameLog(db, 'frame-5', new Date('2027-11-26T10:00:00Z'))
    expect(later.drifted!.hoursFrom).toBe('perWeek')
    expect(later.drifted!.expected.mass!.u).toBeGreaterThan(drifted!.expected.mass!.u)
    expect((await frameLog(db, 'frame-1', new Date())).drifted).toBeNull()
  })
})
