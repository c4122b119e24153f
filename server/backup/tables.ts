import type { Queryable, Row } from '../db/database.ts'

/** A table of the archive: what its rows are told apart by, in the order in which they are read. */
export interface ArchivedTable {
  name: string
  key: readonly { column: string; type: 'text' | 'int' | 'timestamptz' }[]
}
const byId = (name: string): ArchivedTable => ({ name, key: [{ column: 'id', type: 'text' }] })
const revisions = (name: string, ...parents: string[]): ArchivedTable => ({
  name,
  key: [...parents.map((column) => ({ column, type: 'text' as const })), { column: 'revision', type: 'int' }],
})

/**
 * Everything that cannot be worked out anew, in the order in which it can be put back: what is named stands before what names it.
 * Read the other way round, whatever a row names is read after it and so is there, also while others go on working.
 */
export const TABLES: readonly ArchivedTable[] = [
  { name: 'shop', key: [{ column: 'id', type: 'int' }] },
  byId('player'),
  {
    name: 'player_fact',
    key: [
      { column: 'player_id', type: 'text' },
      { column: 'field', type: 'text' },
      { column: 'day', type: 'text' },
    ],
  },
  byId('player_merge'),
  byId('erasure'),
  byId('frame'),
  {
    name: 'ownership',
    key: [
      { column: 'frame_id', type: 'text' },
      { column: 'since', type: 'timestamptz' },
    ],
  },
  byId('material'),
  byId('device'),
  byId('reference_body'),
  byId('device_check'),
  byId('device_reading'),
  byId('job'),
  {
    name: 'coming_back',
    key: [
      { column: 'frame_id', type: 'text' },
      { column: 'rule', type: 'text' },
    ],
  },
  byId('photo'),
  byId('reading'),
  revisions('stage_revision', 'job_id', 'stage'),
  { name: 'job_index', key: [{ column: 'job_id', type: 'text' }] },
  {
    name: 'stock_taken',
    key: [
      { column: 'job_id', type: 'text' },
      { column: 'material_id', type: 'text' },
    ],
  },
  byId('proof'),
  {
    name: 'ledger',
    key: [
      { column: 'frame_id', type: 'text' },
      { column: 'line', type: 'int' },
    ],
  },
  { name: 'frame_standing', key: [{ column: 'frame_id', type: 'text' }] },
  byId('squad'),
  {
    name: 'squad_member',
    key: [
      { column: 'squad_id', type: 'text' },
      { column: 'player_id', type: 'text' },
    ],
  },
  byId('batch'),
  revisions('batch_revision', 'batch_id'),
  byId('setup'),
  revisions('setup_revision', 'setup_id'),
  byId('applied_edit'),
]

/** Worked out anew from the others, or kept elsewhere in the archive: the two parts of `stage_revision` as that. */
export const NOT_ARCHIVED = [
  'stage_document',
  'work_order',
  'kept_case',
  'setup_index',
  'find_index',
  'migration',
] as const

/**
 * The columns of a table as they are put back. A document may be JSON's null (a stage that was undone to its beginning, a fact that was
 * taken back), which a record reads as nothing at all: where a column must hold something, it is that null.
 */
export async function columnsOf(db: Queryable, table: string): Promise<{ names: string; values: string }> {
  const rows = await db.query(
    `SELECT quote_ident(attname) AS name, atttypid = 'jsonb'::regtype AND attnotnull AS document
     FROM pg_attribute WHERE attrelid = $1::regclass AND attnum > 0 AND NOT attisdropped ORDER BY attnum`,
    [table],
  )
  const value = ({ name, document }: Row) => (document ? `COALESCE(p.${name}, 'null'::jsonb)` : `p.${name}`)
  return { names: rows.map((row) => row.name).join(', '), values: rows.map(value).join(', ') }
}

export const ROWS_AT_ONCE = 400

const textOf = (table: ArchivedTable) =>
  table.name === 'photo' ? `(to_jsonb(t) - 'content')::text` : 'to_jsonb(t)::text'

/** The tables of a database as it is laid out now: those of an earlier Kevro too, which are small and read in one go. */
export async function tablesOf(db: Queryable): Promise<ArchivedTable[]> {
  const rows = await db.query(
    `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE' ORDER BY 1`,
  )
  const there = rows.map((row) => String(row.name)).filter((name) => !NOT_ARCHIVED.some((n) => n === name))
  const earlier = there.filter((name) => !TABLES.some((t) => t.name === name)).map((name) => ({ name, key: [] }))
  return [...earlier, ...TABLES.filter((t) => there.includes(t.name))]
}

/** All rows of a table as JSON text, a page at a time, so that others get their turn. */
export async function* pagesOf(db: Queryable, table: ArchivedTable): AsyncGenerator<string[]> {
  const columns = table.key.map((k) => k.column)
  if (columns.length === 0) {
    const rows = await db.query(`SELECT ${textOf(table)} AS row FROM ${table.name} t`)
    if (rows.length > 0) yield rows.map((row) => String(row.row))
    return
  }
  let after: unknown[] | null = null
  for (;;) {
    const from: string = after
      ? `WHERE (${columns.join(', ')}) > (${table.key.map((k, i) => `$${i + 1}::${k.type}`).join(', ')})`
      : ''
    const rows = await db.query(
      `SELECT ${columns.join(', ')}, ${textOf(table)} AS row FROM ${table.name} t ${from} ORDER BY ${columns.join(', ')} LIMIT ${ROWS_AT_ONCE}`,
      after ?? [],
    )
    if (rows.length > 0) yield rows.map((row) => String(row.row))
    if (rows.length < ROWS_AT_ONCE) return
    const last = rows.at(-1)
    after = columns.map((c) => last?.[c])
  }
}
