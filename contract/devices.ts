import { z } from 'zod'
import { DEVICE_KINDS } from '#core/sports/profile.ts'
import { bounded, figure, idSchema, nameSchema, revisionSchema, text } from './fields.ts'
import { readQuantitySchema } from './documents.ts'

const id = idSchema

export const deviceSchema = z.object({
  id,
  name: nameSchema(120),
  kind: z.enum(DEVICE_KINDS),
  serial: z.string().max(80),
  /** Where its lines come from: an address on this machine, and the instrument's name there; null when it is read by eye. */
  link: z.object({ port: z.int().min(1).max(65535), instrument: z.string().min(1).max(40) }).nullable(),
  /** A check holds for so many days. */
  checkDays: z.int().min(1).max(3650),
  revision: revisionSchema,
})
export type Device = z.infer<typeof deviceSchema>

/** A body whose value is known: a check mass, a bar of known swing weight, a balance gauge. */
export const bodySchema = z.object({
  id,
  name: nameSchema(120),
  quantity: readQuantitySchema,
  value: figure,
  u: bounded(0, 1e6),
})
export type ReferenceBody = z.infer<typeof bodySchema>

export const checkPointSchema = z.object({
  bodyId: text(80).nullable(),
  reference: figure,
  uReference: bounded(0, 1e6),
  reading: figure,
})

export const newCheckSchema = z.object({
  id,
  deviceId: id,
  quantity: readQuantitySchema,
  points: z.array(checkPointSchema).min(1, 'a check needs a reading').max(60),
  /** Gain and offset put in force. */
  applied: z.boolean(),
  by: z.string().max(20),
  note: z.string().max(400),
})
export const checkSchema = newCheckSchema.extend({ at: z.string() })
export type DeviceCheck = z.infer<typeof checkSchema>

/** A reading that a device sent and that nobody has put anywhere yet. */
export const trayReadingSchema = z.object({
  id,
  deviceId: id,
  quantity: readQuantitySchema,
  /** As the device showed it, core units. */
  raw: figure,
  axisCm: bounded(0, 60).nullable(),
  at: z.string(),
  warming: z.boolean(),
  takenFor: z.string().nullable(),
})
export type TrayReading = z.infer<typeof trayReadingSchema>

/** How the line to a device stands. */
export const lineStateSchema = z.object({
  deviceId: id,
  line: z.enum(['connected', 'connecting', 'no answer']),
  state: z.enum(['ready', 'warming', 'settling', 'unknown']),
  /** What happened last that a person should know, in words; empty when nothing did. */
  said: z.string(),
  warmLeftS: bounded(0, 1e6).nullable(),
})
export type LineState = z.infer<typeof lineStateSchema>

export const deviceOverviewSchema = z.object({
  devices: z.array(deviceSchema),
  bodies: z.array(bodySchema),
  checks: z.array(checkSchema),
  lines: z.array(lineStateSchema),
  tray: z.array(trayReadingSchema),
  /** What can be laid on the simulated bench, and what lies there now; null when there is none. */
  bench: z.object({ items: z.array(z.object({ id, name: z.string() })), on: z.string().nullable() }).nullable(),
})
export type DeviceOverview = z.infer<typeof deviceOverviewSchema>

/** News on the stream to the page. */
export type DeviceNews = { kind: 'line'; line: LineState } | { kind: 'reading'; reading: TrayReading }

export const photoSchema = z.object({
  id,
  jobId: id,
  name: z.string().max(200),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  bytes: z.int(),
  at: z.string(),
  by: z.string(),
})
export type Photo = z.infer<typeof photoSchema>
/** One picture at most, and all pictures of one job, in bytes. */
export const PHOTO_LIMIT = 4 * 1024 * 1024
export const PHOTOS_LIMIT = 40 * 1024 * 1024
