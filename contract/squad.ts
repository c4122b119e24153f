import { z } from 'zod'
import { comingBackSchema } from './comingBack.ts'
import { sportSchema } from './entities.ts'
import { idSchema, nameSchema } from './fields.ts'

export const squadSchema = z.object({ id: idSchema, name: nameSchema(80), members: z.int(), retired: z.boolean() })
export type Squad = z.infer<typeof squadSchema>
export const putSquadSchema = z.object({ name: nameSchema(80) })
export const memberSchema = z.object({ player: idSchema })

const figure = z.number().nullable()
/** A frame of a member, as it stands to who plays it; null where it was never measured. */
export const squadFrameSchema = z.object({
  id: idSchema,
  label: z.string(),
  sport: sportSchema,
  /** Strings and tension as its newest job says. */
  strings: z.string(),
  standing: z
    .object({
      bareMassG: figure,
      bareSwingKgCm2: figure,
      classesOver: z.int(),
      overCeilingKgCm2: figure,
      bandKgCm2: z.tuple([z.number(), figure]).nullable(),
      inBand: z.literal([-1, 0, 1]).nullable(),
      messages: z.array(z.string()),
    })
    .nullable(),
  comingBack: z.array(comingBackSchema),
})
/** What the drawer must hold of a material for the plans of a squad that are not laid yet. */
export const squadNeedSchema = z.object({
  id: idSchema,
  name: z.string(),
  need: z.number(),
  left: z.number(),
  counted: z.enum(['cm', 'g', 'pieces']),
})
export const squadPageSchema = z.object({
  squad: squadSchema,
  needs: z.array(squadNeedSchema),
  members: z.array(
    z.object({
      id: idSchema,
      name: z.string(),
      age: z.number().nullable(),
      /** When the next class by age begins, in the next twelve months or later. */
      nextClassOn: z.iso.date().nullable(),
      frames: z.array(squadFrameSchema),
    }),
  ),
})
export type SquadPage = z.infer<typeof squadPageSchema>
