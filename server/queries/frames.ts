import { saysLandmarks } from '#core/sports/landmarks.ts'
import { geometrySchema } from '#contract/documents.ts'
import {
  choiceSchema,
  frameSchema,
  modelLandmarksSchema,
  type NamedChoice,
  type Frame,
  type ModelLandmarks,
} from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'
import { iso, likesOf } from './rows.ts'

const COLUMNS =
  'id, label, maker, model, unit, player_id AS "playerId", geometry, sport, own_strings AS "ownStrings", code, revision'

/** A label without the number of the unit. */
const UNIT_LESS = (label: string) => `regexp_replace(${label}, '\\s*#.*$', '')`

/** Frames of a sport to choose from, by label; of one player, and those of nobody, where one is named. */
export async function listFrameChoices(
  db: Queryable,
  { sport, playerId, find }: { sport: string; playerId: string | null; find: string },
  limit = 50,
): Promise<NamedChoice[]> {
  const rows = await db.query(
    `SELECT id, trim(label || ' ' || unit) AS name FROM frame
     WHERE NOT retired AND sport = $1 AND ($2::text IS NULL OR player_id = $2 OR player_id IS NULL)
       AND ($3 = '' OR lower(label || ' ' || unit) LIKE ALL($4::text[]))
     ORDER BY lower(label), id LIMIT $5`,
    [sport, playerId, find.trim(), likesOf(find), limit],
  )
  return rows.map((row) => choiceSchema.parse(row))
}

export async function findFrame(db: Queryable, id: string): Promise<Frame | null> {
  const [row] = await db.query(`SELECT ${COLUMNS} FROM frame WHERE id = $1`, [id])
  return row ? frameSchema.parse(row) : null
}

export async function insertFrame(db: Queryable, frame: Omit<Frame, 'revision' | 'code'>): Promise<void> {
  await db.query(
    'INSERT INTO frame (id, label, maker, model, unit, player_id, geometry, sport, own_strings) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
    [
      frame.id,
      frame.label,
      frame.maker,
      frame.model,
      frame.unit,
      frame.playerId,
      JSON.stringify(frame.geometry),
      frame.sport,
      frame.ownStrings && JSON.stringify(frame.ownStrings),
    ],
  )
  await noteOwner(db, frame.id, frame.playerId)
}

/** Keeps whose a frame is from now on, where that is new. */
export async function noteOwner(db: Queryable, frameId: string, playerId: string | null): Promise<void> {
  await db.query(
    `INSERT INTO ownership (frame_id, since, player_id)
     SELECT $1, date_trunc('milliseconds', clock_timestamp()), $2::text
     WHERE $2::text IS DISTINCT FROM (SELECT player_id FROM ownership WHERE frame_id = $1 ORDER BY since DESC LIMIT 1)`,
    [frameId, playerId],
  )
}

/** Returns the new frame, or null when the revision seen is no longer the current one. */
export async function updateFrame(db: Queryable, frame: Frame): Promise<Frame | null> {
  const [row] = await db.query(
    `UPDATE frame SET label = $2, maker = $3, model = $4, unit = $5, player_id = $6, geometry = $7, own_strings = $9, revision = revision + 1
     WHERE id = $1 AND revision = $8 RETURNING ${COLUMNS}`,
    [
      frame.id,
      frame.label,
      frame.maker,
      frame.model,
      frame.unit,
      frame.playerId,
      JSON.stringify(frame.geometry),
      frame.revision,
      frame.ownStrings && JSON.stringify(frame.ownStrings),
    ],
  )
  if (row) await noteOwner(db, frame.id, frame.playerId)
  return row ? frameSchema.parse(row) : null
}

/** Whose a frame was, the newest first. */
export async function listOwners(
  db: Queryable,
  frameId: string,
): Promise<{ since: string; id: string | null; name: string | null }[]> {
  const rows = await db.query(
    `SELECT o.since, o.player_id AS id, p.facts ->> 'name' AS name FROM ownership o LEFT JOIN player p ON p.id = o.player_id
     WHERE o.frame_id = $1 ORDER BY o.since DESC`,
    [frameId],
  )
  return rows.map((r) => ({
    since: iso(r.since),
    id: r.id === null ? null : String(r.id),
    name: r.name === null ? null : String(r.name),
  }))
}

/** Why a frame was put away; empty where nobody said. */
export async function whyRetired(db: Queryable, frameId: string): Promise<string> {
  const [row] = await db.query('SELECT retired_why AS why FROM frame WHERE id = $1', [frameId])
  return String(row?.why ?? '')
}

/** Puts a frame away, with the reason, or brings it back. @returns whether there is such a frame */
export async function retireFrame(db: Queryable, id: string, retired: boolean, why = ''): Promise<boolean> {
  const rows = await db.query('UPDATE frame SET retired = $2, retired_why = $3 WHERE id = $1 RETURNING id', [
    id,
    retired,
    retired ? why : '',
  ])
  return rows.length > 0
}

/** Landmarks of the newest other frame of a model that says any: of the same name but for what tells units apart, where no model is said. */
export async function landmarksOfModel(
  db: Queryable,
  frame: Pick<Frame, 'id' | 'sport' | 'label' | 'model'>,
): Promise<ModelLandmarks> {
  const [row] = await db.query(
    `SELECT id, label, geometry -> 'landmarks' AS landmarks FROM frame
     WHERE id <> $1 AND sport = $2 AND geometry -> 'landmarks' <> '{}'::jsonb
       AND (lower(model) = lower($3) AND $3 <> '' OR ${UNIT_LESS('lower(label)')} = ${UNIT_LESS('lower($4)')})
     ORDER BY created_at DESC, id LIMIT 1`,
    [frame.id, frame.sport, frame.model, frame.label],
  )
  return modelLandmarksSchema.parse(row ?? null)
}

/** A new frame of a model that is known here begins with its landmarks. */
export async function withModelLandmarks<F extends Pick<Frame, 'id' | 'sport' | 'label' | 'model' | 'geometry'>>(
  db: Queryable,
  frame: F,
): Promise<F> {
  if (saysLandmarks(frame.geometry.landmarks)) return frame
  const known = await landmarksOfModel(db, frame)
  const geometry = { ...frame.geometry, landmarks: known?.landmarks }
  // Of other sizes than the frame that they were read on they may lie where there is nothing.
  return known && geometrySchema.safeParse(geometry).success ? { ...frame, geometry } : frame
}

/** The owner's other frames of one make: alike but for what tells units apart. */
export async function listTwins(db: Queryable, frame: Frame): Promise<{ id: string; label: string; unit: string }[]> {
  if (frame.playerId === null) return []
  const rows = await db.query(
    `SELECT id, label, unit FROM frame
     WHERE player_id = $1 AND id <> $2 AND sport = $3 AND NOT retired
       AND (model = $4 AND $4 <> '' OR ${UNIT_LESS('label')} = ${UNIT_LESS('$5')})
     ORDER BY lower(label), id`,
    [frame.playerId, frame.id, frame.sport, frame.model, frame.label],
  )
  return rows.map((row) => ({ id: String(row.id), label: String(row.label), unit: String(row.unit) }))
}
