import {
  copyFileSync,
  cpSync,
  createWriteStream,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { createHash } from 'node:crypto'
import { pipeline } from 'node:stream/promises'
import { ZipFile } from 'yazl'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NOTHING_ON } from '#core/frame/condition.ts'
import { tennis } from '#core/sports/tennis.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from '../db/database.ts'
import { migrate } from '../db/migrate.ts'
import { listJobSummaries } from '../queries/jobList.ts'
import { findReference } from '../queries/library.ts'
import { insertPhoto } from '../queries/photos.ts'
import { exportJob } from '../jobs/jobFile.ts'
import { openForTest } from '../db/testing.ts'
import { loadArchive, manifestOf, verifyArchive, writeArchive } from './archive.ts'
import { openZip } from './zip.ts'
import { NOT_ARCHIVED, TABLES } from './tables.ts'

const root = mkdtempSync(join(tmpdir(), 'kevro-archive-'))
const file = join(root, 'whole.zip')
let db: Database
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
  await insertPhoto(
    db,
    { id: 'photo / 1', jobId: 'job-done', name: 'crack.jpg', type: 'image/jpeg', by: 'JQ' },
    Buffer.from(Array.from({ length: 70000 }, (_, i) => i % 251)),
  )
  // A correction whose id comes before the one that it corrects.
  await db.query(
    `INSERT INTO reading (id, job_id, quantity, value, method_id, purpose, supersedes)
     SELECT 'a-correction', job_id, quantity, 322.25, method_id, purpose, id FROM reading WHERE quantity = 'mass' LIMIT 1`,
  )
  // Documents that say nothing: a stage that was undone to its beginning, a fact that was taken back.
  await db.query(`UPDATE stage_revision SET body = 'null' WHERE job_id = 'job-junior' AND stage = 'compare'`)
  await db.query(
    `INSERT INTO player_fact (player_id, field, day, value) VALUES ('player-lumi', 'wants', '2026-11-20', 'null')`,
  )
  await writeArchive(db, file, { writtenAt: '2026-11-25T09:00:00.000Z', reason: 'test' })
})
afterAll(async () => {
  await db.close()
  rmSync(root, { recursive: true, force: true })
})
/** Every row of every table, as the database itself writes it. */
async function all(of: Database): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {}
  for (const { name } of [...TABLES, { name: 'setup_index' }])
    found[name] = (await of.query(`SELECT to_jsonb(t)::text AS row FROM ${name} t ORDER BY 1`)).map((r) =>
      String(r.row),
    )
  return found
}

describe('an archive', () => {
  it('holds every table there is', async () => {
    const tables = await db.query(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public'`,
    )
    expect(tables.map((t) => String(t.name)).sort()).toEqual([...TABLES.map((t) => t.name), ...NOT_ARCHIVED].sort())
  })
  it('read back gives everything, to the last digit, and new jobs go on counting', async () => {
    const other = await openForTest()
    await loadArchive(other, file, { generation: 'same' })
    expect(await all(other)).toEqual(await all(db))
    expect(await exportJob(other, 'job-done', '')).toEqual(await exportJob(db, 'job-done', ''))
    const next = (of: Database) => of.query(`SELECT nextval(pg_get_serial_sequence('job', 'number'))::int AS n`)
    expect(await next(other)).toEqual(await next(db))
    await expect(loadArchive(other, file)).rejects.toThrow('not empty')
    await other.close()
  })
  it('is JSON in a zip, with its pictures, and leaves no draft behind', async () => {
    const manifest = await manifestOf(file)
    expect(manifest).toMatchObject({ format: 'kevro-archive', version: 1, reason: 'test' })
    expect(manifest.photos).toEqual([
      { id: 'photo / 1', bytes: 70000, sha256: expect.stringMatching(/^[0-9a-f]{64}$/) },
    ])
    expect(readdirSync(root).filter((name) => name.endsWith('.part'))).toEqual([])
  })
  it.each([
    ['cut short', (content: Buffer) => content.subarray(0, content.length / 2)],
    ['with a byte that flipped', (content: Buffer) => content.with(5000, content[5000] ^ 1) as Buffer],
    ['of something else', () => Buffer.from('no zip')],
  ])('%s is not taken for whole', async (_what, spoil) => {
    const bad = join(root, 'bad.zip')
    copyFileSync(file, bad)
    writeFileSync(bad, spoil(readFileSync(file)))
    await expect(verifyArchive(bad)).rejects.toThrow('cannot be used')
    const other = await openForTest()
    await expect(loadArchive(other, bad)).rejects.toThrow('cannot be used')
    expect(await other.query('SELECT 1 FROM job')).toEqual([])
    await other.close()
  })
  it('of an earlier Kevro comes up to this one, with what that one kept elsewhere', async () => {
    const folder = join(root, 'earlier')
    const from = fileURLToPath(new URL('../db/migrations/', import.meta.url))
    for (const name of ['001_start.sql', '002_measuring.sql']) cpSync(join(from, name), join(folder, name))
    const old = await openForTest({ withImage: false, migrated: false })
    await migrate(old, { folder: `${folder}/` })
    await old.exec(`
      INSERT INTO frame (id, label, geometry) VALUES ('f', 'Old frame', '${JSON.stringify(tennis.geometry)}');
      INSERT INTO job (id, kind, frame_id, ticket) VALUES ('j', 'job', 'f', '{"owner": "", "due": "soon", "price": "", "strings": "", "returnToOriginal": false}');
      INSERT INTO reference_setup (id, name, kind, grade, condition, axis_cm, mass_g, mass_u, geometry)
        VALUES ('r', 'Old entry', 'retail', 'published', '${JSON.stringify(NOTHING_ON)}', 10.16, 305, 2, '${JSON.stringify(tennis.geometry)}')`)
    const before = join(root, 'earlier.zip')
    await writeArchive(old, before, { writtenAt: '', reason: 'migration' })
    const fresh = await openForTest({ withImage: false, migrated: false })
    await loadArchive(fresh, before)
    expect((await listJobSummaries(fresh)).jobs).toMatchObject([
      { id: 'j', frameLabel: 'Old frame', due: 'soon', saved: [] },
    ])
    expect(await findReference(fresh, 'r')).toMatchObject({ name: 'Old entry' })
    const today = await openForTest()
    await expect(loadArchive(today, before)).rejects.toThrow('laid out for a newer one')
    await Promise.all([old, fresh, today].map((d) => d.close()))
  })
  /** The archive with some of its parts as somebody else would have them. */
  async function crafted(change: (tables: Map<string, string[]>) => void): Promise<string> {
    const zip = await openZip(file)
    const manifest = await manifestOf(file)
    const tables = new Map<string, string[]>()
    for (const { name } of manifest.tables)
      tables.set(name, (await zip.read(`tables/${name}.jsonl`)).toString('utf8').split('\n').filter(Boolean))
    zip.close()
    change(tables)
    const out = new ZipFile()
    const list = [...tables].map(([name, lines]) => {
      const text = Buffer.from(lines.map((line) => `${line}\n`).join(''))
      out.addBuffer(text, `tables/${name}.jsonl`)
      return { name, rows: lines.length, sha256: createHash('sha256').update(text).digest('hex') }
    })
    tables.set('photo', [])
    out.addBuffer(Buffer.from(JSON.stringify({ ...manifest, tables: list, photos: [] })), 'manifest.json')
    out.end()
    const path = join(root, 'crafted.zip')
    await pipeline(out.outputStream, createWriteStream(path))
    return path
  }
  const nest = (deep: number) => `${'['.repeat(deep)}${']'.repeat(deep)}`
  const CRAFTED: readonly [string, (tables: Map<string, string[]>) => void, string][] = [
    ['writes into a table that is none of a shop’s', (t) => t.set('pg_authid', ['{"rolname": "mallory", "rolsuper": true}']), 'pg_authid” is no table of a shop'], // prettier-ignore
    ['says which steps were taken itself', (t) => t.set('migration', ['{"name": "999_none.sql"}']), 'migration” is no table of a shop'], // prettier-ignore
    ['holds a player who is none', (t) => t.set('player', t.get('player')!.map((line) => line.replace(/"name": "[^"]*"/, '"name": 7'))), 'cannot read all of it (player '], // prettier-ignore
    ['holds a reading that is none', (t) => t.set('reading', [t.get('reading')![0]!.replace(/"value": [\d.]+/, '"value": "NaN"')]), 'cannot be used'], // prettier-ignore
    ['is nested without end', (t) => t.set('player', [`{"id": "x", "facts": ${nest(5000)}}`]), 'nested too deep'],
  ]
  it('that somebody crafted is refused, and nothing of it stays', async () => {
    const other = await openForTest()
    for (const [what, change, why] of CRAFTED) {
      const bad = await crafted((tables) => {
        tables.set('photo', [])
        change(tables)
      })
      await expect(loadArchive(other, bad), what).rejects.toThrow(why)
      const roles = await other.query(
        `SELECT rolname FROM pg_roles WHERE rolname = 'mallory' OR rolname LIKE 'kevro_restore_%'`,
      )
      expect(roles, what).toEqual([])
    }
    await other.close()
  })
  it('is another life of the shop when it comes back', async () => {
    const other = await openForTest()
    await loadArchive(other, file)
    const life = async (of: Database) => (await of.query('SELECT generation FROM shop'))[0]?.generation
    expect(await life(other)).not.toBe(await life(db))
    await other.close()
  })
  it('that cannot be written leaves nothing that looks like one', async () => {
    const nowhere = join(root, 'not there', 'x.zip')
    await expect(writeArchive(db, nowhere, { writtenAt: '', reason: '' })).rejects.toThrow('ENOENT')
    expect(existsSync(nowhere)).toBe(false)
  })
})
