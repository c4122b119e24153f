import type { Case } from '#core/logbook/evidence.ts'
import type { Queryable } from '../db/database.ts'

/** What a job said when its mark was this. */
export interface KeptCase {
  mark: string
  of: Case
}

/** Everything that is kept, by job. */
export async function listKeptCases(db: Queryable): Promise<Map<string, KeptCase>> {
  const rows = await db.query('SELECT job_id, mark, said FROM kept_case')
  return new Map(rows.map((row) => [String(row.job_id), { mark: String(row.mark), of: row.said as Case }]))
}

/** Keeps what some jobs say, in place of what they said before. One that is gone meanwhile is left out. */
export async function keepCases(db: Queryable, cases: ReadonlyMap<string, KeptCase>): Promise<void> {
  if (cases.size === 0) return
  const rows = [...cases].map(([id, { mark, of }]) => ({ id, mark, said: of }))
  await db.query(
    `INSERT INTO kept_case (job_id, mark, said)
     SELECT k.id, k.mark, k.said FROM jsonb_to_recordset($1::jsonb) AS k (id text, mark text, said jsonb) JOIN job j ON j.id = k.id
     ON CONFLICT (job_id) DO UPDATE SET mark = EXCLUDED.mark, said = EXCLUDED.said`,
    [JSON.stringify(rows)],
  )
}
