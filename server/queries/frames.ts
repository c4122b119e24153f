import { frameSchema, type Frame } from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'

const COLUMNS =
  'id, label, maker, model, unit, player_id AS "playerId", geometry, sport, own_strings AS "ownStrings", revision'

export async function manyFrames(db: Queryable): Promise<Frame[]> {
  const rows = await db.query(`SELECT ${COLUMNS} FROM frame ORDER BY label, id`)
  return rows.map((row) => frameSchema.parse(row))
}

export async function maybeOneFrame(db: Queryable, id: string): Promise<Frame | null> {
  const [row] = await db.query(`SELECT ${COLUMNS} FROM frame WHERE id = $1`, [id])
  return row ? frameSchema.parse(row) : null
}

export async function insertFrame(db: Queryable, frame: Omit<Frame, 'revision'>): Promise<void> {
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
  return row ? frameSchema.parse(row) : null
}
