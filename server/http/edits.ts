import type { Request } from 'express'
import { z } from 'zod'
import { theRow, type Database, type Queryable } from '../db/database.ts'
import { playersIn, refuseErased } from '../people/erase.ts'
import { dayInShop } from '../queries/shop.ts'
import { Refusal, staleEdit } from '../refusal.ts'
import { isOfAnotherLife } from './life.ts'

const headSchema = z.object({
  id: z
    .string()
    .min(1)
    .max(80)
    .regex(/^[\w.:-]+$/)
    .nullable(),
  typedAt: z.iso.datetime({ offset: true }).nullable(),
})

/** The id that the page gave to an edit, and when it was typed; null where it says nothing. */
export function headOf(request: Request): z.infer<typeof headSchema> {
  return headSchema.parse({ id: request.get('kevro-edit') ?? null, typedAt: request.get('kevro-typed-at') ?? null })
}

/**
 * Applies an edit of a document once: one that comes again, its answer lost on the way, is answered with the revision that it
 * made the first time.
 * @param doc names the document, so that an id is never taken for another document's
 * @param work applies it; null when the revision seen is no longer the current one
 * @param current the document as it is now
 */
export function applyOnce<T extends { revision: number }>(
  db: Database,
  request: Request,
  doc: string,
  work: (tx: Queryable) => Promise<T | null>,
  current: (tx: Queryable) => Promise<T | null>,
): Promise<T> {
  const { id } = headOf(request)
  return db.transaction(async (tx) => {
    if (id !== null) {
      const [fresh] = await tx.query(
        'INSERT INTO applied_edit (id, doc, revision) VALUES ($1, $2, 0) ON CONFLICT (id) DO NOTHING RETURNING id',
        [id, doc],
      )
      if (!fresh) {
        const before = theRow(await tx.query('SELECT doc, revision FROM applied_edit WHERE id = $1', [id]))
        const now = await current(tx)
        if (!now || before.doc !== doc) throw new Refusal(422, 'edit.elsewhere')
        return { ...now, revision: Number(before.revision) }
      }
    }
    await refuseErased(tx, playersIn(request.body))
    // Numbers of revisions come again after a restore: what was made upon those of before is asked about.
    if (await isOfAnotherLife(tx, request)) throw staleEdit()
    const saved = await work(tx)
    if (!saved) throw staleEdit()
    if (id !== null) await tx.query('UPDATE applied_edit SET revision = $2 WHERE id = $1', [id, saved.revision])
    return saved
  })
}

/** The shop's day on which an edit was typed: facts are dated by when they were told, not by when they arrived. */
export const toldOn = (tx: Queryable, request: Request, now: () => Date): Promise<string> =>
  dayInShop(tx, headOf(request).typedAt ?? now())
