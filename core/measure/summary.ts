import { broughtTo, layersBetween, sameCondition, type Condition, type OwnLayer } from '../frame/condition.ts'
import { doubtOfReading, doubtOfState, type Doubt } from '../frame/plausible.ts'
import type { FrameGeometry } from '../frame/outline.ts'
import { aboutAxis, estimateOf, frameState, type Estimate, type FrameState } from '../frame/state.ts'
import { chiSquareTail } from '../numerics/student.ts'
import { QUANTITIES, READ_QUANTITIES, type Quantity, type ReadQuantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { ownLayer } from './ownLayer.ts'
import { half95, methodFor, repeats, type Reading, type RepeatSummary } from './readings.ts'

export type ReadingGroup = RepeatSummary & { methodId: string; deviceId: string | null; readingIds: string[] }

/** A number read with other things on the frame, and what it comes to as asked. */
export interface Converted {
  from: Condition
  /** As it was read there; null where it needed another number. */
  read: Estimate | null
  estimate: Estimate
  used: boolean
}

export interface QuantitySummary {
  /** One for each method and device used, in order of appearance; swing weight about the axis asked for. */
  groups: ReadingGroup[]
  combined: Estimate | null
  /** Groups that do not agree within their uncertainties (χ² at 1 %). */
  disagree: boolean
  /** Readings kept but not used until confirmed. */
  doubtful: { readingId: string; doubt: Doubt }[]
  /** Readings that Grubbs' test points out; they are used like all others. */
  outliers: string[]
  /** The same number worked out from readings taken with other things on the frame. */
  converted: Converted[]
}

export interface MeasuredSummary {
  state: FrameState
  quantities: Record<ReadQuantity, QuantitySummary>
  /** The frame's own string bed, where it was read strung and bare. */
  ownStrings: OwnLayer | null
}

export interface SummaryOptions {
  /** Doubtful readings that somebody confirmed. */
  confirmed: ReadonlySet<string>
  /** Everything is brought to this axis and condition. */
  axisCm: number
  condition: Condition
  geometry: FrameGeometry
  profile: SportProfile
  /** What earlier readings of this frame say of its strings. */
  ownStrings?: OwnLayer | null
}

/**
 * What a frame's readings say together: repeats averaged, methods weighted by 1/u², every swing weight about one axis.
 * A doubtful reading is kept out unless its id is among the confirmed. With mass and balance known each swing weight is
 * judged with them, about the axis it was read about; without them one about another axis cannot be used.
 * Readings taken with other things on the frame are converted by its geometry, and used for what was not read as asked.
 */
export function summarise(readings: readonly Reading[], options: SummaryOptions): MeasuredSummary {
  const { condition, axisCm, geometry, profile } = options
  const direct = readings.filter((r) => !r.condition || sameCondition(r.condition, condition))
  const others = new Map<string, { condition: Condition; readings: Reading[] }>()
  for (const reading of readings) {
    if (direct.includes(reading)) continue
    const key = JSON.stringify(reading.condition)
    const held = others.get(key) ?? { condition: reading.condition!, readings: [] }
    others.set(key, { ...held, readings: [...held.readings, reading] })
  }
  const own = summariseAlike(direct, options)
  if (others.size === 0) return own
  let ownStrings = options.ownStrings ?? null
  const elsewhere = [...others.values()].map((other) => {
    const summary = summariseAlike(other.readings, { ...options, condition: other.condition })
    if (layersBetween(other.condition, condition).join() === 'strings') {
      const [bare, strung] = condition.stringsG === null ? [own, summary] : [summary, own]
      ownStrings = ownLayer(bare.state, strung.state) ?? ownStrings
    }
    return { ...other, summary }
  })
  for (const { condition: from, summary } of elsewhere) {
    const brought = broughtTo(summary.state, from, { condition, axisCm }, geometry, profile, ownStrings)
    for (const quantity of QUANTITIES) {
      const estimate = estimateOf(brought, quantity)
      const read = estimateOf(summary.state, quantity)
      if (estimate) own.quantities[quantity].converted.push({ from, read, estimate, used: false })
    }
  }
  const known: Partial<Record<Quantity, Estimate | null>> = {}
  for (const quantity of QUANTITIES) {
    const mine = own.quantities[quantity]
    known[quantity] = mine.combined
    if (mine.combined || mine.converted.length === 0) continue
    const best = mine.converted.reduce((a, b) => (b.estimate.u < a.estimate.u ? b : a))
    best.used = true
    known[quantity] = mine.combined = best.estimate
  }
  const allFrom = elsewhere.length === 1 && direct.length === 0
  const state = allFrom
    ? broughtTo(
        elsewhere[0].summary.state,
        elsewhere[0].condition,
        { condition, axisCm },
        geometry,
        profile,
        ownStrings,
      )
    : { ...frameState(known, axisCm), lateralCm: own.state.lateralCm }
  for (const { summary } of elsewhere)
    for (const quantity of READ_QUANTITIES) {
      own.quantities[quantity].doubtful.push(...summary.quantities[quantity].doubtful)
      own.quantities[quantity].outliers.push(...summary.quantities[quantity].outliers)
    }
  return { state, quantities: own.quantities, ownStrings }
}

/** A cold instrument's figure is kept, and used only when somebody says so. */
function coldDoubt(reading: Reading): Doubt | null {
  if (!reading.origin?.warming) return null
  return { code: 'doubt.warming', quantity: reading.quantity, data: { value: reading.value } }
}

/** Readings that were all taken with the same things on the frame. */
function summariseAlike(readings: readonly Reading[], options: SummaryOptions): MeasuredSummary {
  const { confirmed, axisCm, geometry, profile } = options
  const quantities = {} as Record<ReadQuantity, QuantitySummary>
  const put = (
    quantity: ReadQuantity,
    doubtOf: (reading: Reading) => Doubt | null,
    mean: (group: Reading[]) => RepeatSummary | null,
  ) => {
    const mine = readings.filter((reading) => reading.quantity === quantity)
    const doubtful = mine.flatMap((reading) => {
      const doubt = confirmed.has(reading.id) ? null : (coldDoubt(reading) ?? doubtOf(reading))
      return doubt ? [{ readingId: reading.id, doubt }] : []
    })
    const used = mine.filter((reading) => !doubtful.some((d) => d.readingId === reading.id))
    const groups = grouped(used).flatMap((group): ReadingGroup[] => {
      const summary = mean(group)
      const readingIds = group.map((r) => r.id)
      return summary
        ? [{ ...summary, methodId: group[0].methodId, deviceId: group[0].deviceId ?? null, readingIds }]
        : []
    })
    const outliers = groups.flatMap((group) => (group.outlier ? [group.readingIds[group.outlier.index]] : []))
    quantities[quantity] = { ...weighted(groups), groups, doubtful, outliers, converted: [] }
    return quantities[quantity].combined
  }
  const meanOf = (group: Reading[]) =>
    repeats(
      group.map((reading) => reading.value),
      methodFor(group[0].methodId, group[0].quantity, profile),
      { uA: rms(group.map((r) => r.basis?.uA)), uB: rms(group.map((r) => r.basis?.uB)) },
    )
  const alone = (reading: Reading) => doubtOfReading(reading.quantity, reading.value, geometry.lengthCm, profile)

  const mass = put('mass', alone, meanOf)
  const balance = put('balance', alone, meanOf)
  const twistWeight = put('twistWeight', alone, meanOf)
  put('length', alone, meanOf)
  const left = put('leftMass', alone, meanOf)
  const right = put('rightMass', alone, meanOf)
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
      const u = Math.sqrt(moved.covariance[2][2])
      return { ...asRead, value: moved.swingWeightKgCm2!, u, standard: (u * asRead.standard) / asRead.u }
    },
  )
  const lateral = left && right ? lateralPlace(left, right, profile.sideEdgesCm) : undefined
  const state = frameState({ mass, balance, swingWeight, twistWeight }, axisCm, lateral)
  return { state: tied(state, readings, quantities), quantities, ownStrings: options.ownStrings ?? null }
}

/**
 * Where the centre of mass lies off the long axis, right positive, from the loads on two edges alike far from it:
 * ȳ = (d/2)·(R − L)/(R + L).
 * @param apartCm distance d of the edges
 */
export function lateralPlace(left: Estimate, right: Estimate, apartCm: number): Estimate {
  const sum = left.value + right.value
  const half = apartCm / 2
  return {
    value: (half * (right.value - left.value)) / sum,
    u: (2 * half * Math.hypot(right.value * left.u, left.value * right.u)) / (sum * sum),
  }
}

/** Numbers worked out by hand from the frame's mass and balance share their errors with them. */
function tied(
  state: FrameState,
  readings: readonly Reading[],
  quantities: Record<ReadQuantity, QuantitySummary>,
): FrameState {
  const covariance = state.covariance.map((row) => [...row])
  for (const [quantity, k] of [
    ['swingWeight', 2],
    ['twistWeight', 3],
  ] as const) {
    const summary = quantities[quantity]
    if (!summary.combined) continue
    const weights = summary.groups.map((g) => 1 / g.standard ** 2)
    const total = weights.reduce((sum, w) => sum + w, 0)
    let perMass = 0
    let perBalance = 0
    summary.groups.forEach((group, i) => {
      const mine = readings.filter((r) => group.readingIds.includes(r.id))
      for (const r of mine) {
        perMass += ((r.basis?.perMassG ?? 0) / mine.length) * (weights[i] / total)
        perBalance += ((r.basis?.perBalanceCm ?? 0) / mine.length) * (weights[i] / total)
      }
    })
    if (perMass === 0 && perBalance === 0) continue
    const cov = (j: number) => perMass * state.covariance[0][j] + perBalance * state.covariance[1][j]
    covariance[k][0] = covariance[0][k] = cov(0)
    covariance[k][1] = covariance[1][k] = cov(1)
    covariance[k][k] += perMass * cov(0) + perBalance * cov(1)
    summary.combined = { ...summary.combined, u: Math.sqrt(covariance[k][k]) }
  }
  return { ...state, covariance }
}

/** Readings of one method and device about one axis belong together. */
function grouped(readings: readonly Reading[]): Reading[][] {
  const groups = new Map<string, Reading[]>()
  for (const reading of readings) {
    const key = `${reading.methodId}|${reading.deviceId ?? ''}|${reading.axisCm}`
    groups.set(key, [...(groups.get(key) ?? []), reading])
  }
  return [...groups.values()]
}

function rms(values: readonly (number | null | undefined)[]): number | null {
  const known = values.filter((v): v is number => v != null)
  return known.length === 0 ? null : Math.sqrt(known.reduce((sum, v) => sum + v * v, 0) / known.length)
}

function weighted(groups: readonly ReadingGroup[]): { combined: Estimate | null; disagree: boolean } {
  if (groups.length === 0) return { combined: null, disagree: false }
  if (groups.length === 1) return { combined: { value: groups[0].value, u: groups[0].u }, disagree: false }
  const weights = groups.map((group) => 1 / group.standard ** 2)
  const total = weights.reduce((sum, w) => sum + w, 0)
  const value = groups.reduce((sum, group, i) => sum + group.value * weights[i], 0) / total
  const apart = groups.reduce((sum, g, i) => sum + weights[i] * (g.value - value) ** 2, 0)
  const disagree = chiSquareTail(apart, groups.length - 1) < 0.01
  // Methods that do not agree are not averaged into false confidence: the Birge ratio widens what they say together.
  const standard = Math.sqrt((disagree ? apart / (groups.length - 1) : 1) / total)
  const dof = 1 / total ** 2 / groups.reduce((sum, g, i) => sum + ((weights[i] / total) * g.standard) ** 4 / g.dof, 0)
  return { combined: { value, u: half95(standard, dof) }, disagree }
}

/** The quantities that a summary knows. */
export function knownQuantities(summary: MeasuredSummary): Quantity[] {
  return QUANTITIES.filter((quantity) => summary.quantities[quantity].combined !== null)
}
