import { z } from 'zod'
import {
  BODY_PLACES,
  BUILT,
  ENERGIES,
  OTHER_FRAME,
  PLAY_ASPECTS,
  PLAY_CONDITIONS,
  PLAY_DECISIONS,
  SCHOOL_IDS,
  SESSION_KINDS,
  TUNING_ASKS,
} from '#core/tuning/document.ts'
import { cutSchema } from './cuts.ts'
import { bounded, idSchema, momentSchema, nameSchema, text } from './fields.ts'

/** A day, with the time where it was said. */
const daySchema = z
  .string()
  .max(40)
  .refine((on) => /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}.*)?$/.test(on) && Number.isFinite(Date.parse(on)), 'it is no day')

/** Words in which earlier versions kept what is a count or a choice of its own now: nothing of them is lost. */
const EARLIER_ENERGY: Record<string, (typeof ENERGIES)[number]> = { less: 'fresh', same: 'usual', more: 'tired' }
function sessionOfToday(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('late' in value)) return value
  const { late, tired, ratings, note, ...rest } = value as Record<string, unknown>
  const { serve, ...others } = (ratings ?? {}) as Record<string, unknown>
  const on = String(rest.on ?? '')
  return {
    ...rest,
    on: /^\d{4}-\d{2}-\d{2}/.test(on) && Number.isFinite(Date.parse(on)) ? on : '1970-01-01',
    ratings: serve === undefined ? others : { 'first serve': serve, ...others },
    energy: EARLIER_ENERGY[String(tired)] ?? null,
    note: [String(note ?? ''), ...(late === 'more' || late === 'less' ? [`Late ${late} often than before.`] : [])]
      .filter(Boolean)
      .join(' '),
  }
}

export const sessionFields = z.object({
  id: idSchema,
  on: daySchema,
  minutes: bounded(0, 1000).nullable(),
  kind: z.enum(SESSION_KINDS).nullable().default(null),
  conditions: z.array(z.enum(PLAY_CONDITIONS)).max(PLAY_CONDITIONS.length).default([]),
  ball: text(120).default(''),
  altitudeM: bounded(-500, 6000).nullable().default(null),
  setupId: idSchema.default(BUILT),
  againstId: idSchema.nullable().default(null),
  ratings: z.partialRecord(z.enum(PLAY_ASPECTS), z.int().min(-2).max(2)),
  lateInTen: bounded(0, 10).nullable().default(null),
  energy: z.enum(ENERGIES).nullable().default(null),
  pain: z.enum(['none', 'yes']).nullable(),
  painLevel: z.int().min(1).max(10).nullable().default(null),
  painAt: z.array(z.enum(BODY_PLACES)).max(BODY_PLACES.length).default([]),
  painWhere: text(4000),
  asked: z.partialRecord(z.enum(TUNING_ASKS), z.boolean()).default({}),
  mishits: z
    .array(z.object({ alongCm: bounded(-30, 30), offCm: bounded(-20, 20) }))
    .max(200)
    .default([]),
  strings: text(4000),
  note: text(4000),
  decision: z.enum(PLAY_DECISIONS).nullable(),
  reason: text(600).default(''),
})
export const sessionSchema = z.preprocess(sessionOfToday, sessionFields)

export const bedSchema = z.object({
  kind: text(120),
  gaugeMm: bounded(0.5, 2).nullable(),
  stiffness: bounded(0, 1000).nullable().default(null),
  mainsLb: bounded(5, 100).nullable(),
  crossesLb: bounded(5, 100).nullable(),
  strungOn: daySchema.nullable(),
})

const setupSchema = z.object({
  id: idSchema,
  name: nameSchema(120),
  at: momentSchema,
  by: text(20),
  cuts: z.array(cutSchema).max(120),
  fromId: idSchema,
  backToId: idSchema.nullable(),
  step: z.object({ school: z.enum(SCHOOL_IDS), id: text(60) }).nullable(),
  strings: bedSchema.nullable(),
})

const letter = z.enum(['A', 'B'])
export const blindSchema = z.object({
  id: idSchema,
  at: momentSchema,
  aId: idSchema,
  bId: idSchema,
  otherName: text(120).default(''),
  bouts: z.int().min(1).max(200),
  seed: z
    .int()
    .min(0)
    .max(2 ** 32),
  answers: z.array(z.object({ said: letter, better: letter.nullable() })).max(200),
  opened: z.boolean(),
})

/** Play and tuning; of earlier versions there are sessions alone. */
export const playSchema = z
  .object({
    school: z.enum(SCHOOL_IDS).nullable().default(null),
    setups: z.array(setupSchema).max(200).default([]),
    sessions: z.array(sessionSchema).max(400),
    blind: z.array(blindSchema).max(40).default([]),
    strings: bedSchema.nullable().default(null),
    pastBeds: z.array(bedSchema).max(200).default([]),
    overgripOn: daySchema.nullable().default(null),
  })
  .superRefine((play, context) => {
    const known = new Set([BUILT, ...play.setups.map((s) => s.id)])
    const named = [
      ...play.sessions.map((s) => s.setupId),
      ...play.setups.flatMap((s) => [s.fromId, s.backToId ?? BUILT]),
      ...play.blind.flatMap((b) => [b.aId, ...(b.bId === OTHER_FRAME ? [] : [b.bId])]),
    ]
    if (named.some((id) => !known.has(id)))
      context.addIssue({ code: 'custom', message: 'it names a setup that is not there' })
  })
