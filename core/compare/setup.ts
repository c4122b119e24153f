import { convertState, keepingAdded, NOTHING_ON, type Condition, type OwnLayer } from '../frame/condition.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { estimateOf, frameState, type FrameState } from '../frame/state.ts'
import { type Estimate } from '../quantities/estimate.ts'
import { propagate, zeros } from '../numerics/covariance.ts'
import { weightedMean } from '../numerics/weightedMean.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'

export const GRADES = ['measured by us', 'measured by others', 'published', 'hearsay'] as const
export type Grade = (typeof GRADES)[number]

/** A number as it was given, core units: low and high differ for a range. `u` is given where the source gave it. */
export interface Figure {
  low: number
  high: number
  /** Standard uncertainty that came with the number; null: by its grade. */
  u: number | null
}

/** What one source said of a frame: each number in the same condition and about the same axis. Null is not known. */
export interface Report {
  id: string
  source: string
  dated: string
  grade: Grade
  condition: Condition
  /** Axis of the swing weight, cm from the butt. */
  axisCm: number
  figures: Record<Quantity, Figure | null>
  note: string
}

/** A published or earlier setup: what is told of one frame, by one source or several that may not agree. */
export interface ReferenceSetup {
  id: string
  name: string
  geometry: FrameGeometry
  reports: Report[]
}

/**
 * Standard uncertainty of a number by how it came about, in the sport's tolerances (common practice, no source): a printed
 * weight is good to two tolerances, one that was told to four.
 */
export const GRADE_SPREAD: Record<Grade, Record<Quantity, number>> = {
  'measured by us': { mass: 0.2, balance: 0.3, swingWeight: 0.4, twistWeight: 0.4 },
  'measured by others': { mass: 0.6, balance: 0.75, swingWeight: 0.75, twistWeight: 0.8 },
  published: { mass: 2, balance: 1.5, swingWeight: 1.5, twistWeight: 1.5 },
  hearsay: { mass: 4, balance: 2.5, swingWeight: 3, twistWeight: 2.7 },
}

/**
 * A number with its standard uncertainty: the middle of a range with (high − low)/√12 (JCGM 100:2008, 4.3.7), in quadrature
 * with what came with it or what its grade stands for.
 */
export function estimateOfFigure(figure: Figure, grade: Grade, quantity: Quantity, profile: SportProfile): Estimate {
  const own = figure.u ?? GRADE_SPREAD[grade][quantity] * profile.tolerance[quantity]
  return { value: (figure.low + figure.high) / 2, u: Math.hypot(own, (figure.high - figure.low) / Math.sqrt(12)) }
}

/** The sport's usual state for comparing frames that have nothing else in common: strung where it has strings, base grip, no overgrip. */
export function standardState(profile: SportProfile): { condition: Condition; axisCm: number } {
  return {
    condition: { ...NOTHING_ON, stringsG: profile.layers.strings?.massG ?? null, grip: 'base' },
    axisCm: profile.axisCm,
  }
}

/** One report brought to a condition and axis; what is not known, or cannot be brought there, is null. */
export function reportState(
  report: Report,
  to: { condition: Condition; axisCm: number },
  geometry: FrameGeometry,
  profile: SportProfile,
): FrameState {
  const numbers: Partial<Record<Quantity, Estimate | null>> = {}
  for (const quantity of QUANTITIES) {
    const figure = report.figures[quantity]
    numbers[quantity] = figure && estimateOfFigure(figure, report.grade, quantity, profile)
  }
  // Without mass and balance a swing weight cannot be moved to another axis: it is then not known there.
  const stuck = (!numbers.mass || !numbers.balance) && report.axisCm !== to.axisCm
  const given = stuck ? frameState({ ...numbers, swingWeight: null }, to.axisCm) : frameState(numbers, report.axisCm)
  // What was added to the frame at hand is not on theirs.
  const condition = keepingAdded(to.condition, NOTHING_ON)
  return convertState(given, report.condition, { ...to, condition }, geometry, profile)
}

/** How several reports of one number stand to each other. */
export interface Agreement {
  count: number
  /** Lowest and highest report, core units, brought to one state. */
  low: number
  high: number
  /** They differ by more than their uncertainties allow (χ², 5 %). */
  conflict: boolean
}

export interface CombinedSetup {
  state: FrameState
  agreement: Record<Quantity, Agreement | null>
  /** Each report brought to the same state, in the order given. */
  each: FrameState[]
}

/**
 * A setup brought to one condition and axis: each report converted by the frame's geometry, then their `weightedMean` per
 * number, widened where they do not agree. Reports count as independent, conversions included.
 */
export function combined(
  setup: Pick<ReferenceSetup, 'reports' | 'geometry'>,
  to: { condition: Condition; axisCm: number },
  profile: SportProfile,
): CombinedSetup {
  const each = setup.reports.map((report) => reportState(report, to, setup.geometry, profile))
  const agreement = {} as CombinedSetup['agreement']
  if (each.length === 1) {
    for (const quantity of QUANTITIES) {
      const e = estimateOf(each[0], quantity)
      agreement[quantity] = e && { count: 1, low: e.value, high: e.value, conflict: false }
    }
    return { state: each[0], agreement, each }
  }
  const values: Partial<Record<Quantity, Estimate | null>> = {}
  const weights = each.map(() => [0, 0, 0, 0, 1])
  const widen = [1, 1, 1, 1, 1]
  QUANTITIES.forEach((quantity, q) => {
    const known = each.flatMap((state, i) => {
      const e = estimateOf(state, quantity)
      return e ? [{ i, ...e }] : []
    })
    agreement[quantity] = null
    values[quantity] = null
    if (known.length === 0) return
    const { value, shares, conflict, widening } = weightedMean(known)
    known.forEach((k, n) => (weights[k.i][q] = shares[n]))
    widen[q] = widening
    values[quantity] = { value, u: 0 }
    agreement[quantity] = {
      count: known.length,
      low: Math.min(...known.map((k) => k.value)),
      high: Math.max(...known.map((k) => k.value)),
      conflict,
    }
  })
  const state = frameState(values, to.axisCm)
  const covariance = zeros(5)
  each.forEach((one, r) => {
    const jacobian = zeros(5)
    for (let i = 0; i < 4; i++) jacobian[i][i] = weights[r][i]
    propagate(jacobian, one.covariance).forEach((row, i) => row.forEach((v, j) => (covariance[i][j] += v)))
  })
  for (let i = 0; i < 5; i++) for (let j = 0; j < 5; j++) covariance[i][j] *= widen[i] * widen[j]
  return { state: { ...state, covariance }, agreement, each }
}

/** A setup brought to a condition and axis, its reports together; unknown numbers stay unknown. */
export function referenceState(
  reference: Pick<ReferenceSetup, 'reports' | 'geometry'>,
  to: { condition: Condition; axisCm: number },
  profile: SportProfile,
): FrameState {
  return combined(reference, to, profile).state
}

/** A setup out of one report with known numbers. */
export function singleReport(
  report: Pick<Report, 'condition' | 'axisCm'> & Partial<Report>,
  numbers: Partial<Record<Quantity, Estimate | null>>,
): Report {
  const figure = (q: Quantity): Figure | null => {
    const n = numbers[q]
    return n ? { low: n.value, high: n.value, u: n.u } : null
  }
  return {
    id: 'report-1',
    source: '',
    dated: '',
    grade: 'measured by us',
    note: '',
    ...report,
    figures: {
      mass: figure('mass'),
      balance: figure('balance'),
      swingWeight: figure('swingWeight'),
      twistWeight: figure('twistWeight'),
    },
  }
}

/** The best grade among a setup's reports. */
export function bestGrade(reports: readonly Pick<Report, 'grade'>[]): Grade {
  return GRADES.find((grade) => reports.some((r) => r.grade === grade)) ?? 'hearsay'
}

/** A measured frame brought to a condition and axis, with what was added to it earlier left on; a swing weight that cannot be moved there without mass and balance is not known there. */
export function convertWhereKnown(
  state: FrameState,
  from: Condition,
  to: { condition: Condition; axisCm: number },
  geometry: FrameGeometry,
  profile: SportProfile,
  ownStrings: OwnLayer | null = null,
): FrameState {
  const stuck = (state.massG === null || state.balanceCm === null) && state.axisCm !== to.axisCm
  const given: FrameState = stuck ? { ...state, swingWeightKgCm2: null, axisCm: to.axisCm } : state
  return convertState(
    given,
    from,
    { ...to, condition: keepingAdded(to.condition, from) },
    geometry,
    profile,
    ownStrings,
  )
}
