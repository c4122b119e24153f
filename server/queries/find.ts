import { FOUND_KINDS, foundSchema, type Found } from '#contract/find.ts'
import type { Queryable, Row } from '../db/database.ts'
import { iso, prefixesOf, wordsOf } from './rows.ts'

/** Rows of a kind. */
const EACH = 6
/** Fewer letters than these fit thousands: who types them goes on typing, and a few are enough. */
const TELLING = 3
const FEW = 3
/** From so many letters on a word may be misspelt. */
const SPELT = 4
/**
 * Everything whose words begin with what was typed, each word of it; and where nothing does, what holds it anywhere or is
 * spelt nearly so. Grouped by kind, the best first.
 */
export async function findAnything(db: Queryable, text: string): Promise<Found> {
  const words = wordsOf(text)
  if (words.length === 0) return recent(db)
  const rows = await db.query(
    `WITH asked AS MATERIALIZED (SELECT to_tsquery('simple', lower(unaccent($1))) AS words, lower(unaccent($2)) AS begins)
     ${FOUND_KINDS.map((kind) => `SELECT f.* FROM asked, find_${kind}(asked.words, asked.begins, ${EACH}, $3) f`).join(' UNION ALL ')}`,
    [prefixesOf(text), text.trim(), text.trim().length < TELLING ? FEW : EACH],
  )
  const hits = inOrder(rows.map((row) => ({ ...row, spelt: true })))
  return hits.length > 0 || words.some((word) => word.length < SPELT) ? hits : nearly(db, words)
}

/** People first, then what they play, then what was done; each once, the best of each kind. */
function inOrder(rows: readonly Row[]): Found {
  const best = [...rows].sort((a, b) => Number(a.rank ?? 0) - Number(b.rank ?? 0))
  const once = new Map(best.reverse().map((row) => [`${row.kind} ${row.id}`, row]))
  const found = foundSchema.parse([...once.values()].reverse())
  return FOUND_KINDS.flatMap((kind) => found.filter((row) => row.kind === kind).slice(0, EACH))
}

/** What holds each word somewhere, or one that is nearly it: by trigrams. */
async function nearly(db: Queryable, words: readonly string[]): Promise<Found> {
  const rows = await db.query(
    `SELECT * FROM find_nearly(ARRAY(SELECT lower(unaccent(w)) FROM unnest($1::text[]) w), ${EACH})`,
    [[...words]],
  )
  return inOrder(rows.map((row) => ({ ...row, spelt: false })))
}

/** What was worked on last, where nothing is asked for. */
async function recent(db: Queryable): Promise<Found> {
  const rows = await db.query(
    `SELECT 'job' AS kind, i.job_id AS id, 'Job ' || i.number AS label, concat_ws(' · ', i.player_name, f.label) AS more, i.changed_at AS at
     FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE NOT i.retired ORDER BY i.changed_at DESC, i.number DESC LIMIT ${EACH}`,
  )
  return foundSchema.parse(rows.map((row) => ({ ...row, at: iso(row.at), spelt: true })))
}
