import { comingBackSchema, type ComingBackRow } from '#contract/comingBack.ts'
import type { ComingBack, ComingBackRule } from '#core/logbook/comingBack.ts'
import type { Queryable } from '../db/database.ts'

const ROWS = `SELECT c.frame_id AS "frameId", f.label AS "frameLabel", c.job_id AS "jobId", i.player_id AS "playerId",
    i.player_name AS "playerName", c.rule, c.due, c.since, c.due_by AS "by", c.put_off_to AS "putOffTo", c.dropped
  FROM coming_back c JOIN frame f ON f.id = c.frame_id JOIN job_index i ON i.job_id = c.job_id`
const ORDER = 'ORDER BY COALESCE(c.put_off_to, c.due), c.frame_id, c.rule'
/** Rows of a day. */
const MOST = 60

/** Who should come back until a day and was not dropped, the soonest first. */
export async function listComingBack(db: Queryable, until: string): Promise<ComingBackRow[]> {
  const rows = await db.query(
    `${ROWS} WHERE NOT c.dropped AND COALESCE(c.put_off_to, c.due) <= $1 AND NOT f.retired AND NOT i.retired ${ORDER} LIMIT ${MOST}`,
    [until],
  )
  return rows.map((row) => comingBackSchema.parse(row))
}

/** What a player, or a frame, should come back for, dropped ones too. */
export async function listComingBackOf(db: Queryable, of: 'player' | 'frame', id: string): Promise<ComingBackRow[]> {
  const where = of === 'frame' ? 'c.frame_id = $1' : 'i.player_id = $1'
  return (await db.query(`${ROWS} WHERE ${where} AND NOT f.retired AND NOT i.retired ${ORDER}`, [id])).map((row) =>
    comingBackSchema.parse(row),
  )
}

/** What the newest job of a frame says takes the place of what was said before; what was put off or dropped stays so until it begins anew. */
export async function putComingBack(
  tx: Queryable,
  frameId: string,
  jobId: string,
  found: readonly ComingBack[],
): Promise<void> {
  await tx.query('DELETE FROM coming_back WHERE frame_id = $1 AND NOT (rule = ANY($2))', [
    frameId,
    found.map((f) => f.rule),
  ])
  for (const { rule, due, since, by } of found)
    await tx.query(
      `INSERT INTO coming_back (frame_id, rule, job_id, due, since, due_by) VALUES ($1, $2, $3, $4, $5, $6)
       ON CONFLICT (frame_id, rule) DO UPDATE SET job_id = EXCLUDED.job_id, due = EXCLUDED.due, since = EXCLUDED.since,
         due_by = EXCLUDED.due_by,
         put_off_to = CASE WHEN coming_back.since = EXCLUDED.since THEN coming_back.put_off_to END,
         dropped = coming_back.since = EXCLUDED.since AND coming_back.dropped`,
      [frameId, rule, jobId, due, since, by],
    )
}

/** @returns whether there is such an appointment */
export async function changeComingBack(
  db: Queryable,
  frameId: string,
  rule: ComingBackRule,
  { putOffTo, dropped }: { putOffTo: string | null; dropped: boolean },
): Promise<boolean> {
  const rows = await db.query(
    'UPDATE coming_back SET put_off_to = $3, dropped = $4 WHERE frame_id = $1 AND rule = $2 RETURNING rule',
    [frameId, rule, putOffTo, dropped],
  )
  return rows.length > 0
}
