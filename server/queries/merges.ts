import { theRow, type Queryable } from '../db/database.ts'

/** Who somebody is by now: themselves, or whom they were taken into. */
export async function standsFor(db: Queryable, playerId: string): Promise<string> {
  const row = theRow(
    await db.query(
      `WITH RECURSIVE chain (id, steps) AS (
       SELECT $1::text, 0
       UNION ALL SELECT m.kept_id, c.steps + 1 FROM player_merge m JOIN chain c ON m.gone_id = c.id WHERE NOT m.undone AND c.steps < 50
     ) SELECT id FROM chain ORDER BY steps DESC LIMIT 1`,
      [playerId],
    ),
  )
  return String(row.id)
}

/** A player and all who were taken into them. */
export async function everyoneIn(db: Queryable, playerId: string): Promise<string[]> {
  const rows = await db.query(
    `WITH RECURSIVE all_of (id) AS (
       SELECT $1::text UNION SELECT m.gone_id FROM player_merge m JOIN all_of a ON m.kept_id = a.id WHERE NOT m.undone
     ) SELECT id FROM all_of`,
    [playerId],
  )
  return rows.map((row) => String(row.id))
}

/** Merges into a player that stand, the newest first: each can be taken back. */
export async function listMerges(db: Queryable, keptId: string): Promise<{ id: string; name: string; at: string }[]> {
  const rows = await db.query(
    `SELECT m.id, g.facts ->> 'name' AS name, m.at FROM player_merge m JOIN player g ON g.id = m.gone_id
     WHERE m.kept_id = $1 AND NOT m.undone ORDER BY m.at DESC, m.id`,
    [keptId],
  )
  return rows.map((r) => ({ id: String(r.id), name: String(r.name), at: new Date(String(r.at)).toISOString() }))
}

/** Holds players until the end of the transaction, always in one order: whoever works on them at once waits. */
export async function lockPlayers(tx: Queryable, ids: readonly string[]): Promise<void> {
  await tx.query('SELECT id FROM player WHERE id = ANY($1) ORDER BY id FOR UPDATE', [[...ids]])
}

/** A player and all who were taken into them, held: also who is taken in while one waits. */
export async function lockEveryone(tx: Queryable, playerId: string): Promise<string[]> {
  for (let ids = [playerId]; ;) {
    await lockPlayers(tx, ids)
    const now = await everyoneIn(tx, playerId)
    if (now.every((id) => ids.includes(id))) return now
    ids = now
  }
}
