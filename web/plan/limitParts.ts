import { keysOf } from '#core/records.ts'
import { OPEN_LIMITS, type PlanLimits, type Weight } from '#core/planning/problem/request.ts'
import type { AimQuantity, Quantity } from '#core/quantities/units.ts'
import type { Zone } from '#core/sports/profile.ts'

/** Parts of the limits that differ from an open plan's. */
export const setLimits = (limits: PlanLimits): (keyof PlanLimits)[] =>
  keysOf(OPEN_LIMITS).filter((key) => JSON.stringify(limits[key]) !== JSON.stringify(OPEN_LIMITS[key]))

/** A choice out of all with one of them put in or out; null: all, also those that are still to come. */
export function toggled(all: readonly string[], held: readonly string[], id: string, on: boolean): string[] | null {
  const next = all.filter((x) => (x === id ? on : held.includes(x)))
  return next.length === all.length ? null : next
}

/** One more place, which may be used. */
export const withZone = ({ ownZones, zoneIds }: PlanLimits, zone: Zone) => ({
  ownZones: [...ownZones, zone],
  zoneIds: zoneIds && [...zoneIds, zone.id],
})

/** How much a number matters; `usual` is not kept. */
export function weighed(
  { matters }: PlanLimits,
  q: AimQuantity,
  weight: Weight | 'usual',
): Pick<PlanLimits, 'matters'> {
  const { [q]: _was, ...others } = matters
  return { matters: weight === 'usual' ? others : { ...others, [q]: weight } }
}

export const keeping = ({ keep }: PlanLimits, q: Quantity, on: boolean): Pick<PlanLimits, 'keep'> => ({
  keep: on ? [...keep, q] : keep.filter((x) => x !== q),
})
