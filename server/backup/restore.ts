import { existsSync, readdirSync, rmdirSync } from 'node:fs'
import { join } from 'node:path'
import { databaseIn } from '../db/dataFolder.ts'
import type { Database } from '../db/database.ts'
import { flush, flushAll, remove, rename, writeWhole } from '../db/disk.ts'
import { openEmbedded } from '../db/embedded.ts'
import { knownMigrations } from '../db/migrate.ts'
import { eraseAgain } from '../people/erase.ts'
import { loadArchive, manifestOf, writeArchive, type LoadOptions, type Manifest } from './archive.ts'
import { countRows, keptCounts, putCounts, readCounts } from './counts.ts'
import { readErasures } from './erasures.ts'

const PREPARED = 'database-prepared'
/** Data of before a restore, which stay beside those of now; and of before an erasure, which go. */
const BEFORE = { restore: 'database-before-', erasure: 'database-wiped-' } as const
type Cause = keyof typeof BEFORE
/** In a folder of data that is whole and on the disk, while it changes its name: how much it holds. */
const WHOLE = 'kevro-whole.json'
const REWRITTEN = 'rewritten.zip'

/**
 * Puts an archive into a new folder beside the shop's data, which stay as they are. Who was erased is not in it.
 * @returns what it holds
 * @throws BadArchive
 */
export async function prepareRestore(
  dataFolder: string,
  file: string,
  image: Uint8Array | null,
  options: LoadOptions = {},
): Promise<Manifest> {
  const folder = join(dataFolder, PREPARED)
  remove(folder)
  try {
    // A laid-out image is of this Kevro; what an earlier one wrote is put in as that one had it, and brought up to date after.
    const { migrations } = await manifestOf(file)
    const ofToday = (await knownMigrations()).every((name) => migrations.includes(name))
    const db = await openEmbedded({ dataDir: folder, image: ofToday ? image : null })
    let rows
    let manifest
    try {
      manifest = await loadArchive(db, file, options)
      // Whom the shop erased since then stays erased, and what was deleted stays in none of the files.
      if (await db.transaction((tx) => eraseAgain(tx, readErasures(dataFolder)))) {
        await writeArchive(db, join(dataFolder, REWRITTEN), manifest)
        await db.close()
        await prepareRestore(dataFolder, join(dataFolder, REWRITTEN), image, options)
        remove(join(dataFolder, REWRITTEN))
        return manifest
      }
      rows = await countRows(db)
    } finally {
      await db.close()
    }
    flushAll(folder)
    markWhole(folder, JSON.stringify({ at: manifest.writtenAt, rows }))
    return manifest
  } catch (error) {
    remove(folder)
    throw error
  }
}

/** Puts a database's own content into a new folder beside it: what was deleted of it is in none of the new files. */
export async function prepareAnew(db: Database, dataFolder: string, image: Uint8Array | null, at: Date): Promise<void> {
  const file = join(dataFolder, REWRITTEN)
  try {
    await writeArchive(db, file, { writtenAt: at.toISOString(), reason: 'erasure' })
    await prepareRestore(dataFolder, file, image, { generation: 'same', asItIs: true })
  } finally {
    remove(file)
  }
}

function markWhole(folder: string, counts: string): void {
  writeWhole(join(folder, WHOLE), counts)
}
const isWhole = (folder: string) => existsSync(join(folder, WHOLE))
export const isPrepared = (dataFolder: string) => isWhole(join(dataFolder, PREPARED))

/**
 * The prepared folder becomes the shop's data; what was there is kept under another name. Wherever it is broken off, `finishTakeOver`
 * finds one of the two whole.
 * @returns the name that the data of before have now; empty where there were none
 */
export function takeOver(dataFolder: string, at: Date, cause: Cause = 'restore'): string {
  const hadData = existsSync(databaseIn(dataFolder))
  const before = freeName(dataFolder, `${BEFORE[cause]}${at.toISOString().replace(/:|\.\d+/g, '')}`)
  if (hadData) {
    // Should the others not open, these come back with their own counts.
    const counts = keptCounts(dataFolder)
    if (counts) markWhole(databaseIn(dataFolder), JSON.stringify(counts))
    rename(databaseIn(dataFolder), join(dataFolder, before))
  }
  rename(join(dataFolder, PREPARED), databaseIn(dataFolder))
  becomeCounted(dataFolder)
  // The two newest of before stay.
  for (const name of dataOfBefore(dataFolder).slice(0, -2)) remove(join(dataFolder, name))
  return hadData ? before : ''
}
function freeName(dataFolder: string, name: string): string {
  for (let n = 1; ; n++) {
    const free = n === 1 ? name : `${name}-${n}`
    if (!existsSync(join(dataFolder, free))) return free
  }
}

/** The counts beside the data are those of the data that are there now. */
function becomeCounted(dataFolder: string): void {
  const mark = join(databaseIn(dataFolder), WHOLE)
  const counts = readCounts(mark)
  if (counts) putCounts(dataFolder, counts)
  remove(mark)
  flush(databaseIn(dataFolder))
}

const beginningWith = (dataFolder: string, prefix: string): string[] =>
  existsSync(dataFolder)
    ? readdirSync(dataFolder)
        .filter((name) => name.startsWith(prefix))
        .sort()
    : []
/** Names of data that were put aside by a restore, the oldest first. */
export const dataOfBefore = (dataFolder: string): string[] => beginningWith(dataFolder, BEFORE.restore)

/** What took over cannot be opened: the data of before come back. */
export function goBack(dataFolder: string, before: string): void {
  const failed = join(dataFolder, PREPARED)
  remove(failed)
  rename(databaseIn(dataFolder), failed)
  rename(join(dataFolder, before), databaseIn(dataFolder))
  becomeCounted(dataFolder)
  remove(failed)
}

/**
 * What a process that was killed left half done is finished, or taken back, before anything is opened: no empty shop is ever laid out
 * beside data that are there.
 * @returns what was done, in words; empty when nothing was
 */
export function finishTakeOver(dataFolder: string): string {
  clearLeftOvers(dataFolder)
  const database = databaseIn(dataFolder)
  const prepared = join(dataFolder, PREPARED)
  let words = ''
  if (!existsSync(database) || readdirSync(database).length === 0) {
    const before = Object.values(BEFORE).flatMap((prefix) => beginningWith(dataFolder, prefix))
    const newest = before.toSorted((a, b) => stampOf(a).localeCompare(stampOf(b))).at(-1)
    const from = isWhole(prepared) ? prepared : newest ? join(dataFolder, newest) : null
    if (!from) return ''
    if (existsSync(database)) rmdirSync(database)
    rename(from, database)
    words =
      from === prepared
        ? 'A restore that was broken off was finished: the backup has taken over.'
        : 'A restore that was broken off was taken back: the data of before are in place.'
  }
  becomeCounted(dataFolder)
  remove(prepared)
  for (const name of beginningWith(dataFolder, BEFORE.erasure)) remove(join(dataFolder, name))
  return words
}
const stampOf = (name: string) => name.replace(/^\D+/, '')

/** Drafts of files that never got their name. */
const LEFT_OVER = /\.part$|^rewritten\.zip$|^moving-\d+\.zip$/
const leftOversIn = (folder: string): string[] =>
  existsSync(folder)
    ? readdirSync(folder)
        .filter((name) => LEFT_OVER.test(name))
        .map((name) => join(folder, name))
    : []
export function clearLeftOvers(dataFolder: string): void {
  for (const path of [...leftOversIn(dataFolder), ...leftOversIn(join(dataFolder, 'backups'))]) remove(path)
}

/** Everything beside the data of now and their backups that holds what was in them once. */
export const heldBeside = (dataFolder: string): string[] => [
  ...dataOfBefore(dataFolder).map((name) => join(dataFolder, name)),
  ...beginningWith(dataFolder, BEFORE.erasure).map((name) => join(dataFolder, name)),
  ...beginningWith(dataFolder, PREPARED).map((name) => join(dataFolder, name)),
  ...leftOversIn(dataFolder),
  ...leftOversIn(join(dataFolder, 'backups')),
]
