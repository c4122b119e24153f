import type { PlayerFacts } from '#core/player/facts.ts'
import type { Queryable } from '../db/database.ts'

/** A fact as it was told on a day. */
export interface StoredFact {
  field: string
  day: string
  value: unknown
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
/** Whether something is said at all. */
export const isKnown = (value: unknown): boolean =>
  value !== null && value !== '' && !(Array.isArray(value) && value.length === 0)

/**
 * Keeps what is new in a player's facts under the day on which it was told. What is told twice on one day counts once; what is told back
 * to what stood before was never new.
 * @param before null: nothing was known
 */
export async function noteFacts(
  tx: Queryable,
  playerId: string,
  before: PlayerFacts | null,
  after: PlayerFacts,
  day: string,
): Promise<void> {
  for (const [field, value] of Object.entries(after)) {
    const was = before?.[field as keyof PlayerFacts] ?? null
    if (before ? same(was, value) : !isKnown(value)) continue
    await tx.query(
      `INSERT INTO player_fact (player_id, field, day, value) VALUES ($1, $2, $3, $4)
       ON CONFLICT (player_id, field, day) DO UPDATE SET value = EXCLUDED.value`,
      [playerId, field, day, JSON.stringify(value)],
    )
    await tx.query(
      `DELETE FROM player_fact f WHERE player_id = $1 AND field = $2 AND day = $3 AND value =
         COALESCE((SELECT value FROM player_fact b WHERE b.player_id = $1 AND b.field = $2 AND b.day < $3 ORDER BY b.day DESC LIMIT 1),
           'null'::jsonb)`,
      [playerId, field, day],
    )
  }
}

/** Everything that was told of some players, the newest first. */
export async function listFacts(db: Queryable, playerIds: readonly string[]): Promise<StoredFact[]> {
  const rows = await db.query(
    'SELECT field, day, value FROM player_fact WHERE player_id = ANY($1) ORDER BY day DESC, field',
    [[...playerIds]],
  )
  return rows.map((row) => ({ field: String(row.field), day: String(row.day), value: row.value }))
}
