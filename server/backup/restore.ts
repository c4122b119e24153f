import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { databaseIn } from '../db/dataFolder.ts'
import type { Database } from '../db/database.ts'
import { openEmbedded } from '../db/embedded.ts'
import { knownMigrations } from '../db/migrate.ts'
import { flush, loadArchive, manifestOf, writeArchive, type Manifest } from './archive.ts'

const PREPARED = 'database-prepared'

/**
 * Puts an archive into a new folder beside the shop's data, which stay as they are.
 * @returns what it holds
 * @throws BadArchive
 */
export async function prepareRestore(dataFolder: string, file: string, image: Uint8Array | null): Promise<Manifest> {
  const folder = join(dataFolder, PREPARED)
  rmSync(folder, { recursive: true, force: true })
  try {
    // A laid-out image is of this Kevro; what an earlier one wrote is put in as that one had it, and brought up to date after.
    const { migrations } = await manifestOf(file)
    const ofToday = (await knownMigrations()).every((name) => migrations.includes(name))
    const db = await openEmbedded({ dataDir: folder, image: ofToday ? image : null })
    try {
      return await loadArchive(db, file)
    } finally {
      await db.close()
    }
  } catch (error) {
    rmSync(folder, { recursive: true, force: true })
    throw error
  }
}

/** Puts a database's own content into a new folder beside it: what was deleted of it is in none of the new files. */
export async function prepareAnew(db: Database, dataFolder: string, image: Uint8Array | null, at: Date): Promise<void> {
  const file = join(dataFolder, 'rewritten.zip')
  try {
    await writeArchive(db, file, { writtenAt: at.toISOString(), reason: 'erasure' })
    await prepareRestore(dataFolder, file, image)
  } finally {
    rmSync(file, { force: true })
  }
}

export const isPrepared = (dataFolder: string) => existsSync(join(dataFolder, PREPARED))

/**
 * The prepared folder becomes the shop's data; what was there is kept under another name.
 * @returns the name that the data of before have now
 */
export function takeOver(dataFolder: string, at: Date): string {
  const stamp = `database-before-${at.toISOString().replace(/:|\.\d+/g, '')}`
  // Twice within a second are two.
  const before = existsSync(join(dataFolder, stamp)) ? `${stamp}-2` : stamp
  if (existsSync(databaseIn(dataFolder))) renameSync(databaseIn(dataFolder), join(dataFolder, before))
  renameSync(join(dataFolder, PREPARED), databaseIn(dataFolder))
  flush(dataFolder)
  // The two newest of before stay.
  const old = dataOfBefore(dataFolder).slice(0, -2)
  for (const name of old) rmSync(join(dataFolder, name), { recursive: true, force: true })
  return before
}

/** Names of data that were put aside by a restore, the oldest first. */
export const dataOfBefore = (dataFolder: string): string[] =>
  existsSync(dataFolder)
    ? readdirSync(dataFolder)
        .filter((name) => name.startsWith('database-before-'))
        .sort()
    : []

/** What took over cannot be opened: the data of before come back, and the others are set aside as prepared. */
export function goBack(dataFolder: string, before: string): void {
  renameSync(databaseIn(dataFolder), join(dataFolder, PREPARED))
  renameSync(join(dataFolder, before), databaseIn(dataFolder))
}
