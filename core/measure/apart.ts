import type { Estimate } from '../quantities/estimate.ts'
import type { Doubt } from '../frame/plausible.ts'
import type { ReadQuantity } from '../quantities/units.ts'

/**
 * How far apart two readings of one number can be and still be of one frame, as a share of the number: beyond it one of them is of
 * another frame, another state or a slip (common practice, no source).
 */
const FURTHEST: Record<ReadQuantity, number> = {
  mass: 0.015,
  balance: 0.025,
  swingWeight: 0.05,
  twistWeight: 0.15,
  length: 0.007,
  leftMass: 0.03,
  rightMass: 0.03,
}
/** Readings of their own uncertainty may always differ by so many of both. */
const OF_THEIR_OWN = 6

/** A reading with the standard uncertainty that it has by itself. */
export type SingleReading = Estimate & { id: string }

/**
 * Whether two readings cannot both be this frame.
 * @example areApart('mass', { value: 318, u: 0.1 }, { value: 350, u: 0.1 }) // true
 */
export function areApart(quantity: ReadQuantity, a: Estimate, b: Estimate): boolean {
  const share = (FURTHEST[quantity] * Math.abs(a.value + b.value)) / 2
  return Math.abs(a.value - b.value) > Math.max(share, OF_THEIR_OWN * Math.hypot(a.u, b.u))
}

/**
 * Readings that are not used until somebody says so, each with the one that it cannot stand beside. What somebody said is right stands
 * against the rest; else more than half of all that agree do; else none is used.
 * @param confirmed ids of readings that somebody said are right
 */
export function apartFrom(
  quantity: ReadQuantity,
  readings: readonly SingleReading[],
  confirmed: ReadonlySet<string>,
): Map<string, SingleReading> {
  const said = readings.filter((r) => confirmed.has(r.id))
  const held = said.length > 0 ? said : moreThanHalf(quantity, readings)
  const doubted = readings.filter((r) => !held.includes(r) && held.every((h) => areApart(quantity, h, r)))
  return new Map(doubted.map((r) => [r.id, furthestFrom(r, held.length > 0 ? held : readings)]))
}

/** The readings that agree with one of them, where they are more than half of all; else none. */
function moreThanHalf(quantity: ReadQuantity, readings: readonly SingleReading[]): readonly SingleReading[] {
  const agreeing = readings.map((r) => readings.filter((other) => !areApart(quantity, r, other)))
  return agreeing.toSorted((a, b) => b.length - a.length).find((group) => 2 * group.length > readings.length) ?? []
}

const furthestFrom = (from: Estimate, among: readonly SingleReading[]): SingleReading =>
  among.reduce((a, b) => (Math.abs(b.value - from.value) > Math.abs(a.value - from.value) ? b : a))

/**
 * The same as doubts of readings, those about one axis held against each other.
 * @param singleOf a reading as it would stand alone, with its standard uncertainty
 */
export function apartDoubts<R extends { id: string; axisCm: number | null }>(
  quantity: ReadQuantity,
  readings: readonly R[],
  singleOf: (reading: R) => Estimate,
  confirmed: ReadonlySet<string>,
): { readingId: string; doubt: Doubt }[] {
  return [...new Set(readings.map((r) => r.axisCm))].flatMap((about) => {
    const singles = readings.filter((r) => r.axisCm === about).map((r) => ({ id: r.id, ...singleOf(r) }))
    const apart = apartFrom(quantity, singles, confirmed)
    return singles.flatMap(({ id, value }) => {
      const other = apart.get(id)
      return other
        ? [{ readingId: id, doubt: { code: 'doubt.apart' as const, quantity, data: { value, other: other.value } } }]
        : []
    })
  })
}
