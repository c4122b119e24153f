import { isZone } from '#core/quantities/days.ts'
import { z } from 'zod'
import { ACCEPTANCE_RULES } from '#core/job/conformity.ts'
import { BALANCE_UNITS, LENGTH_UNITS, MASS_UNITS } from '#core/quantities/units.ts'
import { INTERVAL_RANGES, USUAL_INTERVALS } from '#core/tuning/intervals.ts'
import { WORK_ORDERS } from '#core/workorder/marks.ts'
import { nameSchema, revisionSchema } from './fields.ts'
import { MOST_RECIPES, ownRecipeSchema } from './recipe.ts'
import { schoolSchema } from './school.ts'

export const PAPERS = ['A4', 'LETTER'] as const

const interval = ([low, high]: readonly [number, number]) => z.int().min(low).max(high)
export const intervalsSchema = z.object({
  askDays: interval(INTERVAL_RANGES.askDays),
  growMonths: interval(INTERVAL_RANGES.growMonths),
  restringHours: interval(INTERVAL_RANGES.restringHours),
  restringMonths: interval(INTERVAL_RANGES.restringMonths),
  measureHours: interval(INTERVAL_RANGES.measureHours),
  measureMonths: interval(INTERVAL_RANGES.measureMonths),
})

export const shopSchema = z.object({
  name: nameSchema(120),
  units: z.object({
    mass: z.enum(MASS_UNITS),
    balance: z.enum(BALANCE_UNITS),
    length: z.enum(LENGTH_UNITS),
  }),
  initials: z.string().max(8),
  paper: z.enum(PAPERS),
  /** For the pull of gravity where the shop stands; null: the standard one. */
  latitudeDeg: z.number().min(-90).max(90).nullable(),
  /** A second folder for backups, on another disk; empty: none. */
  backupFolder: z.string().max(400).default(''),
  /** In which order a work order is drawn up here. */
  workOrder: z.enum(WORK_ORDERS).default('headFirst'),
  /** By which rule a number counts as inside its tolerance. */
  acceptance: z.enum(ACCEPTANCE_RULES).default('guarded'),
  /** After how long somebody is asked back. */
  intervals: intervalsSchema.default(USUAL_INTERVALS),
  /** A school of tuning of the shop's own; null: none. */
  ownSchool: schoolSchema.nullable().default(null),
  /** Builds that the shop keeps as recipes. */
  ownRecipes: z.array(ownRecipeSchema).max(MOST_RECIPES).default([]),
  /** Where its days begin and end; empty: as the machine of the server has it. */
  timeZone: z
    .string()
    .max(80)
    .refine((zone) => zone === '' || isZone(zone), 'There is no such time zone')
    .default(''),
  revision: revisionSchema,
})
export type Shop = z.infer<typeof shopSchema>

/** What every page begins with. */
export const overviewSchema = z.object({
  shop: shopSchema,
  /** What is wrong with the stored data, in words; empty when nothing is known. */
  alarms: z.array(z.string()),
})
export type Overview = z.infer<typeof overviewSchema>
