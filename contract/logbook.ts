import { LEVELS } from '#core/player/facts.ts'
import { comingBackSchema } from './comingBack.ts'
import { datedFactSchema, mergedSchema } from './people.ts'
import { z } from 'zod'
import { INSPECTIONS } from '#core/job/documents.ts'
import { LOG_QUANTITIES } from '#core/logbook/logbook.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { conditionSchema } from './documents.ts'
import { frameSchema, playerSchema, sportSchema } from './entities.ts'
import { figure, idSchema, text } from './fields.ts'
import { ledgerLineSchema } from './ledger.ts'
import { sessionSchema } from './play.ts'
import { earlierSetupSchema } from './proof.ts'

const id = idSchema
const estimate = z.object({ value: figure, u: figure }).nullable()
const numbers = z.record(z.enum(LOG_QUANTITIES), estimate)

/** One thing that happened to a frame; numbers in the sport's usual state. */
export const logEventSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('measured'), at: z.string(), numbers }),
  /** `added`: what went on, or came off, as the work order says it. */
  z.object({ kind: z.literal('built'), at: z.string(), by: z.string(), numbers, added: z.array(z.string()) }),
  z.object({ kind: z.literal('proved'), at: z.string(), by: z.string(), numbers }),
  z.object({ kind: z.literal('tuned'), at: z.string(), by: z.string(), name: z.string(), numbers }),
  z.object({ kind: z.literal('played'), at: z.string(), session: sessionSchema }),
])
export type LoggedEvent = z.infer<typeof logEventSchema>

/** A job as the book tells it. */
export const loggedJobSchema = z.object({
  id,
  number: z.int(),
  startedAt: z.string(),
  frame: z.object({ id, label: z.string(), sport: sportSchema, lengthCm: figure }),
  playerName: z.string().nullable(),
  strings: z.string(),
  /** The bed as it was strung, in words; empty where it is not known. */
  bed: z.string(),
  inspection: z.enum(INSPECTIONS),
  /** What was found when it was looked over, in words. */
  findings: z.array(z.string()),
  photos: z.array(z.object({ id, name: z.string() })),
  /** Cautions on the frame as it came, for this player. */
  cautions: z.array(z.string()),
  events: z.array(logEventSchema),
})
export type LoggedJob = z.infer<typeof loggedJobSchema>

/** The owner's other frames of the same make, as each is known last. */
export const twinsSchema = z.array(
  z.object({ id, label: z.string(), unit: z.string(), at: z.string().nullable(), numbers }),
)
export type Twins = z.infer<typeof twinsSchema>

export const frameLogSchema = z.object({
  frame: frameSchema,
  owner: z.object({ id, name: z.string() }).nullable(),
  retired: z.boolean(),
  /** What its last signed job left on it; null: it has none. */
  leftAs: conditionSchema.nullable(),
  /** What play is expected to have done to it since it was proven, and what it was found to be; null: it was never proven. */
  drifted: z
    .object({
      since: z.string(),
      hours: figure,
      hoursFrom: z.enum(['sessions', 'perWeek', 'unknown']),
      expected: numbers,
      together: numbers.nullable(),
      moved: z.array(
        z.object({
          quantity: z.enum(QUANTITIES),
          expected: figure,
          uExpected: figure,
          read: figure,
          by: figure,
          expectedSo: z.boolean(),
        }),
      ),
      asks: z.array(z.string()),
    })
    .nullable()
    .default(null),
  /** The owner's other frames of the same make, as each is known last. */
  twins: twinsSchema,
  /** Setups that it was proven in, the newest first. */
  earlier: z.array(earlierSetupSchema),
  /** Everything that lay on it since the shop knows it, the oldest first. */
  ledger: z.array(ledgerLineSchema),
  comingBack: z.array(comingBackSchema),
  /** Whose it was, the newest first. */
  owners: z.array(z.object({ since: z.string(), id: id.nullable(), name: z.string().nullable() })),
  retiredWhy: z.string(),
  jobs: z.array(loggedJobSchema),
})
export type FrameLog = z.infer<typeof frameLogSchema>

export const playerLogSchema = z.object({
  player: playerSchema,
  retired: z.boolean(),
  /** All that was told over the years, the newest first. */
  told: z.array(datedFactSchema),
  merged: z.array(mergedSchema),
  comingBack: z.array(comingBackSchema),
  frames: z.array(z.object({ id, label: z.string(), unit: z.string(), sport: sportSchema })),
  jobs: z.array(loggedJobSchema),
})
export type PlayerLog = z.infer<typeof playerLogSchema>

/** The lists of the book, with their names in an address. */
export const BOOK_LISTS = { player: 'players', frame: 'frames', batch: 'batches', squad: 'squads' } as const
export type BookOf = keyof typeof BOOK_LISTS

/** What a list of the book is sorted by. */
export const BOOK_SORTS = ['name', 'seen', 'jobs'] as const
export type BookSort = (typeof BOOK_SORTS)[number]

/** A page of a list of the book. */
export const bookSearchSchema = z.object({
  find: text(200).default(''),
  retired: z.stringbool().default(false),
  sort: z.enum(BOOK_SORTS).default('name'),
  /** Only who or what belongs to this sport. */
  sport: sportSchema.nullable().catch(null).default(null),
  /** Players only. */
  level: z.enum(LEVELS).nullable().catch(null).default(null),
  minors: z.stringbool().default(false),
  /** Only with a frame that is heavier than is usual at its player's age. */
  overClass: z.stringbool().default(false),
  /** Not here for so many months, or never. */
  awayMonths: z.coerce.number().int().min(0).max(120).default(0),
  /** From the page before this one. */
  after: text(400).default(''),
})
export type BookSearch = z.output<typeof bookSearchSchema>
export const bookRowSchema = z.object({
  id,
  name: z.string(),
  /** Of a player: age and level. Of a frame: its owner and what tells it apart. */
  more: z.string(),
  jobs: z.int(),
  /** When a job of it was changed last; null where there is none. */
  seenAt: z.string().nullable(),
})
export type BookRow = z.infer<typeof bookRowSchema>
export const bookPageSchema = z.object({ rows: z.array(bookRowSchema), next: z.string().nullable() })
export type BookPage = z.infer<typeof bookPageSchema>
