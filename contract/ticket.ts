import { z } from 'zod'
import { idSchema, momentSchema } from './fields.ts'

/** What a job waits for that somebody must bring. */
export const WAITS_ON = ['strings', 'player', 'parts'] as const
export type WaitsOn = (typeof WAITS_ON)[number]

export const ticketSchema = z.object({
  owner: z.string().max(120),
  /** As it was promised, in words. */
  due: z.string().max(40),
  /** The moment that the words name; null: none. */
  dueAt: momentSchema.nullable().default(null),
  price: z.string().max(40),
  strings: z.string().max(200),
  returnToOriginal: z.boolean(),
  /** The job in whose proven setup the frame is to be again; null: it is not to go back. */
  returnTo: idSchema.nullable().default(null),
  /** Whose hands it is in. */
  who: z.string().max(40).default(''),
  /** What it waits for, beside what cures and dries. */
  waitsOn: z.enum(WAITS_ON).nullable().default(null),
})
