import { STAGES, type Stage } from '#core/job/stages.ts'
import type { RevisionMark } from '#core/job/revisions.ts'
import { redoMark, undoMark } from '#core/job/revisions.ts'
import type { z } from 'zod'
import { bodySchemas } from '#contract/bodies.ts'
import {
  jobRowSchema,
  jobSummarySchema,
  readingSchema,
  revisionRowSchema,
  savedStageSchema,
  type JobRow,
  type JobSummary,
  type newReadingSchema,
  type RevisionRow,
  type SavedStage,
  type StoredReadingRow,
} from '#contract/entities.ts'
import type { Queryable, Row } from '../db/database.ts'
import { iso } from './rows.ts'

const JOB = 'id, number, kind, frame_id AS "frameId", ticket, created_at, revision'
const jobOf = (row: Row): JobRow => jobRowSchema.parse({ ...row, createdAt: iso(row.created_at) })

export async function maybeOneJob(db: Queryable, id: string): Promise<JobRow | null> {
  const [row] = await db.query(`SELECT ${JOB} FROM job WHERE id = $1`, [id])
  return row ? jobOf(row) : null
}

export async function insertJob(
  db: Queryable,
  job: Pick<JobRow, 'id' | 'kind' | 'frameId' | 'ticket'>,
): Promise<JobRow> {
  const [row] = await db.query(
    `INSERT INTO job (id, kind, frame_id, ticket) VALUES ($1, $2, $3, $4) RETURNING ${JOB}`,
    [job.id, job.kind, job.frameId, JSON.stringify(job.ticket)],
  )
  return jobOf(row)
}

export async function makeJobProper(db: Queryable, id: string): Promise<void> {
  await db.query(`UPDATE job SET kind = 'job', revision = revision + 1 WHERE id = $1`, [id])
}

export async function updateTicket(
  db: Queryable,
  id: string,
  ticket: JobRow['ticket'],
  expected: number,
): Promise<JobRow | null> {
  const [row] = await db.query(
    `UPDATE job SET ticket = $2, revision = revision + 1 WHERE id = $1 AND revision = $3 RETURNING ${JOB}`,
    [id, JSON.stringify(ticket), expected],
  )
  return row ? jobOf(row) : null
}

/** The queue: newest change first. */
export async function manyJobSummaries(db: Queryable): Promise<JobSummary[]> {
  const rows = await db.query(`
    WITH latest AS (
      SELECT DISTINCT ON (job_id, stage) job_id, stage, body, at FROM stage_revision ORDER BY job_id, stage, revision DESC
    )
    SELECT j.id, j.number, j.kind, f.label AS "frameLabel", f.sport, j.ticket ->> 'due' AS due,
      (SELECT body -> 'facts' ->> 'name' FROM latest WHERE job_id = j.id AND stage = 'player') AS "playerName",
      (SELECT body -> 'signed' ->> 'by' FROM latest WHERE job_id = j.id AND stage = 'check') AS "signedBy",
      COALESCE((SELECT json_agg(stage) FROM latest WHERE job_id = j.id), '[]') AS saved,
      COALESCE((SELECT max(at) FROM latest WHERE job_id = j.id), j.created_at) AS changed
    FROM job j JOIN frame f ON f.id = j.frame_id
    ORDER BY changed DESC, j.number DESC LIMIT 200`)
  return rows.map((row) =>
    jobSummarySchema.parse({
      ...row,
      due: row.due ?? '',
      changedAt: iso(row.changed),
      saved: STAGES.filter((s) => (row.saved as string[]).includes(s)),
    }),
  )
}

/** Marks of all revisions of a stage, oldest first. */
export async function manyRevisionMarks(db: Queryable, jobId: string, stage: Stage): Promise<RevisionMark[]> {
  const rows = await db.query(
    `SELECT revision, kind, content_of AS "contentOf", redo_to AS "redoTo" FROM stage_revision WHERE job_id = $1 AND stage = $2 ORDER BY revision`,
    [jobId, stage],
  )
  return rows as unknown as RevisionMark[]
}

export async function appendRevision(
  db: Queryable,
  jobId: string,
  stage: Stage,
  mark: RevisionMark,
  content: { body: unknown; used: unknown; by: string; at?: string | null },
): Promise<void> {
  await db.query(
    `INSERT INTO stage_revision (job_id, stage, revision, kind, content_of, redo_to, body, used, by_initials, at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, COALESCE($10::timestamptz, now()))`,
    [
      jobId,
      stage,
      mark.revision,
      mark.kind,
      mark.contentOf,
      mark.redoTo,
      JSON.stringify(content.body),
      JSON.stringify(content.used),
      content.by,
      content.at ?? null,
    ],
  )
}

export async function oneRevision(
  db: Queryable,
  jobId: string,
  stage: Stage,
  revision: number,
): Promise<{ body: unknown; used: unknown }> {
  const [row] = await db.query(
    'SELECT body, used FROM stage_revision WHERE job_id = $1 AND stage = $2 AND revision = $3',
    [jobId, stage, revision],
  )
  return row as { body: unknown; used: unknown }
}

export async function manyRevisions(db: Queryable, jobId: string, stage: Stage): Promise<RevisionRow[]> {
  const rows = await db.query(
    `SELECT revision, kind, body, at, by_initials AS by FROM stage_revision WHERE job_id = $1 AND stage = $2 ORDER BY revision DESC LIMIT 200`,
    [jobId, stage],
  )
  return rows.map((row) => revisionRowSchema.parse({ ...row, at: iso(row.at) }))
}

/** All revisions of all stages with everything that an export needs. */
export async function manyFullRevisions(
  db: Queryable,
  jobId: string,
): Promise<
  (RevisionMark & {
    stage: Stage
    body: unknown
    used: Record<string, string | number | null>
    at: string
    by: string
  })[]
> {
  const rows = await db.query(
    `SELECT stage, revision, kind, content_of AS "contentOf", redo_to AS "redoTo", body, used, at, by_initials AS by
     FROM stage_revision WHERE job_id = $1 ORDER BY stage, revision`,
    [jobId],
  )
  return rows.map((row) => ({ ...row, at: iso(row.at) })) as never
}

const SAVED = `r.stage, r.revision, r.body, r.used, r.at, r.by_initials AS by, m.marks`
/** The newest revision of each stage, with the marks of all; the contents of older ones stay where they are. */
const NEWEST = `
  FROM (
    SELECT job_id, stage, max(revision) AS newest,
      json_agg(json_build_object('revision', revision, 'kind', kind, 'contentOf', content_of, 'redoTo', redo_to) ORDER BY revision) AS marks
    FROM stage_revision WHERE job_id = $1 AND ($2::text IS NULL OR stage = $2) GROUP BY job_id, stage
  ) m JOIN stage_revision r ON r.job_id = m.job_id AND r.stage = m.stage AND r.revision = m.newest`

/** The latest revision of each stage. */
export async function manySavedStages(db: Queryable, jobId: string): Promise<SavedStage[]> {
  const rows = await db.query(`SELECT ${SAVED} ${NEWEST}`, [jobId, null])
  return STAGES.flatMap((stage) => rows.filter((row) => row.stage === stage).map(savedStageOf))
}

export async function maybeSavedStage(db: Queryable, jobId: string, stage: Stage): Promise<SavedStage | null> {
  const [row] = await db.query(`SELECT ${SAVED} ${NEWEST}`, [jobId, stage])
  return row ? savedStageOf(row) : null
}

function savedStageOf(row: Row): SavedStage {
  const marks = row.marks as RevisionMark[]
  const stage = row.stage as Stage
  return savedStageSchema.parse({
    ...row,
    // What older versions did not yet ask for is filled in on the way out.
    body: bodySchemas[stage].parse(row.body),
    at: iso(row.at),
    canUndo: undoMark(marks) !== null,
    canRedo: redoMark(marks) !== null,
  })
}

const READING = `id, quantity, value, axis_cm AS "axisCm", method_id AS "methodId", device_id AS "deviceId", condition, basis, origin,
  note, typed, purpose, taken_at, by_initials AS by, supersedes`
const readingOf = (row: Row): StoredReadingRow => readingSchema.parse({ ...row, takenAt: iso(row.taken_at) })

export async function manyReadings(db: Queryable, jobId: string): Promise<StoredReadingRow[]> {
  return (await db.query(`SELECT ${READING} FROM reading WHERE job_id = $1 ORDER BY taken_at, id`, [jobId])).map(
    readingOf,
  )
}

type NewRow = z.output<typeof newReadingSchema>
/** Readings that go in with one statement. */
const AT_ONCE = 1000

/**
 * Adds readings, each once: the same id a second time is the same reading.
 * @returns them in the order asked for, or null when another job has one of these ids
 */
export async function insertReadings(
  db: Queryable,
  jobId: string,
  readings: readonly NewRow[],
): Promise<StoredReadingRow[] | null> {
  const kept: StoredReadingRow[] = []
  for (let from = 0; from < readings.length; from += AT_ONCE) {
    const part = readings.slice(from, from + AT_ONCE)
    await db.query(
      `INSERT INTO reading (id, job_id, quantity, value, axis_cm, method_id, device_id, condition, basis, origin, note, typed, purpose,
         by_initials, supersedes, taken_at)
       SELECT r.id, $2, r.quantity, r.value, r."axisCm", r."methodId", r."deviceId", nullif(r.condition, 'null'), nullif(r.basis, 'null'),
         nullif(r.origin, 'null'), r.note, r.typed, r.purpose, r.by, r.supersedes, COALESCE(r."takenAt", clock_timestamp())
       FROM jsonb_to_recordset($1::jsonb) AS r(id text, quantity text, value double precision, "axisCm" double precision,
         "methodId" text, "deviceId" text, condition jsonb, basis jsonb, origin jsonb, note text, typed text, purpose text, by text,
         supersedes text, "takenAt" timestamptz)
       ON CONFLICT (id) DO NOTHING`,
      [JSON.stringify(part), jobId],
    )
    const rows = await db.query(`SELECT ${READING} FROM reading WHERE job_id = $1 AND id = ANY($2)`, [
      jobId,
      part.map((r) => r.id),
    ])
    const found = new Map(rows.map((row) => [String(row.id), readingOf(row)]))
    for (const { id } of part) {
      const row = found.get(id)
      if (!row) return null
      kept.push(row)
    }
  }
  return kept
}

/** Jobs of a sport with a measure stage, newest first; of one player where one is named. */
export async function manyMeasuredJobs(db: Queryable, sport: string, playerId: string | null): Promise<string[]> {
  const rows = await db.query(
    `SELECT j.id FROM job j JOIN frame f ON f.id = j.frame_id
     WHERE f.sport = $1 AND EXISTS (SELECT 1 FROM stage_revision r WHERE r.job_id = j.id AND r.stage = 'measure')
       AND ($2::text IS NULL OR (
         SELECT body ->> 'playerId' FROM stage_revision r WHERE r.job_id = j.id AND r.stage = 'player' ORDER BY revision DESC LIMIT 1
       ) = $2)
     ORDER BY j.number DESC LIMIT 40`,
    [sport, playerId],
  )
  return rows.map((row) => String(row.id))
}
