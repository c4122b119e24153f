import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { basename, dirname, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { parseArgs } from 'node:util'
import { loadArchive, rowsIn, verifyArchive, writeArchive, type Manifest } from './backup/archive.ts'
import { Backups, holdingsOf } from './backup/backups.ts'
import { checkAll } from './backup/check.ts'
import { finishTakeOver, prepareRestore, takeOver } from './backup/restore.ts'
import { CannotStart, databaseIn, DISK_FULL, diskFull, isFresh, prepareFolder } from './db/dataFolder.ts'
import { remove } from './db/disk.ts'
import type { Database } from './db/database.ts'
import { DataFolderInUse, lockDataFolder } from './db/dataLock.ts'
import { openEmbedded } from './db/embedded.ts'
import { migrate, NewerDatabase } from './db/migrate.ts'
import { openServer } from './db/postgres.ts'

/** What is done to a shop's data while Kevro does not run: check, restore, save everything, move to another engine. */
process.umask(0o077)
const HELP = `npm run check   -- --data FOLDER               reads everything and says what is damaged
npm run restore -- --data FOLDER [--from FILE] [--yes] [--as-it-is]   goes back to a backup; --as-it-is: also what cannot be read of it
npm run save    -- --data FOLDER --to FILE     everything in one file
npm run move    -- --data FOLDER --to postgres://…       the folder's data into an empty PostgreSQL database
npm run move    -- --from postgres://… --data FOLDER     and back, into an empty folder`

const { values, positionals } = options()
function options() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        data: { type: 'string', default: '.kevro-data' },
        from: { type: 'string' },
        to: { type: 'string' },
        image: { type: 'string' },
        yes: { type: 'boolean', default: false },
        'as-it-is': { type: 'boolean', default: false },
      },
    })
  } catch (error) {
    console.error(`${(error as Error).message.split('. ')[0]}.\n${HELP}`)
    process.exit(1)
  }
}
const folder = resolve(values.data)
const say = (text: string) => console.log(text)
const isServer = (text: string | undefined) => /^postgres(ql)?:/.test(text ?? '')

const image = async () =>
  values.image && existsSync(values.image) ? new Uint8Array(await readFile(values.image)) : null

/** Holds the folder for this process alone; what was broken off in it is finished first. */
async function withFolder<T>(work: () => Promise<T>, made = false): Promise<T> {
  if (!made && !existsSync(folder)) throw new CannotStart(`There is no folder ${folder}.`)
  prepareFolder(folder)
  const release = lockDataFolder(folder)
  try {
    const words = finishTakeOver(folder)
    if (words) say(words)
    return await work()
  } finally {
    release()
  }
}
/** Works with the folder's data. */
const withData = <T>(work: (db: Database) => Promise<T>): Promise<T> =>
  withFolder(async () => {
    if (isFresh(folder)) throw new CannotStart(`There are no data in ${folder}.`)
    const db = await openEmbedded({ dataDir: databaseIn(folder) })
    try {
      return await work(db)
    } finally {
      await db.close()
    }
  })

function holdings(manifest: Manifest): string {
  const { jobs, players, readings, photos } = holdingsOf(manifest)
  return `${jobs} jobs, ${players} players, ${readings} readings, ${photos} pictures, written ${manifest.writtenAt}`
}

async function check(): Promise<number> {
  const { damaged, jobs, whole } = await withData((db) => checkAll(db, folder))
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
  const from = values.from ?? (existsSync(folder) ? (await backups.newestGood())?.name : undefined)
  if (!from) throw new CannotStart('There is no good backup in this folder. Name a file with --from.')
  const file = existsSync(from) ? resolve(from) : backups.pathOf(basename(from))
  if (!file) throw new CannotStart(`There is no file ${from}.`)
  return withFolder(async () => {
    const manifest = await prepareRestore(folder, file, await image(), { asItIs: values['as-it-is'] })
    say(`${basename(file)} holds ${holdings(manifest)}.`)
    if (
      !values.yes &&
      !(await agrees('Put it in place of the data in this folder? They are kept beside it. (yes/no) '))
    ) {
      say('Nothing was changed.')
      return 1
    }
    const before = takeOver(folder, new Date())
    say(before ? `Done. The data of before are in ${before}.` : 'Done.')
    return 0
  }, true)
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
  if (!existsSync(dirname(file))) throw new CannotStart(`There is no folder ${dirname(file)}.`)
  await withData((db) => writeArchive(db, file, { writtenAt: new Date().toISOString(), reason: 'button' }))
  say(`${file} holds ${holdings(await verifyArchive(file))}.`)
  return 0
}

async function move(): Promise<number> {
  const url = isServer(values.to) ? values.to! : isServer(values.from) ? values.from! : null
  if (!url) throw new CannotStart('Name the PostgreSQL database with --to or --from.')
  const server = await openServer(url).catch((error: Error) => {
    throw new CannotStart(`The PostgreSQL server does not answer (${error.message}). Nothing was changed.`)
  })
  try {
    const about = { writtenAt: new Date().toISOString(), reason: 'button' }
    const manifest = await withFolder(async () => {
      const file = resolve(folder, `moving-${process.pid}.zip`)
      try {
        if (isServer(values.to)) {
          if (isFresh(folder)) throw new CannotStart(`There are no data in ${folder}.`)
          const db = await openEmbedded({ dataDir: databaseIn(folder) })
          try {
            await migrate(db)
            await writeArchive(db, file, about)
          } finally {
            await db.close()
          }
          return await loadArchive(server, file, { generation: 'same', asItIs: true })
        }
        if (!isFresh(folder)) throw new CannotStart(`${folder} holds data already. Choose an empty folder with --data.`)
        await writeArchive(server, file, about)
        const moved = await prepareRestore(folder, file, await image(), { generation: 'same', asItIs: true })
        takeOver(folder, new Date())
        return moved
      } finally {
        remove(file)
      }
    }, !isServer(values.to))
    say(`Moved: ${holdings(manifest)}; ${rowsIn(manifest, 'stage_revision')} changes of jobs.`)
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
    console.error(
      said ? error.message : diskFull(error) ? DISK_FULL : `It did not work: ${error.message.split('\n')[0]}`,
    )
    process.exit(1)
  },
)
