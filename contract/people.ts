import { z } from 'zod'
import { playerFactsSchema } from './documents.ts'
import { idSchema, revisionSchema, text } from './fields.ts'

/** A player's facts, from the player's own page. */
export const putPlayerSchema = z.object({ facts: playerFactsSchema, revision: revisionSchema })

/** What was told, and on which day. */
export const datedFactSchema = z.object({ field: z.string(), day: z.string(), value: z.unknown() })
export type DatedFact = z.infer<typeof datedFactSchema>

/** Somebody who was taken into a player. */
export const mergedSchema = z.object({ id: idSchema, name: z.string(), at: z.string() })

/** Who is taken into whom. */
export const mergePeopleSchema = z.object({ gone: idSchema })
export const mergeMadeSchema = z.object({ id: idSchema })

/** What goes when somebody is erased, and what keeps it all the same. */
export const extentSchema = z.object({
  jobs: z.int(),
  frames: z.int(),
  photos: z.int(),
  /** Backups, and data of before a restore, that were made earlier and hold it. */
  earlier: z.int(),
  /** The database is a server's: its own log and backups are looked after there. */
  server: z.boolean(),
})
export type Extent = z.infer<typeof extentSchema>

/** Erasing asks for the name, letter by letter. */
export const eraseSchema = z.object({ name: text(120), photos: z.boolean(), earlier: z.boolean() })

/** What a row of a list of people would do: somebody new, somebody known of whom it says something else, nothing new, or nobody can tell. */
export const STANDINGS = ['new', 'changed', 'same', 'doubtful'] as const
export const importPeopleSchema = z.object({ text: z.string().max(8_000_000), apply: z.boolean() })
export const peopleImportedSchema = z.object({
  rows: z.array(z.object({ line: z.int(), name: z.string(), standing: z.enum(STANDINGS), summary: z.string() })),
  problems: z.array(z.object({ line: z.int(), message: z.string() })),
  /** Whether it was taken in: all that is new and changed, or nothing. */
  applied: z.boolean(),
})
export type PeopleImported = z.infer<typeof peopleImportedSchema>
