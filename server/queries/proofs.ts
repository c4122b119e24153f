import { randomUUID } from 'node:crypto'
import { proofSchema, type Proof } from '#contract/proof.ts'
import type { Queryable } from '../db/database.ts'
import { iso } from './rows.ts'

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

/** A job's proofs, the newest first. */
export async function listProofs(db: Queryable, jobId: string): Promise<Proof[]> {
  const rows = await db.query(
    `SELECT id, job_id AS "jobId", frame_id AS "frameId", signed_at AS "signedAt", signed_by AS "signedBy", version, body
     FROM proof WHERE job_id = $1 ORDER BY signed_at DESC, id`,
    [jobId],
  )
  return rows.map((row) => proofSchema.parse({ ...row, signedAt: iso(row.signedAt) }))
}
