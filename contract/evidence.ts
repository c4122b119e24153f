import { z } from 'zod'
import { COMPLAINTS, LEVELS } from '#core/player/facts.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { SPORTS } from '#core/sports/sports.ts'
import { bounded, figure } from './fields.ts'

/** What is asked of the shop's own records. */
export const evidenceSearchSchema = z.object({
  sport: z.enum(SPORTS).nullable().default(null),
  level: z.enum(LEVELS).nullable().default(null),
  complaint: z.enum(COMPLAINTS).nullable().default(null),
  minor: z
    .enum(['yes', 'no'])
    .transform((v) => v === 'yes')
    .nullable()
    .default(null),
})

const share = z.object({ of: z.int(), cases: z.int(), low: bounded(0, 1), high: bounded(0, 1) })
/** Open ends go over the wire as null. */
const edge = figure.nullable()

export const evidenceSchema = z.object({
  jobs: z.int(),
  /** Jobs that are still to be looked at; asked again, the next of them are. */
  left: z.int().min(0),
  kept: z.array(z.object({ what: z.string(), share, swingKgCm2: figure })),
  heavy: z.array(z.object({ from: edge, to: edge, share })),
  moved: z.array(z.object({ quantity: z.enum(QUANTITIES), visits: z.int(), mean: figure, within: share })),
  landed: z.array(z.object({ from: bounded(0, 1), to: bounded(0, 1), stated: bounded(0, 1), share })),
})
export type ShownEvidence = z.infer<typeof evidenceSchema>
