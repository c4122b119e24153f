import { choiceSchema, playerSchema, type Choice, type Player } from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'
import { likesOf } from './rows.ts'

/** Players to choose from, by name; those that hold every word of it. */
export async function listPlayerChoices(db: Queryable, find: string, limit = 50): Promise<Choice[]> {
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

export async function insertPlayer(db: Queryable, id: string, facts: Player['facts']): Promise<void> {
  await db.query('INSERT INTO player (id, facts) VALUES ($1, $2)', [id, JSON.stringify(facts)])
}

/** A player's facts follow the latest job that asked for them. */
export async function updatePlayerFacts(db: Queryable, id: string, facts: Player['facts']): Promise<void> {
  await db.query('UPDATE player SET facts = $2, revision = revision + 1 WHERE id = $1', [id, JSON.stringify(facts)])
}
