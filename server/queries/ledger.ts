import { onFramesSchema, type OnFrame } from '#contract/ledger.ts'
import type { LedgerLine } from '#core/logbook/ledger.ts'
import type { Queryable } from '../db/database.ts'
import { iso } from './rows.ts'

/** The newest job of a frame that is not put away; null where there is none. */
export async function newestJob(db: Queryable, frameId: string): Promise<string | null> {
  const [row] = await db.query(
    `SELECT j.id FROM job j JOIN job_index i ON i.job_id = j.id WHERE j.frame_id = $1 AND NOT i.retired ORDER BY j.number DESC LIMIT 1`,
    [frameId],
  )
  return row ? String(row.id) : null
}

/** The ledger of a frame takes the place of what it was. */
export async function putLedger(tx: Queryable, frameId: string, lines: readonly LedgerLine[]): Promise<void> {
  await tx.query('DELETE FROM ledger WHERE frame_id = $1', [frameId])
  if (lines.length === 0) return
  const rows = lines.map((line, i) => ({
    line: i,
    item_id: line.itemId,
    name: line.name,
    mass_g: line.massG,
    material_id: line.materialId,
    on_at: line.on.at,
    on_job_id: line.on.jobId,
    off_at: line.off?.at ?? null,
    off_job_id: line.off?.jobId ?? null,
  }))
  // A material that came with a job from elsewhere is not in this drawer.
  await tx.query(
    `INSERT INTO ledger (frame_id, line, item_id, name, mass_g, material_id, on_at, on_job_id, off_at, off_job_id)
     SELECT $1, r.line, r.item_id, r.name, r.mass_g, m.id, r.on_at, r.on_job_id, r.off_at, r.off_job_id
     FROM jsonb_to_recordset($2::jsonb) AS r(line integer, item_id text, name text, mass_g double precision, material_id text,
       on_at timestamptz, on_job_id text, off_at timestamptz, off_job_id text) LEFT JOIN material m ON m.id = r.material_id`,
    [frameId, JSON.stringify(rows)],
  )
}

/** Everything that was ever on a frame, the oldest first. */
export async function listLedger(db: Queryable, frameId: string): Promise<LedgerLine[]> {
  const rows = await db.query(
    `SELECT item_id, name, mass_g, material_id, on_at, on_job_id, off_at, off_job_id FROM ledger WHERE frame_id = $1 ORDER BY line`,
    [frameId],
  )
  return rows.map((row) => ({
    itemId: String(row.item_id),
    name: String(row.name),
    massG: Number(row.mass_g),
    materialId: row.material_id === null ? null : String(row.material_id),
    on: { at: iso(row.on_at), jobId: String(row.on_job_id) },
    off: row.off_at === null ? null : { at: iso(row.off_at), jobId: String(row.off_job_id) },
  }))
}

/** Frames of a page. */
const MOST_FRAMES = 200
/** The frames on which a material lies now, the last laid first. */
export async function listFramesWith(db: Queryable, materialId: string): Promise<OnFrame[]> {
  const rows = await db.query(
    `SELECT l.frame_id AS "frameId", f.label, f.sport, p.id AS "playerId", p.facts ->> 'name' AS "playerName", sum(l.mass_g) AS "massG",
       min(l.on_at) AS since
     FROM ledger l JOIN frame f ON f.id = l.frame_id LEFT JOIN player p ON p.id = f.player_id
     WHERE l.material_id = $1 AND l.off_at IS NULL
     GROUP BY l.frame_id, f.label, f.sport, p.id ORDER BY max(l.on_at) DESC, l.frame_id LIMIT ${MOST_FRAMES}`,
    [materialId],
  )
  return onFramesSchema.parse(rows.map((row) => ({ ...row, since: iso(row.since) })))
}

/** Null: it was never weighed. */
export async function putStanding(
  tx: Queryable,
  frameId: string,
  bare: { massG: number | null; swingKgCm2: number | null } | null,
): Promise<void> {
  await tx.query(
    `INSERT INTO frame_standing (frame_id, bare_mass_g, bare_swing_kg_cm2) VALUES ($1, $2, $3)
     ON CONFLICT (frame_id) DO UPDATE SET bare_mass_g = EXCLUDED.bare_mass_g, bare_swing_kg_cm2 = EXCLUDED.bare_swing_kg_cm2, stale = false`,
    [frameId, bare?.massG ?? null, bare?.swingKgCm2 ?? null],
  )
}

/** Frames of which the book says nothing yet, or something that may no longer be so. */
export async function listStaleFrames(db: Queryable, limit: number): Promise<string[]> {
  const rows = await db.query(
    `SELECT f.id FROM frame f LEFT JOIN frame_standing s ON s.frame_id = f.id WHERE s.frame_id IS NULL OR s.stale ORDER BY f.id LIMIT $1`,
    [limit],
  )
  return rows.map((row) => String(row.id))
}

/** What is said of every frame may no longer be so. */
export async function markAllStale(tx: Queryable): Promise<void> {
  await tx.query('UPDATE frame_standing SET stale = true')
}
/** The same of the frames that somebody's jobs are about. */
export async function markStaleOf(tx: Queryable, playerId: string): Promise<void> {
  await tx.query(
    `UPDATE frame_standing SET stale = true
     WHERE frame_id IN (SELECT j.frame_id FROM job_index i JOIN job j ON j.id = i.job_id WHERE i.player_id = $1)`,
    [playerId],
  )
}
