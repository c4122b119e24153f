import { materialSchema, type StoredMaterial } from '#contract/entities.ts'
import type { Queryable, Row } from '../db/database.ts'

const COLUMNS = 'id, name, kind, unit_mass_g, step, width_cm, stock, lead, grip'
const materialOf = (row: Row): StoredMaterial =>
  materialSchema.parse({ ...row, unitMassG: row.unit_mass_g, widthCm: row.width_cm })

export async function manyMaterials(db: Queryable): Promise<StoredMaterial[]> {
  const rows = await db.query(
    `SELECT ${COLUMNS} FROM material ORDER BY array_position(ARRAY['tape', 'fill', 'grip', 'overgrip'], kind), lead DESC, width_cm, name, id`,
  )
  return rows.map(materialOf)
}

/** Adds a material or replaces the one with its id. */
export async function putMaterial(db: Queryable, m: StoredMaterial): Promise<StoredMaterial> {
  const [row] = await db.query(
    `INSERT INTO material (${COLUMNS}) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     ON CONFLICT (id) DO UPDATE SET name = $2, kind = $3, unit_mass_g = $4, step = $5, width_cm = $6, stock = $7, lead = $8, grip = $9
     RETURNING ${COLUMNS}`,
    [m.id, m.name, m.kind, m.unitMassG, m.step, m.widthCm, m.stock, m.lead, m.grip],
  )
  return materialOf(row)
}
