import { STAGES } from '#core/job/stages.ts'
import { jobSearchSchema, jobSummarySchema, type JobPage, type JobSearch, type JobSummary } from '#contract/entities.ts'
import { theRow, type Queryable, type Row } from '../db/database.ts'
import { readPageKey, writePageKey } from './pageKey.ts'
import { iso, likesOf, prefixesOf, wordsOf } from './rows.ts'

/** Jobs in lists: the day's, those that wait, and all of them page by page. */
const SUMMARY = `j.id, i.number, j.kind, f.label AS "frameLabel", f.sport, j.ticket ->> 'due' AS due, COALESCE(j.ticket ->> 'who', '') AS who, j.ticket ->> 'waitsOn' AS "waitsOn", i.due_at AS "dueAt",
  i.player_name AS "playerName", i.signed_by AS "signedBy", i.ready_at AS "readyAt", i.waits_for AS "waitsFor", i.saved,
  i.changed_at AS "changedAt"`
const isoOf = (value: unknown) => (value === null ? null : iso(value))
const summaryOf = (row: Row): JobSummary =>
  jobSummarySchema.parse({
    ...row,
    due: row.due ?? '',
    dueAt: isoOf(row.dueAt),
    changedAt: iso(row.changedAt),
    readyAt: isoOf(row.readyAt),
    saved: STAGES.filter((s) => (row.saved as string[]).includes(s)),
  })

/** Rows of a day. */
const MOST_DUE = 100
/** Jobs that are promised until then and not signed off, the soonest first. */
export async function listDue(db: Queryable, until: Date): Promise<{ jobs: JobSummary[]; more: boolean }> {
  const rows = await db.query(
    `SELECT ${SUMMARY} FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE NOT i.retired AND i.due_at IS NOT NULL AND i.due_at < $1::timestamptz AND i.signed_by IS NULL
     ORDER BY i.due_at, i.number LIMIT ${MOST_DUE + 1}`,
    [until.toISOString()],
  )
  return { jobs: rows.slice(0, MOST_DUE).map(summaryOf), more: rows.length > MOST_DUE }
}

/** Jobs in work on which something cures or dries, or did until then, the soonest ready first. */
export async function listWaiting(db: Queryable, since: Date): Promise<JobSummary[]> {
  const rows = await db.query(
    `SELECT ${SUMMARY} FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE NOT i.retired AND i.signed_by IS NULL AND i.ready_at > $1::timestamptz ORDER BY i.ready_at, i.number LIMIT ${MOST_DUE}`,
    [since.toISOString()],
  )
  return rows.map(summaryOf)
}

/** What the list of jobs is sorted by: the text of a key that sorts so, its type, and which way. */
const SORTS: Record<JobSearch['sort'], { key: string; type: 'timestamptz' | 'int' | 'text'; way: 'ASC' | 'DESC' }> = {
  changed: { key: 'i.changed_at', type: 'timestamptz', way: 'DESC' },
  number: { key: 'i.number', type: 'int', way: 'DESC' },
  due: { key: `COALESCE(i.due_at, 'infinity')`, type: 'timestamptz', way: 'ASC' },
  player: { key: `lower(COALESCE(i.player_name, ''))`, type: 'text', way: 'ASC' },
}

/** Jobs that fit what is looked for: up to so many are looked up, of more the list is gone through. */
const MOST_LOOKED_UP = 500
/** One page of the jobs with what it takes to ask for the next one; the newest change first, where nothing else is asked for. */
export async function listJobSummaries(db: Queryable, input: Partial<JobSearch> = {}): Promise<JobPage> {
  const search = jobSearchSchema.parse(input)
  const { key, type, way } = SORTS[search.sort]
  const params: unknown[] = [search.retired]
  const put = (value: unknown) => `$${params.push(value)}`
  const parts = ['i.retired = $1']
  const after = readPageKey(search.after)
  if (after)
    parts.push(`(${key}, i.number) ${way === 'ASC' ? '>' : '<'} (${put(after.key)}::${type}, ${put(after.id)}::int)`)
  if (search.sport) parts.push(`f.sport = ${put(search.sport)}`)
  if (search.saved) parts.push(`${put(search.saved)}::text = ANY(i.saved)`)
  if (search.kind) parts.push(`j.kind = ${put(search.kind)}`)
  if (search.state !== 'all') parts.push(`i.signed_by IS ${search.state === 'open' ? '' : 'NOT '}NULL`)
  if (search.undated) parts.push('i.due_at IS NULL')
  if (search.retired)
    // What is put away is in no index of words.
    for (const pattern of likesOf(search.find)) {
      const like = put(pattern)
      parts.push(`(lower(i.player_name) LIKE ${like} OR lower(f.label) LIKE ${like} OR i.number::text LIKE ${like})`)
    }
  else if (wordsOf(search.find).length > 0) {
    const { asked } = theRow(
      await db.query(`SELECT to_tsquery('simple', lower(unaccent($1)))::text AS asked`, [prefixesOf(search.find)]),
    )
    const fits = (query: string) => `kind = 'job' AND tokens @@ ${query}::tsquery`
    const few = await db.query(`SELECT id FROM find_index WHERE ${fits('$1')} LIMIT ${MOST_LOOKED_UP + 1}`, [asked])
    parts.push(
      few.length <= MOST_LOOKED_UP
        ? `i.job_id = ANY(${put(few.map((row) => row.id))}::text[])`
        : // What fits so many is met soon enough on the way through the list.
          `EXISTS (SELECT FROM find_index WHERE id = i.job_id AND ${fits(put(asked))} OFFSET 0)`,
    )
  }
  const rows = await db.query(
    `SELECT ${SUMMARY}, (${key})::text AS key
     FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE ${parts.join(' AND ')} ORDER BY ${key} ${way}, i.number ${way} LIMIT ${search.limit + 1}`,
    params,
  )
  const page = rows.slice(0, search.limit)
  const last = page.at(-1)
  return {
    jobs: page.map(summaryOf),
    next: last && rows.length > page.length ? writePageKey({ key: String(last.key), id: Number(last.number) }) : null,
  }
}
