import type { Queryable } from '../db/database.ts'

/** A timestamp column as ISO text; both engines give a Date. */
export const iso = (value: unknown): string => (value instanceof Date ? value.toISOString() : String(value))

/** Every word of what was typed, as a pattern that finds it anywhere. */
export const likesOf = (text: string): string[] =>
  text
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => `%${word.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`)

/** Words as the index has them. */
export const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 8)
/** What was typed, as a query for full text: every word is the beginning of one. */
export const prefixesOf = (text: string): string =>
  wordsOf(text)
    .map((word) => `${word}:*`)
    .join(' & ')

/** Puts a row of a table away or brings it back; says whether there is such a row. */
export const retirer =
  (table: 'player' | 'batch' | 'photo' | 'squad') =>
  async (db: Queryable, id: string, retired: boolean): Promise<boolean> =>
    (await db.query(`UPDATE ${table} SET retired = $2 WHERE id = $1 RETURNING id`, [id, retired])).length > 0
