import { existsSync, rmSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { basename, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { loadArchive, rowsIn, verifyArchive, writeArchive, type Manifest } from './backup/archive.ts'
import { Backups, holdingsOf } from './backup/backups.ts'
import { checkAll } from './backup/check.ts'
import { keepCounts } from './backup/counts.ts'
import { cleanRestored, readErasures } from './backup/erasures.ts'
import { prepareAnew, prepareRestore, takeOver } from './backup/restore.ts'
import { databaseIn, CannotStart, isFresh, prepareFolder } from './db/dataFolder.ts'
import type { Database } from './db/database.ts'
import { DataFolderInUse, lockDataFolder } from './db/dataLock.ts'
import { openEmbedded } from './db/embedded.ts'
import { migrate, NewerDatabase } from './db/migrate.ts'
import { openServer } from './db/postgres.ts'

/** What is done to a shop's data while Kevro does not run: check, restore, save everything, move to another engine. */
process.umask(0o077)
const HELP = `npm run check   -- --data FOLDER               reads everything and says what is damaged
npm run restore -- --data FOLDER [--from FILE] [--yes]   goes back to a backup
npm run save    -- --data FOLDER --to FILE     everything in one file
npm run move    -- --data FOLDER --to postgres://…       the folder's data into an empty PostgreSQL database
npm run move    -- --from postgres://… --data FOLDER     and back, into an empty folder`

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    data: { type: 'string', default: '.kevro-data' },
    from: { type: 'string' },
    to: { type: 'string' },
    image: { type: 'string' },
    yes: { type: 'boolean', default: false },
  },
})
const folder = resolve(values.data)
const say = (text: string) => console.log(text)
const isServer = (text: string | undefined) => /^postgres(ql)?:/.test(text ?? '')

const image = async () =>
  values.image && existsSync(values.image) ? new Uint8Array(await readFile(values.image)) : null

/** Works with the folder's data, held for this process alone. */
async function withFolder<T>(work: (db: Database) => Promise<T>, laidOut = true): Promise<T> {
  prepareFolder(folder)
  const release = lockDataFolder(folder)
  try {
    const fresh = isFresh(folder)
    if (laidOut && fresh) throw new CannotStart(`There are no data in ${folder}.`)
    const db = await openEmbedded({ dataDir: databaseIn(folder), image: fresh ? await image() : null })
    try {
      return await work(db)
    } finally {
      await db.close()
    }
  } finally {
    release()
  }
}

function holdings(manifest: Manifest): string {
  const { jobs, players, readings, photos } = holdingsOf(manifest)
  return `${jobs} jobs, ${players} players, ${readings} readings, ${photos} pictures, written ${manifest.writtenAt}`
}

async function check(): Promise<number> {
  const { damaged, jobs, whole } = await withFolder((db) => checkAll(db, folder))
  for (const line of whole) say(line)
  if (damaged.length === 0) {
    say('Nothing is damaged.')
    return 0
  }
  for (const line of damaged) say(line)
  const good = await new Backups(folder).newestGood()
  if (!good) say('There is no good backup in this folder.')
  else
    say(
      `The newest good backup is ${good.name} of ${good.writtenAt}: ${good.holds!.jobs} jobs, ${good.holds!.readings} readings.` +
        (jobs.length > 0
          ? ` It has ${await howMany(good.name, jobs)} of the ${jobs.length} jobs that cannot be read.`
          : ''),
    )
  return 1
}
async function howMany(name: string, jobs: readonly string[]): Promise<number> {
  const other = await openEmbedded({ dataDir: null })
  try {
    await loadArchive(other, new Backups(folder).pathOf(name)!)
    const rows = await other.query('SELECT id FROM job WHERE id = ANY($1)', [jobs])
    return rows.length
  } finally {
    await other.close()
  }
}

async function restore(): Promise<number> {
  const backups = new Backups(folder)
  const from = values.from ?? (await backups.newestGood())?.name
  if (!from) throw new CannotStart('There is no good backup in this folder. Name a file with --from.')
  const file = existsSync(from) ? resolve(from) : backups.pathOf(basename(from))
  if (!file) throw new CannotStart(`There is no file ${from}.`)
  prepareFolder(folder)
  const release = lockDataFolder(folder)
  try {
    const manifest = await prepareRestore(folder, file, await image())
    say(`${basename(file)} holds ${holdings(manifest)}.`)
    if (
      !values.yes &&
      !(await agrees('Put it in place of the data in this folder? They are kept beside it. (yes/no) '))
    ) {
      say('Nothing was changed.')
      return 1
    }
    const before = takeOver(folder, new Date())
    let db = await openEmbedded({ dataDir: databaseIn(folder) })
    if (readErasures(folder).length > 0) {
      await migrate(db)
      if (await cleanRestored(db, folder)) {
        await prepareAnew(db, folder, await image(), new Date())
        await db.close()
        rmSync(resolve(folder, takeOver(folder, new Date())), { recursive: true, force: true })
        db = await openEmbedded({ dataDir: databaseIn(folder) })
        say('Who was erased since then is erased of it too.')
      }
    }
    await keepCounts(db, folder, new Date().toISOString())
    await db.close()
    say(`Done. The data of before are in ${before}.`)
    return 0
  } finally {
    release()
  }
}
async function agrees(question: string): Promise<boolean> {
  if (!process.stdin.isTTY) throw new CannotStart('Add --yes to put it in place of the data. Nothing was changed.')
  const lines = createInterface({ input: process.stdin, output: process.stdout })
  const answer = await lines.question(question)
  lines.close()
  return /^y(es)?$/i.test(answer.trim())
}

async function save(): Promise<number> {
  if (!values.to) throw new CannotStart('Name the file with --to.')
  const file = resolve(values.to)
  await withFolder((db) => writeArchive(db, file, { writtenAt: new Date().toISOString(), reason: 'button' }))
  say(`${file} holds ${holdings(await verifyArchive(file))}.`)
  return 0
}

async function move(): Promise<number> {
  const url = isServer(values.to) ? values.to! : isServer(values.from) ? values.from! : null
  if (!url) throw new CannotStart('Name the PostgreSQL database with --to or --from.')
  const server = await openServer(url)
  try {
    const about = { writtenAt: new Date().toISOString(), reason: 'button' }
    const file = resolve(folder, `moving-${process.pid}.zip`)
    prepareFolder(folder)
    let manifest: Manifest
    if (isServer(values.to)) {
      await withFolder(async (db) => {
        await migrate(db)
        await writeArchive(db, file, about)
      })
      manifest = await loadArchive(server, file)
    } else {
      await writeArchive(server, file, about)
      manifest = await withFolder((db) => loadArchive(db, file), false)
    }
    say(
      `Moved: ${holdings(manifest)}; ${rowsIn(manifest, 'stage_revision')} changes of jobs. The file ${file} holds the same; it can go.`,
    )
    return 0
  } finally {
    await server.close()
  }
}

const COMMANDS: Record<string, () => Promise<number>> = { check, restore, save, move }
const [name = ''] = positionals
const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined
if (!command) {
  say(HELP)
  process.exit(1)
}
command().then(
  (code) => process.exit(code),
  (error: Error) => {
    const said =
      [CannotStart, DataFolderInUse, NewerDatabase].some((kind) => error instanceof kind) || error.name === 'BadArchive'
    console.error(said ? error.message : `It did not work: ${error.message}`)
    process.exit(1)
  },
)
