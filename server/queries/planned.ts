import type { OpenPlan } from '#contract/planned.ts'
import { frameSchema, documentSchemas } from '#contract/entities.ts'
import type { Queryable } from '../db/database.ts'

/** A job that nobody touched for so long is no longer meant (common practice, no source). */
const STILL_MEANT_DAYS = 60
const MOST_JOBS = 200

/** The plans of jobs that are not signed off, the last touched first. @param apartFrom this job's own is left out */
export async function listOpenPlans(db: Queryable, now: Date, apartFrom: string | null): Promise<OpenPlan[]> {
  const since = new Date(now.getTime() - STILL_MEANT_DAYS * 86400000)
  const rows = await db.query(
    `SELECT i.job_id, i.number, f.sport, f.geometry, l.body
     FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     JOIN LATERAL (SELECT body FROM stage_revision s WHERE s.job_id = i.job_id AND s.stage = 'plan' ORDER BY s.revision DESC LIMIT 1) l ON true
     WHERE NOT i.retired AND i.changed_at > $1 AND i.signed_by IS NULL AND j.kind = 'job' AND i.job_id IS DISTINCT FROM $2
       AND jsonb_typeof(l.body) = 'object'
     ORDER BY i.changed_at DESC, i.number DESC LIMIT ${MOST_JOBS}`,
    [since.toISOString(), apartFrom],
  )
  return rows.map((row) => ({
    job: { id: String(row.job_id), number: Number(row.number) },
    cuts: documentSchemas.plan.parse(row.body).cuts,
    frame: {
      sport: frameSchema.shape.sport.parse(row.sport),
      geometry: frameSchema.shape.geometry.parse(row.geometry),
    },
  }))
}
