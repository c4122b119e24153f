import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { Backups, mayGo } from './backups.ts'

const root = mkdtempSync(join(tmpdir(), 'kevro-backups-'))
let db: Database
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
})
afterAll(async () => {
  await db.close()
  rmSync(root, { recursive: true, force: true })
})
const nameOf = (at: Date, reason = 'daily') => `kevro-${at.toISOString().replace(/:|\.\d+/g, '')}-${reason}.zip`

describe('which backups stay', () => {
  it('the newest of 14 days and of 12 months, over two years of two a day', () => {
    const now = new Date('2026-11-25T18:00:00Z')
    const all: Date[] = []
    for (let hours = 0; hours < 2 * 365 * 24; hours += 12) all.push(new Date(now.getTime() - hours * 3600_000))
    const gone = new Set(
      mayGo(
        all.map((at) => nameOf(at)),
        now,
      ),
    )
    const stay = all.filter((at) => !gone.has(nameOf(at))).map((at) => at.toISOString())
    const days = [...new Set(stay.map((at) => at.slice(0, 10)))].sort().reverse()
    expect(days.slice(0, 14)).toEqual(
      Array.from({ length: 14 }, (_, n) => `2026-11-${String(25 - n).padStart(2, '0')}`),
    )
    const months = [...new Set(stay.map((at) => at.slice(0, 7)))]
    expect(months).toHaveLength(12)
    expect(months.at(-1)).toBe('2025-12')
    // Of October the last one stays.
    expect(stay.filter((at) => at.startsWith('2026-10'))).toEqual(['2026-10-31T18:00:00.000Z'])
  })
  it('fifty imports in a day throw no other backup of it away, and soon after one there is no second', () => {
    const now = new Date('2026-11-25T18:00:00Z')
    const others = ['daily', 'button', 'restore', 'erasure', 'migration'].map((reason, i) => nameOf(new Date(now.getTime() - i * 1000), reason)) // prettier-ignore
    const imports = Array.from({ length: 50 }, (_, i) => nameOf(new Date(now.getTime() + i * 1000), 'import'))
    expect(mayGo([...others, ...imports], now).filter((name) => others.includes(name))).toEqual([])
    expect(mayGo(imports, now)).toHaveLength(45)
  })
  it('what is no backup of Kevro’s is left alone', () => {
    expect(mayGo(['holiday.zip', 'kevro-notes.txt'], new Date())).toEqual([])
  })
})

describe('making backups', () => {
  it('one a day, in both folders, whole, with what it holds', async () => {
    let now = new Date('2026-11-24T09:00:00Z')
    const second = join(root, 'stick')
    mkdirSync(second)
    const backups = new Backups(join(root, 'shop'), () => now)
    expect(backups.isDue()).toBe(true)
    const name = await backups.make(db, 'daily', second)
    expect(backups.isDue()).toBe(false)
    expect(readdirSync(second)).toEqual([name])
    expect(readdirSync(backups.folder)).toEqual([name])
    now = new Date('2026-11-25T00:01:00Z')
    expect(backups.isDue()).toBe(true)
    expect(await backups.list()).toMatchObject([{ name, reason: 'daily', holds: { jobs: 11, players: 6 } }])
    expect(await backups.newestGood()).toMatchObject({ name })
  })
  it('an import that comes soon after another goes upon the same backup', async () => {
    let now = new Date('2026-11-24T09:00:00Z')
    const backups = new Backups(join(root, 'imports'), () => now)
    expect(backups.hasFresh('import')).toBe(false)
    await backups.make(db, 'import')
    now = new Date('2026-11-24T09:09:00Z')
    expect([backups.hasFresh('import'), backups.hasFresh('daily')]).toEqual([true, false])
    now = new Date('2026-11-24T09:11:00Z')
    expect(backups.hasFresh('import')).toBe(false)
  })
  it('a second folder that is not there is said; the first has it all the same, and nothing half is left', async () => {
    const backups = new Backups(join(root, 'other'))
    await expect(backups.make(db, 'button', '/not/there')).rejects.toThrow('there is no folder /not/there')
    expect(backups.problem).toContain('not in the second folder')
    expect(await backups.list()).toHaveLength(1)
    await backups.make(db, 'button')
    expect(backups.problem).toBe('')
    expect(existsSync(join(backups.folder, 'x.part'))).toBe(false)
    expect(backups.pathOf('../../etc/passwd')).toBeNull()
  })
})
