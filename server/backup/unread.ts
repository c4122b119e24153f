import { z } from 'zod'
import { batchBodySchema } from '#contract/batch.ts'
import { bodySchema, checkSchema, deviceSchema, photoSchema } from '#contract/devices.ts'
import { documentSchemas, stageSchema } from '#contract/documents.ts'
import {
  frameSchema,
  jobRowSchema,
  materialSchema,
  mayBeEmptied,
  playerSchema,
  readingSchema,
} from '#contract/entities.ts'
import { firstIssue } from '#contract/fields.ts'
import { setupBodySchema } from '#contract/library.ts'
import { proofBodySchema } from '#contract/proof.ts'
import { shopSchema } from '#contract/shop.ts'
import type { Queryable, Row } from '../db/database.ts'
import { readMark } from '../queries/revisions.ts'
import { pagesOf, TABLES } from './tables.ts'

/** How a row of a table is read; a table that is not here holds what its own constraints say. */
const READ: Record<string, (row: Row) => unknown> = {
  shop: (row) => shopSchema.parse(row),
  player: (row) => playerSchema.parse(row),
  frame: (row) => frameSchema.parse(row),
  material: (row) => materialSchema.parse(row),
  device: (row) => deviceSchema.parse(row),
  reference_body: (row) => bodySchema.parse(row),
  device_check: (row) => checkSchema.parse({ ...row, by: row.byInitials }),
  job: (row) => jobRowSchema.parse(row),
  photo: (row) => photoSchema.omit({ bytes: true }).parse({ ...row, by: row.byInitials }),
  reading: (row) => readingSchema.parse({ ...row, by: row.byInitials }),
  stage_revision: (row) => {
    readMark(row)
    const stage = stageSchema.parse(row.stage)
    if (row.body !== null || !mayBeEmptied(stage)) documentSchemas[stage].parse(row.body)
  },
  proof: (row) => proofBodySchema.parse(row.body),
  batch_revision: (row) => batchBodySchema.parse(row.body),
  setup: (row) => setupBodySchema.parse(row.body),
  setup_revision: (row) => setupBodySchema.parse(row.body),
}

const camel = (name: string) => name.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase())
const withPageNames = (row: Row): Row => Object.fromEntries(Object.entries(row).map(([key, v]) => [camel(key), v]))

/** Every row that this Kevro cannot read, one line each: its table, its key, and what is wrong with it. */
export async function unreadRows(db: Queryable): Promise<string[]> {
  const unread: string[] = []
  for (const table of TABLES) {
    const read = READ[table.name]
    if (!read) continue
    for await (const page of pagesOf(db, table))
      for (const line of page) {
        const row = JSON.parse(line) as Row
        try {
          read(withPageNames(row))
        } catch (error) {
          const key = table.key.map(({ column }) => String(row[column])).join(' ')
          const issue = error instanceof z.ZodError ? firstIssue(error) : null
          const why = issue ? `${issue.path.map(String).join('.')}: ${issue.message}` : (error as Error).message
          unread.push(`${table.name} ${key}: ${why}`)
        }
      }
  }
  return unread
}
