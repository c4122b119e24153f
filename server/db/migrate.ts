import { readdir, readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import type { Database } from './database.ts'

const FOLDER = fileURLToPath(new URL('./migrations/', import.meta.url))

/** Runs the numbered migrations that this database has not seen, each in one transaction. Returns how many ran. */
export async function migrate(db: Database, folder = FOLDER): Promise<number> {
  await db.exec('CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())')
  const done = new Set((await db.query('SELECT name FROM migration')).map((row) => row.name))
  const waiting = (await readdir(folder)).filter((name) => /^\d{3}_.*\.sql$/.test(name) && !done.has(name)).sort()
  for (const name of waiting) {
    const sql = await readFile(new URL(name, `file://${folder}`), 'utf8')
    await db.transaction(async (tx) => {
      await tx.exec(sql)
      await tx.query('INSERT INTO migration (name) VALUES ($1)', [name])
    })
  }
  return waiting.length
}
