import { readdir, readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import type { Database } from './database.ts'

const FOLDER = fileURLToPath(new URL('./migrations/', import.meta.url))

/** A newer Kevro has written into this database; an older one would damage what it does not know. */
export class NewerDatabase extends Error {
  constructor(unknown: readonly string[]) {
    super(
      `These data were written by a newer Kevro (${unknown.join(', ')} is not known here). Nothing was changed.\n` +
        'Start the newer Kevro, or restore a backup that this one made.',
    )
    this.name = 'NewerDatabase'
  }
}

/** All steps that this Kevro knows, in order. */
export const knownMigrations = async (folder = FOLDER): Promise<string[]> =>
  (await readdir(folder)).filter((name) => /^\d{3}_.*\.sql$/.test(name)).sort()

/** The steps that the database has not taken yet, in order. @throws NewerDatabase */
export async function waitingMigrations(db: Database, folder = FOLDER): Promise<string[]> {
  await db.exec('CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())')
  const known = await knownMigrations(folder)
  const done = (await db.query('SELECT name FROM migration ORDER BY name')).map((row) => String(row.name))
  const unknown = done.filter((name) => !known.includes(name))
  if (unknown.length > 0) throw new NewerDatabase(unknown)
  return known.filter((name) => !done.includes(name))
}

export interface MigrateOptions {
  folder?: string
  /** Only these, for reading in what an older Kevro wrote. */
  only?: readonly string[]
}

/** Runs the numbered migrations that this database has not seen, each in one transaction, one process at a time. Returns how many ran. */
export function migrate(db: Database, { folder = FOLDER, only }: MigrateOptions = {}): Promise<number> {
  return db.alone('migrations', async () => {
    const waiting = (await waitingMigrations(db, folder)).filter((name) => !only || only.includes(name))
    for (const name of waiting) {
      const sql = await readFile(new URL(name, `file://${folder}`), 'utf8')
      await db.transaction(async (tx) => {
        await tx.exec(sql)
        await tx.query('INSERT INTO migration (name) VALUES ($1)', [name])
      })
    }
    return waiting.length
  })
}
