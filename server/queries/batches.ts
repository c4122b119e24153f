import { batchSchema, batchSummarySchema, type Batch, type BatchBody, type BatchSummary } from '#contract/batch.ts'
import type { Queryable } from '../db/database.ts'
import { iso } from './rows.ts'

export async function manyBatches(db: Queryable): Promise<BatchSummary[]> {
  const rows = await db.query(`
    SELECT DISTINCT ON (batch_id) batch_id AS id, body ->> 'label' AS label, body ->> 'sport' AS sport,
      jsonb_array_length(body -> 'units') AS units, at
    FROM batch_revision ORDER BY batch_id, revision DESC`)
  return rows
    .map((row) => batchSummarySchema.parse({ ...row, changedAt: iso(row.at) }))
    .sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1))
}

export async function maybeOneBatch(db: Queryable, id: string): Promise<Batch | null> {
  const [row] = await db.query(
    'SELECT batch_id AS id, revision, body FROM batch_revision WHERE batch_id = $1 ORDER BY revision DESC LIMIT 1',
    [id],
  )
  return row ? batchSchema.parse(row) : null
}

/** Appends a revision. @returns null when the revision seen is no longer the current one */
export async function saveBatch(
  db: Queryable,
  id: string,
  body: BatchBody,
  expected: number,
  by: string,
): Promise<Batch | null> {
  const current = await maybeOneBatch(db, id)
  if ((current?.revision ?? 0) !== expected) return null
  if (!current) await db.query('INSERT INTO batch (id) VALUES ($1)', [id])
  await db.query('INSERT INTO batch_revision (batch_id, revision, body, by_initials) VALUES ($1, $2, $3, $4)', [
    id,
    expected + 1,
    JSON.stringify(body),
    by,
  ])
  return maybeOneBatch(db, id)
}
