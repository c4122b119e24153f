import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { databaseIn, isFresh } from '../db/dataFolder.ts'
import { remove } from '../db/disk.ts'
import { COUNTED, keptCounts, putCounts } from './counts.ts'
import { killedAt } from './fixtures/killedAt.ts'
import { dataOfBefore, finishTakeOver, goBack, takeOver } from './restore.ts'

type Data = 'old' | 'new'
const HOLDS: Record<Data, number> = { old: 7, new: 3 }
const countsOf = (data: Data) => ({
  at: '2026-12-01T08:00:00.000Z',
  rows: Object.fromEntries(COUNTED.map((table) => [table, HOLDS[data]])),
})

function lay(folder: string, data: Data): void {
  mkdirSync(join(folder, 'base'), { recursive: true })
  writeFileSync(join(folder, 'PG_VERSION'), '17')
  writeFileSync(join(folder, 'base', '1'), data)
}
/** A shop's folder with a backup that is ready to take over. */
function shop(): string {
  const folder = mkdtempSync(join(tmpdir(), 'kevro-killed-'))
  lay(databaseIn(folder), 'old')
  putCounts(folder, countsOf('old'))
  for (const day of ['01', '02', '03']) lay(join(folder, `database-before-2026-11-${day}T000000Z`), 'old')
  const prepared = join(folder, 'database-prepared')
  lay(prepared, 'new')
  writeFileSync(join(prepared, 'kevro-whole.json'), JSON.stringify(countsOf('new')))
  return folder
}
const dataIn = (folder: string) => readFileSync(join(folder, 'base', '1'), 'utf8') as Data

/** What must be true after the next start, wherever the last one was killed. */
function isWholeAgain(folder: string, where: string): Data {
  expect(isFresh(folder), where).toBe(false)
  const data = dataIn(databaseIn(folder))
  expect(existsSync(join(databaseIn(folder), 'PG_VERSION')), where).toBe(true)
  expect(keptCounts(folder)?.rows.job, where).toBe(HOLDS[data])
  expect(
    readdirSync(folder).filter((name) => !/^database$|^database-before-|^counts\.json$/.test(name)),
    where,
  ).toEqual([])
  return data
}

const AT = new Date('2026-12-01T10:00:00Z')
/** Everything that changes the names of data, to its end. */
const WORK: Record<string, (folder: string) => void> = {
  'a restore': (folder) => void takeOver(folder, AT),
  'an erasure': (folder) => remove(join(folder, takeOver(folder, AT, 'erasure'))),
  'a restore that does not open': (folder) => goBack(folder, takeOver(folder, AT)),
}

describe('killed at every step that renames, removes, writes or flushes', () => {
  it.each(Object.keys(WORK))('%s: the next start has the old data or the new, whole, with their own counts', (name) => {
    const work = WORK[name]!
    const steps = killedAt(Infinity, () => work(shop()))
    expect(steps.length).toBeGreaterThan(8)
    const seen = new Set<Data>()
    for (const halfway of [false, true])
      for (let n = 1; n <= steps.length; n++) {
        const folder = shop()
        const where = `${name}, step ${n} (${steps[n - 1]}${halfway ? ', halfway' : ''})`
        killedAt(n, () => work(folder), halfway)
        finishTakeOver(folder)
        const data = isWholeAgain(folder, where)
        seen.add(data)
        // What was there before is somewhere: in place, or beside it where it is to stay.
        if (data === 'new' && name === 'a restore')
          expect(dataOfBefore(folder).some((b) => b.includes('2026-12-01') && dataIn(join(folder, b)) === 'old'), where).toBe(true) // prettier-ignore
        rmSync(folder, { recursive: true })
      }
    expect(seen).toEqual(new Set(['old', 'new']))
  })
  it('the start that finishes it is killed as well, at each of its own steps', () => {
    const take = (folder: string) => void takeOver(folder, AT)
    const steps = killedAt(Infinity, () => take(shop()))
    // Between two names the disk is as it was left by the one before: each of these beginnings once.
    const beginnings = steps.flatMap((step, i) => (step === 'renameSync' ? [i + 1, i + 2] : []))
    for (const n of beginnings) {
      const broken = () => {
        const folder = shop()
        killedAt(n, () => take(folder))
        return folder
      }
      const whole = broken()
      const finishing = killedAt(Infinity, () => void finishTakeOver(whole))
      rmSync(whole, { recursive: true })
      for (let m = 1; m <= finishing.length; m++)
        for (const halfway of [false, true]) {
          const folder = broken()
          killedAt(m, () => void finishTakeOver(folder), halfway)
          finishTakeOver(folder)
          isWholeAgain(folder, `step ${n}, then ${m} (${finishing[m - 1]})`)
          rmSync(folder, { recursive: true })
        }
    }
  })
  it('what was not prepared to its end never takes over', () => {
    const folder = shop()
    rmSync(join(folder, 'database-prepared', 'kevro-whole.json'))
    rmSync(databaseIn(folder), { recursive: true })
    expect(finishTakeOver(folder)).toContain('taken back')
    expect(dataIn(databaseIn(folder))).toBe('old')
    expect(existsSync(join(folder, 'database-prepared'))).toBe(false)
    rmSync(folder, { recursive: true })
  })
  it('drafts of a killed run are cleared, and nothing is done where nothing was broken off', () => {
    const folder = shop()
    mkdirSync(join(folder, 'backups'))
    for (const name of ['rewritten.zip', 'counts.json.part', 'moving-12.zip', 'backups/a.zip.part']) writeFileSync(join(folder, name), '') // prettier-ignore
    expect(finishTakeOver(folder)).toBe('')
    rmdirSync(join(folder, 'backups'))
    expect(isWholeAgain(folder, '')).toBe('old')
    rmSync(folder, { recursive: true })
  })
})
