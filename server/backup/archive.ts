import { createHash, randomUUID } from 'node:crypto'
import { createWriteStream, rmSync } from 'node:fs'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { z } from 'zod'
import * as yazl from 'yazl'
import { DatabaseError, theRow, type Database, type Queryable } from '../db/database.ts'
import { flush, rename } from '../db/disk.ts'
import { migrate, NewerDatabase } from '../db/migrate.ts'
import { rebuildIndex } from '../queries/library.ts'
import { unreadRows } from './unread.ts'
import { depthOf, LIMITS, openZip } from './zip.ts'
import { columnsOf, pagesOf, ROWS_AT_ONCE, tablesOf } from './tables.ts'

/** Kevro's archive: everything of a shop in one file. A zip of JSON; docs/archive.md says how it is laid out. */
export const ARCHIVE_VERSION = 1
const PHOTOS = 'photos/'

const manifestSchema = z.object({
  format: z.literal('kevro-archive'),
  version: z.int(),
  writtenAt: z.string(),
  reason: z.string(),
  migrations: z.array(z.string()),
  tables: z.array(z.object({ name: z.string(), rows: z.int(), sha256: z.string() })),
  photos: z.array(z.object({ id: z.string(), bytes: z.int(), sha256: z.string() })),
})
export type Manifest = z.infer<typeof manifestSchema>

/** The file is not an archive, or not a whole one. */
export class BadArchive extends Error {
  constructor(file: string, why: string) {
    super(`${file} cannot be used: ${why}.`)
    this.name = 'BadArchive'
  }
}

/**
 * Writes everything into one file: into a draft beside it first, which is flushed, and gets its name when it is whole.
 * @returns what it holds
 */
export function writeArchive(
  db: Database,
  file: string,
  about: { writtenAt: string; reason: string },
): Promise<Manifest> {
  return db.snapshot(async (tx) => {
    const draft = `${file}.part`
    const zip = new yazl.ZipFile()
    const written = pipeline(zip.outputStream, createWriteStream(draft, { mode: 0o600 }))
    written.catch(() => undefined)
    const migrations = (await tx.query('SELECT name FROM migration ORDER BY name')).map((row) => String(row.name))
    const manifest: Manifest = {
      format: 'kevro-archive',
      version: ARCHIVE_VERSION,
      ...about,
      migrations,
      tables: [],
      photos: [],
    }
    /** One entry after the other, each finished before the next is asked for. */
    const entry = (name: string, content: AsyncGenerator<string | Uint8Array>, compress = true) =>
      new Promise<string>((done, failed) => {
        const hash = createHash('sha256')
        async function* hashed() {
          for await (const part of content) {
            hash.update(part)
            yield part
          }
        }
        const stream = Readable.from(hashed(), { objectMode: false })
        stream.on('error', failed)
        stream.on('end', () => done(hash.digest('hex')))
        zip.addReadStream(stream, name, { compress })
      })
    try {
      for (const table of (await tablesOf(tx)).toReversed()) {
        let rows = 0
        async function* lines() {
          for await (const page of pagesOf(tx, table)) {
            rows += page.length
            yield `${page.join('\n')}\n`
          }
        }
        const sha256 = await Promise.race([entry(`tables/${table.name}.jsonl`, lines()), failing(written)])
        manifest.tables.unshift({ name: table.name, rows, sha256 })
      }
      const photos = manifest.tables.some((t) => t.name === 'photo')
        ? await tx.query('SELECT id FROM photo ORDER BY id')
        : []
      for (const { id } of photos) {
        let bytes = 0
        async function* content() {
          const row = theRow(await tx.query('SELECT content FROM photo WHERE id = $1', [id]))
          const data = Buffer.from(row.content as Uint8Array)
          bytes = data.length
          yield data
        }
        const name = `${PHOTOS}${encodeURIComponent(String(id))}`
        const sha256 = await Promise.race([entry(name, content(), false), failing(written)])
        manifest.photos.push({ id: String(id), bytes, sha256 })
      }
      zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 1)), 'manifest.json')
      zip.end()
      await written
      flush(draft)
      rename(draft, file)
      return manifest
    } catch (error) {
      rmSync(draft, { force: true })
      throw error
    }
  })
}
const failing = (written: Promise<unknown>) => written.then(() => new Promise<never>(() => undefined))

const hashOf = (content: Buffer) => createHash('sha256').update(content).digest('hex')
const linesOf = (content: Buffer) => content.toString('utf8').split('\n').filter(Boolean)

/**
 * Opens an archive and reads all of it: every part is there, is what was written, and is JSON.
 * @throws BadArchive
 */
export async function verifyArchive(file: string): Promise<Manifest> {
  const zip = await openZip(file).catch((error: Error) => {
    throw new BadArchive(file, `it cannot be opened (${error.message})`)
  })
  try {
    const manifest = readManifest(file, await zip.read('manifest.json'))
    for (const { name, rows, sha256 } of manifest.tables) {
      const content = await zip.read(`tables/${name}.jsonl`)
      const lines = linesOf(content)
      if (hashOf(content) !== sha256 || lines.length !== rows)
        throw new Error(`the part “${name}” is not as it was written`)
      for (const line of lines)
        if (depthOf(line) > LIMITS.depth) throw new Error(`the part “${name}” is nested too deep`)
      for (const line of lines) JSON.parse(line)
    }
    for (const { id, sha256 } of manifest.photos)
      if (hashOf(await zip.read(`${PHOTOS}${encodeURIComponent(id)}`)) !== sha256)
        throw new Error(`the picture “${id}” is not as it was written`)
    return manifest
  } catch (error) {
    throw error instanceof BadArchive ? error : new BadArchive(file, (error as Error).message)
  } finally {
    zip.close()
  }
}

/** What an archive says of itself, without reading it all. @throws BadArchive */
export async function manifestOf(file: string): Promise<Manifest> {
  const zip = await openZip(file).catch((error: Error) => {
    throw new BadArchive(file, `it cannot be opened (${error.message})`)
  })
  try {
    return readManifest(file, await zip.read('manifest.json').catch((error: Error) => Buffer.from(error.message)))
  } finally {
    zip.close()
  }
}

function readManifest(file: string, content: Buffer): Manifest {
  let raw: unknown
  try {
    raw = JSON.parse(content.toString('utf8'))
  } catch {
    throw new BadArchive(file, 'its list of contents cannot be read')
  }
  const parsed = manifestSchema.safeParse(raw)
  if (!parsed.success) throw new BadArchive(file, 'it is not a Kevro archive')
  if (parsed.data.version > ARCHIVE_VERSION) throw new BadArchive(file, 'a newer Kevro wrote it')
  return parsed.data
}

export const rowsIn = (manifest: Manifest, table: string) => manifest.tables.find((t) => t.name === table)?.rows ?? 0

export interface LoadOptions {
  /** Revisions counted since the archive was written are counted again: a new life of the shop, unless it is the same shop written anew. */
  generation?: 'new' | 'same'
  /** Takes in rows that this Kevro cannot read. */
  asItIs?: boolean
}

/**
 * Puts everything of an archive into an empty database: laid out as it was when the archive was written, filled, held against what
 * this Kevro reads, and brought up to it. All rows come in together or none.
 * @throws BadArchive
 */
export async function loadArchive(
  db: Database,
  file: string,
  { generation = 'new', asItIs = false }: LoadOptions = {},
): Promise<Manifest> {
  const manifest = await verifyArchive(file)
  await migrate(db, { only: manifest.migrations }).catch((error: Error) => {
    if (error instanceof NewerDatabase) throw error
    throw new BadArchive(file, `its tables cannot be laid out (${error.message})`)
  })
  const done = new Set((await db.query('SELECT name FROM migration')).map((row) => row.name))
  if (manifest.migrations.some((name) => !done.has(name))) throw new BadArchive(file, 'a newer Kevro wrote it')
  if (done.size > manifest.migrations.length)
    throw new BadArchive(file, 'the database is laid out for a newer one: begin with an empty one')
  const { n } = theRow(await db.query('SELECT count(*)::int AS n FROM job'))
  if (Number(n) > 0) throw new BadArchive(file, 'the database is not empty')
  const own = new Set((await tablesOf(db)).map((t) => t.name))
  const names = manifest.tables.map((t) => t.name)
  const foreign = names.find((name, i) => !own.has(name) || names.indexOf(name) !== i)
  if (foreign !== undefined) throw new BadArchive(file, `“${foreign}” is no table of a shop`)
  const zip = await openZip(file)
  try {
    await db.transaction((tx) =>
      asRestorer(tx, async () => {
        await tx.query('DELETE FROM shop')
        for (const { name, rows } of manifest.tables) {
          if (rows === 0) continue
          const lines = linesOf(await zip.read(`tables/${name}.jsonl`))
          if (name === 'photo') await loadPhotos(tx, lines, (id) => zip.read(`${PHOTOS}${encodeURIComponent(id)}`))
          else
            for (let from = 0; from < lines.length; from += ROWS_AT_ONCE)
              await loadRows(tx, name, lines.slice(from, from + ROWS_AT_ONCE))
          if (name === 'reading') await loadCorrections(tx, lines)
        }
        await tx.exec(
          `SELECT setval(pg_get_serial_sequence('job', 'number'), GREATEST((SELECT max(number) FROM job), 1))`,
        )
      }),
    )
  } catch (error) {
    throw error instanceof DatabaseError && !error.away
      ? new BadArchive(file, `what it holds does not fit (${error.message})`)
      : error
  } finally {
    zip.close()
  }
  await migrate(db)
  const unread = asItIs ? [] : await unreadRows(db)
  if (unread.length > 0)
    throw new BadArchive(
      file,
      `this Kevro cannot read all of it (${unread.slice(0, 3).join('; ')}${unread.length > 3 ? `; ${unread.length - 3} more` : ''})`,
    )
  await rebuildIndex(db)
  if (generation === 'new') await db.query('UPDATE shop SET generation = $1', [randomUUID()])
  return manifest
}

/** Works in a role of its own that may fill the shop's tables and nothing else, where the role of now may make one. */
async function asRestorer(tx: Queryable, work: () => Promise<void>): Promise<void> {
  const able = theRow(
    await tx.query('SELECT rolsuper OR rolcreaterole AS able FROM pg_roles WHERE rolname = current_user'),
  )
  if (able.able !== true) return work()
  const role = `kevro_restore_${randomUUID().replaceAll('-', '')}`
  await tx.exec(
    `CREATE ROLE ${role} NOLOGIN; GRANT ${role} TO CURRENT_USER; GRANT USAGE ON SCHEMA public TO ${role};
     GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${role}; REVOKE ALL ON migration FROM ${role};
     GRANT USAGE, SELECT, UPDATE ON ALL SEQUENCES IN SCHEMA public TO ${role}; SET LOCAL ROLE ${role}`,
  )
  await work()
  await tx.exec(`RESET ROLE; DROP OWNED BY ${role}; DROP ROLE ${role}`)
}

/** A reading may correct one that comes later in the file: what it corrects is put in when all are there. */
const plain = (table: string) => (table === 'reading' ? `r || '{"supersedes": null}'` : 'r')

async function loadRows(db: Queryable, table: string, lines: readonly string[]): Promise<void> {
  const { names, values } = await columnsOf(db, table)
  await db.query(
    `INSERT INTO ${table} (${names}) SELECT ${values} FROM jsonb_array_elements($1::jsonb) AS e(r), jsonb_populate_record(NULL::${table}, ${plain(table)}) AS p`,
    [`[${lines.join(',')}]`],
  )
}
async function loadCorrections(db: Queryable, lines: readonly string[]): Promise<void> {
  const pairs = lines.flatMap((line) => {
    const { id, supersedes } = JSON.parse(line) as { id: string; supersedes: string | null }
    return supersedes === null ? [] : [{ id, supersedes }]
  })
  for (let from = 0; from < pairs.length; from += ROWS_AT_ONCE)
    await db.query(
      `UPDATE reading SET supersedes = c.supersedes FROM jsonb_to_recordset($1::jsonb) AS c(id text, supersedes text) WHERE reading.id = c.id`,
      [JSON.stringify(pairs.slice(from, from + ROWS_AT_ONCE))],
    )
}
async function loadPhotos(
  db: Queryable,
  lines: readonly string[],
  read: (id: string) => Promise<Buffer>,
): Promise<void> {
  for (const line of lines) {
    const { id } = JSON.parse(line) as { id: string }
    await db.query(
      `INSERT INTO photo SELECT p.* FROM jsonb_populate_record(NULL::photo, $1::jsonb || jsonb_build_object('content', $2::text)) AS p`,
      [line, `\\x${(await read(id)).toString('hex')}`],
    )
  }
}
