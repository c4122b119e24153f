import { playerSchema, type Player } from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'

export async function manyPlayers(db: Queryable): Promise<Player[]> {
  const rows = await db.query(`SELECT id, facts, revision FROM player ORDER BY facts ->> 'name', id`)
  return rows.map((row) => playerSchema.parse(row))
}

export async function maybeOnePlayer(db: Queryable, id: string): Promise<Player | null> {
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
