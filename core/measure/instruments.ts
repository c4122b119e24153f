import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { MeasuredSummary } from './summary.ts'

/** Which instrument a number was read with, and the error that all its readings share. */
export type Instruments = Partial<Record<Quantity, { by: string; u: number }>>

/** Numbers that were read with one instrument alone. What was typed without an instrument's name is taken as read with the shop's own of that kind. */
export function instrumentsOf(summary: MeasuredSummary): Instruments {
  return Object.fromEntries(
    QUANTITIES.flatMap((quantity) => {
      const { groups } = summary.quantities[quantity]
      if (groups.length !== 1) return []
      const [{ methodId, deviceId, uShared }] = groups
      return [[quantity, { by: `${methodId} ${deviceId ?? ''}`, u: uShared }]]
    }),
  )
}

/** What two frames' numbers share when one instrument read both: the covariance of the two. */
export function sharedVariance(mine: Instruments, other: Instruments, quantity: Quantity): number {
  const [a, b] = [mine[quantity], other[quantity]]
  return a && b && a.by === b.by ? a.u * b.u : 0
}
