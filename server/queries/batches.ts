import { editMark, redoMark, undoMark, type RevisionMark } from '#core/job/revisions.ts'
import { batchSchema, batchSummarySchema, type Batch, type BatchBody, type BatchSummary } from '#contract/batch.ts'
import { sameContent } from '#contract/sameContent.ts'
import type { Queryable } from '../db/database.ts'
import { iso } from './rows.ts'

export async function manyBatches(db: Queryable, retired = false): Promise<BatchSummary[]> {
  const rows = await db.query(
    `SELECT DISTINCT ON (r.batch_id) r.batch_id AS id, r.body ->> 'label' AS label, r.body ->> 'sport' AS sport,
       jsonb_array_length(r.body -> 'units') AS units, r.at
     FROM batch b JOIN batch_revision r ON r.batch_id = b.id WHERE b.retired = $1 ORDER BY r.batch_id, r.revision DESC`,
    [retired],
  )
  return rows
    .map((row) => batchSummarySchema.parse({ ...row, changedAt: iso(row.at) }))
    .sort((a, b) => (a.changedAt < b.changedAt ? 1 : -1))
}

/** Marks of all revisions of a batch, oldest first. */
export async function manyBatchMarks(db: Queryable, id: string): Promise<RevisionMark[]> {
  const rows = await db.query(
    'SELECT revision, kind, content_of AS "contentOf", redo_to AS "redoTo" FROM batch_revision WHERE batch_id = $1 ORDER BY revision',
    [id],
  )
  return rows as unknown as RevisionMark[]
}

export async function maybeOneBatch(db: Queryable, id: string): Promise<Batch | null> {
  const marks = await manyBatchMarks(db, id)
  const last = marks.at(-1)
  if (!last) return null
  const body = await oneBatchBody(db, id, last.revision)
  return batchSchema.parse({
    id,
    revision: last.revision,
    body,
    canUndo: undoMark(marks) !== null,
    canRedo: redoMark(marks) !== null,
  })
}

async function oneBatchBody(db: Queryable, id: string, revision: number): Promise<unknown> {
  const [row] = await db.query('SELECT body FROM batch_revision WHERE batch_id = $1 AND revision = $2', [id, revision])
  return row.body
}

async function append(db: Queryable, id: string, mark: RevisionMark, body: unknown, by: string): Promise<void> {
  await db.query(
    `INSERT INTO batch_revision (batch_id, revision, kind, content_of, redo_to, body, by_initials)
     VALUES ($1, $2, $3, $4, $5, $6, $7)`,
    [id, mark.revision, mark.kind, mark.contentOf, mark.redoTo, JSON.stringify(body), by],
  )
}

/** Appends a revision. @returns null when the revision seen is no longer the current one */
export async function saveBatch(
  db: Queryable,
  id: string,
  body: BatchBody,
  expected: number,
  by: string,
): Promise<Batch | null> {
  const marks = await manyBatchMarks(db, id)
  if ((marks.at(-1)?.revision ?? 0) !== expected) {
    // The same new batch a second time, after an answer that got lost, is the same.
    if (expected !== 0 || marks.length !== 1) return null
    const held = await maybeOneBatch(db, id)
    return sameContent(held?.body, body) ? held : null
  }
  if (marks.length === 0) await db.query('INSERT INTO batch (id) VALUES ($1)', [id])
  await append(db, id, editMark(marks), body, by)
  return maybeOneBatch(db, id)
}

/** Appends an undo or a redo. @returns 'stale', or 'nothing' when there is nothing to step to */
export async function stepBatch(
  db: Queryable,
  id: string,
  way: 'undo' | 'redo',
  expected: number,
  by: string,
): Promise<Batch | 'stale' | 'nothing'> {
  const marks = await manyBatchMarks(db, id)
  if (marks.at(-1)?.revision !== expected) return 'stale'
  const mark = (way === 'undo' ? undoMark : redoMark)(marks)
  if (!mark) return 'nothing'
  await append(db, id, mark, await oneBatchBody(db, id, mark.contentOf), by)
  return (await maybeOneBatch(db, id))!
}
