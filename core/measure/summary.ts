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
  /** The numbers do not fit each other; swing weight is left out of the state until confirmed. */
  stateDoubt: Doubt | null
}

/**
 * What a frame's readings say together: repeats averaged, methods weighted by 1/u², every swing weight about one axis.
 * A doubtful reading is kept out unless its id is among the confirmed.
 */
export function summarise(
  readings: readonly Reading[],
  confirmed: ReadonlySet<string>,
  axisCm: number,
  geometry: FrameGeometry,
  profile: SportProfile,
): MeasuredSummary {
  const quantities = {} as Record<Quantity, QuantitySummary>
  let mass: Estimate | null = null
  let balance: Estimate | null = null
  const use = (
    quantity: Quantity,
    summarised: (group: Reading[], methodId: string) => RepeatSummary,
  ): Estimate | null => {
    const mine = readings.filter((reading) => reading.quantity === quantity)
    const doubtful = mine.flatMap((reading) => {
      const doubt =
        confirmed.has(reading.id) || judgedTogether(reading)
          ? null
          : doubtOfReading(quantity, reading.value, geometry.lengthCm, profile)
      return doubt ? [{ readingId: reading.id, doubt }] : []
    })
    const used = mine.filter((reading) => !doubtful.some((d) => d.readingId === reading.id))
    const byMethod = new Map<string, Reading[]>()
    for (const reading of used) {
      const key = `${reading.methodId}|${reading.axisCm}`
      byMethod.set(key, [...(byMethod.get(key) ?? []), reading])
    }
    const groups = [...byMethod.values()].map((group) => ({
      ...summarised(group, group[0].methodId),
      methodId: group[0].methodId,
    }))
    const combined = weighted(groups)
    quantities[quantity] = { groups, combined, doubtful }
    return combined
  }
  /** With mass and balance known a swing weight is judged with them; about another axis its usual band does not hold. */
  const judgedTogether = (reading: Reading) =>
    reading.quantity === 'swingWeight' && ((mass !== null && balance !== null) || reading.axisCm !== profile.axisCm)
  const plain = (quantity: Quantity) =>
    use(quantity, (group, methodId) =>
      repeats(
        group.map((r) => r.value),
        methodFor(methodId, quantity, profile),
      ),
    )

  mass = plain('mass')
  balance = plain('balance')
  const twistWeight = plain('twistWeight')
  const swingWeight = use('swingWeight', (group, methodId) => {
    const asRead = repeats(
      group.map((r) => r.value),
      methodFor(methodId, 'swingWeight', profile),
    )
    const from = group[0].axisCm ?? axisCm
    if (from === axisCm || !mass || !balance) return asRead
    const moved = aboutAxis(frameState({ mass, balance, swingWeight: asRead }, from), axisCm)
    return { ...asRead, value: moved.swingWeightKgCm2!, u: Math.sqrt(moved.covariance[2][2]) }
  })
  const state = frameState({ mass, balance, swingWeight, twistWeight }, axisCm)
  const swingIds = readings.filter((r) => r.quantity === 'swingWeight').map((r) => r.id)
  const accepted = swingIds.length > 0 && swingIds.every((id) => confirmed.has(id))
  const stateDoubt = accepted ? null : doubtOfState(state, geometry, profile)
  return { state: stateDoubt ? frameState({ mass, balance, twistWeight }, axisCm) : state, quantities, stateDoubt }
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
