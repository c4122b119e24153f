import { referenceSchema, type Reference } from '#contract/entities.ts'
import type { Queryable, Row } from '../db/database.ts'

const COLUMNS = `id, name, kind, style, source, dated, grade, condition, axis_cm, mass_g, mass_u, balance_cm, balance_u,
  swing_weight_kgcm2, swing_weight_u, twist_weight_kgcm2, twist_weight_u, geometry, note, sport`

function referenceOf(row: Row): Reference {
  const number = (value: string, u: string) => (row[value] === null ? null : { value: row[value], u: row[u] })
  return referenceSchema.parse({
    ...row,
    axisCm: row.axis_cm,
    numbers: {
      mass: number('mass_g', 'mass_u'),
      balance: number('balance_cm', 'balance_u'),
      swingWeight: number('swing_weight_kgcm2', 'swing_weight_u'),
      twistWeight: number('twist_weight_kgcm2', 'twist_weight_u'),
    },
  })
}

export async function manyReferences(db: Queryable): Promise<Reference[]> {
  const rows = await db.query(`SELECT ${COLUMNS} FROM reference_setup ORDER BY name, id LIMIT 500`)
  return rows.map(referenceOf)
}

export async function insertReference(db: Queryable, r: Reference): Promise<void> {
  const { mass, balance, swingWeight, twistWeight } = r.numbers
  await db.query(
    `INSERT INTO reference_setup (${COLUMNS}) VALUES (${Array.from({ length: 20 }, (_, i) => `$${i + 1}`).join(', ')})`,
    [
      r.id,
      r.name,
      r.kind,
      r.style,
      r.source,
      r.dated,
      r.grade,
      JSON.stringify(r.condition),
      r.axisCm,
      ...[mass, balance, swingWeight, twistWeight].flatMap((n) => [n?.value ?? null, n?.u ?? null]),
      JSON.stringify(r.geometry),
      r.note,
      r.sport,
    ],
  )
}
