import { z } from 'zod'
import { QUANTITIES } from '#core/quantities/units.ts'
import { SETUP_KINDS } from '#core/compare/libraryTable.ts'
import { GRADES } from '#core/compare/setup.ts'
import { figure, idSchema, nameSchema, revisionSchema, text } from './fields.ts'
import { conditionSchema, geometrySchema, quantitySchema, sportSchema } from './documents.ts'

const id = idSchema

const figureSchema = z
  .object({
    low: z.number().min(1e-3, 'more than nothing').max(1000),
    high: z.number().min(1e-3, 'more than nothing').max(1000),
    u: z.number().min(0).max(200).nullable(),
  })
  .refine((f) => f.low <= f.high, { path: ['high'], message: 'a range runs from low to high' })
  .nullable()

export const reportSchema = z.object({
  id,
  source: z.string().max(300),
  dated: z.string().max(40),
  grade: z.enum(GRADES),
  condition: conditionSchema,
  /** Axis of the swing weight, cm from the butt. */
  axisCm: z.number().min(0).max(30),
  figures: z.object({
    mass: figureSchema,
    balance: figureSchema,
    swingWeight: figureSchema,
    twistWeight: figureSchema,
  }),
  note: z.string().max(1000),
})

/** What the library holds of one frame. */
const setupFields = {
  sport: sportSchema,
  name: nameSchema(160),
  kind: z.enum(SETUP_KINDS),
  style: z.string().max(60),
  painted: z.string().max(160),
  really: z.string().max(160),
  shape: z.string().max(80),
  strings: z.string().max(300),
  geometry: geometrySchema,
  note: z.string().max(1000),
  reports: z.array(reportSchema).min(1, 'one report at least').max(60),
}
export const setupBodySchema = z.object(setupFields)
export type SetupBody = z.infer<typeof setupBodySchema>

export const referenceSchema = z.object({
  id,
  ...setupFields,
  retired: z.boolean(),
  revision: revisionSchema,
  /** Of a frame that the shop measured: which instrument read what, and the error that its readings share. */
  instruments: z.partialRecord(quantitySchema, z.object({ by: z.string(), u: z.number() })).optional(),
})
/** A setup of the library, or a measured frame of the shop in the same form (`job:` before its id). */
export type Reference = z.infer<typeof referenceSchema>

/** Ids of measured frames of the shop start so. */
export const JOB_REFERENCE = 'job:'

const range = z.object({ low: figure.nullable(), high: figure.nullable() })

/** What the list is sorted by, where nearness is not asked for; what is not known comes last, either way. */
export const LIBRARY_SORTS = ['name', ...QUANTITIES] as const

/** What is looked for. Ranges and nearness are in the sport's usual state: strung, base grip, no overgrip. */
export const librarySearchSchema = z.object({
  sport: sportSchema.nullable(),
  kinds: z.array(z.enum(SETUP_KINDS)).max(20).default([]),
  grades: z.array(z.enum(GRADES)).max(20).default([]),
  styles: z.array(text(60)).max(200).default([]),
  shapes: z.array(text(80)).max(200).default([]),
  text: z.string().max(200).default(''),
  ranges: z.partialRecord(quantitySchema, range).default({}),
  retired: z.boolean().default(false),
  /** Nearest first to these numbers; null: by name. */
  near: z
    .partialRecord(quantitySchema, figure)
    .nullable()
    .default(null)
    // Near to nothing in particular is in no order of nearness.
    .transform((near) => (near && Object.keys(near).length > 0 ? near : null)),
  sort: z.enum(LIBRARY_SORTS).default('name'),
  /** The highest first. */
  down: z.boolean().default(false),
  offset: z.int().min(0).max(1e6).default(0),
  limit: z.int().min(1).max(200).default(20),
})
export type LibrarySearch = z.input<typeof librarySearchSchema>

export const libraryPageSchema = z.object({
  rows: z.array(referenceSchema),
  total: z.int(),
  /** Distance of each row in tolerances, where nearness was asked for. */
  distances: z.array(z.number()).nullable(),
})
export type LibraryPage = z.infer<typeof libraryPageSchema>

/** What there is to filter by. */
export const libraryFacetsSchema = z.object({
  styles: z.array(z.string()),
  shapes: z.array(z.string()),
  total: z.int(),
})
export type LibraryFacets = z.infer<typeof libraryFacetsSchema>

/** The numbers alone, in the sport's usual state, for pictures of many setups. */
export const cloudSchema = z.object({
  points: z.array(
    z.object({
      id,
      name: z.string(),
      kind: z.enum(SETUP_KINDS),
      style: z.string(),
      mass: z.number().nullable(),
      balance: z.number().nullable(),
      swingWeight: z.number().nullable(),
      twistWeight: z.number().nullable(),
    }),
  ),
  total: z.int(),
})
export type Cloud = z.infer<typeof cloudSchema>

export const saveSetupSchema = z.object({
  body: setupBodySchema,
  expected: revisionSchema.min(0),
  by: z.string().max(20),
})
export const retireSchema = z.object({ retired: z.boolean(), expected: revisionSchema.min(1), by: z.string().max(20) })
export const mergeSetupsSchema = z.object({ from: id, expected: revisionSchema.min(1), by: z.string().max(20) })

export const setupRevisionSchema = z.object({
  revision: revisionSchema,
  body: setupBodySchema,
  retired: z.boolean(),
  at: z.string(),
  by: z.string(),
})
export type SetupRevision = z.infer<typeof setupRevisionSchema>

const draftSchema = z.object({
  ...setupFields,
  reports: z
    .array(reportSchema.omit({ id: true }))
    .min(1)
    .max(60),
})
/** Setups out of a file, each looked at by itself; with `commit` false nothing is kept and only the standing of each is told. */
export const rawImportSchema = z.object({
  setups: z.array(z.unknown()).max(20000),
  commit: z.boolean(),
  by: z.string().max(20),
})
export const importStandings = ['new', 'adds', 'there'] as const
export const importAnswerSchema = z.object({
  /** For each setup: new, another report of one that is there, or nothing new. */
  standing: z.array(z.enum(importStandings)),
})
export type ImportAnswer = z.infer<typeof importAnswerSchema>

/** Kevro's own library file. Version 1. Documented in docs/library-file.md. */
export const LIBRARY_FILE_VERSION = 1
export const libraryFileSchema = z.object({
  format: z.literal('kevro-library'),
  version: z.int(),
  setups: z.array(z.unknown()),
})
export { draftSchema as setupDraftSchema }
