import { INDEX_VERSION, mostGapOf } from '#core/compare/nearness.ts'
import { setupKey } from '#core/compare/libraryTable.ts'
import { bestGrade, combined, standardState } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { profileOf } from '#core/sports/sports.ts'
import {
  cloudSchema,
  librarySearchSchema,
  referenceSchema,
  setupRevisionSchema,
  type Cloud,
  type LibraryFacets,
  type LibraryPage,
  type LibrarySearch,
  type Reference,
  type SetupBody,
  type SetupRevision,
} from '#contract/library.ts'
import type { z } from 'zod'
import { theRow, type Queryable, type Row } from '../db/database.ts'
import { iso } from './rows.ts'

const SETUP = 's.id, s.body, s.retired, s.revision'
const referenceOf = (row: Row): Reference =>
  referenceSchema.parse({ ...(row.body as object), id: row.id, retired: row.retired, revision: row.revision })

const COLUMN: Record<Quantity, string> = {
  mass: 'mass',
  balance: 'balance',
  swingWeight: 'swing_weight',
  twistWeight: 'twist_weight',
}

export async function findReference(db: Queryable, id: string): Promise<Reference | null> {
  const [row] = await db.query(`SELECT ${SETUP} FROM setup s WHERE id = $1`, [id])
  return row ? referenceOf(row) : null
}

/** In the order of the ids asked for; those that are not there are left out. */
export async function listReferencesById(db: Queryable, ids: readonly string[]): Promise<Reference[]> {
  if (ids.length === 0) return []
  const rows = await db.query(`SELECT ${SETUP} FROM setup s WHERE id = ANY($1)`, [ids])
  const found = new Map(rows.map((row) => [String(row.id), referenceOf(row)]))
  return ids.flatMap((id) => found.get(id) ?? [])
}

/** The setup of this sport and name, whatever the case. */
export async function listIdsByKey(db: Queryable, keys: readonly string[]): Promise<Map<string, string>> {
  const rows = await db.query('SELECT key, setup_id FROM setup_index WHERE key = ANY($1) AND NOT retired', [keys])
  return new Map(rows.map((row) => [String(row.key), String(row.setup_id)]))
}

/** Adds setups that are new; `by` for all. */
export async function insertReferences(
  db: Queryable,
  setups: readonly { id: string; body: SetupBody }[],
  by: string,
): Promise<void> {
  await db.query(
    `INSERT INTO setup (id, body, by_initials)
     SELECT r.id, r.body, $2 FROM jsonb_to_recordset($1::jsonb) AS r(id text, body jsonb)`,
    [JSON.stringify(setups), by],
  )
  await putIndex(
    db,
    setups.map(({ id, body }) => ({ ...body, id, retired: false, revision: 1 })),
  )
}

/** Changes a setup when the revision seen is the current one, keeping what it was; else null. */
export async function updateReference(
  db: Queryable,
  id: string,
  change: { body: SetupBody; retired: boolean },
  expected: number,
  by: string,
): Promise<Reference | null> {
  await db.query(
    `INSERT INTO setup_revision (setup_id, revision, body, retired, at, by_initials)
     SELECT id, revision, body, retired, at, by_initials FROM setup WHERE id = $1 AND revision = $2`,
    [id, expected],
  )
  const [row] = await db.query(
    `UPDATE setup s SET body = $2, retired = $3, revision = revision + 1, at = now(), by_initials = $5
     WHERE id = $1 AND revision = $4 RETURNING ${SETUP}`,
    [id, JSON.stringify(change.body), change.retired, expected, by],
  )
  if (!row) return null
  const saved = referenceOf(row)
  await putIndex(db, [saved])
  return saved
}

/** Earlier revisions, the newest first. */
export async function listSetupRevisions(db: Queryable, id: string): Promise<SetupRevision[]> {
  const rows = await db.query(
    `SELECT revision, body, retired, at, by_initials AS by FROM setup_revision WHERE setup_id = $1 ORDER BY revision DESC LIMIT 100`,
    [id],
  )
  return rows.map((row) => setupRevisionSchema.parse({ ...row, at: iso(row.at) }))
}

/** What is searched by, worked out anew from the documents. */
async function putIndex(db: Queryable, references: readonly Reference[]): Promise<void> {
  const rows = references.map((r) => {
    const profile = profileOf(r.sport)
    const { state } = combined(r, standardState(profile), profile)
    const row: Row = {
      setup_id: r.id,
      version: INDEX_VERSION,
      sport: r.sport,
      kind: r.kind,
      style: r.style,
      grade: bestGrade(r.reports),
      shape: r.shape,
      name: r.name,
      key: setupKey(r),
      retired: r.retired,
      text: [r.name, r.style, r.painted, r.really, r.shape, r.strings, r.note, ...r.reports.map((x) => x.source)].join(
        ' ',
      ),
    }
    for (const quantity of QUANTITIES) {
      const e = estimateOf(state, quantity)
      row[COLUMN[quantity]] = e?.value ?? null
      row[`${COLUMN[quantity]}_u`] = e?.u ?? null
    }
    return row
  })
  const numbers = QUANTITIES.flatMap((q) => [COLUMN[q], `${COLUMN[q]}_u`])
  const texts = ['setup_id', 'version', 'sport', 'kind', 'style', 'grade', 'shape', 'name', 'key']
  const columns = [...texts, 'retired', ...numbers]
  await db.query('DELETE FROM setup_index WHERE setup_id = ANY($1)', [references.map((r) => r.id)])
  await db.query(
    `INSERT INTO setup_index (${columns.join(', ')}, words)
     SELECT ${columns.map((c) => `r.${c}`).join(', ')}, to_tsvector('simple', r.text)
     FROM jsonb_to_recordset($1::jsonb) AS r(${texts.map((c) => `${c} text`).join(', ')}, text text, retired boolean,
       ${numbers.map((c) => `${c} double precision`).join(', ')})`,
    [JSON.stringify(rows)],
  )
}

const REBUILD_AT_ONCE = 500

/** Works out what is missing from the index or was worked out another way. @returns how many */
export async function rebuildIndex(db: Queryable): Promise<number> {
  for (let done = 0; ;) {
    const rows = await db.query(
      `SELECT ${SETUP} FROM setup s LEFT JOIN setup_index i ON i.setup_id = s.id
       WHERE i.version IS DISTINCT FROM $1 LIMIT ${REBUILD_AT_ONCE}`,
      [INDEX_VERSION],
    )
    if (rows.length === 0) return done
    await putIndex(db, rows.map(referenceOf))
    done += rows.length
  }
}

/** Every word of what was typed, from its beginning: `arc 98` finds `Arc 98 Tour`. */
function wordsQuery(text: string): string {
  return (text.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word.toLowerCase()}:*`).join(' & ')
}

type Search = z.infer<typeof librarySearchSchema>

/** What a search asks for as SQL over `setup_index i`. */
function whereOf(search: Search): { where: string; params: unknown[] } {
  const params: unknown[] = []
  const put = (value: unknown) => `$${params.push(value)}`
  const parts = [`i.retired = ${put(search.retired)}`]
  if (search.sport) parts.push(`i.sport = ${put(search.sport)}`)
  for (const [column, values] of [
    ['kind', search.kinds],
    ['grade', search.grades],
    ['style', search.styles],
    ['shape', search.shapes],
  ] as const)
    if (values.length > 0) parts.push(`i.${column} = ANY(${put(values)})`)
  const words = wordsQuery(search.text)
  if (words) parts.push(`i.words @@ to_tsquery('simple', ${put(words)})`)
  else if (search.text.trim() !== '') parts.push('false')
  for (const quantity of QUANTITIES) {
    const range = search.ranges[quantity]
    if (range?.low != null) parts.push(`i.${COLUMN[quantity]} >= ${put(range.low)}`)
    if (range?.high != null) parts.push(`i.${COLUMN[quantity]} <= ${put(range.high)}`)
  }
  return { where: parts.join(' AND '), params }
}

/** The same sum as `nearness` in the core, over the index. */
function distanceOf(search: Search, params: unknown[]): string {
  const profile = profileOf(search.sport ?? 'tennis')
  const put = (value: number) => `$${params.push(value)}::double precision`
  const terms = QUANTITIES.flatMap((quantity) => {
    const mine = search.near?.[quantity]
    if (mine === undefined) return []
    const column = `i.${COLUMN[quantity]}`
    const c2 = put(mostGapOf(quantity, profile) ** 2)
    const d2 = `(((${column} - ${put(mine)}) ^ 2 + ${column}_u ^ 2) / ${put(profile.tolerance[quantity] ** 2)})`
    return [`COALESCE(${c2} * ${d2} / (${c2} + ${d2}), ${c2})`]
  })
  return terms.length > 0 ? `sqrt(${terms.join(' + ')})` : '0'
}

/** Half-widths of the boxes in which the nearest are looked for first, in tolerances; then the whole library. */
const BOXES = [4, 10] as const

/** No setup outside a box of this half-width is nearer than this: the saturating gap of one number at its edge. */
function leastOutside(search: Search, halfWidth: number): number {
  const profile = profileOf(search.sport ?? 'tennis')
  const known = QUANTITIES.filter((q) => search.near?.[q] !== undefined)
  return Math.min(
    ...known.map((q) => {
      const c2 = mostGapOf(q, profile) ** 2
      return Math.sqrt((c2 * halfWidth ** 2) / (c2 + halfWidth ** 2))
    }),
  )
}

/** By name or by a number; by name where that is alike or not known. */
function orderOf({ sort, down }: Search): string {
  const way = down ? 'DESC' : 'ASC'
  return sort === 'name' ? `lower(i.name) ${way}` : `i.${COLUMN[sort]} ${way} NULLS LAST, lower(i.name)`
}

/** Ids of one page in order, with their distances where nearness was asked for. */
async function pageOfIds(db: Queryable, search: Search): Promise<{ id: string; distance: number }[]> {
  const { where, params } = whereOf(search)
  if (!search.near || Object.keys(search.near).length === 0) {
    const rows = await db.query(
      `SELECT i.setup_id AS id, 0 AS distance FROM setup_index i WHERE ${where}
       ORDER BY ${orderOf(search)}, i.setup_id LIMIT ${search.limit} OFFSET ${search.offset}`,
      params,
    )
    return rows as { id: string; distance: number }[]
  }
  const profile = profileOf(search.sport ?? 'tennis')
  const wanted = search.offset + search.limit
  for (const halfWidth of [...BOXES, Infinity]) {
    const bound: unknown[] = [...params]
    const box =
      halfWidth === Infinity
        ? []
        : QUANTITIES.flatMap((q) => {
            const mine = search.near![q]
            if (mine === undefined) return []
            const by = halfWidth * profile.tolerance[q]
            return [`i.${COLUMN[q]} BETWEEN $${bound.push(mine - by)} AND $${bound.push(mine + by)}`]
          })
    const distance = distanceOf(search, bound)
    const rows = (await db.query(
      `SELECT i.setup_id AS id, ${distance} AS distance FROM setup_index i WHERE ${[where, ...box].join(' AND ')}
       ORDER BY distance, i.setup_id LIMIT ${wanted}`,
      bound,
    )) as { id: string; distance: number }[]
    // Enough in the box, the last of them nearer than anything outside can be: these are the nearest of all.
    if (
      halfWidth === Infinity ||
      (rows.length === wanted && (rows.at(-1)?.distance ?? 0) < leastOutside(search, halfWidth))
    )
      return rows.slice(search.offset)
  }
  return []
}

/** One page of what is looked for, with how many there are in all. */
export async function searchLibrary(db: Queryable, input: LibrarySearch): Promise<LibraryPage> {
  const search = librarySearchSchema.parse(input)
  const { where, params } = whereOf(search)
  const [ids, counted] = await Promise.all([
    pageOfIds(db, search),
    db.query(`SELECT count(*)::int AS n FROM setup_index i WHERE ${where}`, params),
  ])
  const rows = await listReferencesById(
    db,
    ids.map((row) => row.id),
  )
  return {
    rows,
    total: Number(theRow(counted).n),
    distances: search.near ? ids.map((row) => Number(row.distance)) : null,
  }
}

/** After many changes: counts are then read off the indexes. Not inside a transaction. */
export async function tidyIndex(db: Queryable): Promise<void> {
  await db.exec('VACUUM (ANALYZE) setup_index')
}

const CLOUD_MOST = 3000

/** The numbers of all that is looked for, in the sport's usual state; the nearest, or by name, when there are very many. */
export async function cloudOf(db: Queryable, input: LibrarySearch): Promise<Cloud> {
  const search = librarySearchSchema.parse(input)
  const { where, params } = whereOf(search)
  const count = theRow(await db.query(`SELECT count(*)::int AS n FROM setup_index i WHERE ${where}`, [...params]))
  const order = search.near ? distanceOf(search, params) : 'lower(i.name)'
  const points = await db.query(
    `SELECT i.setup_id AS id, i.name, i.kind, i.style, i.mass, i.balance, i.swing_weight AS "swingWeight",
       i.twist_weight AS "twistWeight" FROM setup_index i WHERE ${where} ORDER BY ${order}, i.setup_id LIMIT ${CLOUD_MOST}`,
    params,
  )
  return cloudSchema.parse({ points, total: count.n })
}

export async function oneLibraryFacets(db: Queryable, sport: string): Promise<LibraryFacets> {
  const [rows, counted] = await Promise.all([
    db.query(
      `SELECT 'style' AS what, style AS value FROM setup_index WHERE sport = $1 AND style <> '' GROUP BY style
       UNION ALL SELECT 'shape', shape FROM setup_index WHERE sport = $1 AND shape <> '' GROUP BY shape ORDER BY 1, 2 LIMIT 200`,
      [sport],
    ),
    db.query('SELECT count(*)::int AS n FROM setup_index WHERE sport = $1 AND NOT retired', [sport]),
  ])
  const of = (what: string) => rows.filter((r) => r.what === what).map((r) => String(r.value))
  return { styles: of('style'), shapes: of('shape'), total: Number(theRow(counted).n) }
}
