import { createHash } from 'node:crypto'
import { createWriteStream, openSync, closeSync, fsyncSync, renameSync, rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { z } from 'zod'
import * as yazl from 'yazl'
import * as yauzl from 'yauzl'
import { theRow, type Database, type Queryable } from '../db/database.ts'
import { migrate } from '../db/migrate.ts'
import { rebuildIndex } from '../queries/library.ts'
import { NOT_ARCHIVED, TABLES, type ArchivedTable, columnsOf } from './tables.ts'

/** Kevro's archive: everything of a shop in one file. A zip of JSON; docs/archive.md says how it is laid out. */
export const ARCHIVE_VERSION = 1
const ROWS_AT_ONCE = 400
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

const textOf = (table: ArchivedTable) =>
  table.name === 'photo' ? `(to_jsonb(t) - 'content')::text` : 'to_jsonb(t)::text'

/** The tables of a database as it is laid out now: those of an earlier Kevro too, which are small and read in one go. */
async function tablesOf(db: Queryable): Promise<ArchivedTable[]> {
  const rows = await db.query(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE' ORDER BY 1`,
  )
  const there = rows.map((row) => String(row.name)).filter((name) => !NOT_ARCHIVED.some((n) => n === name))
  const earlier = there.filter((name) => !TABLES.some((t) => t.name === name)).map((name) => ({ name, key: [] }))
  return [...earlier, ...TABLES.filter((t) => there.includes(t.name))]
}

/** All rows of a table as JSON text, a page at a time, so that others get their turn. */
async function* pagesOf(db: Queryable, table: ArchivedTable): AsyncGenerator<string[]> {
  const columns = table.key.map((k) => k.column)
  if (columns.length === 0) {
    const rows = await db.query(`SELECT ${textOf(table)} AS row FROM ${table.name} t`)
    if (rows.length > 0) yield rows.map((row) => String(row.row))
    return
  }
  let after: unknown[] | null = null
  for (;;) {
    const from: string = after
      ? `WHERE (${columns.join(', ')}) > (${table.key.map((k, i) => `$${i + 1}::${k.type}`).join(', ')})`
      : ''
    const rows = await db.query(
      `SELECT ${columns.join(', ')}, ${textOf(table)} AS row FROM ${table.name} t ${from} ORDER BY ${columns.join(', ')} LIMIT ${ROWS_AT_ONCE}`,
      after ?? [],
    )
    if (rows.length > 0) yield rows.map((row) => String(row.row))
    if (rows.length < ROWS_AT_ONCE) return
    const last = rows.at(-1)
    after = columns.map((c) => last?.[c])
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
      renameSync(draft, file)
      flush(dirname(file))
      return manifest
    } catch (error) {
      rmSync(draft, { force: true })
      throw error
    }
  })
}
const failing = (written: Promise<unknown>) => written.then(() => new Promise<never>(() => undefined))

export function flush(path: string): void {
  const descriptor = openSync(path, 'r')
  try {
    fsyncSync(descriptor)
  } finally {
    closeSync(descriptor)
  }
}

/** Reads the entries of a zip by name. */
async function openZip(file: string): Promise<{ read(name: string): Promise<Buffer>; names: string[]; close(): void }> {
  const zip = await new Promise<yauzl.ZipFile>((done, failed) =>
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, opened) =>
      error ? failed(error) : done(opened),
    ),
  )
  const entries = new Map<string, yauzl.Entry>()
  await new Promise<void>((done, failed) => {
    zip.on('entry', (found: yauzl.Entry) => {
      entries.set(found.fileName, found)
      zip.readEntry()
    })
    zip.once('end', done)
    zip.once('error', failed)
    zip.readEntry()
  })
  return {
    names: [...entries.keys()],
    close: () => zip.close(),
    read: (name) =>
      new Promise((done, failed) => {
        const found = entries.get(name)
        if (!found) return failed(new Error(`“${name}” is missing`))
        zip.openReadStream(found, (error, stream) => {
          if (error) return failed(error)
          const parts: Buffer[] = []
          stream.on('data', (part: Buffer) => parts.push(part))
          stream.on('error', failed)
          stream.on('end', () => done(Buffer.concat(parts)))
        })
      }),
  }
}

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

/**
 * Puts everything of an archive into an empty database: laid out as it was when the archive was written, filled, and brought up to
 * this Kevro.
 * @throws BadArchive
 */
export async function loadArchive(db: Database, file: string): Promise<Manifest> {
  const manifest = await verifyArchive(file)
  await migrate(db, { only: manifest.migrations })
  const done = new Set((await db.query('SELECT name FROM migration')).map((row) => row.name))
  if (manifest.migrations.some((name) => !done.has(name))) throw new BadArchive(file, 'a newer Kevro wrote it')
  if (done.size > manifest.migrations.length)
    throw new BadArchive(file, 'the database is laid out for a newer one: begin with an empty one')
  const { n } = theRow(await db.query('SELECT count(*)::int AS n FROM job'))
  if (Number(n) > 0) throw new BadArchive(file, 'the database is not empty')
  const zip = await openZip(file)
  try {
    await db.query('DELETE FROM shop')
    for (const { name, rows } of manifest.tables) {
      if (rows === 0) continue
      const lines = linesOf(await zip.read(`tables/${name}.jsonl`))
      if (name === 'photo') await loadPhotos(db, lines, (id) => zip.read(`${PHOTOS}${encodeURIComponent(id)}`))
      else
        for (let from = 0; from < lines.length; from += ROWS_AT_ONCE)
          await loadRows(db, name, lines.slice(from, from + ROWS_AT_ONCE))
      if (name === 'reading') await loadCorrections(db, lines)
    }
    await db.exec(`SELECT setval(pg_get_serial_sequence('job', 'number'), GREATEST((SELECT max(number) FROM job), 1))`)
  } finally {
    zip.close()
  }
  await migrate(db)
  await rebuildIndex(db)
  return manifest
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
