import { COUNTED, countRows, keptCounts, missingRows } from './counts.ts'
import { theRow, type Database, type Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { findPhotoContent } from '../queries/photos.ts'
import { findReference } from '../queries/library.ts'
import { findBatch } from '../queries/batches.ts'

export interface DataCheck {
  /** What is damaged, one line each; empty when all is whole. */
  damaged: string[]
  /** Ids of the jobs that cannot be read. */
  jobs: string[]
  whole: string[]
}

/** Reads everything that there is, and says what cannot be read and what is missing. */
export async function checkAll(db: Database, dataFolder: string): Promise<DataCheck> {
  const damaged: string[] = []
  const whole: string[] = []
  const badJobs: string[] = []
  const tryAll = async (
    what: string,
    ids: readonly { id: string; name: string }[],
    read: (id: string) => Promise<unknown>,
  ) => {
    let bad = 0
    for (const { id, name } of ids)
      try {
        await read(id)
      } catch (error) {
        bad++
        damaged.push(`${what} ${name} cannot be read (${messageOf(error)}).`)
        if (what === 'Job') badJobs.push(id)
      }
    whole.push(`${ids.length - bad} of ${ids.length} ${PLURALS[what]} are whole`)
  }
  const now: Record<string, number> = {}
  for (const table of COUNTED)
    try {
      const row = theRow(await db.query(`SELECT count(t)::int AS n FROM ${table} t`))
      now[table] = Number(row.n)
    } catch (error) {
      damaged.push(`The table “${table}” cannot be read to its end (${messageOf(error)}).`)
    }
  const kept = keptCounts(dataFolder)
  if (kept) {
    const readable = Object.fromEntries(COUNTED.map((t) => [t, now[t] ?? kept.rows[t] ?? 0]))
    damaged.push(...missingRows(kept, readable).map((line) => `${line} (as counted ${kept.at}).`))
  }
  await tryAll('Job', await named(db, `SELECT id, number::text AS name FROM job ORDER BY number`), (id) =>
    jobView(db, id),
  )
  await tryAll('Batch', await named(db, `SELECT id, id AS name FROM batch ORDER BY id`), (id) => findBatch(db, id))
  await tryAll('Setup', await named(db, `SELECT id, id AS name FROM setup ORDER BY id`), (id) => findReference(db, id))
  await tryAll('Picture', await named(db, `SELECT id, name FROM photo ORDER BY id`), (id) => findPhotoContent(db, id))
  return { damaged, jobs: badJobs, whole }
}
const PLURALS: Record<string, string> = { Job: 'jobs', Batch: 'batches', Setup: 'setups', Picture: 'pictures' }
const messageOf = (error: unknown) => (error instanceof Error ? error.message.split('\n')[0] : String(error))

async function named(db: Queryable, sql: string): Promise<{ id: string; name: string }[]> {
  try {
    return (await db.query(sql)) as { id: string; name: string }[]
  } catch {
    return []
  }
}

/** What is missing against the counts of the last time, at start; empty when nothing is. */
export async function missingAtStart(db: Database, dataFolder: string): Promise<string[]> {
  const kept = keptCounts(dataFolder)
  return kept ? missingRows(kept, await countRows(db)) : []
}
