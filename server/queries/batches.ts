import { editMark, redoMark, undoMark } from '#core/job/revisions.ts'
import { batchSchema, type Batch, type BatchBody } from '#contract/batch.ts'
import { sameContent } from '#contract/sameContent.ts'
import type { Queryable } from '../db/database.ts'
import { revisionsIn } from './revisions.ts'

/** Every change of every batch. */
const revisions = revisionsIn('batch_revision', ['batch_id'], { body: null })

export async function findBatch(db: Queryable, id: string): Promise<Batch | null> {
  const marks = await revisions.marks(db, [id])
  const last = marks.at(-1)
  if (!last) return null
  const { body } = await revisions.content(db, [id], last.revision)
  return batchSchema.parse({
    id,
    revision: last.revision,
    body,
    canUndo: undoMark(marks) !== null,
    canRedo: redoMark(marks) !== null,
  })
}

/** Appends a revision. @returns null when the revision seen is no longer the current one */
export async function saveBatch(
  db: Queryable,
  id: string,
  body: BatchBody,
  expected: number,
  by: string,
): Promise<Batch | null> {
  const marks = await revisions.marks(db, [id])
  if ((marks.at(-1)?.revision ?? 0) !== expected) {
    // The same new batch a second time, after an answer that got lost, is the same.
    if (expected !== 0 || marks.length !== 1) return null
    const held = await findBatch(db, id)
    return sameContent(held?.body, body) ? held : null
  }
  if (marks.length === 0) await db.query('INSERT INTO batch (id) VALUES ($1)', [id])
  await revisions.append(db, [id], editMark(marks), { body }, { by })
  return findBatch(db, id)
}

/** Appends an undo or a redo. @returns 'stale', or 'nothing' when there is nothing to step to */
export async function stepBatch(
  db: Queryable,
  id: string,
  way: 'undo' | 'redo',
  expected: number,
  by: string,
): Promise<Batch | 'stale' | 'nothing'> {
  const step = await revisions.step(db, [id], way, expected)
  if (step === 'missing') return 'stale'
  if (typeof step === 'string') return step
  await revisions.append(db, [id], step.mark, step.content, { by })
  return (await findBatch(db, id))!
}
