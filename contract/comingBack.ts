import { z } from 'zod'
import { COMING_BACK, DUE_BY } from '#core/logbook/comingBack.ts'
import { idSchema } from './fields.ts'

const day = z.iso.date()

/** Somebody who should come back with a frame, by a rule. */
export const comingBackSchema = z.object({
  frameId: idSchema,
  frameLabel: z.string(),
  jobId: idSchema,
  playerId: idSchema.nullable(),
  playerName: z.string().nullable(),
  rule: z.enum(COMING_BACK),
  due: day,
  since: day,
  by: z.enum(DUE_BY),
  putOffTo: day.nullable(),
  dropped: z.boolean(),
})
export type ComingBackRow = z.infer<typeof comingBackSchema>

/** Put off to a day, taken up again, or dropped. */
export const changeComingBackSchema = z.object({ putOffTo: day.nullable(), dropped: z.boolean() })
