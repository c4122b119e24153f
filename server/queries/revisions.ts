import { z } from 'zod'
import { redoMark, REVISION_KINDS, undoMark, type RevisionMark } from '#core/job/revisions.ts'
import { theRow, type Queryable } from '../db/database.ts'

/** What a revision carries: its columns by name, as JSON. */
export type Content = Record<string, unknown>

const MARK = 'revision, kind, content_of AS "contentOf", redo_to AS "redoTo"'
const markSchema = z.object({
  revision: z.int(),
  kind: z.enum(REVISION_KINDS),
  contentOf: z.int(),
  redoTo: z.int().nullable(),
})
export const readMark = (row: unknown): RevisionMark => markSchema.parse(row)

/** What stepping back or forth came to: somebody else was faster, there is nothing to step to, or the revision to append. */
export type Step = 'missing' | 'stale' | 'nothing' | { mark: RevisionMark; content: Content }

/**
 * Documents whose every change is a row that stays: edit, undo and redo alike. One table for each kind of document.
 * @param keys columns that say which document a row is of
 * @param empty what a document holds before its first edit; its names are the JSON columns of the table
 */
export function revisionsIn<Key extends readonly string[]>(
  table: 'stage_revision' | 'batch_revision',
  keys: Key,
  empty: Content,
) {
  type Of = { [I in keyof Key]: string }
  const where = keys.map((column, i) => `${column} = $${i + 1}`).join(' AND ')
  const columns = Object.keys(empty)

  /** Marks of all revisions, oldest first. */
  async function marks(db: Queryable, of: Of): Promise<RevisionMark[]> {
    return (await db.query(`SELECT ${MARK} FROM ${table} WHERE ${where} ORDER BY revision`, [...of])).map(readMark)
  }

  /** Content of a revision; 0 is the empty one before the first. */
  async function content(db: Queryable, of: Of, revision: number): Promise<Content> {
    if (revision === 0) return empty
    const row = theRow(
      await db.query(`SELECT ${columns.join(', ')} FROM ${table} WHERE ${where} AND revision = $${keys.length + 1}`, [
        ...of,
        revision,
      ]),
    )
    return row
  }

  /** @param at when it was typed; null: now */
  async function append(
    db: Queryable,
    of: Of,
    mark: RevisionMark,
    held: Content,
    { by, at = null }: { by: string; at?: string | null },
  ): Promise<void> {
    const names = [...keys, 'revision', 'kind', 'content_of', 'redo_to', ...columns, 'by_initials']
    const values = [
      ...of,
      mark.revision,
      mark.kind,
      mark.contentOf,
      mark.redoTo,
      ...columns.map((column) => JSON.stringify(held[column])),
      by,
    ]
    await db.query(
      `INSERT INTO ${table} (${names.join(', ')}, at)
       VALUES (${names.map((_, i) => `$${i + 1}`).join(', ')}, COALESCE($${names.length + 1}::timestamptz, now()))`,
      [...values, at],
    )
  }

  /** What an undo or a redo would append. @param toNothing the first edit may be undone too, which leaves it empty */
  async function step(
    db: Queryable,
    of: Of,
    direction: 'undo' | 'redo',
    expected: number,
    toNothing = false,
  ): Promise<Step> {
    const all = await marks(db, of)
    if (all.length === 0) return 'missing'
    if (all.at(-1)?.revision !== expected) return 'stale'
    const mark = direction === 'undo' ? undoMark(all, toNothing) : redoMark(all)
    return mark ? { mark, content: await content(db, of, mark.contentOf) } : 'nothing'
  }

  return { marks, content, append, step }
}
