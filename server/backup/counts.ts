import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import type { Queryable } from '../db/database.ts'
import { writeWhole } from '../db/disk.ts'

/** Rows of these only become more: nothing deletes them. */
export const COUNTED = [
  'player',
  'frame',
  'job',
  'stage_revision',
  'reading',
  'photo',
  'batch_revision',
  'setup',
  'device_reading',
] as const
const NAMES: Record<(typeof COUNTED)[number], string> = {
  player: 'players',
  frame: 'frames',
  job: 'jobs',
  stage_revision: 'changes of jobs',
  reading: 'readings',
  photo: 'pictures',
  batch_revision: 'changes of batches',
  setup: 'setups of the library',
  device_reading: 'readings of instruments',
}
const countsSchema = z.object({ at: z.string(), rows: z.record(z.string(), z.int()) })
export type RowCounts = z.infer<typeof countsSchema>

export async function countRows(db: Queryable): Promise<RowCounts['rows']> {
  const [row] = await db.query(`SELECT ${COUNTED.map((t) => `(SELECT count(*)::int FROM ${t}) AS ${t}`).join(', ')}`)
  return row as RowCounts['rows']
}

const fileIn = (dataFolder: string) => join(dataFolder, 'counts.json')

/** Keeps how much there is, beside the database: a file of it that was cut short shows nothing by itself. */
export async function keepCounts(db: Queryable, dataFolder: string, at: string): Promise<void> {
  putCounts(dataFolder, { at, rows: await countRows(db) })
}
export function putCounts(dataFolder: string, counts: RowCounts): void {
  writeWhole(fileIn(dataFolder), JSON.stringify(counts))
}

export const keptCounts = (dataFolder: string): RowCounts | null => readCounts(fileIn(dataFolder))
/** @returns null where there are none, or none that can be read */
export function readCounts(file: string): RowCounts | null {
  try {
    return countsSchema.parse(JSON.parse(readFileSync(file, 'utf8')))
  } catch {
    return null
  }
}

/** What there was more of, in words, one line each. */
export function missingRows(kept: RowCounts, now: RowCounts['rows']): string[] {
  return COUNTED.flatMap((table) => {
    const [was, is] = [kept.rows[table] ?? 0, now[table] ?? 0]
    return is < was ? [`${was - is} of ${was} ${NAMES[table]} are missing`] : []
  })
}
