import { choiceSchema, playerSchema, type NamedChoice, type Player } from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'
import { noteFacts } from './facts.ts'
import { likesOf } from './rows.ts'

/** Players to choose from, by name; those that hold every word of it. */
export async function listPlayerChoices(db: Queryable, find: string, limit = 50): Promise<NamedChoice[]> {
  const rows = await db.query(
    `SELECT id, facts ->> 'name' AS name FROM player
     WHERE NOT retired AND ($1 = '' OR lower(facts ->> 'name') LIKE ALL($2::text[]))
     ORDER BY lower(facts ->> 'name'), id LIMIT $3`,
    [find.trim(), likesOf(find), limit],
  )
  return rows.map((row) => choiceSchema.parse(row))
}

export async function findPlayer(db: Queryable, id: string): Promise<Player | null> {
  const [row] = await db.query('SELECT id, facts, revision FROM player WHERE id = $1', [id])
  return row ? playerSchema.parse(row) : null
}

const today = () => new Date().toISOString().slice(0, 10)

export async function insertPlayer(db: Queryable, id: string, facts: Player['facts'], day = today()): Promise<void> {
  await db.query('INSERT INTO player (id, facts) VALUES ($1, $2)', [id, JSON.stringify(facts)])
  await noteFacts(db, id, null, facts, day)
}

/** A player's facts follow the latest job, or page, that asked for them; what is new is kept under its day. */
export async function updatePlayerFacts(
  db: Queryable,
  id: string,
  facts: Player['facts'],
  day = today(),
): Promise<void> {
  const before = await findPlayer(db, id)
  if (!before || JSON.stringify(before.facts) === JSON.stringify(facts)) return
  await db.query('UPDATE player SET facts = $2, revision = revision + 1 WHERE id = $1', [id, JSON.stringify(facts)])
  await noteFacts(db, id, before.facts, facts, day)
}

/** The same from the player's own page; null when the revision seen is no longer the current one. */
export async function putPlayerFacts(
  db: Queryable,
  { id, facts, revision }: Player,
  day = today(),
): Promise<Player | null> {
  const before = await findPlayer(db, id)
  if (!before || before.revision !== revision) return null
  await db.query('UPDATE player SET facts = $2, revision = revision + 1 WHERE id = $1', [id, JSON.stringify(facts)])
  await noteFacts(db, id, before.facts, facts, day)
  return findPlayer(db, id)
}
