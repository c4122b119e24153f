import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bookSearchSchema } from '#contract/logbook.ts'
import { classesAbove } from '#core/logbook/squad.ts'
import { factsOn } from '#core/player/age.ts'
import { profileOf } from '#core/sports/sports.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { leftAs } from '../jobs/leftAs.ts'
import { listBook } from '../queries/book.ts'
import { listComingBackOf } from '../queries/comingBack.ts'
import { findFrame } from '../queries/frames.ts'
import { listFramesWith, listLedger, listStaleFrames, markAllStale } from '../queries/ledger.ts'
import { findPlayer } from '../queries/players.ts'
import { oneShop, updateShop } from '../queries/shop.ts'
import { settleStale } from './settle.ts'

let db: Database
let frames: string[]
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
  await settleStale(db)
  frames = (await db.query('SELECT id FROM frame ORDER BY id')).map((row) => String(row.id))
})
afterAll(() => db.close())

describe('what the book says of frames', () => {
  it('the open lines of every ledger are what its last job left on the frame', async () => {
    let pieces = 0
    for (const id of frames) {
      const frame = (await findFrame(db, id))!
      const left = (await leftAs(db, id, profileOf(frame.sport)))?.added ?? []
      const open = (await listLedger(db, id)).filter((line) => line.off === null)
      const told = (list: { name: string; massG: number }[]) =>
        list.map((l) => `${l.name} ${l.massG.toFixed(6)}`).sort()
      expect(told(open), id).toEqual(told(left))
      pieces += left.length
    }
    expect(pieces).toBeGreaterThan(3)
  })
  it('a material knows the frames on which it lies', async () => {
    const lines = (await Promise.all(frames.map((id) => listLedger(db, id)))).flat()
    const open = lines.filter((l) => !l.off && l.materialId !== null)
    const some = open[0].materialId!
    const on = await listFramesWith(db, some)
    const mass = open.filter((l) => l.materialId === some).reduce((sum, l) => sum + l.massG, 0)
    expect(on.reduce((sum, f) => sum + f.massG, 0)).toBeCloseTo(mass, 9)
    expect(await listFramesWith(db, 'nowhere')).toEqual([])
  })
  it('who has too heavy a frame for their age is found as the rules say it, on any day', async () => {
    const rows = await db.query(
      'SELECT f.id, f.sport, f.player_id, s.bare_mass_g AS mass, s.bare_swing_kg_cm2 AS swing FROM frame f JOIN frame_standing s ON s.frame_id = f.id WHERE f.player_id IS NOT NULL AND NOT f.retired',
    )
    // Half of the players were born on a leap day, the others say how old they are.
    await db.query(
      `UPDATE player SET facts = facts || '{"born": "2012-02-29"}' WHERE id IN (SELECT id FROM player ORDER BY id LIMIT (SELECT count(*) / 2 FROM player))`,
    )
    const found: number[] = []
    for (const day of ['2026-11-26', '2023-02-28', '2024-02-29', '2034-05-03']) {
      const heavy: string[] = []
      for (const row of rows) {
        const { facts } = (await findPlayer(db, String(row.player_id)))!
        const classes = profileOf(String(row.sport) as never).ageClasses
        const bare = { massG: row.mass as number | null, swingKgCm2: row.swing as number | null }
        if (classesAbove(classes, factsOn(facts, day).age, bare) > 0) heavy.push(String(row.id))
      }
      const search = bookSearchSchema.parse({ overClass: 'true' })
      expect((await listBook(db, 'frame', search, day)).rows.map((r) => r.id).sort(), day).toEqual(heavy.sort())
      const owners = new Set(rows.filter((r) => heavy.includes(String(r.id))).map((r) => String(r.player_id)))
      expect(new Set((await listBook(db, 'player', search, day)).rows.map((r) => r.id)), day).toEqual(owners)
      found.push(heavy.length)
    }
    // Eleven, then of age.
    expect(found[1]).toBeGreaterThan(1)
    expect(found[3]).toBeLessThan(found[1])
  })
  it('other intervals of the shop move what is due; what was put off stays so', async () => {
    const dues = async () => {
      const all = (await Promise.all(frames.map((id) => listComingBackOf(db, 'frame', id)))).flat()
      return new Map(all.map((c) => [`${c.frameId} ${c.rule}`, c]))
    }
    const before = await dues()
    const measured = [...before.values()].find((c) => c.rule === 'measure')!
    await db.query('UPDATE coming_back SET put_off_to = $2 WHERE frame_id = $1 AND rule = $3', [measured.frameId, '2031-01-01', 'measure']) // prettier-ignore
    const shop = await oneShop(db)
    await db.transaction(async (tx) => {
      await updateShop(tx, { ...shop, intervals: { ...shop.intervals, measureMonths: 1 } })
      await markAllStale(tx)
    })
    await settleStale(db)
    expect(await listStaleFrames(db, 10)).toEqual([])
    const after = (await dues()).get(`${measured.frameId} measure`)!
    expect(after.due < measured.due).toBe(true)
    expect(after.putOffTo).toBe('2031-01-01')
  })
})
