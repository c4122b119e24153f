import { photoSchema, type Photo } from '#contract/devices.ts'
import type { Queryable, Row } from '../db/database.ts'
import { iso } from './rows.ts'

const PHOTO = 'id, job_id AS "jobId", name, type, octet_length(content) AS bytes, by_initials AS by, at'
const photoOf = (row: Row): Photo => photoSchema.parse({ ...row, at: iso(row.at) })

export async function listPhotos(db: Queryable, jobId: string): Promise<Photo[]> {
  return (await db.query(`SELECT ${PHOTO} FROM photo WHERE job_id = $1 AND NOT retired ORDER BY at, id`, [jobId])).map(
    photoOf,
  )
}

/** Keeps a picture once. @returns null when another job has one of this id */
export async function insertPhoto(
  db: Queryable,
  photo: Omit<Photo, 'at' | 'bytes'>,
  content: Uint8Array,
): Promise<Photo | null> {
  await db.query(
    `INSERT INTO photo (id, job_id, name, type, content, by_initials) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (id) DO NOTHING`,
    [photo.id, photo.jobId, photo.name, photo.type, content, photo.by],
  )
  const [row] = await db.query(`SELECT ${PHOTO} FROM photo WHERE id = $1 AND job_id = $2`, [photo.id, photo.jobId])
  return row ? photoOf(row) : null
}

export async function findPhotoContent(
  db: Queryable,
  id: string,
): Promise<{ type: string; content: Uint8Array } | null> {
  const [row] = await db.query('SELECT type, content FROM photo WHERE id = $1', [id])
  return row ? { type: String(row.type), content: row.content as Uint8Array } : null
}

/** The photographs of some jobs, by job, the oldest first. */
export async function listPhotosOfJobs(
  db: Queryable,
  jobIds: readonly string[],
): Promise<Map<string, { id: string; name: string }[]>> {
  const rows = await db.query(
    'SELECT id, name, job_id FROM photo WHERE job_id = ANY($1) AND NOT retired ORDER BY at, id',
    [[...jobIds]],
  )
  const found = new Map<string, { id: string; name: string }[]>()
  for (const row of rows) {
    const job = String(row.job_id)
    found.set(job, [...(found.get(job) ?? []), { id: String(row.id), name: String(row.name) }])
  }
  return found
}
