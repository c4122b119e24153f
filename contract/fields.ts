import { z } from 'zod'
import type { ReadQuantity } from '#core/quantities/units.ts'

/** What can be wrong with a field, in words that a person may see. What a field says of itself goes before. */
z.config({
  customError: (issue) => {
    switch (issue.code) {
      case 'too_small':
        return issue.origin === 'string' || issue.origin === 'array'
          ? 'something is missing here'
          : `it is below the least that is taken, ${String(issue.minimum)}`
      case 'too_big':
        return issue.origin === 'string' || issue.origin === 'array'
          ? `it is too long: ${String(issue.maximum)} at most`
          : `it is above the most that is taken, ${String(issue.maximum)}`
      case 'invalid_value':
        return `it is none of the things that can be chosen here`
      case 'unrecognized_keys':
        return `it holds something that does not belong here`
      default:
        return 'it is missing or of the wrong kind'
    }
  },
})

/** What is wrong first. Zod never says that nothing is. */
export const firstIssue = ({ issues }: z.ZodError): z.core.$ZodIssue => issues[0]!

/** The largest whole number that a database column takes. */
const MOST = 2 ** 31 - 1

export const idSchema = z.string().min(1).max(80)
export const text = (max: number) => z.string().max(max)
export const initialsSchema = text(20)
/** A name that has to be there. */
export const nameSchema = (max: number) => z.string().trim().min(1, 'a name is needed').max(max)
export const wholeSchema = z.int().min(0).max(MOST)
/** The revision of a document; 0 before the first. */
export const revisionSchema = wholeSchema
/** A number between two bounds, both included. */
export const bounded = (low: number, high: number) => z.number().min(low).max(high)
/** A number that may lie far off on either side, and is still a number. */
export const figure = bounded(-1e6, 1e6)
/** Above nothing, by so much that it can be divided by. */
export const positive = (high: number) => bounded(1e-4, high)

const [EARLIEST, LATEST] = [Date.UTC(1970, 0, 1), Date.UTC(2200, 0, 1)]
/** A moment as ISO text. */
export const momentSchema = z.iso
  .datetime({ offset: true, message: 'it is no time' })
  .refine((at) => Date.parse(at) >= EARLIEST && Date.parse(at) < LATEST, 'it is no time of this world')

/** What can be read of a frame at all, of any sport; outside it is a slip of the hand or the line. Core units. */
export const READ_RANGES: Record<ReadQuantity, readonly [number, number]> = {
  mass: [0.01, 3000],
  balance: [0.01, 120],
  swingWeight: [0.01, 3000],
  twistWeight: [0.001, 500],
  length: [5, 120],
  leftMass: [0.01, 3000],
  rightMass: [0.01, 3000],
}
export const inReadRange = (quantity: ReadQuantity, value: number): boolean => {
  const [low, high] = READ_RANGES[quantity]
  return value >= low && value <= high
}
