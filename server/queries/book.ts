import { z } from 'zod'
import { bookRowSchema, type BookPage } from '#contract/logbook.ts'
import type { Queryable } from '../db/database.ts'
import { iso, likesOf } from './rows.ts'

/** Rows of one page. */
const PAGE = 50

interface Asked {
  find: string
  retired: boolean
  after: string
}
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
    key: `lower(t.facts ->> 'name')`,
    found: `lower(t.facts ->> 'name')`,
    name: `t.facts ->> 'name'`,
    more: `concat_ws(', ', t.facts ->> 'age', nullif(t.facts ->> 'level', ''))`,
    jobs: `SELECT count(*)::int AS jobs, max(i.changed_at) AS seen FROM job_index i WHERE i.player_id = t.id AND NOT i.retired`,
    from: 'player t',
  },
  frame: {
    key: 'lower(t.label)',
    found: `lower(concat_ws(' ', t.label, t.unit, t.maker, t.model, o.facts ->> 'name'))`,
    name: 't.label',
    more: `concat_ws(', ', t.sport, nullif(t.unit, ''), o.facts ->> 'name')`,
    jobs: `SELECT count(*)::int AS jobs, max(i.changed_at) AS seen FROM job j JOIN job_index i ON i.job_id = j.id
      WHERE j.frame_id = t.id AND NOT i.retired`,
    from: 'frame t LEFT JOIN player o ON o.id = t.player_id',
  },
} as const

/** One page of the players, or of the frames, by name; those that hold every word that is looked for. */
export async function listBook(db: Queryable, what: keyof typeof LISTS, asked: Asked): Promise<BookPage> {
  const list = LISTS[what]
  const params: unknown[] = [asked.retired]
  const put = (value: unknown) => `$${params.push(value)}`
  const parts = ['t.retired = $1', ...likesOf(asked.find).map((like) => `${list.found} LIKE ${put(like)}`)]
  const after = asked.after ? readKey(asked.after) : null
  if (after) parts.push(`(${list.key}, t.id) > (${put(after[0])}::text, ${put(after[1])}::text)`)
  const rows = await db.query(
    `SELECT t.id, ${list.key} AS key, ${list.name} AS name, ${list.more} AS more, n.jobs, n.seen
     FROM ${list.from} CROSS JOIN LATERAL (${list.jobs}) n
     WHERE ${parts.join(' AND ')} ORDER BY ${list.key}, t.id LIMIT ${PAGE + 1}`,
    params,
  )
  const page = rows.slice(0, PAGE)
  return {
    rows: page.map((row) => bookRowSchema.parse({ ...row, seenAt: row.seen === null ? null : iso(row.seen) })),
    next: rows.length > PAGE ? keyOf(page[page.length - 1]) : null,
  }
}

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
