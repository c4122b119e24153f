import { readFile } from 'node:fs/promises'
import { randomUUID } from 'node:crypto'
import { existsSync, statfsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import {
  CannotStart,
  databaseIn,
  DISK_FULL,
  diskFull,
  isFresh,
  markDemo,
  prepareFolder,
  startOver,
} from './db/dataFolder.ts'
import { theRow, type Database } from './db/database.ts'
import { DataFolderInUse, lockDataFolder } from './db/dataLock.ts'
import { openEmbedded } from './db/embedded.ts'
import { migrate, NewerDatabase, waitingMigrations } from './db/migrate.ts'
import { waitForServer } from './db/postgres.ts'
import { SwitchableDatabase } from './db/switchable.ts'
import { Backups } from './backup/backups.ts'
import { missingAtStart } from './backup/check.ts'
import { finishTakeOver } from './backup/restore.ts'
import { Keeper } from './backup/keeper.ts'
import { DeviceGateway } from './devices/gateway.ts'
import { settleSoon, settleStale, stopSettling } from './logbook/settle.ts'
import { rebuildIndex, tidyIndex } from './queries/library.ts'
import { makeApp } from './http/app.ts'

/** What is written is for this user alone. */
process.umask(0o077)

function options() {
  try {
    const { values } = parseArgs({
      options: {
        data: { type: 'string', default: '.kevro-data' },
        port: { type: 'string', default: '4280' },
        web: { type: 'string', default: 'dist/web' },
        image: { type: 'string' },
        demo: { type: 'boolean', default: false },
        fresh: { type: 'boolean', default: false },
        /** With --fresh: the data that are there may go. */
        yes: { type: 'boolean', default: false },
        /** Port of the simulated bench of instruments, when one runs. */
        bench: { type: 'string' },
      },
    })
    return {
      ...values,
      port: portOf(values.port, '--port', 0),
      bench: values.bench ? portOf(values.bench, '--bench', 1) : null,
    }
  } catch (error) {
    if (error instanceof CannotStart) throw error
    throw new CannotStart(
      `${(error as Error).message}\nKnown are --data FOLDER, --port NUMBER, --web FOLDER, --image FILE, --bench NUMBER, --demo, --fresh, --yes.`,
    )
  }
}
function portOf(text: string, name: string, least: number): number {
  const port = Number(text)
  if (!Number.isInteger(port) || port < least || port > 65535)
    throw new CannotStart(`${name} takes a number from ${least} to 65535, not “${text}”.`)
  return port
}

async function openData(
  values: ReturnType<typeof options>,
): Promise<{ db: Database; release: () => void; where: string }> {
  const url = process.env.DATABASE_URL
  if (url) {
    let said = ''
    const db = await waitForServer(url, (why) => {
      if (why !== said) console.log(`The database does not answer yet (${why}). Waiting for it; Ctrl-C ends this.`)
      said = why
    })
    // Backups lie here all the same.
    prepareFolder(resolve(values.data))
    return { db, release: () => undefined, where: 'the PostgreSQL server that DATABASE_URL names' }
  }
  const folder = resolve(values.data)
  prepareFolder(folder)
  const release = lockDataFolder(folder)
  const words = finishTakeOver(folder)
  if (words) console.log(words)
  if (values.fresh && values.demo) startOver(folder, values.yes)
  const fresh = isFresh(folder)
  if (fresh && values.demo) markDemo(folder)
  const image = fresh && values.image && existsSync(values.image) ? new Uint8Array(await readFile(values.image)) : null
  return { db: await openEmbedded({ dataDir: databaseIn(folder), image }), release, where: folder }
}

const ADVICE = 'Run “npm run check” to see what is whole and which backup has the rest.'

/** Before the tables change there is a backup of what they were. */
async function bringUpToDate(db: Database, dataFolder: string): Promise<void> {
  const waiting = await waitingMigrations(db)
  const { laidOut } = theRow(await db.query(`SELECT to_regclass('job') IS NOT NULL AS "laidOut"`))
  if (waiting.length > 0 && laidOut) await new Backups(dataFolder).make(db, 'migration')
  await migrate(db)
  await db.query(`UPDATE shop SET generation = $1 WHERE generation = ''`, [randomUUID()])
}

/** A start that failed for what is on the disk: the words, and the way back. */
async function wayBack(): Promise<string> {
  if (process.env.DATABASE_URL) return 'The data are on the PostgreSQL server: look there first.'
  const { data } = options()
  const good = await new Backups(resolve(data)).newestGood().catch(() => null)
  return good
    ? `The newest good backup is ${good.name}, of ${good.writtenAt} (${good.holds!.jobs} jobs). “npm run restore -- --data ${data}” goes back to it.`
    : 'There is no backup in this folder.'
}

async function start(): Promise<void> {
  const values = options()
  const { db: opened, release, where } = await openData(values)
  const db = new SwitchableDatabase(opened)
  const dataFolder = resolve(values.data)
  const embedded = !process.env.DATABASE_URL
  await bringUpToDate(db, dataFolder)
  const alarms = embedded ? await missingAtStart(db, dataFolder) : []
  if (alarms.length > 0) console.error(`Something is missing from the data:\n  ${alarms.join('\n  ')}\n${ADVICE}`)
  if (values.demo) {
    const { loadDemoWorld } = await import('#server/demo/load.ts')
    if (await loadDemoWorld(db, values.bench)) {
      await settleStale(db)
      console.log('The demo world has been laid out.')
    }
  }
  if ((await rebuildIndex(db)) > 0) await tidyIndex(db)
  const gateway = new DeviceGateway(db)
  await gateway.refresh()
  const image =
    embedded && values.image && existsSync(values.image) ? new Uint8Array(await readFile(values.image)) : null
  const keeper = new Keeper({ db, dataFolder, embedded, image })
  keeper.start()
  const server = makeApp(db, resolve(values.web), { gateway, benchPort: values.bench, keeper, alarms }).listen(
    values.port,
    '127.0.0.1',
  )
  server.once('error', (error: Error & { code?: string }) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${values.port} is taken. Choose another with --port.`
        : error.code === 'EACCES'
          ? `Port ${values.port} is not for ordinary users. Choose one above 1023 with --port.`
          : error.message,
    )
    void stop(1)
  })
  server.once('listening', () => {
    const address = server.address()
    const port = typeof address === 'object' && address ? address.port : values.port
    console.log(`Kevro is ready at http://127.0.0.1:${port}/`)
    console.log(`Its data are in ${where}`)
    settleSoon(db)
  })
  let stopping = false
  const stop = async (code: number) => {
    if (stopping) return
    stopping = true
    server.close()
    gateway.close()
    server.closeAllConnections()
    await keeper.stop()
    await stopSettling()
    await db.close()
    release()
    process.exit(code)
  }
  process.on('SIGINT', () => void stop(0))
  process.on('SIGTERM', () => void stop(0))
}

const EXPECTED = [CannotStart, DataFolderInUse, NewerDatabase]
start().catch(async (error: unknown) => {
  const said = EXPECTED.some((kind) => error instanceof kind)
  console.error(said ? (error as Error).message : messageOfFailure(error))
  // On a full disk nothing is damaged: going back would lose what is there.
  if (diskFull(error) || isFull()) process.exit(1)
  if (!said || (error instanceof CannotStart && error.message.includes('damaged'))) console.error(await wayBack())
  process.exit(1)
})

function messageOfFailure(error: unknown): string {
  if (diskFull(error) || isFull()) return DISK_FULL
  const { message } = error as Error
  return `Kevro could not start: ${message.split('\n')[0]}\nIf the data were damaged, ${ADVICE.replace('Run', 'run')}`
}

/** The engine does not always say why it stopped: a disk without room for a page of it is full. */
function isFull(): boolean {
  try {
    const { bavail, bsize } = statfsSync(resolve(options().data))
    return bavail * bsize < 1e6
  } catch {
    return false
  }
}
