import { bookRowSchema, type BookOf, type BookPage, type BookSearch, type BookSort } from '#contract/logbook.ts'
import { AGE_CLASSES } from '#core/targets/rules/ageClasses.ts'
import type { Queryable } from '../db/database.ts'
import { readPageKey, writePageKey } from './pageKey.ts'
import { iso, likesOf } from './rows.ts'

/** Rows of one page. */
const PAGE = 50

const LISTS = {
  player: {
    name: `lower(t.facts ->> 'name')`,
    found: `lower(t.facts ->> 'name')`,
    shown: `t.facts ->> 'name'`,
    more: `concat_ws(', ', t.facts ->> 'age', nullif(t.facts ->> 'level', ''))`,
    jobs: 't.jobs',
    seen: 't.seen_at',
    from: 'player t',
    sport: `EXISTS (SELECT FROM job_index si JOIN job sj ON sj.id = si.job_id JOIN frame sf ON sf.id = sj.frame_id
        WHERE si.player_id = t.id AND sf.sport = $SPORT) OR EXISTS (SELECT FROM frame sf WHERE sf.player_id = t.id AND sf.sport = $SPORT)`,
  },
  frame: {
    name: 'lower(t.label)',
    found: `lower(concat_ws(' ', t.label, t.unit, t.maker, t.model, t.code, o.facts ->> 'name'))`,
    shown: 't.label',
    more: `concat_ws(', ', t.sport, nullif(t.unit, ''), t.code, o.facts ->> 'name', nullif(t.retired_why, ''))`,
    jobs: 't.jobs',
    seen: 't.seen_at',
    from: 'frame t LEFT JOIN player o ON o.id = t.player_id',
    sport: 't.sport = $SPORT',
  },
  batch: {
    name: `lower(r.body ->> 'label')`,
    found: `lower(concat_ws(' ', r.body ->> 'label', r.body ->> 'sport'))`,
    shown: `r.body ->> 'label'`,
    more: `r.body ->> 'sport'`,
    // Of a batch its units are counted, and its last change is when it was seen.
    jobs: `jsonb_array_length(r.body -> 'units')`,
    seen: 'r.at',
    from: `batch t CROSS JOIN LATERAL (SELECT body, at FROM batch_revision WHERE batch_id = t.id ORDER BY revision DESC LIMIT 1) r`,
    sport: `r.body ->> 'sport' = $SPORT`,
  },
  squad: {
    name: 'lower(t.name)',
    found: 'lower(t.name)',
    shown: 't.name',
    more: `''`,
    jobs: 'm.members',
    seen: 't.created_at',
    from: 'squad t CROSS JOIN LATERAL (SELECT count(*)::int AS members FROM squad_member WHERE squad_id = t.id) m',
    sport: 'true',
  },
} as const satisfies Record<BookOf, object>

/** What a row is sorted by, and its type; the last seen and those with most jobs first. */
const KEYS: Record<BookSort, (list: (typeof LISTS)[BookOf]) => { key: string; type: string; way: 'ASC' | 'DESC' }> = {
  name: (list) => ({ key: list.name, type: 'text', way: 'ASC' }),
  seen: (list) => ({ key: `COALESCE(${list.seen}, '-infinity')`, type: 'timestamptz', way: 'DESC' }),
  jobs: (list) => ({ key: list.jobs, type: 'integer', way: 'DESC' }),
}
/** Under eighteen, by the birth where it is known, else by the age that was told. @param born18 the day of birth of who is eighteen today */
const isMinor = (
  facts: string,
  born18: string,
) => `(CASE WHEN ${facts} ->> 'born' IS NULL THEN (${facts} ->> 'age')::int < 18
  ELSE rpad(${facts} ->> 'born', 10, '-12-31') > ${born18} END)`

/** Whole years on a day, of a birth as it is told: of a year alone the younger age. */
const ageOn = (of: string, day: string) => `CASE WHEN ${of} ->> 'born' IS NULL THEN (${of} ->> 'age')::int
  ELSE extract(year FROM age(${day}::date, rpad(${of} ->> 'born', 10, '-12-31')::date))::int END`
/** A frame that is heavier, bare, than is usual at the age of whom it belongs to. The limits are the rules' own figures. */
const heavier = (frame: string, facts: string, day: string) => {
  const age = ageOn(facts, day)
  const over = AGE_CLASSES.map(
    ({ sport, from, to, mostMassG, mostSwingKgCm2 }) =>
      `(${frame}.sport = '${sport}' AND a.age >= ${from} AND a.age < ${to} AND (st.bare_mass_g > ${mostMassG}${
        mostSwingKgCm2 === null ? '' : ` OR st.bare_swing_kg_cm2 > ${mostSwingKgCm2}`
      }))`,
  )
  return `EXISTS (SELECT FROM frame_standing st CROSS JOIN LATERAL (SELECT ${age} AS age) a
    WHERE st.frame_id = ${frame}.id AND (${over.join(' OR ')}))`
}
const OVER_CLASS: Record<'player' | 'frame', (day: string) => string> = {
  player: (day) =>
    `EXISTS (SELECT FROM frame hf WHERE hf.player_id = t.id AND NOT hf.retired AND ${heavier('hf', 't.facts', day)})`,
  frame: (day) => heavier('t', 'o.facts', day),
}

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
  const { key, type, way } = KEYS[asked.sort](list)
  const params: unknown[] = [asked.retired]
  const put = (value: unknown) => `$${params.push(value)}`
  const parts = ['t.retired = $1', ...likesOf(asked.find).map((like) => `${list.found} LIKE ${put(like)}`)]
  if (asked.sport && what !== 'squad') parts.push(`(${list.sport.replaceAll('$SPORT', put(asked.sport))})`)
  if (what === 'player') {
    // Who was taken into somebody else is shown there.
    parts.push('NOT EXISTS (SELECT FROM player_merge m WHERE m.gone_id = t.id AND NOT m.undone)')
    if (asked.level) parts.push(`t.facts ->> 'level' = ${put(asked.level)}`)
    if (asked.minors) parts.push(isMinor('t.facts', put(yearsBefore(today, 18))))
  }
  if (asked.overClass && (what === 'player' || what === 'frame')) {
    // Only minors have classes: who is none is passed over before any frame is looked at.
    parts.push(isMinor(what === 'player' ? 't.facts' : 'o.facts', put(yearsBefore(today, 18))))
    parts.push(OVER_CLASS[what](put(today)))
  }
  if (asked.awayMonths > 0)
    parts.push(
      `(${list.seen} IS NULL OR ${list.seen} < ${put(today)}::date - make_interval(months => ${put(asked.awayMonths)}::int))`,
    )
  const after = readPageKey(asked.after)
  if (after) {
    const [held, id] = [put(after.key), put(String(after.id))]
    const beyond = way === 'ASC' ? '>' : '<'
    parts.push(`(${key} ${beyond} ${held}::${type} OR (${key} = ${held}::${type} AND t.id > ${id}::text))`)
  }
  const rows = await db.query(
    `SELECT t.id, (${key})::text AS key, ${list.shown} AS name, ${list.more} AS more, ${list.jobs} AS jobs, ${list.seen} AS seen
     FROM ${list.from}
     WHERE ${parts.join(' AND ')} ORDER BY ${key} ${way}, t.id LIMIT ${limit + 1}`,
    params,
  )
  const page = rows.slice(0, limit)
  return {
    rows: page.map((row) => bookRowSchema.parse({ ...row, seenAt: row.seen === null ? null : iso(row.seen) })),
    next: rows.length > limit ? writePageKey(page[page.length - 1] as { key: string; id: string }) : null,
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

/** Jobs in which a frame was measured, the newest first, each with a mark that changes when the job or its frame does, and whether there is a plan in it. */
export async function listMeasuredMarks(db: Queryable): Promise<{ id: string; mark: string; isPlanned: boolean }[]> {
  const rows = await db.query(
    `SELECT i.job_id AS id, i.changed_at::text || '/' || f.revision AS mark, 'plan' = ANY (i.saved) AS planned
     FROM job_index i JOIN job j ON j.id = i.job_id JOIN frame f ON f.id = j.frame_id
     WHERE NOT i.retired AND 'measure' = ANY (i.saved) ORDER BY i.number DESC`,
  )
  return rows.map((row) => ({ id: String(row.id), mark: String(row.mark), isPlanned: row.planned === true }))
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
