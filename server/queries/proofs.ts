import { randomUUID } from 'node:crypto'
import type { NumberedProof } from '#core/logbook/returning.ts'
import { proofSchema, type Proof } from '#contract/proof.ts'
import type { Queryable, Row } from '../db/database.ts'
import { iso } from './rows.ts'

/** So many earlier setups of a frame are told. */
const MOST_SETUPS = 12
const COLUMNS = `p.id, p.job_id AS "jobId", p.frame_id AS "frameId", p.signed_at AS "signedAt", p.signed_by AS "signedBy",
  p.version, p.body`
const proofOf = (row: Row): Proof => proofSchema.parse({ ...row, signedAt: iso(row.signedAt) })

/** Keeps a proof; the same signature twice is one. The database lets nobody change it. */
export async function insertProof(db: Queryable, proof: Omit<Proof, 'id'>): Promise<void> {
  await db.query(
    `INSERT INTO proof (id, job_id, frame_id, signed_at, signed_by, version, body)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (job_id, signed_at, signed_by) DO NOTHING`,
    [
      randomUUID(),
      proof.jobId,
      proof.frameId,
      proof.signedAt,
      proof.signedBy,
      proof.version,
      JSON.stringify(proof.body),
    ],
  )
}

/** The last proof of a frame with the number of its job; null where it has none. @param beforeJob of those of earlier jobs */
export async function lastProof(
  db: Queryable,
  frameId: string,
  beforeJob: string | null = null,
): Promise<(Proof & { number: number }) | null> {
  const [row] = await db.query(
    `SELECT ${COLUMNS}, j.number FROM proof p JOIN job j ON j.id = p.job_id
     WHERE p.frame_id = $1 AND ($2::text IS NULL OR j.number < (SELECT number FROM job WHERE id = $2))
     ORDER BY p.signed_at DESC, p.id LIMIT 1`,
    [frameId, beforeJob],
  )
  return row ? { ...proofOf(row), number: Number(row.number) } : null
}

/** The last proof of each of a frame's jobs, the newest first. @param beforeJob of those of earlier jobs @param most null: all of them */
export async function listFrameProofs(
  db: Queryable,
  frameId: string,
  beforeJob: string | null = null,
  most: number | null = MOST_SETUPS,
): Promise<NumberedProof[]> {
  const rows = await db.query(
    `SELECT * FROM (
       SELECT DISTINCT ON (p.job_id) ${COLUMNS}, j.number FROM proof p JOIN job j ON j.id = p.job_id
       WHERE p.frame_id = $1 AND ($2::text IS NULL OR j.number < (SELECT number FROM job WHERE id = $2))
       ORDER BY p.job_id, p.signed_at DESC, p.id) AS last
     ORDER BY "signedAt" DESC LIMIT $3`,
    [frameId, beforeJob, most],
  )
  return rows.map((row) => {
    const { jobId, signedAt, body } = proofOf(row)
    return { jobId, number: Number(row.number), at: signedAt, body }
  })
}

/** A job's proofs, the newest first. */
export async function listProofs(db: Queryable, jobId: string): Promise<Proof[]> {
  const rows = await db.query(`SELECT ${COLUMNS} FROM proof p WHERE p.job_id = $1 ORDER BY p.signed_at DESC, p.id`, [
    jobId,
  ])
  return rows.map(proofOf)
}
