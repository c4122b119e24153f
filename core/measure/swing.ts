import { GCM2_PER_KGCM2, GRAVITY_CM_S2 } from '../quantities/units.ts'
import { fitLine } from '../numerics/line.ts'
import { Problem } from '../problem.ts'
import type { Estimate } from '../frame/state.ts'

/** Arithmetic-geometric mean of two positive numbers. */
export function agm(a: number, b: number): number {
  let [x, y] = [a, b]
  for (let i = 0; i < 60 && Math.abs(x - y) > 1e-16 * x; i++) [x, y] = [(x + y) / 2, Math.sqrt(x * y)]
  return x
}

/**
 * A pendulum's period over its period at vanishing amplitude: 1/agm(1, cos(θ/2)), exact.
 * @param amplitudeRad largest angle from the rest position, 0 to under π
 * @throws Problem `swing.amplitude`
 * @example amplitudeFactor(Math.PI / 18) // 1.001907
 */
export function amplitudeFactor(amplitudeRad: number): number {
  if (!(amplitudeRad >= 0 && amplitudeRad < Math.PI)) throw new Problem('swing.amplitude', 'amplitude')
  return 1 / agm(1, Math.cos(amplitudeRad / 2))
}

/**
 * Normal gravity on the ellipsoid in cm/s² (GRS80, Somigliana's closed form; constants from memory).
 * @param latitudeDeg −90 to 90
 * @example gravityAt(45) // 980.61992
 */
export function gravityAt(latitudeDeg: number): number {
  if (!(Math.abs(latitudeDeg) <= 90)) throw new Problem('gravity.latitude', 'latitude')
  const sine = Math.sin((latitudeDeg * Math.PI) / 180) ** 2
  return (978.03267715 * (1 + 0.001931851353 * sine)) / Math.sqrt(1 - 0.0066943800229 * sine)
}

/** Gravity to work with: the standard one, or the one of a latitude. What is not known of a place (height, rock) is 0.03 cm/s². */
export function gravityFor(latitudeDeg: number | null): Estimate {
  return latitudeDeg === null ? { value: GRAVITY_CM_S2, u: 1.2 } : { value: gravityAt(latitudeDeg), u: 0.03 }
}

/** How a period was timed. */
export interface PeriodTiming extends Estimate {
  /** Whole swings behind it. */
  swings: number
}

/** A hand on a stopwatch starts and stops to about 0.1 s each (common practice, no source); a tap on a key to about 0.04 s. */
export const HAND_TIMING = { stopwatchS: 0.14, tapS: 0.04 } as const

/**
 * Period from one stopwatch figure over several swings, or several such figures.
 * @param totalsS seconds, each over `swings` whole swings
 */
export function periodFromStopwatch(totalsS: readonly number[], swings: number): PeriodTiming {
  if (totalsS.length === 0 || !(swings >= 1)) throw new Problem('swing.tooFew', 'swings')
  if (totalsS.some((t) => !(t > 0))) throw new Problem('swing.timesOutOfOrder', 'total')
  const n = totalsS.length
  const mean = totalsS.reduce((sum, t) => sum + t, 0) / n
  const seen = n > 2 ? Math.sqrt(totalsS.reduce((sum, t) => sum + (t - mean) ** 2, 0) / (n - 1)) : 0
  const spread = Math.max(HAND_TIMING.stopwatchS, seen)
  return { value: mean / swings, u: spread / Math.sqrt(n) / swings, swings: n * swings }
}

/**
 * Period from taps, one each time the frame passes the same way: the slope of a straight line through (k, t_k), with its
 * standard error. A tap that was missed leaves a gap that is counted as such.
 * @param tapsS seconds, increasing, at least 4
 * @throws Problem `swing.tooFew`, `swing.timesOutOfOrder`, `swing.uneven` when the taps keep no time
 */
export function periodFromTaps(tapsS: readonly number[]): PeriodTiming {
  const n = tapsS.length
  if (n < 4) throw new Problem('swing.tooFew', 'taps', { taps: n })
  const gaps = tapsS.slice(1).map((t, i) => t - tapsS[i])
  if (gaps.some((gap) => !(gap > 0))) throw new Problem('swing.timesOutOfOrder', 'taps')
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)]
  const counts = [0]
  for (const gap of gaps) counts.push(counts[counts.length - 1] + Math.max(1, Math.round(gap / usual)))
  const line = fitLine(counts, tapsS)
  if (line.residualDeviation > 0.15 * usual)
    throw new Problem('swing.uneven', 'taps', { residual: line.residualDeviation })
  // Few taps show too little of their own scatter: a hand's usual one stands in where it is the larger.
  const spread = Math.max(line.residualDeviation, n < 10 ? HAND_TIMING.tapS : 0)
  const perSpread =
    line.residualDeviation > 0 ? Math.sqrt(line.covariance[1][1]) / line.residualDeviation : slopeShare(counts)
  return { value: line.slope, u: spread * perSpread, swings: counts[n - 1] }
}

const slopeShare = (x: readonly number[]) => {
  const mean = x.reduce((s, v) => s + v, 0) / x.length
  return 1 / Math.sqrt(x.reduce((s, v) => s + (v - mean) ** 2, 0))
}

/** Inertia in kg·cm² about the pin of a pendulum with Σm·(x−p) = `momentGCm`, from its small-swing period. */
export function pendulumInertia(momentGCm: number, periodS: number, gravityCmS2: number): number {
  return (momentGCm * gravityCmS2 * periodS * periodS) / (4 * Math.PI * Math.PI * GCM2_PER_KGCM2)
}
