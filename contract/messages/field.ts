import { z } from 'zod'
import { sentence } from '#core/quantities/write.ts'

/** What is wrong with what was typed into a field, as the schema of what is stored says it; empty where it is taken. */
export function fieldMessage(schema: z.ZodType, value: unknown): string {
  const issue = schema.safeParse(value).error?.issues[0]
  return issue ? `${sentence(issue.message)}.` : ''
}

/** How a number stands in a field: so much of what is stored is one of what is shown (an inch is 2.54 cm). */
export interface Shown {
  per?: number
}

/** The number inside what may be left out, empty or usual. */
function bare(schema: z.ZodType): z.ZodType {
  let inner: z.ZodType = schema
  while (inner instanceof z.ZodNullable || inner instanceof z.ZodOptional || inner instanceof z.ZodDefault)
    inner = inner.unwrap() as z.ZodType
  return inner
}

/** An end of a range as it is said: three digits, on the side that is taken; never as 1e-5. */
function written(end: number | null, inwards: (value: number) => number): string {
  if (end === null) return '…'
  const value = Number(end.toPrecision(12))
  const digits = 10 ** (2 - Math.floor(Math.log10(Math.abs(value) || 1)))
  const said = Number.isInteger(value) ? value : inwards(Number((value * digits).toPrecision(12))) / digits
  return said.toLocaleString('en', { maximumFractionDigits: 6, useGrouping: false })
}

/** The least and the most that a field takes by the schema of what is stored; null where nothing bounds it. */
export function rangeOfField(schema: z.ZodType, { per = 1 }: Shown = {}): { low: number | null; high: number | null } {
  const number = bare(schema)
  if (!(number instanceof z.ZodNumber)) return { low: null, high: null }
  const bound = (value: number | null) =>
    value === null || Math.abs(value) >= Number.MAX_SAFE_INTEGER ? null : value / per
  return { low: bound(number.minValue), high: bound(number.maxValue) }
}

/**
 * What is wrong with a figure in a field, as the schema of what is stored says it; empty where it is taken.
 * @param value as it is shown; null where nothing stands in the field
 */
export function numberMessage(schema: z.ZodType, value: number | null, shown: Shown = {}): string {
  const stored = value === null ? null : value * (shown.per ?? 1)
  const issue = bare(schema).safeParse(stored).error?.issues[0]
  if (!issue || value === null) return ''
  const { low, high } = rangeOfField(schema, shown)
  const range = `From ${written(low, Math.ceil)} to ${written(high, Math.floor)}.`
  switch (issue.code) {
    case 'too_small':
      // What is open below names no least one.
      return issue.inclusive === false ? `Above ${written(low, Math.ceil)}.` : range
    case 'too_big':
      return range
    case 'invalid_type':
      return issue.expected === 'int' ? 'A whole number.' : 'Type a number.'
    default:
      return `${sentence(issue.message)}.`
  }
}
