import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { evidenceSearchSchema } from '#contract/evidence.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { PLAYERS } from '#demo/world.ts'
import { ShopEvidence } from './evidence.ts'
import { frameLog } from './logbook.ts'

/** All of them, however long it takes to look them through. */
const ALL = evidenceSearchSchema.parse({})
const PATIENT_MS = 900000

let db: Database
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
})
afterAll(() => db.close())

describe('the shop’s own records', () => {
  it('tell what was kept and what was too much, by the demo’s tuning worked through by hand', async () => {
    const found = await new ShopEvidence().find(db, ALL, PATIENT_MS)
    // Three steps up, the third gone back from; five sessions and the four of the year before, one of a return: tired or late once, on a step up.
    expect(found.kept).toMatchObject([{ what: 'ceilingFirst.raise', share: { of: 2, cases: 3 } }])
    expect(found.kept[0].swingKgCm2).toBeGreaterThan(6)
    expect(found.heavy.map((h) => [h.share.of, h.share.cases])).toEqual([
      [0, 5],
      [1, 3],
    ])
    expect(found.landed.reduce((sum, l) => sum + l.share.cases, 0)).toBe(1)
    expect(found.left).toBe(0)
  })
  it('name nobody, and can be narrowed', async () => {
    const text = JSON.stringify(await new ShopEvidence().find(db, ALL, PATIENT_MS))
    for (const player of PLAYERS) for (const word of player.facts.name.split(' ')) expect(text).not.toContain(word)
    const none = await new ShopEvidence().find(db, evidenceSearchSchema.parse({ sport: 'padel' }))
    expect(none).toMatchObject({ jobs: 0, kept: [], landed: [] })
    expect(evidenceSearchSchema.safeParse({ sport: 'chess' }).success).toBe(false)
  })
})

describe('a book of many jobs', () => {
  it('is looked through a piece at a time to the same end, and every job once', async () => {
    const whole = await new ShopEvidence().find(db, ALL, PATIENT_MS)
    await db.query('DELETE FROM kept_case')
    const pieces = new ShopEvidence()
    const first = await pieces.find(db, ALL, 0)
    expect(first.jobs).toBe(1)
    expect(first.left).toBe(whole.jobs - 1)
    for (let left = first.left; left > 0; left--)
      expect(await pieces.lookThrough(db, 0)).toEqual({ worked: 1, left: left - 1 })
    expect(await pieces.lookThrough(db, 0)).toEqual({ worked: 0, left: 0 })
    expect(await pieces.find(db, ALL)).toEqual(whole)
  })
  it('is known again after a restart without looking, but for what changed meanwhile', async () => {
    const whole = await new ShopEvidence().find(db, ALL, PATIENT_MS)
    const again = new ShopEvidence()
    expect(await again.lookThrough(db, PATIENT_MS)).toEqual({ worked: 0, left: 0 })
    expect(await again.find(db, ALL)).toEqual(whole)
    await db.query("UPDATE job_index SET changed_at = changed_at + interval '1 second' WHERE job_id = 'job-done'")
    expect(await new ShopEvidence().lookThrough(db, PATIENT_MS)).toEqual({ worked: 1, left: 0 })
    // What another Kevro kept is worked out anew.
    await db.query("UPDATE kept_case SET mark = '0.0.1' || mark")
    expect((await new ShopEvidence().lookThrough(db, PATIENT_MS)).worked).toBe(whole.jobs)
  })
  it('is looked at anew where a job, its frame or the drawer has changed, and what is put away says nothing', async () => {
    const kept = new ShopEvidence()
    const all = (await kept.find(db, ALL, PATIENT_MS)).jobs
    const redone = async () => (await kept.lookThrough(db, PATIENT_MS)).worked
    expect(await redone()).toBe(0)
    await db.query("UPDATE job_index SET changed_at = changed_at + interval '1 second' WHERE job_id = 'job-done'")
    expect(await redone()).toBe(1)
    await db.query(
      "UPDATE frame SET revision = revision + 1 WHERE id = (SELECT frame_id FROM job WHERE id = 'job-done')",
    )
    expect(await redone()).toBeGreaterThanOrEqual(1)
    await db.query("UPDATE material SET unit_mass_g = unit_mass_g * 1.01 WHERE id = 'tungsten'")
    const [planned] = await db.query(
      "SELECT count(*)::int AS n FROM job_index WHERE NOT retired AND 'plan' = ANY (saved) AND 'measure' = ANY (saved)",
    )
    expect(await redone()).toBe(Number(planned.n))
    await db.query("UPDATE job_index SET retired = true WHERE job_id = 'job-done'")
    expect((await kept.find(db, ALL)).jobs).toBe(all - 1)
    await db.query("UPDATE job_index SET retired = false WHERE job_id = 'job-done'")
    expect((await kept.find(db, ALL)).jobs).toBe(all)
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
