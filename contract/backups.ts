import { z } from 'zod'

export const holdingsSchema = z.object({ jobs: z.int(), players: z.int(), readings: z.int(), photos: z.int() })

export const backupSchema = z.object({
  name: z.string(),
  writtenAt: z.string(),
  reason: z.string(),
  bytes: z.number(),
  /** Null when it cannot be read. */
  holds: holdingsSchema.nullable(),
})

export const backupsSchema = z.object({
  backups: z.array(backupSchema),
  folder: z.string(),
  /** What went wrong with the last one, in words; empty when it went well. */
  problem: z.string(),
  /** Whether one can be put in place of the data from the page. */
  canRestore: z.boolean(),
  /** When somebody was erased last: backups from before hold them still. Null: nobody was. */
  erasedAt: z.string().nullable(),
  /** Somebody was erased and is not out of the files yet: since when, and what stands in the way. Null: all is done. */
  unwiped: z.object({ since: z.string(), problem: z.string() }).nullable(),
})
export type BackupList = z.infer<typeof backupsSchema>

export const preparedSchema = z.object({ writtenAt: z.string(), holds: holdingsSchema })
export type Prepared = z.infer<typeof preparedSchema>
