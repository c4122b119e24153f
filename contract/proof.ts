import { z } from 'zod'
import { MATERIAL_KINDS } from '#core/cuts/material.ts'
import { ACCEPTANCE_RULES } from '#core/job/conformity.ts'
import type { ProofBody } from '#core/job/proof.ts'
import type { EarlierSetup } from '#core/logbook/returning.ts'
import { AIM_QUANTITIES } from '#core/quantities/units.ts'
import { cutSchema } from './cuts.ts'
import { addedMassSchema, conditionSchema, geometrySchema, signedLineSchema } from './documents.ts'
import { idSchema } from './fields.ts'

const figure = z.number()
const pieceMaterialSchema = z.object({
  id: idSchema,
  name: z.string(),
  kind: z.enum(MATERIAL_KINDS),
  unitMassG: figure,
  lead: z.boolean(),
  cureHours: figure.nullable(),
  grip: z.enum(['base', 'leather', 'synthetic']).nullable(),
})
export const proofBodySchema = z.object({
  condition: conditionSchema,
  axisCm: figure,
  geometry: geometrySchema,
  rule: z.enum(ACCEPTANCE_RULES),
  lines: z.array(
    signedLineSchema.extend({
      conformity: z.object({ verdict: z.enum(['passes', 'misses', 'undecided']), probability: figure }).nullable(),
    }),
  ),
  covariance: z.array(z.array(figure)),
  pieces: z.array(
    z.object({
      cut: cutSchema,
      material: pieceMaterialSchema,
      massG: figure,
    }),
  ),
  photoIds: z.array(idSchema),
}) satisfies z.ZodType<ProofBody>

/** What a signature vouched for, as it was then. */
export const proofSchema = z.object({
  id: idSchema,
  jobId: idSchema,
  frameId: idSchema,
  signedAt: z.string(),
  signedBy: z.string(),
  /** Of the Kevro that worked it out. */
  version: z.string(),
  body: proofBodySchema,
})
export type Proof = z.infer<typeof proofSchema>

/** A setup that a frame was proven in, with the strips that made it. */
export const earlierSetupSchema = z.object({
  jobId: idSchema,
  number: z.int(),
  at: z.string(),
  read: z.array(z.object({ quantity: z.enum(AIM_QUANTITIES), value: figure, u: figure })),
  condition: conditionSchema,
  pieces: z.array(
    z.object({
      item: addedMassSchema,
      cut: cutSchema.nullable(),
    }),
  ),
}) satisfies z.ZodType<EarlierSetup>
