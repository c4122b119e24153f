import { STAGES, type Stage } from '#core/job/stages.ts'
import { lastWait } from '#core/workorder/marks.ts'
import { type RevisionMark, redoMark, undoMark } from '#core/job/revisions.ts'
import { z } from 'zod'
import { documentSchemas, stageSchema } from '#contract/documents.ts'
import {
  countsSchema,
  jobRowSchema,
  mayBeEmptied,
  readingSchema,
  revisionRowSchema,
  savedStageSchema,
  type JobRow,
  type Counts,
  type newReadingSchema,
  type RevisionRow,
  type SavedStage,
  type StoredReadingRow,
} from '#contract/entities.ts'
import { theRow, type Queryable, type Row } from '../db/database.ts'
import { standsFor } from './merges.ts'
import { readMark, revisionsIn } from './revisions.ts'
import { iso } from './rows.ts'

const JOB = 'id, number, kind, frame_id AS "frameId", ticket, created_at, revision'
const jobOf = (row: Row): JobRow => jobRowSchema.parse({ ...row, createdAt: iso(row.created_at) })

export async function findJob(db: Queryable, id: string): Promise<JobRow | null> {
  const [row] = await db.query(`SELECT ${JOB} FROM job WHERE id = $1`, [id])
  return row ? jobOf(row) : null
}

export async function insertJob(
  db: Queryable,
  job: Pick<JobRow, 'id' | 'kind' | 'frameId' | 'ticket'> & { createdAt?: string },
): Promise<JobRow> {
  const row = theRow(
    await db.query(
      `INSERT INTO job (id, kind, frame_id, ticket, created_at) VALUES ($1, $2, $3, $4, COALESCE($5::timestamptz, now()))
     RETURNING ${JOB}`,
      [job.id, job.kind, job.frameId, JSON.stringify(job.ticket), job.createdAt ?? null],
    ),
  )
  await db.query(
    'INSERT INTO job_index (job_id, changed_at, number, due_at) SELECT id, created_at, number, $2::timestamptz FROM job WHERE id = $1',
    [job.id, job.ticket.dueAt],
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
  if (row) await db.query('UPDATE job_index SET due_at = $2::timestamptz WHERE job_id = $1', [id, ticket.dueAt])
  return row ? jobOf(row) : null
}

/** How much there is of everything that the start page counts. */
export async function oneCount(db: Queryable): Promise<Counts> {
  const [row] = await db.query(
    `SELECT (SELECT count(*)::int FROM job_index WHERE NOT retired) AS jobs, (SELECT count(*)::int FROM job_index WHERE retired) AS retired,
       (SELECT count(*)::int FROM player WHERE NOT retired) AS players, (SELECT count(*)::int FROM frame WHERE NOT retired) AS frames`,
  )
  return countsSchema.parse(row)
}

/** Puts a job away or brings it back. @returns whether there is such a job */
export async function retireJob(db: Queryable, id: string, retired: boolean): Promise<boolean> {
  const [row] = await db.query('UPDATE job SET retired = $2 WHERE id = $1 RETURNING id', [id, retired])
  await db.query('UPDATE job_index SET retired = $2 WHERE job_id = $1', [id, retired])
  return row !== undefined
}

/** Every change of every stage. */
export const stageRevisions = revisionsIn('stage_revision', ['job_id', 'stage'], { body: null, used: {} })

/** Appends a revision of a stage, and keeps up what the list of jobs shows of it. */
export async function appendRevision(
  db: Queryable,
  jobId: string,
  stage: Stage,
  mark: RevisionMark,
  content: { body?: unknown; used?: unknown; by: string; at?: string | null },
): Promise<void> {
  await stageRevisions.append(db, [jobId, stage], mark, { body: content.body, used: content.used }, content)
  await putInIndex(db, jobId, stage, content.body, content.at)
}

/** What the list of jobs shows of a stage that was just saved. */
async function putInIndex(
  db: Queryable,
  jobId: string,
  stage: Stage,
  body: unknown,
  at: string | null | undefined,
): Promise<void> {
  const set = ['changed_at = COALESCE($2::timestamptz, now())', 'saved = array_remove(saved, $3)']
  const params: unknown[] = [jobId, at ?? null, stage]
  const put = (value: unknown) => `$${params.push(value)}::text`
  if (body !== null) set[1] = `saved = array_append(array_remove(saved, $3), $3)`
  if (stage === 'player' && body !== null) {
    const { playerId, facts } = documentSchemas.player.parse(body)
    const standing = playerId === null ? null : await standsFor(db, playerId)
    set.push(`player_id = ${put(standing)}`, `player_name = ${put(facts.name)}`)
  }
  if (stage === 'check')
    set.push(`signed_by = ${put(body === null ? null : (documentSchemas.check.parse(body).signed?.by ?? null))}`)
  if (stage === 'build') {
    const last = body === null ? null : lastWait(documentSchemas.build.parse(body).marks)
    set.push(`ready_at = ${put(last?.readyAt ?? null)}::timestamptz`, `waits_for = ${put(last?.waitsFor ?? null)}`)
  }
  await db.query(`UPDATE job_index SET ${set.join(', ')} WHERE job_id = $1`, params)
}

export async function listRevisions(db: Queryable, jobId: string, stage: Stage): Promise<RevisionRow[]> {
  const rows = await db.query(
    `SELECT revision, kind, body, at, by_initials AS by FROM stage_revision WHERE job_id = $1 AND stage = $2 ORDER BY revision DESC LIMIT 200`,
    [jobId, stage],
  )
  return rows.map((row) => revisionRowSchema.parse({ ...row, at: iso(row.at) }))
}

/** All revisions of all stages with everything that an export needs. */
export async function listFullRevisions(
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
export async function listSavedStages(db: Queryable, jobId: string): Promise<SavedStage[]> {
  const rows = await db.query(`SELECT ${SAVED} ${NEWEST}`, [jobId, null])
  return STAGES.flatMap((stage) => rows.filter((row) => row.stage === stage).map(savedStageOf))
}

export async function findSavedStage(db: Queryable, jobId: string, stage: Stage): Promise<SavedStage | null> {
  const [row] = await db.query(`SELECT ${SAVED} ${NEWEST}`, [jobId, stage])
  return row ? savedStageOf(row) : null
}

const savedSchema = z.object({ stage: stageSchema })
function savedStageOf(row: Row): SavedStage {
  const marks = z.array(z.unknown()).parse(row.marks).map(readMark)
  const { stage } = savedSchema.parse(row)
  // What older versions did not yet ask for is filled in on the way out.
  return savedStageSchema.parse({
    ...row,
    at: iso(row.at),
    canUndo: undoMark(marks, mayBeEmptied(stage)) !== null,
    canRedo: redoMark(marks) !== null,
  })
}

const READING = `id, quantity, value, axis_cm AS "axisCm", method_id AS "methodId", device_id AS "deviceId", condition, basis, origin,
  note, typed, purpose, taken_at, by_initials AS by, supersedes`
const readingOf = (row: Row): StoredReadingRow => readingSchema.parse({ ...row, takenAt: iso(row.taken_at) })

export async function listReadings(db: Queryable, jobId: string): Promise<StoredReadingRow[]> {
  return (await db.query(`SELECT ${READING} FROM reading WHERE job_id = $1 ORDER BY taken_at, id`, [jobId])).map(
    readingOf,
  )
}

type NewRow = z.output<typeof newReadingSchema>
/** Readings that go in with one statement. */
const AT_ONCE = 1000

/**
 * Adds readings, each once: the same id a second time is the same reading.
 * @returns them in the order asked for; the place in the list of one that another job has
 */
export async function insertReadings(
  db: Queryable,
  jobId: string,
  readings: readonly NewRow[],
): Promise<StoredReadingRow[] | { elsewhere: number }> {
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
      if (!row) return { elsewhere: kept.length }
      kept.push(row)
    }
  }
  return kept
}

/** Jobs of a sport with a measure stage, newest first; of one player where one is named. */
export async function listMeasuredJobs(db: Queryable, sport: string, playerId: string | null): Promise<string[]> {
  const rows = await db.query(
    `SELECT j.id FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE f.sport = $1 AND NOT i.retired AND 'measure' = ANY(i.saved) AND ($2::text IS NULL OR i.player_id = $2)
     ORDER BY i.number DESC LIMIT 40`,
    [sport, playerId],
  )
  return rows.map((row) => String(row.id))
}
