import { FOUND_KINDS, foundSchema, type Found } from '#contract/find.ts'
import type { Database, Queryable, Row } from '../db/database.ts'
import { iso } from './rows.ts'

/** Rows of a kind. */
const EACH = 6
/** From so many letters on a word may be misspelt. */
const SPELT = 4
/** How alike a word must be to one that is there, 0 to 1. */
const ALIKE = 0.45
/** Of a kind that fits so often, so many are looked at: who types two letters goes on typing. */
const LOOKED_AT = 400

/** Words as the index has them. */
const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, 8)

/**
 * Everything whose words begin with what was typed, each word of it; and where nothing does, what holds it anywhere or is
 * spelt nearly so. Grouped by kind, the best first.
 */
export async function findAnything(db: Database, text: string): Promise<Found> {
  const words = wordsOf(text)
  if (words.length === 0) return recent(db)
  const rows = await db.query(
    `WITH asked AS (SELECT to_tsquery('simple', lower(unaccent($1))) AS words, lower(unaccent($2)) AS start),
     hits AS (
       SELECT k.kind, f.id, f.label, f.more,
         row_number() OVER (PARTITION BY k.kind ORDER BY starts_with(lower(unaccent(f.label)), asked.start) DESC, f.label, f.id) AS place
       FROM asked, unnest($3::text[]) k(kind)
       CROSS JOIN LATERAL (SELECT id, label, more FROM find_index i WHERE i.kind = k.kind AND i.tokens @@ asked.words LIMIT ${LOOKED_AT}) f
     ) SELECT kind, id, label, more FROM hits WHERE place <= ${EACH} ORDER BY kind, place`,
    [words.map((word) => `${word}:*`).join(' & '), text.trim(), [...FOUND_KINDS]],
  )
  const hits = rows.map((row) => ({ ...row, spelt: true }))
  const near = hits.length === 0 && words.every((word) => word.length >= SPELT) ? await nearly(db, words) : []
  return inOrder([...hits, ...near])
}

/** People first, then what they play, then what was done. */
function inOrder(rows: readonly Row[]): Found {
  const found = foundSchema.parse(rows)
  return FOUND_KINDS.flatMap((kind) => found.filter((row) => row.kind === kind))
}

/** What holds each word somewhere, or one that is nearly it: by trigrams. */
async function nearly(db: Database, words: readonly string[]): Promise<Row[]> {
  const rows = await db.transaction(async (tx) => {
    await tx.query(`SELECT set_config('pg_trgm.word_similarity_threshold', $1, true)`, [String(ALIKE)])
    return tx.query(
      `WITH near AS (
         SELECT kind, id, label, more, words FROM find_index
         WHERE ${words.map((_, i) => `lower(unaccent(($1::text[])[${i + 1}])) <% words`).join(' AND ')} LIMIT ${4 * LOOKED_AT}
       ), hits AS (
         SELECT n.kind, n.id, n.label, n.more,
           row_number() OVER (PARTITION BY n.kind ORDER BY alike.sum DESC, n.label, n.id) AS place
         FROM near n
         CROSS JOIN LATERAL (SELECT sum(word_similarity(lower(unaccent(w)), n.words)) AS sum FROM unnest($1::text[]) w) alike
       ) SELECT kind, id, label, more FROM hits WHERE place <= ${EACH} ORDER BY kind, place`,
      [[...words]],
    )
  })
  return rows.map((row) => ({ ...row, spelt: false }))
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
