import { weightedMean } from '../numerics/weightedMean.ts'
import { convertState, layersBetween, sameCondition, type Condition, type OwnLayer } from '../frame/condition.ts'
import { doubtOfReading, doubtOfState, type Doubt } from '../frame/plausible.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { aboutAxis, estimateOf, frameState, type FrameState } from '../frame/state.ts'
import { type Estimate } from '../quantities/estimate.ts'
import { estimateWithin, within } from '../numerics/within.ts'
import { zeros, type Matrix } from '../numerics/covariance.ts'
import { GCM2_PER_KGCM2, QUANTITIES, READ_QUANTITIES, type Quantity, type ReadQuantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { apartDoubts } from './apart.ts'
import { ownLayer } from './ownLayer.ts'
import { half95, methodFor, repeats, type Reading, type RepeatSummary } from './readings.ts'

export type ReadingGroup = RepeatSummary & {
  methodId: string
  deviceId: string | null
  readingIds: string[]
  /** How it moves with the frame's mass (per g) and balance (per cm), as the state carries them: not in `standard`. */
  per: { massG: number; balanceCm: number }
  /** Its share of the number that the groups say together. */
  share: number
}

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
  const states = new Map<Converted, FrameState>()
  for (const { condition: from, summary } of elsewhere) {
    const brought = convertState(summary.state, from, { condition, axisCm }, geometry, profile, ownStrings)
    for (const quantity of QUANTITIES) {
      const estimate = estimateOf(brought, quantity)
      const read = estimateOf(summary.state, quantity)
      if (!estimate) continue
      const converted: Converted = { from, read, estimate, used: false }
      own.quantities[quantity].converted.push(converted)
      states.set(converted, brought)
    }
  }
  const known: Partial<Record<Quantity, Estimate | null>> = {}
  /** The state that each number comes from: numbers of one share their errors. */
  const from: (FrameState | null)[] = []
  for (const quantity of QUANTITIES) {
    const mine = own.quantities[quantity]
    known[quantity] = mine.combined
    from.push(mine.combined ? own.state : null)
    if (mine.combined || mine.converted.length === 0) continue
    const best = mine.converted.reduce((a, b) => (b.estimate.u < a.estimate.u ? b : a))
    best.used = true
    known[quantity] = mine.combined = best.estimate
    from[from.length - 1] = states.get(best)!
  }
  const allFrom = elsewhere.length === 1 && direct.length === 0
  const state = allFrom
    ? convertState(
        elsewhere[0].summary.state,
        elsewhere[0].condition,
        { condition, axisCm },
        geometry,
        profile,
        ownStrings,
      )
    : { ...frameState(known, axisCm), lateralCm: own.state.lateralCm, covariance: blocks([...from, own.state]) }
  for (const { summary } of elsewhere)
    for (const quantity of READ_QUANTITIES) {
      own.quantities[quantity].doubtful.push(...summary.quantities[quantity].doubtful)
      own.quantities[quantity].outliers.push(...summary.quantities[quantity].outliers)
    }
  return { state, quantities: own.quantities, ownStrings }
}

/** The covariances of those numbers that come from one state; numbers of different ones share nothing. */
function blocks(from: readonly (FrameState | null)[]): Matrix {
  const out = zeros(5)
  from.forEach((a, i) =>
    from.forEach((b, j) => {
      if (a && a === b) out[i][j] = a.covariance[i][j]
    }),
  )
  return out
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
    mean: (group: Reading[]) => (RepeatSummary & { per?: ReadingGroup['per'] }) | null,
  ) => {
    const mine = readings.filter((reading) => reading.quantity === quantity)
    const doubtful: QuantitySummary['doubtful'] = mine.flatMap((reading) => {
      const doubt = confirmed.has(reading.id) ? null : (coldDoubt(reading) ?? doubtOf(reading))
      return doubt ? [{ readingId: reading.id, doubt }] : []
    })
    const fitting = mine.filter((reading) => !doubtful.some((d) => d.readingId === reading.id))
    doubtful.push(...apartDoubts(quantity, fitting, singleOf, confirmed))
    const used = fitting.filter((reading) => !doubtful.some((d) => d.readingId === reading.id))
    const found = grouped(used).flatMap((group): ReadingGroup[] => {
      const summary = mean(group)
      if (!summary) return []
      const per = summary.per ?? NOTHING
      const average = (of: (r: Reading) => number | undefined) =>
        group.reduce((sum, r) => sum + (of(r) ?? 0), 0) / group.length
      return [
        {
          ...summary,
          methodId: group[0].methodId,
          deviceId: group[0].deviceId ?? null,
          readingIds: group.map((r) => r.id),
          per: {
            massG: per.massG + average((r) => r.basis?.perMassG),
            balanceCm: per.balanceCm + average((r) => r.basis?.perBalanceCm),
          },
          share: 0,
        },
      ]
    })
    const groups = shared(found, quantities.mass?.combined ?? null, quantities.balance?.combined ?? null)
    const outliers = groups.flatMap((group) => (group.outlier ? [group.readingIds[group.outlier.index]] : []))
    const whole = (g: ReadingGroup) =>
      wholeU(g, quantities.mass?.combined ?? null, quantities.balance?.combined ?? null)
    quantities[quantity] = { ...weighted(groups, whole), groups, doubtful, outliers, converted: [] }
    return quantities[quantity].combined
  }
  /** A reading as it would stand alone. */
  const singleOf = (reading: Reading) => ({ value: reading.value, u: meanOf([reading]).standard })
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
    (group) => movedMean(meanOf(group), group[0].axisCm ?? axisCm, axisCm, mass, balance),
  )
  const lateral =
    left && right && left.value + right.value > 1 ? lateralPlace(left, right, profile.sideEdgesCm) : undefined
  const state = frameState({ mass, balance, swingWeight, twistWeight }, axisCm, lateral)
  return { state: tied(state, quantities), quantities, ownStrings: options.ownStrings ?? null }
}

/**
 * A swing weight read about one axis, about another: its own error stays as it was read; what mass and balance bring, the state
 * carries. S′ = S + M[(b−a′)² − (b−a)²]/1000.
 * @returns null where it would have to be moved and mass or balance is not known
 */
function movedMean(
  asRead: RepeatSummary,
  about: number,
  axisCm: number,
  mass: Estimate | null,
  balance: Estimate | null,
): (RepeatSummary & { per?: ReadingGroup['per'] }) | null {
  if (about === axisCm) return asRead
  if (!mass || !balance) return null
  const moved = aboutAxis(frameState({ mass, balance, swingWeight: asRead }, about), axisCm)
  const [from, to] = [balance.value - about, balance.value - axisCm]
  const per = {
    massG: (to * to - from * from) / GCM2_PER_KGCM2,
    balanceCm: (2 * mass.value * (to - from)) / GCM2_PER_KGCM2,
  }
  return { ...asRead, value: moved.swingWeightKgCm2!, per }
}

/**
 * Where the centre of mass lies off the long axis, right positive, from the loads on two edges alike far from it:
 * ȳ = (d/2)·(R − L)/(R + L).
 * @param apartCm distance d of the edges
 * @throws Problem `number.outside`
 */
export function lateralPlace(left: Estimate, right: Estimate, apartCm: number): Estimate {
  estimateWithin('left', left, 0, 1e5)
  estimateWithin('right', right, 0, 1e5)
  const sum = within('left and right', left.value + right.value, 1)
  const half = within('edges apart', apartCm, 0.1, 200) / 2
  return {
    value: (half * (right.value - left.value)) / sum,
    u: (2 * half * Math.hypot(right.value * left.u, left.value * right.u)) / (sum * sum),
  }
}

/** Numbers worked out from the frame's mass and balance, by hand or about another axis, share their errors with them. */
function tied(state: FrameState, quantities: Record<ReadQuantity, QuantitySummary>): FrameState {
  const covariance = state.covariance.map((row) => [...row])
  for (const [quantity, k] of [
    ['swingWeight', 2],
    ['twistWeight', 3],
  ] as const) {
    const summary = quantities[quantity]
    if (!summary.combined) continue
    const perMass = summary.groups.reduce((sum, g) => sum + g.share * g.per.massG, 0)
    const perBalance = summary.groups.reduce((sum, g) => sum + g.share * g.per.balanceCm, 0)
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

const NOTHING = { massG: 0, balanceCm: 0 }
/** A group's standard uncertainty with what the frame's mass and balance bring to it. */
const wholeU = (g: ReadingGroup, mass: Estimate | null, balance: Estimate | null) =>
  Math.hypot(g.standard, g.per.massG * (mass?.u ?? 0), g.per.balanceCm * (balance?.u ?? 0))

/** The groups with their shares in what they say together, by 1/u². */
function shared(groups: readonly ReadingGroup[], mass: Estimate | null, balance: Estimate | null): ReadingGroup[] {
  if (groups.length === 0) return []
  const { shares } = weightedMean(groups.map((g) => ({ value: g.value, u: wholeU(g, mass, balance) })))
  return groups.map((g, i) => ({ ...g, share: shares[i] }))
}

/** What groups say together; what mass and balance bring is not in it. */
function weighted(groups: readonly ReadingGroup[], u: (g: ReadingGroup) => number) {
  if (groups.length === 0) return { combined: null, disagree: false }
  if (groups.length === 1) return { combined: { value: groups[0].value, u: groups[0].u }, disagree: false }
  const { value, conflict, widening } = weightedMean(groups.map((g) => ({ value: g.value, u: u(g) })))
  const own = (power: number) =>
    groups.reduce((sum, g) => sum + (g.share * g.standard) ** power / (power === 4 ? g.dof : 1), 0)
  const variance = own(2)
  const standard = widening * Math.sqrt(variance)
  const dof = variance ** 2 / own(4)
  return { combined: { value, u: half95(standard, dof) }, disagree: conflict }
}

/** The quantities that a summary knows. */
export function knownQuantities(summary: MeasuredSummary): Quantity[] {
  return QUANTITIES.filter((quantity) => summary.quantities[quantity].combined !== null)
}
