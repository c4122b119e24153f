import { z } from 'zod'
import { sportSchema } from './entities.ts'
import { figure, idSchema } from './fields.ts'

const moment = z.object({ at: z.string(), jobId: idSchema })
/** One piece over the years: when it went on a frame, and when it came off. */
export const ledgerLineSchema = z.object({
  itemId: z.string(),
  name: z.string(),
  massG: figure,
  materialId: idSchema.nullable(),
  on: moment,
  off: moment.nullable(),
})

/** A frame on which a material lies now. */
export const onFramesSchema = z.array(
  z.object({
    frameId: idSchema,
    label: z.string(),
    sport: sportSchema,
    playerId: idSchema.nullable(),
    playerName: z.string().nullable(),
    massG: figure,
    since: z.string(),
  }),
)
export type OnFrame = z.infer<typeof onFramesSchema>[number]
