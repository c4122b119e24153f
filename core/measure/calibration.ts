import { chiSquareTail } from '../numerics/student.ts'
import { fitLine } from '../numerics/line.ts'
import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import type { MeasuringMethod } from '../sports/profile.ts'
import type { ReadingBasis } from './readings.ts'

/** One reading on a reference body. */
export interface CheckPoint {
  /** What the body is, with its own standard uncertainty. */
  reference: number
  uReference: number
  reading: number
}

/** What a device shows for a true value: offset + gain·true. */
export interface CalibrationFit {
  gain: number
  offset: number
  covariance: [[number, number], [number, number]]
  /** Chance that readings as far off a straight line as these come from hand and display alone; null with no reading to spare. */
  straight: number | null
  points: number
}

/**
 * Gain and offset by least squares from readings on reference bodies, each weighted by the method's spread, its display and the
 * body's own uncertainty. What a display's gain usually is counts as one more reading of it: where bodies of one value, or of two
 * close together, cannot tell the gain, it is 1 to half a per cent, and a reading far from them is as unsure as that makes it.
 * @throws Problem `calibration.none`, `calibration.impossible` for a display that would stand still or run backwards, `number.outside`
 * @example fitCalibration([{ reference: 100, uReference: 0, reading: 101 }], scale) // { gain: 1, offset: 1, points: 1 }
 */
export function fitCalibration(points: readonly CheckPoint[], method: MeasuringMethod): CalibrationFit {
  if (points.length === 0) throw new Problem('calibration.none', 'points')
  for (const { reference, uReference, reading } of points) {
    within('body', reference, 0, 1e6)
    within('body, uncertainty', uReference, 0, 1e6)
    within('reading', reading, -1e6, 1e6)
  }
  const sigma = points.map((p) => Math.hypot(method.spread, method.resolution / Math.sqrt(12), p.uReference) || 1e-9)
  const x = points.map((p) => p.reference)
  // Weighted about the bodies' middle, where offset and gain do not mix.
  const weights = sigma.map((s) => 1 / (s * s))
  const total = weights.reduce((sum, w) => sum + w, 0)
  const meanX = points.reduce((sum, p, i) => sum + p.reference * weights[i], 0) / total
  const meanOff = points.reduce((sum, p, i) => sum + (p.reading - p.reference) * weights[i], 0) / total
  const xx = points.reduce((sum, p, i) => sum + weights[i] * (p.reference - meanX) ** 2, 0)
  const xy = points.reduce((sum, p, i) => sum + weights[i] * (p.reference - meanX) * (p.reading - p.reference), 0)
  // Bodies that tell the gain better than that do so alone: a display that is off by more is put right in full.
  const precision = xx > 1 / GAIN_U ** 2 ? xx : xx + 1 / GAIN_U ** 2
  const excess = xy / precision
  if (!(Math.abs(excess) < FURTHEST_GAIN)) throw new Problem('calibration.impossible', 'points', { gain: 1 + excess })
  const spare = points.length - 2
  const line = x.some((v) => v !== x[0]) && spare > 0 ? fitLine(x, points.map((p) => p.reading), sigma) : null // prettier-ignore
  return {
    gain: 1 + excess,
    offset: meanOff - excess * meanX,
    covariance: [
      [1 / total + (meanX * meanX) / precision, -meanX / precision],
      [-meanX / precision, 1 / precision],
    ],
    straight: line ? chiSquareTail(line.residualDeviation ** 2 * spare, spare) : null,
    points: points.length,
  }
}

/** No display that works is off by half. */
const FURTHEST_GAIN = 0.5
/** Standard uncertainty of a display's gain before it is told by bodies far apart (common practice, no source: ±1 in 100 passes a check). */
const GAIN_U = 0.005

/**
 * A reading put right by the calibration in force: (reading − offset)/gain, with the standard uncertainty that the calibration itself brings.
 * @param standsU standard uncertainty of how far the device moves while a calibration is in force
 * @example calibrated(101, { gain: 1, offset: 1, covariance: [[0.04, 0], [0, 0]], straight: null, points: 1 }, 0) // { value: 100, u: 0.2 }
 */
export function calibrated(reading: number, fit: CalibrationFit, standsU: number): { value: number; u: number } {
  within('reading', reading, -1e9, 1e9)
  const value = (reading - fit.offset) / fit.gain
  const [[aa, ab], [, bb]] = fit.covariance
  const variance = (aa + 2 * value * ab + value * value * bb) / (fit.gain * fit.gain)
  return { value, u: Math.hypot(Math.sqrt(Math.max(0, variance)), standsU) }
}

export interface CheckOutcome {
  /** Reading minus reference for each body, averaged. */
  bodies: { reference: number; difference: number; passes: boolean }[]
  passes: boolean
}

/**
 * Standard uncertainties of what a check came to.
 * @example fitUncertainty({ gain: 1, offset: 0, covariance: [[0.04, 0], [0, 0.0001]], straight: null, points: 2 }) // { offset: 0.2, gain: 0.01 }
 */
export const fitUncertainty = ({
  covariance: [[ofOffset], [, ofGain]],
}: CalibrationFit): { offset: number; gain: number } => ({
  offset: Math.sqrt(ofOffset),
  gain: Math.sqrt(ofGain),
})

/**
 * The trade's check: each body's mean reading within the tolerance of what the body is (99.5 on the 100 passes ±1; common practice, no source).
 * @example checkOutcome([{ reference: 100, uReference: 0, reading: 99.5 }], 1) // { passes: true }
 */
export function checkOutcome(points: readonly CheckPoint[], tolerance: number): CheckOutcome {
  const references = [...new Set(points.map((p) => p.reference))].sort((a, b) => a - b)
  const bodies = references.map((reference) => {
    const mine = points.filter((p) => p.reference === reference)
    const difference = mine.reduce((sum, p) => sum + p.reading - reference, 0) / mine.length
    return { reference, difference, passes: Math.abs(difference) <= tolerance + 1e-9 }
  })
  return { bodies, passes: bodies.length > 0 && bodies.every((b) => b.passes) }
}

/** One saved check of a device; `applied` when its gain and offset were put in force. */
export interface SavedCheck {
  id: string
  at: string
  applied: boolean
  points: CheckPoint[]
}

/** How far a device is to be trusted at a moment. */
export const DEVICE_STANDINGS = ['never checked', 'in order', 'out of date', 'out of tolerance'] as const
export type DeviceStanding = (typeof DEVICE_STANDINGS)[number]

export interface CalibrationInForce {
  standing: DeviceStanding
  /** The calibration whose gain and offset hold, or null when readings are taken as shown. */
  calibrationId: string | null
  fit: CalibrationFit | null
  lastCheckAt: string | null
}

/**
 * The calibration in force at a moment: the last one that was put in force before it. A check counts for the standing whether it was
 * put in force or not; one put in force mends what it found.
 * @param checks of one device and quantity, in any order
 * @param daysValid how long a check holds
 * @example inForceAt([], '2026-05-01', scale, 1, 30).standing // 'never checked'
 */
export function inForceAt(
  checks: readonly SavedCheck[],
  at: string,
  method: MeasuringMethod,
  tolerance: number,
  daysValid: number,
): CalibrationInForce {
  const before = checks.filter((c) => c.at <= at).sort((a, b) => (a.at < b.at ? -1 : 1))
  const last = before.at(-1)
  const applied = before.findLast((c) => c.applied)
  const fit = applied ? maybeFit(applied.points, method) : null
  const base = { calibrationId: applied?.id ?? null, fit, lastCheckAt: last?.at ?? null }
  if (!last) return { ...base, standing: 'never checked' }
  const put = (points: readonly CheckPoint[]) =>
    fit ? points.map((p) => ({ ...p, reading: (p.reading - fit.offset) / fit.gain })) : points
  if (!checkOutcome(put(last.points), tolerance).passes) return { ...base, standing: 'out of tolerance' }
  const age = (Date.parse(at) - Date.parse(last.at)) / 86400000
  return { ...base, standing: age > daysValid ? 'out of date' : 'in order' }
}

/** The fit, or null where the points allow none: then the display is taken as shown, and its check tells. */
function maybeFit(points: readonly CheckPoint[], method: MeasuringMethod): CalibrationFit | null {
  try {
    return fitCalibration(points, method)
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}

/** A figure as a device showed it, put right by the calibration in force, with what it needs to be kept as a reading. */
export interface PutRight {
  value: number
  basis: ReadingBasis | null
  calibrationId: string | null
  standing: DeviceStanding
}

/**
 * @param raw as the display showed it, core units
 * @param checks the device's checks of this quantity
 * @param at when it was read, ISO
 * @example putRight(322, scale, [], '2026-05-01', 30) // { value: 322, basis: null, standing: 'never checked' }
 */
export function putRight(
  raw: number,
  method: MeasuringMethod,
  checks: readonly SavedCheck[],
  at: string,
  daysValid: number,
): PutRight {
  const { fit, calibrationId, standing } = inForceAt(checks, at, method, method.tolerance, daysValid)
  if (!fit) return { value: raw, basis: null, calibrationId, standing }
  const { value, u } = calibrated(raw, fit, method.stands)
  return { value, basis: { uA: null, uB: u, perMassG: 0, perBalanceCm: 0 }, calibrationId, standing }
}
