import { firstIssue } from '#contract/fields.ts'
import { randomUUID } from 'node:crypto'
import { ZodError } from 'zod'
import {
  documentSchemas,
  mayBeEmptied,
  JOB_FILE_VERSION,
  jobFileSchema,
  type JobFile,
  type JobRow,
} from '#contract/entities.ts'
import { STAGES } from '#core/job/stages.ts'
import type { Database, Queryable } from '../db/database.ts'
import { insertFrame, findFrame } from '../queries/frames.ts'
import { appendRevision, insertJob, insertReadings, listFullRevisions, listReadings, findJob } from '../queries/jobs.ts'
import { insertPlayer } from '../queries/players.ts'
import { notFound, Refusal } from '../refusal.ts'

/** A whole job with its history, for handing on. Format in docs/job-file.md. */
export async function exportJob(db: Queryable, id: string, writtenAt: string): Promise<JobFile> {
  const job = await findJob(db, id)
  if (!job) throw notFound('job')
  const frame = (await findFrame(db, job.frameId))!
  const revisions = await listFullRevisions(db, id)
  return {
    format: 'kevro-job',
    version: JOB_FILE_VERSION,
    writtenAt,
    job: { kind: job.kind, ticket: job.ticket },
    frame: {
      id: frame.id,
      label: frame.label,
      maker: frame.maker,
      model: frame.model,
      unit: frame.unit,
      playerId: null,
      geometry: frame.geometry,
      sport: frame.sport,
      ownStrings: frame.ownStrings,
    },
    stages: STAGES.flatMap((stage) => {
      const mine = revisions.filter((r) => r.stage === stage)
      return mine.length === 0 ? [] : [{ stage, revisions: mine.map(({ stage: _stage, ...rest }) => rest) }]
    }),
    readings: await listReadings(db, id),
  }
}

/** Reads a job file; says what is wrong with it. */
export function parseJobFile(text: string): JobFile {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    throw new Refusal(422, 'import.notJson', 'file', { reason: (error as Error).message })
  }
  const head = raw as { format?: unknown; version?: unknown } | null
  if (head?.format !== 'kevro-job') throw new Refusal(422, 'import.wrongFormat', 'file')
  if (typeof head.version === 'number' && head.version > JOB_FILE_VERSION) {
    throw new Refusal(422, 'import.newerVersion', 'file', { version: head.version, reads: JOB_FILE_VERSION })
  }
  try {
    const file = jobFileSchema.parse(raw)
    file.stages.forEach(({ stage, revisions }, i) =>
      revisions.forEach((revision, k) => {
        try {
          const empty = revision.contentOf === 0 && revision.body === null && mayBeEmptied(stage)
          if (!empty) documentSchemas[stage].parse(revision.body)
        } catch (error) {
          throw error instanceof ZodError ? damaged(error, ['stages', i, 'revisions', k, 'body']) : error
        }
        const wrong =
          revision.revision !== k + 1
            ? 'revisions must be numbered from 1 without gaps'
            : revision.contentOf > k + 1 || (revision.redoTo ?? 0) > k
              ? 'a revision can only go back to an earlier one'
              : null
        if (wrong)
          throw new Refusal(422, 'import.invalid', 'file', { where: `stages.${i}.revisions.${k}`, reason: wrong })
      }),
    )
    const seen = new Set<string>()
    file.readings.forEach(({ id }, i) => {
      if (seen.has(id))
        throw new Refusal(422, 'import.invalid', 'file', {
          where: `readings.${i}`,
          reason: 'this reading is in it twice',
        })
      seen.add(id)
    })
    return file
  } catch (error) {
    throw error instanceof ZodError ? damaged(error, []) : error
  }
}

function damaged(error: ZodError, before: PropertyKey[]): Refusal {
  const issue = firstIssue(error)
  return new Refusal(422, 'import.invalid', 'file', {
    where: [...before, ...issue.path].map(String).join('.') || 'the top',
    reason: issue.message,
  })
}

/** Takes a job in as a new one, all or nothing: new ids, its own frame and player. */
export async function importJob(db: Database, file: JobFile): Promise<JobRow> {
  return db.transaction(async (tx) => {
    const frameId = randomUUID()
    await insertFrame(tx, { ...file.frame, id: frameId, playerId: null })
    const job = await insertJob(tx, { id: randomUUID(), kind: file.job.kind, frameId, ticket: file.job.ticket })
    const newIds = new Map(file.readings.map((r) => [r.id, randomUUID()]))
    const pending = [...file.readings]
    const ordered: JobFile['readings'] = []
    while (pending.length > 0) {
      // A correction comes after what it corrects, whatever the order in the file.
      const at = pending.findIndex((r) => !r.supersedes || !pending.some((other) => other.id === r.supersedes))
      if (at < 0)
        throw new Refusal(422, 'import.invalid', 'file', {
          where: 'readings',
          reason: 'corrections go round in a circle',
        })
      const [r] = pending.splice(at, 1)
      if (!r) break
      ordered.push({
        ...r,
        id: newIds.get(r.id)!,
        // The instruments of the shop that wrote the file are not here.
        deviceId: null,
        supersedes: r.supersedes ? (newIds.get(r.supersedes) ?? null) : null,
      })
    }
    await insertReadings(tx, job.id, ordered)
    const last = file.stages.find((s) => s.stage === 'player')?.revisions.at(-1)
    const facts = last ? documentSchemas.player.parse(last.body).facts : null
    const playerId = facts ? randomUUID() : null
    if (playerId && facts) await insertPlayer(tx, playerId, facts)
    for (const { stage, revisions } of file.stages) {
      for (const { body, used, at, by, ...mark } of revisions) {
        const renamed = JSON.parse(JSON.stringify(body), (key, value: unknown) => {
          if (key === 'playerId') return playerId
          if (Array.isArray(value) && (key === 'readingIds' || key === 'confirmedIds'))
            return value.map((id: string) => newIds.get(id) ?? id)
          return value
        }) as unknown
        await appendRevision(tx, job.id, stage, mark, { body: renamed, used, at, by })
      }
    }
    return job
  })
}
