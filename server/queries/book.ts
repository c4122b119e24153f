import { z } from 'zod'
import { bookRowSchema, type BookPage, type BookSearch, type BookSort } from '#contract/logbook.ts'
import type { Queryable } from '../db/database.ts'
import { iso, likesOf } from './rows.ts'

/** Rows of one page. */
const PAGE = 50

const keySchema = z.tuple([z.string(), z.string()])
function readKey(after: string): [string, string] | null {
  try {
    return keySchema.parse(JSON.parse(Buffer.from(after, 'base64url').toString()))
  } catch {
    return null
  }
}
const keyOf = (row: Record<string, unknown>) => Buffer.from(JSON.stringify([row.key, row.id])).toString('base64url')

const LISTS = {
  player: {
    name: `lower(t.facts ->> 'name')`,
    found: `lower(t.facts ->> 'name')`,
    shown: `t.facts ->> 'name'`,
    more: `concat_ws(', ', t.facts ->> 'age', nullif(t.facts ->> 'level', ''))`,
    jobs: `SELECT count(*)::int AS jobs, max(i.changed_at) AS seen FROM job_index i WHERE i.player_id = t.id AND NOT i.retired`,
    from: 'player t',
    sport: `EXISTS (SELECT FROM job_index si JOIN job sj ON sj.id = si.job_id JOIN frame sf ON sf.id = sj.frame_id
        WHERE si.player_id = t.id AND sf.sport = $SPORT) OR EXISTS (SELECT FROM frame sf WHERE sf.player_id = t.id AND sf.sport = $SPORT)`,
  },
  frame: {
    name: 'lower(t.label)',
    found: `lower(concat_ws(' ', t.label, t.unit, t.maker, t.model, t.code, o.facts ->> 'name'))`,
    shown: 't.label',
    more: `concat_ws(', ', t.sport, nullif(t.unit, ''), t.code, o.facts ->> 'name', nullif(t.retired_why, ''))`,
    jobs: `SELECT count(*)::int AS jobs, max(i.changed_at) AS seen FROM job j JOIN job_index i ON i.job_id = j.id
      WHERE j.frame_id = t.id AND NOT i.retired`,
    from: 'frame t LEFT JOIN player o ON o.id = t.player_id',
    sport: 't.sport = $SPORT',
  },
} as const
export type BookOf = keyof typeof LISTS

/** What a row is sorted by, as text that sorts so; the last seen and those with most jobs first. */
const KEYS: Record<BookSort, (list: (typeof LISTS)[BookOf]) => { key: string; way: 'ASC' | 'DESC' }> = {
  name: (list) => ({ key: list.name, way: 'ASC' }),
  seen: () => ({ key: `COALESCE(to_char(n.seen AT TIME ZONE 'UTC', 'YYYY-MM-DD HH24:MI:SS.US'), '')`, way: 'DESC' }),
  jobs: () => ({ key: `lpad(n.jobs::text, 8, '0')`, way: 'DESC' }),
}
/** Under eighteen on a day, by the birth where it is known, else by the age that was told. */
const MINOR = `CASE WHEN t.facts ->> 'born' IS NULL THEN (t.facts ->> 'age')::int < 18
  ELSE rpad(t.facts ->> 'born', 10, '-12-31') > $DAY END`

/**
 * One page of the players, or of the frames; those that hold every word that is looked for, and fit the filters.
 * @param today ISO day, for who is a minor and who was not here for long
 */
export async function listBook(
  db: Queryable,
  what: BookOf,
  asked: BookSearch,
  today: string,
  limit = PAGE,
): Promise<BookPage> {
  const list = LISTS[what]
  const { key, way } = KEYS[asked.sort](list)
  const params: unknown[] = [asked.retired]
  const put = (value: unknown) => `$${params.push(value)}`
  const parts = ['t.retired = $1', ...likesOf(asked.find).map((like) => `${list.found} LIKE ${put(like)}`)]
  if (asked.sport) parts.push(`(${list.sport.replaceAll('$SPORT', put(asked.sport))})`)
  if (what === 'player') {
    // Who was taken into somebody else is shown there.
    parts.push('NOT EXISTS (SELECT FROM player_merge m WHERE m.gone_id = t.id AND NOT m.undone)')
    if (asked.level) parts.push(`t.facts ->> 'level' = ${put(asked.level)}`)
    if (asked.minors) parts.push(`(${MINOR.replace('$DAY', put(yearsBefore(today, 18)))})`)
  }
  if (asked.awayMonths > 0)
    parts.push(
      `(n.seen IS NULL OR n.seen < ${put(today)}::date - make_interval(months => ${put(asked.awayMonths)}::int))`,
    )
  const after = asked.after ? readKey(asked.after) : null
  if (after) {
    const [held, id] = [put(after[0]), put(after[1])]
    parts.push(`(${key} ${way === 'ASC' ? '>' : '<'} ${held}::text OR (${key} = ${held}::text AND t.id > ${id}::text))`)
  }
  const rows = await db.query(
    `SELECT t.id, ${key} AS key, ${list.shown} AS name, ${list.more} AS more, n.jobs, n.seen
     FROM ${list.from} CROSS JOIN LATERAL (${list.jobs}) n
     WHERE ${parts.join(' AND ')} ORDER BY ${key} ${way}, t.id LIMIT ${limit + 1}`,
    params,
  )
  const page = rows.slice(0, limit)
  return {
    rows: page.map((row) => bookRowSchema.parse({ ...row, seenAt: row.seen === null ? null : iso(row.seen) })),
    next: rows.length > limit ? keyOf(page[page.length - 1]) : null,
  }
}
const yearsBefore = (day: string, years: number) => `${Number(day.slice(0, 4)) - years}${day.slice(4, 10)}`

/** Jobs of a frame or of a player, the newest first. */
export async function listJobIds(db: Queryable, of: 'frame' | 'player', id: string, limit: number): Promise<string[]> {
  const where = of === 'frame' ? 'j.frame_id = $1' : 'i.player_id = $1'
  const rows = await db.query(
    `SELECT j.id FROM job j JOIN job_index i ON i.job_id = j.id
     WHERE ${where} AND NOT i.retired ORDER BY i.number DESC LIMIT ${limit}`,
    [id],
  )
  return rows.map((row) => String(row.id))
}

/** The newest jobs in which a frame was measured. */
export async function listMeasuredNewest(db: Queryable, limit: number): Promise<string[]> {
  const rows = await db.query(
    `SELECT job_id FROM job_index WHERE NOT retired AND 'measure' = ANY (saved) ORDER BY number DESC LIMIT ${limit}`,
  )
  return rows.map((row) => String(row.job_id))
}

/** Whether a player or a frame is put away; null where there is none. */
export async function isRetired(db: Queryable, table: 'frame' | 'player', id: string): Promise<boolean | null> {
  const [row] = await db.query(`SELECT retired FROM ${table} WHERE id = $1`, [id])
  return row ? row.retired === true : null
}

/** Frames of a player, by label. */
export async function listFramesOf(db: Queryable, playerId: string) {
  return db.query(
    'SELECT id, label, unit, sport FROM frame WHERE player_id = $1 AND NOT retired ORDER BY lower(label), id',
    [playerId],
  )
}
