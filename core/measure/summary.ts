import { doubtOfReading, doubtOfState, type Doubt } from '../frame/plausible.ts'
import type { FrameGeometry } from '../frame/outline.ts'
import { aboutAxis, frameState, type Estimate, type FrameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { methodFor, repeats, type Reading, type RepeatSummary } from './readings.ts'

export interface QuantitySummary {
  /** One for each method used, in order of appearance; swing weight about the axis asked for. */
  groups: (RepeatSummary & { methodId: string })[]
  combined: Estimate | null
  /** Readings kept but not used until confirmed. */
  doubtful: { readingId: string; doubt: Doubt }[]
}

export interface MeasuredSummary {
  state: FrameState
  quantities: Record<Quantity, QuantitySummary>
}

/**
 * What a frame's readings say together: repeats averaged, methods weighted by 1/u², every swing weight about one axis.
 * A doubtful reading is kept out unless its id is among the confirmed. With mass and balance known each swing weight is
 * judged with them, about the axis it was read about; without them one about another axis cannot be used.
 */
export function summarise(
  readings: readonly Reading[],
  confirmed: ReadonlySet<string>,
  axisCm: number,
  geometry: FrameGeometry,
  profile: SportProfile,
): MeasuredSummary {
  const quantities = {} as Record<Quantity, QuantitySummary>
  const put = (
    quantity: Quantity,
    doubtOf: (reading: Reading) => Doubt | null,
    mean: (group: Reading[]) => RepeatSummary | null,
  ) => {
    const mine = readings.filter((reading) => reading.quantity === quantity)
    const doubtful = mine.flatMap((reading) => {
      const doubt = confirmed.has(reading.id) ? null : doubtOf(reading)
      return doubt ? [{ readingId: reading.id, doubt }] : []
    })
    const used = mine.filter((reading) => !doubtful.some((d) => d.readingId === reading.id))
    const groups = grouped(used).flatMap((group) => {
      const summary = mean(group)
      return summary ? [{ ...summary, methodId: group[0].methodId }] : []
    })
    quantities[quantity] = { groups, combined: weighted(groups), doubtful }
    return quantities[quantity].combined
  }
  const meanOf = (group: Reading[]) => {
    const values = group.map((reading) => reading.value)
    return repeats(values, methodFor(group[0].methodId, group[0].quantity, profile))
  }
  const alone = (reading: Reading) => doubtOfReading(reading.quantity, reading.value, geometry.lengthCm, profile)

  const mass = put('mass', alone, meanOf)
  const balance = put('balance', alone, meanOf)
  const twistWeight = put('twistWeight', alone, meanOf)
  const swingWeight = put(
    'swingWeight',
    (reading) => {
      const about = reading.axisCm ?? axisCm
      if (mass && balance)
        return doubtOfState(
          frameState({ mass, balance, swingWeight: { value: reading.value, u: 0 } }, about),
          geometry,
          profile,
        )
      return about === profile.axisCm ? alone(reading) : null
    },
    (group) => {
      const asRead = meanOf(group)
      const about = group[0].axisCm ?? axisCm
      if (about === axisCm) return asRead
      if (!mass || !balance) return null
      const moved = aboutAxis(frameState({ mass, balance, swingWeight: asRead }, about), axisCm)
      return { ...asRead, value: moved.swingWeightKgCm2!, u: Math.sqrt(moved.covariance[2][2]) }
    },
  )
  return { state: frameState({ mass, balance, swingWeight, twistWeight }, axisCm), quantities }
}

/** Readings of one method about one axis belong together. */
function grouped(readings: readonly Reading[]): Reading[][] {
  const groups = new Map<string, Reading[]>()
  for (const reading of readings) {
    const key = `${reading.methodId}|${reading.axisCm}`
    groups.set(key, [...(groups.get(key) ?? []), reading])
  }
  return [...groups.values()]
}

function weighted(groups: readonly Estimate[]): Estimate | null {
  if (groups.length === 0) return null
  const weights = groups.map((group) => 1 / group.u ** 2)
  const total = weights.reduce((sum, w) => sum + w, 0)
  return { value: groups.reduce((sum, group, i) => sum + group.value * weights[i], 0) / total, u: 1 / Math.sqrt(total) }
}

/** The quantities that a summary knows. */
export function knownQuantities(summary: MeasuredSummary): Quantity[] {
  return QUANTITIES.filter((quantity) => summary.quantities[quantity].combined !== null)
}
