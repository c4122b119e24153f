import { z } from 'zod'
import { TARGET_PLACES } from '#core/frame/places.ts'
import { SPORTS } from '#core/sports/sports.ts'
import {
  ENERGIES,
  PLAY_ASPECTS,
  PLAY_CONDITIONS,
  PLAY_DECISIONS,
  SCHOOL_IDS,
  TUNING_ASKS,
} from '#core/tuning/document.ts'
import { faultsOf, type Dose, type School, type When } from '#core/tuning/school.ts'
import { bounded, nameSchema, text } from './fields.ts'

const place = z.enum(TARGET_PLACES)
/** Grams of a dose; put on, or where it says so taken off. */
export const doseGrams = bounded(0.5, 60)
export const eitherGrams = bounded(-60, 60)
export const doseShare = bounded(0.01, 1)

export const doseSchema: z.ZodType<Dose> = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('add'), place, massG: eitherGrams }),
  z.object({ kind: z.literal('move'), from: place, to: place, massG: doseGrams }),
  z.object({ kind: z.literal('pair'), front: place, back: place, massG: doseGrams }),
  z.object({ kind: z.literal('scale'), share: doseShare }),
  z.object({ kind: z.literal('takeOff'), massG: doseGrams }),
  z.object({ kind: z.literal('towards'), share: doseShare }),
  z.object({ kind: z.literal('preset'), points: z.array(z.object({ place, massG: eitherGrams })).max(6) }),
])

export const whenSchema: z.ZodType<When> = z.lazy(() =>
  z.union([
    z.literal('otherwise'),
    z.strictObject({ energy: z.enum(ENERGIES) }),
    z.strictObject({ lateAtLeast: bounded(0, 10) }),
    z.strictObject({ ask: z.enum(TUNING_ASKS), is: z.boolean() }),
    z.strictObject({
      rating: z.enum(PLAY_ASPECTS),
      atMost: bounded(-2, 2).optional(),
      atLeast: bounded(-2, 2).optional(),
    }),
    z.strictObject({ decision: z.enum(PLAY_DECISIONS) }),
    z.strictObject({ condition: z.enum(PLAY_CONDITIONS) }),
    z.strictObject({ slowerBy: bounded(0, 1) }),
    z.strictObject({ ceilingOver: bounded(-100, 100) }),
    z.strictObject({ any: z.array(whenSchema).min(1).max(6) }),
    z.strictObject({ all: z.array(whenSchema).min(1).max(6) }),
  ]),
)

const stepName = z.string().trim().min(1, 'a step needs a name').max(40)

/** How often a step may be done and gone back from, and the weeks of play before it. */
export const stepCounts = z.object({
  most: z.int().min(1).max(20),
  tries: z.int().min(1).max(5),
  weeks: z.int().min(0).max(52),
})

/** A school of tuning; one that cannot be walked to its end is not taken. */
export const schoolSchema: z.ZodType<School> = z
  .object({
    id: z.enum(SCHOOL_IDS),
    name: nameSchema(60),
    holds: text(300),
    sports: z.union([z.literal('all'), z.array(z.enum(SPORTS)).min(1).max(4)]),
    start: stepName,
    afterBack: stepName,
    steps: z
      .array(
        z.object({
          id: stepName,
          does: text(200),
          why: text(300),
          dose: doseSchema,
          weighs: z.boolean().optional(),
          asks: z.array(z.enum(TUNING_ASKS)).max(3),
          ...stepCounts.shape,
          leads: z
            .array(z.object({ when: whenSchema, to: stepName, because: text(300) }))
            .min(1)
            .max(12),
        }),
      )
      .min(2)
      .max(12),
  })
  .superRefine((school, context) => {
    const [fault] = faultsOf(school)
    if (fault) context.addIssue({ code: 'custom', message: fault.toLowerCase() })
  })
