import { z } from 'zod'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { idSchema, inReadRange, nameSchema, revisionSchema, text } from './fields.ts'
import { conditionSchema, geometrySchema, limitsSchema } from './documents.ts'
import { readingSchema, sportSchema } from './entities.ts'

const id = idSchema

/** One frame of a batch with the readings taken of it. */
const unitSchema = z.object({
  id,
  name: nameSchema(80),
  readings: z
    .array(
      readingSchema
        .omit({ purpose: true, supersedes: true, condition: true })
        .refine((r) => inReadRange(r.quantity, r.value), { path: ['value'], message: 'no frame has such a figure' }),
    )
    .max(200),
  /** The job that this unit went into. */
  jobId: text(80).nullable(),
  /** Kept for somebody; empty: for nobody. */
  reservedFor: text(120).default(''),
})

/** So many units fit on a card that somebody chooses from. */
export const MOST_ON_CARD = 4
/** A card for a customer far away: which units are shown beside what, which one the shop picks, and what was answered. */
export const cardChoiceSchema = z.object({
  customer: text(120),
  /** The customer's own frame as this shop measured it, or a setup of the library. */
  ownId: id.nullable(),
  unitIds: z.array(id).max(MOST_ON_CARD, `no more than ${MOST_ON_CARD} units on a card`),
  pickId: id.nullable(),
  reason: text(600),
  answer: z.object({ unitId: id.nullable(), words: text(600), on: z.iso.date() }).nullable(),
})
export type CardChoice = z.infer<typeof cardChoiceSchema>
export const NO_CARD: CardChoice = { customer: '', ownId: null, unitIds: [], pickId: null, reason: '', answer: null }

export const batchBodySchema = z.object({
  label: nameSchema(120),
  sport: sportSchema,
  geometry: geometrySchema,
  condition: conditionSchema,
  axisCm: z.number().min(0).max(30),
  units: z.array(unitSchema).max(60),
  /** Whose target the pick goes by: a job, a published setup, or the middle of the batch. */
  aim: z.union([
    z.object({ kind: z.literal('job'), id }),
    z.object({ kind: z.literal('reference'), id }),
    z.object({ kind: z.literal('middle') }),
  ]),
  /** What plans that make them alike keep to. */
  limits: limitsSchema.default(OPEN_LIMITS),
  choice: cardChoiceSchema.default(NO_CARD),
})
export type BatchBody = z.infer<typeof batchBodySchema>
export type BatchUnit = BatchBody['units'][number]

export const batchSchema = z.object({
  id,
  revision: revisionSchema,
  body: batchBodySchema,
  canUndo: z.boolean(),
  canRedo: z.boolean(),
})
export type Batch = z.infer<typeof batchSchema>
export const saveBatchSchema = z.object({ expected: revisionSchema, body: batchBodySchema, by: z.string().max(20) })
