import { squadSchema, type Squad } from '#contract/squad.ts'
import type { Queryable } from '../db/database.ts'

const SQUAD = `SELECT s.id, s.name, s.retired, (SELECT count(*)::int FROM squad_member m WHERE m.squad_id = s.id) AS members FROM squad s`

export async function findSquad(db: Queryable, id: string): Promise<Squad | null> {
  const [row] = await db.query(`${SQUAD} WHERE s.id = $1`, [id])
  return row ? squadSchema.parse(row) : null
}
export async function putSquad(db: Queryable, id: string, name: string): Promise<void> {
  await db.query('INSERT INTO squad (id, name) VALUES ($1, $2) ON CONFLICT (id) DO UPDATE SET name = EXCLUDED.name', [
    id,
    name,
  ])
}
export async function addMember(db: Queryable, squadId: string, playerId: string): Promise<void> {
  await db.query('INSERT INTO squad_member (squad_id, player_id) VALUES ($1, $2) ON CONFLICT DO NOTHING', [
    squadId,
    playerId,
  ])
}
export async function removeMember(db: Queryable, squadId: string, playerId: string): Promise<void> {
  await db.query('DELETE FROM squad_member WHERE squad_id = $1 AND player_id = $2', [squadId, playerId])
}

/** Members by name; who was taken into somebody else is that one. */
export async function listMembers(db: Queryable, squadId: string): Promise<string[]> {
  const rows = await db.query(
    `SELECT DISTINCT p.id, lower(p.facts ->> 'name') AS name FROM squad_member m
     LEFT JOIN player_merge g ON g.gone_id = m.player_id AND NOT g.undone
     JOIN player p ON p.id = COALESCE(g.kept_id, m.player_id) WHERE m.squad_id = $1 ORDER BY name, p.id`,
    [squadId],
  )
  return rows.map((row) => String(row.id))
}
