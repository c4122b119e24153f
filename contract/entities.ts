import { ticketSchema, WAITS_ON } from './ticket.ts'
import { WAITS } from '#core/workorder/marks.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { REVISION_KINDS } from '#core/job/revisions.ts'
import { DEVICE_STANDINGS } from '#core/measure/calibration.ts'
import type { Stage } from '#core/job/stages.ts'
import { z } from 'zod'
import { FINEST_STEP, isByLength, UNWEIGHED_SHARE } from '#core/cuts/material.ts'
import { STOCKED_KINDS, GRIP_KINDS } from '#core/sports/kinds.ts'
import { earlierSetupSchema } from './proof.ts'
import {
  bounded,
  figure,
  idSchema,
  initialsSchema,
  inReadRange,
  momentSchema,
  nameSchema,
  revisionSchema,
  text,
} from './fields.ts'
import {
  documentSchemas,
  conditionSchema,
  factsSchema,
  geometrySchema,
  landmarksSchema,
  playerFactsSchema,
  readQuantitySchema,
  sportSchema,
  stageSchema,
} from './documents.ts'

const id = idSchema

/** A job for a player, or a frame measured and planned in passing. */
export const JOB_KINDS = ['job', 'quick'] as const
/** What a reading was taken for. */
export const READING_PURPOSES = ['measure', 'checkpoint', 'check'] as const

export const playerSchema = z.object({ id, facts: playerFactsSchema, revision: revisionSchema })
export type Player = z.infer<typeof playerSchema>

export { sportSchema }

const ownLayerSchema = z.object({
  massG: figure,
  uMassG: bounded(0, 1e6),
  xCm: figure.nullable(),
  uXCm: bounded(0, 1e6),
  xxCm2: figure.nullable(),
  yyCm2: figure.nullable(),
})

export const frameSchema = z.object({
  id,
  sport: sportSchema.default('tennis'),
  label: nameSchema(120),
  maker: z.string().max(120),
  model: z.string().max(120),
  unit: z.string().max(60),
  playerId: text(80).nullable(),
  geometry: geometrySchema,
  /** What this frame's own readings, strung and bare, found its strings to weigh, and where. */
  ownStrings: ownLayerSchema.nullable().default(null),
  /** By which it is called across a room; the book gives it. */
  code: text(6).nullable().default(null),
  revision: revisionSchema,
})
export type Frame = z.infer<typeof frameSchema>

/** Landmarks as another frame of the same model has them. */
export const modelLandmarksSchema = z.object({ id, label: z.string(), landmarks: landmarksSchema }).nullable()
export type ModelLandmarks = z.infer<typeof modelLandmarksSchema>

export { referenceSchema, type Reference } from './library.ts'
export { ticketSchema, WAITS_ON, type WaitsOn } from './ticket.ts'

export const materialFields = z.object({
  id,
  name: nameSchema(120),
  kind: z.enum(STOCKED_KINDS),
  unitMassG: bounded(1e-5, 100),
  uRel: z.number().min(0).max(1).default(0),
  step: bounded(1e-4, 10),
  widthCm: z.number().min(0).max(10),
  thicknessMm: z.number().min(0).max(50).default(0),
  stock: z.number().min(0).max(1e6),
  lead: z.boolean(),
  cureHours: z.number().gt(0).max(500).nullable().default(null),
  reusable: z.boolean().default(false),
  cost: z.number().min(0).max(1e4).nullable().default(null),
  zoneIds: z.array(z.string().max(60)).max(40).nullable().default(null),
  grip: z.enum(GRIP_KINDS).exclude(['none']).nullable(),
  /** No longer in the drawer; pieces made of it can still be weighed up. */
  retired: z.boolean().default(false),
  /** 0 for one that is new. */
  revision: revisionSchema.default(0),
})
/** What is cut by length and claims to be exact was never weighed; steps finer than a hand’s are taken for the finest that it has. An edit that an earlier Kevro left unsent calls `uRel` `uShare`. */
export const materialSchema = z
  .preprocess(
    (m) => (typeof m === 'object' && m !== null && 'uShare' in m ? { uRel: m.uShare, ...m } : m),
    materialFields,
  )
  .transform((m) => ({
    ...m,
    uRel: isByLength(m.kind) && m.uRel === 0 ? UNWEIGHED_SHARE : m.uRel,
    step: Math.max(m.step, FINEST_STEP),
  }))
export type StoredMaterial = z.infer<typeof materialSchema>

/** Standard uncertainties that came with a reading, in place of its method's usual ones. */
const basisSchema = z.object({
  uA: bounded(0, 1e6).nullable(),
  uB: bounded(0, 1e6).nullable(),
  perMassG: figure,
  perBalanceCm: figure,
})

/** Where a reading came from, for the record. */
const originSchema = z.object({
  /** As the device showed it, before its calibration put it right. */
  raw: figure.nullable(),
  calibrationId: text(80).nullable(),
  standing: z.enum(DEVICE_STANDINGS).nullable(),
  warming: z.boolean(),
  /** The by-hand method's inputs as they were typed. */
  work: z.record(text(120), z.union([text(2000), bounded(-1e12, 1e12), z.null()])).nullable(),
})
export type ReadingOrigin = z.infer<typeof originSchema>

export const readingSchema = z.object({
  id,
  quantity: readQuantitySchema,
  value: figure,
  axisCm: z.number().min(0).max(30).nullable(),
  methodId: z.string().max(60),
  deviceId: z.string().max(80).nullable().default(null),
  /** What was on the frame; null: what the stage says. */
  condition: conditionSchema.nullable().default(null),
  basis: basisSchema.nullable().default(null),
  origin: originSchema.nullable().default(null),
  note: z.string().max(400).default(''),
  /** As it was typed, for the record. */
  typed: z.string().max(60),
  purpose: z.enum(READING_PURPOSES),
  takenAt: momentSchema,
  by: z.string().max(20),
  supersedes: text(80).nullable(),
})
export type StoredReadingRow = z.infer<typeof readingSchema>
export const newReadingSchema = readingSchema
  .extend({ takenAt: momentSchema.optional() })
  .refine((r) => inReadRange(r.quantity, r.value), { path: ['value'], message: 'no frame has such a figure' })
  .refine((r) => (r.quantity === 'swingWeight') === (r.axisCm !== null), {
    path: ['axisCm'],
    message: 'a swing weight needs its axis, and only a swing weight has one',
  })
export type NewReading = z.input<typeof newReadingSchema>
/** Many at once, all or none. */
export const bulkReadingsSchema = z.array(newReadingSchema).min(1).max(20000)

export const jobRowSchema = z.object({
  id,
  number: z.int(),
  kind: z.enum(JOB_KINDS),
  frameId: id,
  ticket: ticketSchema,
  createdAt: z.string(),
  revision: revisionSchema,
})
export type JobRow = z.infer<typeof jobRowSchema>

const savedStage = <S extends Stage>(stage: S) =>
  z.object({
    stage: z.literal(stage),
    revision: revisionSchema,
    /** Null where it was undone to the beginning. */
    body: documentSchemas[stage].nullable(),
    used: factsSchema,
    at: z.string(),
    by: z.string(),
    canUndo: z.boolean(),
    canRedo: z.boolean(),
  })
export const savedStageSchema = z.discriminatedUnion('stage', [
  savedStage('player'),
  savedStage('measure'),
  savedStage('compare'),
  savedStage('target'),
  savedStage('plan'),
  savedStage('build'),
  savedStage('check'),
  savedStage('play'),
])
export type SavedStage = z.infer<typeof savedStageSchema>
/** The contents of a job's stages; one that was undone to the beginning is empty. */
export const documentsOf = (stages: readonly SavedStage[]): Partial<StageDocuments> =>
  Object.fromEntries(stages.filter((s) => s.body !== null).map((s) => [s.stage, s.body]))
/** Whether the first edit of a stage can be undone too; a player is there from the job's beginning. */
export const mayBeEmptied = (stage: Stage): boolean => stage !== 'player'

export const jobViewSchema = z.object({
  job: jobRowSchema,
  frame: frameSchema,
  stages: z.array(savedStageSchema),
  readings: z.array(readingSchema),
  /** What its signed build took out of the drawer: amounts by material. */
  taken: z.record(z.string(), z.number()),
  /** How the frame left its last signed job, with what was on it then; null: it has none. */
  startsAs: conditionSchema.nullable().default(null),
  /** Setups that earlier jobs proved it in, the newest first. */
  earlier: z.array(earlierSetupSchema).default([]),
})
export type JobView = z.infer<typeof jobViewSchema>

export const jobSummarySchema = z.object({
  id,
  number: z.int(),
  kind: z.enum(JOB_KINDS),
  frameLabel: z.string(),
  sport: sportSchema,
  playerName: z.string().nullable(),
  saved: z.array(stageSchema),
  signedBy: z.string().nullable(),
  /** What lies drying or curing on it, and when that is ready. */
  readyAt: z.string().nullable(),
  waitsFor: z.enum(WAITS).nullable(),
  due: z.string(),
  dueAt: z.string().nullable(),
  who: z.string(),
  waitsOn: z.enum(WAITS_ON).nullable(),
  changedAt: z.string(),
})
export type JobSummary = z.infer<typeof jobSummarySchema>

/** What the list of jobs is sorted by. */
export const JOB_SORTS = ['changed', 'number', 'due', 'player'] as const
export const JOB_STATES = ['all', 'open', 'signed'] as const
export const jobSearchSchema = z.object({
  /** Words of the player, the frame or the number of the job. */
  find: z.string().max(200).default(''),
  /** From the page before this one. */
  after: z.string().max(200).nullable().default(null),
  retired: z.stringbool().or(z.boolean()).default(false),
  sport: sportSchema.nullable().default(null),
  kind: z.enum(JOB_KINDS).nullable().default(null),
  /** Signed off, or still in work. */
  state: z.enum(JOB_STATES).default('all'),
  /** Only jobs that are promised for no day. */
  undated: z.stringbool().or(z.boolean()).default(false),
  sort: z.enum(JOB_SORTS).default('changed'),
  /** Only jobs with this stage. */
  saved: stageSchema.nullable().default(null),
  limit: z.coerce.number().int().min(1).max(200).default(50),
})
export type JobSearch = z.infer<typeof jobSearchSchema>
export const jobPageSchema = z.object({ jobs: z.array(jobSummarySchema), next: z.string().nullable() })
export type JobPage = z.infer<typeof jobPageSchema>

/** How much there is: counted apart, so that no page waits for it. */
export const countsSchema = z.object({ jobs: z.int(), retired: z.int(), players: z.int(), frames: z.int() })
export type Counts = z.infer<typeof countsSchema>

/** A player or a frame to choose from. */
export const choiceSchema = z.object({ id, name: z.string() })
export type NamedChoice = z.infer<typeof choiceSchema>
/** Put away or brought back; of a frame with the reason: cracked, sold, stolen. */
export const retiredSchema = z.object({ retired: z.boolean(), why: z.string().max(200).default('') })

/** Requests. */
export const newJobSchema = z.object({
  id,
  kind: z.enum(JOB_KINDS),
  player: z.union([z.object({ id }), z.object({ facts: playerFactsSchema })]).nullable(),
  frame: z.union([frameSchema.omit({ revision: true, code: true }), z.strictObject({ id })]),
  ticket: ticketSchema.partial().optional(),
})
export type NewJob = z.infer<typeof newJobSchema>

export const becomeJobSchema = z.object({ player: z.union([z.object({ id }), z.object({ facts: playerFactsSchema })]) })

/** `expected`: the revision that the editor saw; 0 when the stage was empty. */
export const saveStageSchema = z.object({
  expected: revisionSchema.min(0),
  body: z.unknown(),
  used: factsSchema,
  by: z.string().max(20),
  /** Named by the content for the first time. */
  readings: z.array(newReadingSchema).max(20000).default([]),
})
export const saveTicketSchema = z.object({ ticket: ticketSchema, expected: revisionSchema.min(0) })
export const stepBackSchema = z.object({ expected: revisionSchema.min(1), by: z.string().max(20) })

export const revisionRowSchema = z.object({
  revision: revisionSchema,
  kind: z.enum(REVISION_KINDS),
  body: z.unknown(),
  at: z.string(),
  by: z.string(),
})
export type RevisionRow = z.infer<typeof revisionRowSchema>

/** Kevro's own job file. Version 1. Documented in docs/job-file.md. */
export const JOB_FILE_VERSION = 1
export const jobFileSchema = z.object({
  format: z.literal('kevro-job'),
  version: z.int(),
  writtenAt: z.string(),
  job: jobRowSchema.pick({ kind: true, ticket: true }),
  frame: frameSchema.omit({ revision: true, code: true }),
  stages: z.array(
    z.object({
      stage: stageSchema,
      revisions: z.array(
        z.object({
          revision: revisionSchema.min(1),
          kind: z.enum(REVISION_KINDS),
          contentOf: revisionSchema,
          redoTo: revisionSchema.min(1).nullable(),
          body: z.unknown(),
          used: factsSchema,
          at: momentSchema,
          by: initialsSchema,
        }),
      ),
    }),
  ),
  readings: z.array(readingSchema),
})
export type JobFile = z.infer<typeof jobFileSchema>

export { documentSchemas }
