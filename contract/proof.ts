import { z } from 'zod'
import { MATERIAL_KINDS } from '#core/cuts/material.ts'
import { ACCEPTANCE_RULES } from '#core/job/conformity.ts'
import type { ProofBody } from '#core/job/proof.ts'
import { cutSchema } from './cuts.ts'
import { conditionSchema, geometrySchema, signedLineSchema } from './documents.ts'
import { idSchema } from './fields.ts'

const figure = z.number()
const proofBodySchema = z.object({
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
      material: z.object({
        id: idSchema,
        name: z.string(),
        kind: z.enum(MATERIAL_KINDS),
        unitMassG: figure,
        lead: z.boolean(),
        cureHours: figure.nullable(),
        grip: z.enum(['base', 'leather', 'synthetic']).nullable(),
      }),
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
