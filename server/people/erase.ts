import { randomUUID } from 'node:crypto'
import { unknownPlayer } from '#core/player/facts.ts'
import { theRow, type Queryable } from '../db/database.ts'
import { rebuildIndex } from '../queries/library.ts'
import { everyoneIn, lockEveryone } from '../queries/merges.ts'
import { iso } from '../queries/rows.ts'
import { Refusal } from '../refusal.ts'

/** What stands where a name stood. */
export const NO_NAME = 'No name'
/** Parts of a name shorter than this are left: they are words of their own too often. */
const SHORTEST_PART = 3

/** What an erasure touches, to be said before it is done. */
export interface ErasureExtent {
  jobs: number
  frames: number
  photos: number
}

async function jobsOf(db: Queryable, playerIds: readonly string[]): Promise<string[]> {
  const rows = await db.query(
    `SELECT job_id AS id FROM job_index WHERE player_id = ANY($1)
     UNION SELECT job_id FROM stage_revision WHERE stage = 'player' AND body ->> 'playerId' = ANY($1)`,
    [[...playerIds]],
  )
  return rows.map((row) => String(row.id))
}

export async function extentOf(db: Queryable, playerId: string): Promise<ErasureExtent> {
  const ids = await everyoneIn(db, playerId)
  const jobs = await jobsOf(db, ids)
  const row = theRow(
    await db.query(
      `SELECT (SELECT count(*)::int FROM frame WHERE player_id = ANY($1)) AS frames,
       (SELECT count(*)::int FROM photo WHERE job_id = ANY($2)) AS photos`,
      [ids, jobs],
    ),
  )
  return { jobs: jobs.length, frames: Number(row.frames), photos: Number(row.photos) }
}

/** Names by which somebody can be erased: the one of now, else what jobs that hang on them say. */
export async function namesOfPlayer(db: Queryable, playerId: string): Promise<string[]> {
  const rows = await db.query("SELECT facts ->> 'name' AS name FROM player WHERE id = $1", [playerId])
  if (rows.length > 0) return rows.map((row) => String(row.name))
  return namesOf(db, [playerId], await jobsOf(db, [playerId]))
}
export async function isErased(db: Queryable, playerId: string): Promise<boolean> {
  return (await db.query('SELECT 1 FROM erasure WHERE $1 = ANY(player_ids) LIMIT 1', [playerId])).length > 0
}

/** Every name that somebody went by. */
async function namesOf(db: Queryable, playerIds: readonly string[], jobs: readonly string[]): Promise<string[]> {
  const rows = await db.query(
    `SELECT facts ->> 'name' AS name FROM player WHERE id = ANY($1)
     UNION SELECT value #>> '{}' FROM player_fact WHERE player_id = ANY($1) AND field = 'name'
     UNION SELECT body -> 'facts' ->> 'name' FROM stage_revision WHERE stage = 'player' AND job_id = ANY($2)
     UNION SELECT player_name FROM job_index WHERE job_id = ANY($2)`,
    [[...playerIds], [...jobs]],
  )
  return rows.flatMap((row) => (row.name ? [String(row.name)] : [])).filter((name) => name !== NO_NAME)
}

/** Takes names out of a text: whole, and each part that is long enough, as words of their own. */
export function withoutNames(text: string, names: readonly string[]): string {
  const parts = names.flatMap((name) => name.split(/[\s-]+/)).filter((part) => [...part].length >= SHORTEST_PART)
  const all = [...new Set([...names, ...names.flatMap((n) => n.split(/\s+/).filter((p) => p.includes('-'))), ...parts])]
  const escaped = all.sort((a, b) => b.length - a.length).map((name) => name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
  if (escaped.length === 0) return text
  return text.replace(new RegExp(`(?<![\\p{L}\\p{N}])(?:${escaped.join('|')})(?![\\p{L}\\p{N}])`, 'giu'), '–')
}

type Json = string | number | boolean | null | Json[] | { [key: string]: Json }
/** A document with every text in it put through. */
function mapped(value: Json, change: (text: string) => string): Json {
  if (typeof value === 'string') return change(value)
  if (Array.isArray(value)) return value.map((v) => mapped(v, change))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, mapped(v, change)]))
}

/** What a session of play said of a body, and what was said in words. */
const NOTHING_SAID = { pain: null, painLevel: null, painAt: [], painWhere: '', note: '', reason: '' }

/** A stage as it may stay: numbers and pieces, nothing of whose body and words they came from. */
export function anonymous(stage: string, body: Json, names: readonly string[]): Json {
  if (body === null || typeof body !== 'object' || Array.isArray(body)) return body
  if (stage === 'player') return { playerId: null, facts: unknownPlayer(NO_NAME) as unknown as Json }
  const clean = mapped(body, (text) => withoutNames(text, names)) as { [key: string]: Json }
  if (stage !== 'play' || !Array.isArray(clean.sessions)) return clean
  return { ...clean, sessions: clean.sessions.map((s) => ({ ...(s as object), ...NOTHING_SAID })) as Json }
}

/** What a target stood on that was somebody's own. */
const PERSONAL = ['age', 'level', 'complaints', 'ceiling']

/**
 * Erases a player for good: name, facts of every day, what was said of body and play; with the photographs of their jobs where wanted.
 * Frames, numbers and proofs stay without a name. It cannot be undone.
 */
export async function erasePlayer(
  tx: Queryable,
  playerId: string,
  { photos, at, unwiped = null }: { photos: boolean; at: string; unwiped?: Unwiped | null },
): Promise<void> {
  const ids = await lockEveryone(tx, playerId)
  const jobs = await jobsOf(tx, ids)
  const names = await namesOf(tx, ids, jobs)
  await eraseStages(tx, jobs, names)
  await eraseWords(tx, jobs, ids, names)
  if (photos) await tx.query('DELETE FROM photo WHERE job_id = ANY($1)', [jobs])
  await tx.query('DELETE FROM player_merge WHERE kept_id = ANY($1) OR gone_id = ANY($1)', [ids])
  await tx.query('DELETE FROM player WHERE id = ANY($1)', [ids])
  await tx.query('INSERT INTO erasure (id, player_ids, photos, at, unwiped) VALUES ($1, $2, $3, $4, $5)', [
    randomUUID(),
    ids,
    photos,
    at,
    unwiped,
  ])
}

/** What of an erasure is still in files: the database's own; earlier backups and data of before as well. */
export type Unwiped = 'files' | 'earlier'

/** What is left to wipe of all erasures together, and since when; null: nothing. */
export async function unwipedSince(db: Queryable): Promise<{ what: Unwiped; since: string; ids: string[] } | null> {
  const rows = await db.query('SELECT id, at, unwiped FROM erasure WHERE unwiped IS NOT NULL ORDER BY at')
  const [first] = rows
  if (!first) return null
  const what = rows.some((row) => row.unwiped === 'earlier') ? 'earlier' : 'files'
  return { what, since: iso(first.at), ids: rows.map((row) => String(row.id)) }
}
export async function noteWiped(db: Queryable, ids: readonly string[]): Promise<void> {
  await db.query('UPDATE erasure SET unwiped = NULL WHERE id = ANY($1)', [[...ids]])
}

/** Somebody who was erased is named: nothing of that comes in again. @throws Refusal */
export async function refuseErased(db: Queryable, playerIds: readonly string[]): Promise<void> {
  if (playerIds.length === 0) return
  const found = await db.query('SELECT 1 FROM erasure WHERE player_ids && $1 LIMIT 1', [[...playerIds]])
  if (found.length > 0) throw new Refusal(410, 'player.erased')
}

/** Ids of the players that a document names, however deep. */
export function playersIn(body: unknown): string[] {
  if (Array.isArray(body)) return body.flatMap(playersIn)
  if (body === null || typeof body !== 'object') return []
  return Object.entries(body).flatMap(([key, value]) =>
    key === 'playerId' && typeof value === 'string' ? [value] : playersIn(value),
  )
}

/** Every revision as it may stay, and one more with the newest: a page that saw an older one is asked before it saves upon it. */
async function eraseStages(tx: Queryable, jobs: readonly string[], names: readonly string[]): Promise<void> {
  const rows = await tx.query('SELECT job_id, stage, revision, body, used FROM stage_revision WHERE job_id = ANY($1)', [
    [...jobs],
  ])
  for (const row of rows) {
    const used = Object.fromEntries(
      Object.entries((row.used ?? {}) as Record<string, Json>)
        .filter(([key]) => !PERSONAL.includes(key))
        .map(([key, value]) => [withoutNames(key, names), mapped(value, (text) => withoutNames(text, names))]),
    )
    await tx.query(
      'UPDATE stage_revision SET body = $4, used = $5 WHERE job_id = $1 AND stage = $2 AND revision = $3',
      [
        row.job_id,
        row.stage,
        row.revision,
        JSON.stringify(anonymous(String(row.stage), row.body as Json, names)),
        JSON.stringify(used),
      ],
    )
  }
  await tx.query(
    `INSERT INTO stage_revision (job_id, stage, revision, kind, content_of, redo_to, body, used, by_initials, at)
     SELECT DISTINCT ON (job_id, stage) job_id, stage, revision + 1, 'edit', revision + 1, NULL, body, used, '', now()
     FROM stage_revision WHERE job_id = ANY($1) ORDER BY job_id, stage, revision DESC`,
    [[...jobs]],
  )
}

/** Tickets, notes and labels of their jobs and frames; whole names in what belongs to nobody. */
async function eraseWords(
  tx: Queryable,
  jobs: readonly string[],
  playerIds: readonly string[],
  names: readonly string[],
): Promise<void> {
  const clean = (value: unknown) => withoutNames(String(value ?? ''), names)
  for (const row of await tx.query('SELECT id, ticket, frame_id FROM job WHERE id = ANY($1)', [[...jobs]])) {
    const ticket = mapped(row.ticket as Json, (text) => withoutNames(text, names)) as object
    await tx.query('UPDATE job SET ticket = $2, revision = revision + 1 WHERE id = $1', [
      row.id,
      JSON.stringify({ ...ticket, owner: '' }),
    ])
  }
  await tx.query('UPDATE job_index SET player_id = NULL, player_name = $2 WHERE job_id = ANY($1)', [[...jobs], NO_NAME])
  for (const row of await tx.query(
    `SELECT id, label, unit, retired_why FROM frame WHERE player_id = ANY($1) OR id IN (SELECT frame_id FROM job WHERE id = ANY($2))`,
    [[...playerIds], [...jobs]],
  ))
    await tx.query('UPDATE frame SET label = $2, unit = $3, retired_why = $4, revision = revision + 1 WHERE id = $1', [
      row.id,
      clean(row.label).trim() || 'Frame',
      clean(row.unit),
      clean(row.retired_why),
    ])
  await tx.query('UPDATE frame SET player_id = NULL WHERE player_id = ANY($1)', [[...playerIds]])
  for (const { table, column } of [
    { table: 'reading', column: 'note' },
    { table: 'photo', column: 'name' },
  ])
    for (const row of await tx.query(
      `SELECT id, ${column} AS words FROM ${table} WHERE job_id = ANY($1) AND ${column} <> ''`,
      [[...jobs]],
    ))
      await tx.query(`UPDATE ${table} SET ${column} = $2 WHERE id = $1`, [row.id, clean(row.words)])
  await eraseElsewhere(tx, names)
}

/** Whole names in batches and in the library, where somebody may have written them down. */
async function eraseElsewhere(tx: Queryable, names: readonly string[]): Promise<void> {
  const tables = [
    { table: 'batch_revision', key: ['batch_id', 'revision'] },
    { table: 'setup_revision', key: ['setup_id', 'revision'] },
    { table: 'setup', key: ['id'] },
  ]
  const touched = { batch_revision: new Set<string>(), setup: new Set<string>() }
  for (const { table, key } of tables)
    for (const name of names) {
      const found = await tx.query(
        `SELECT ${key.join(', ')}, body FROM ${table} WHERE strpos(lower(body::text), lower($1)) > 0`,
        [name],
      )
      for (const row of found) {
        const whole = new RegExp(name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'giu')
        const body = mapped(row.body as Json, (text) => text.replace(whole, '–'))
        await tx.query(`UPDATE ${table} SET body = $1 WHERE ${key.map((k, i) => `${k} = $${i + 2}`).join(' AND ')}`, [
          JSON.stringify(body),
          ...key.map((k) => row[k]),
        ])
        if (table === 'setup') await tx.query('DELETE FROM setup_index WHERE setup_id = $1', [row.id])
        if (table === 'batch_revision') touched.batch_revision.add(String(row.batch_id))
        if (table === 'setup') touched.setup.add(String(row.id))
      }
    }
  await tx.query(
    `INSERT INTO batch_revision (batch_id, revision, kind, content_of, redo_to, body, by_initials, at)
     SELECT DISTINCT ON (batch_id) batch_id, revision + 1, 'edit', revision + 1, NULL, body, '', now()
     FROM batch_revision WHERE batch_id = ANY($1) ORDER BY batch_id, revision DESC`,
    [[...touched.batch_revision]],
  )
  await tx.query(
    `INSERT INTO setup_revision (setup_id, revision, body, retired, at, by_initials)
     SELECT id, revision, body, retired, at, by_initials FROM setup WHERE id = ANY($1)`,
    [[...touched.setup]],
  )
  await tx.query('UPDATE setup SET revision = revision + 1 WHERE id = ANY($1)', [[...touched.setup]])
  await rebuildIndex(tx)
}

/**
 * Erases once more whom a backup of before has brought back, and what hangs on somebody who is gone.
 * @returns whether there was anything
 */
export async function eraseAgain(
  tx: Queryable,
  erasures: readonly { playerIds: string[]; photos: boolean; at: string }[],
): Promise<boolean> {
  let any = false
  for (const { playerIds, photos, at } of erasures)
    for (const id of playerIds) {
      const [there] = await tx.query('SELECT id FROM player WHERE id = $1', [id])
      if (!there && (await jobsOf(tx, [id])).length === 0) continue
      await erasePlayer(tx, id, { photos, at })
      any = true
    }
  return any
}

export async function listErasures(db: Queryable): Promise<{ playerIds: string[]; photos: boolean; at: string }[]> {
  const rows = await db.query('SELECT player_ids, photos, at FROM erasure ORDER BY at')
  return rows.map((r) => ({
    playerIds: (r.player_ids as unknown[]).map(String),
    photos: r.photos === true,
    at: new Date(String(r.at)).toISOString(),
  }))
}
