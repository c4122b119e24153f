import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoAsTold } from '#server/demo/asTold.ts'
import { openEmbedded } from '../db/embedded.ts'
import { migrate } from '../db/migrate.ts'
import { preparedImage } from '../db/testing.ts'
import { checkAll, missingAtStart } from './check.ts'
import { keepCounts } from './counts.ts'

/** Damage to the files of the embedded engine, done while nobody has them open. */
const root = mkdtempSync(join(tmpdir(), 'kevro-check-'))
const image = preparedImage()
afterAll(() => rmSync(root, { recursive: true, force: true }))

let readings: string
/** A shop's folder with the demo world in it, its counts kept, closed. */
beforeAll(async () => {
  mkdirSync(join(root, 'whole'))
  const db = await openEmbedded({ dataDir: join(root, 'whole', 'database'), image })
  await migrate(db)
  await demoAsTold(db)
  readings = String((await db.query(`SELECT pg_relation_filepath('reading') AS path`))[0].path)
  await keepCounts(db, join(root, 'whole'), '2026-11-20T18:00:00Z')
  await db.close()
})
/** A copy of it, and the file in it that holds the readings. */
function copyOf(name: string): { folder: string; file: string } {
  const folder = join(root, name)
  cpSync(join(root, 'whole'), folder, { recursive: true })
  return { folder, file: join(folder, 'database', readings) }
}
async function checked(folder: string) {
  const db = await openEmbedded({ dataDir: join(folder, 'database') })
  try {
    return { ...(await checkAll(db, folder)), missing: await missingAtStart(db, folder).catch(() => ['unreadable']) }
  } finally {
    await db.close()
  }
}

describe('a damaged database', () => {
  it('that is whole says so', async () => {
    expect(await checked(copyOf('as-it-was').folder)).toMatchObject({ damaged: [], jobs: [], missing: [] })
  })
  it('a flipped bit among the readings is noticed, and the jobs that it spoils are named', async () => {
    const { folder, file } = copyOf('flipped')
    const bytes = readFileSync(file)
    // Rows fill a page from its end: this is in the first row that was stored.
    bytes[8192 - 40] ^= 0x10
    writeFileSync(file, bytes)
    const { damaged, jobs } = await checked(folder)
    expect(damaged.join('\n')).toContain('The table “reading” cannot be read to its end')
    expect(jobs.length).toBeGreaterThan(0)
  })
  it('a file that was cut short is noticed by the counts, at start and by the check', async () => {
    const { folder, file } = copyOf('cut')
    truncateSync(file, 0)
    const { damaged, missing } = await checked(folder)
    expect(damaged.join('\n')).toMatch(/reading/)
    expect(missing.join('\n')).toMatch(/reading/)
  })
})
