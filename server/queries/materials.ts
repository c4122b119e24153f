import { materialSchema, type StoredMaterial } from '#contract/entities.ts'
import type { Queryable, Row } from '../db/database.ts'

const COLUMNS =
  'id, name, kind, unit_mass_g, u_share, step, width_cm, thickness_mm, stock, lead, cure_hours, reusable, cost, zone_ids, grip, retired, revision'
const materialOf = (row: Row): StoredMaterial =>
  materialSchema.parse({
    ...row,
    unitMassG: row.unit_mass_g,
    uRel: row.u_share,
    widthCm: row.width_cm,
    thicknessMm: row.thickness_mm,
    cureHours: row.cure_hours,
    zoneIds: row.zone_ids,
  })

export async function listMaterials(db: Queryable): Promise<StoredMaterial[]> {
  const rows = await db.query(
    `SELECT ${COLUMNS} FROM material
     ORDER BY array_position(ARRAY['tape', 'fill', 'weight', 'sleeve', 'grip', 'overgrip', 'strings'], kind), lead DESC, width_cm, name, id`,
  )
  return rows.map(materialOf)
}

export async function findMaterial(db: Queryable, id: string): Promise<StoredMaterial | null> {
  const [row] = await db.query(`SELECT ${COLUMNS} FROM material WHERE id = $1`, [id])
  return row ? materialOf(row) : null
}

/** Adds a material, or replaces the one with its id if it is still at the revision that was seen; null when it is not. */
export async function putMaterial(db: Queryable, m: StoredMaterial): Promise<StoredMaterial | null> {
  const [row] = await db.query(
    `INSERT INTO material (${COLUMNS}) VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17 + 1)
     ON CONFLICT (id) DO UPDATE SET (${COLUMNS}) = ROW (${COLUMNS.replace(/\w+/g, 'EXCLUDED.$&')})
     WHERE material.revision = $17
     RETURNING ${COLUMNS}`,
    [
      m.id,
      m.name,
      m.kind,
      m.unitMassG,
      m.uRel,
      m.step,
      m.widthCm,
      m.thicknessMm,
      m.stock,
      m.lead,
      m.cureHours,
      m.reusable,
      m.cost,
      m.zoneIds === null ? null : JSON.stringify(m.zoneIds),
      m.grip,
      m.retired,
      m.revision,
    ],
  )
  return row ? materialOf(row) : null
}

/** What a job has taken out of the drawer: amounts by material. */
export async function stockTakenBy(db: Queryable, jobId: string): Promise<Record<string, number>> {
  const rows = await db.query('SELECT material_id, amount FROM stock_taken WHERE job_id = $1', [jobId])
  return Object.fromEntries(rows.map((row) => [String(row.material_id), Number(row.amount)]))
}

/**
 * Makes a job have taken just these amounts: the rest goes back into the drawer, what is missing comes out of it, as far as
 * it is there.
 */
export async function takeStock(tx: Queryable, jobId: string, wanted: ReadonlyMap<string, number>): Promise<void> {
  const has = await stockTakenBy(tx, jobId)
  for (const id of new Set([...Object.keys(has), ...wanted.keys()])) {
    const held = has[id] ?? 0
    const [row] = await tx.query('SELECT stock FROM material WHERE id = $1 FOR UPDATE', [id])
    if (!row) continue
    const takes = Math.min(wanted.get(id) ?? 0, held + Number(row.stock))
    if (takes === held) continue
    await tx.query('UPDATE material SET stock = greatest(0, stock - $2), revision = revision + 1 WHERE id = $1', [
      id,
      takes - held,
    ])
    await tx.query('DELETE FROM stock_taken WHERE job_id = $1 AND material_id = $2', [jobId, id])
    if (takes > 0)
      await tx.query('INSERT INTO stock_taken (job_id, material_id, amount) VALUES ($1, $2, $3)', [jobId, id, takes])
  }
}
