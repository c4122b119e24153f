import { z } from 'zod'
import { WORK_ORDERS } from '#core/workorder/marks.ts'
import { cutSchema } from './cuts.ts'
import { bounded, idSchema, momentSchema } from './fields.ts'

export const initials = z.string().trim().min(1, 'initials are needed').max(20)
export const reason = z.string().trim().min(1, 'a reason is needed').max(600)

/** What one step of a work order came to; those of earlier versions were done as planned. */
const stepMarkSchema = z.object({
  doneAt: momentSchema,
  by: z.string().max(20),
  readingIds: z.array(idSchema).max(200),
  skipped: reason.nullable().default(null),
  laid: cutSchema.nullable().default(null),
  readyAt: momentSchema.nullable().default(null),
  found: z
    .object({ cause: z.string().max(60), words: z.string().max(600), at: momentSchema, by: z.string().max(20) })
    .nullable()
    .default(null),
})

/** What one strip weighs, g. */
export const stripMassSchema = bounded(0, 500)

/** A work order; those of earlier versions know of cuts and marks alone. */
export const workOrderSchema = z.object({
  cuts: z.array(cutSchema).max(120),
  school: z.enum(WORK_ORDERS).default('headFirst'),
  peeled: z.array(idSchema).max(120).default([]),
  marks: z.record(z.string(), stepMarkSchema),
  weighed: z.record(z.string(), bounded(-500, 500)).default({}),
  strips: z
    .record(z.string(), z.array(z.object({ laid: z.boolean(), massG: stripMassSchema.nullable() })).max(120))
    .default({}),
  careRead: z.object({ by: initials, at: momentSchema }).nullable().default(null),
  leadConfirmed: z.object({ by: initials, words: reason, at: momentSchema }).nullable().default(null),
})
