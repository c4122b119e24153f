import { GCM2_PER_KGCM2, GRAVITY_CM_S2 } from '../quantities/units.ts'
import { fitLine } from '../numerics/line.ts'
import { studentT } from '../numerics/student.ts'
import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import { half95 } from './readings.ts'
import type { Estimate } from '../quantities/estimate.ts'

/**
 * Arithmetic-geometric mean of two positive numbers.
 * @example agm(1, Math.SQRT2) // 1.19814…
 */
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
 * The same for a body that turns on two equal parallel threads: exact, by quadrature of energy. The body rises as it turns by
 * h = ℓ − √(ℓ² − 2r²(1−cos θ)); P = 4∫dθ/ω, ½(T + M·h′²)ω² = M·g·(h(A) − h(θ)), with θ = A·sin φ. On long threads it is the
 * pendulum's factor.
 * @param ratio half the distance of the threads over their length, r/ℓ
 * @param share the body's inertia over M·r²
 * @throws Problem `swing.amplitude`, `number.outside`
 * @example bifilarFactor(Math.PI / 18, 1e-4, 1) // 1.001907
 */
export function bifilarFactor(amplitudeRad: number, ratio: number, share: number): number {
  const A = amplitudeRad
  within('threads', ratio, 1e-6, 100)
  within('inertia', share, 1e-6, 1e6)
  const under = (a: number) => 1 - 2 * ratio * ratio * (1 - Math.cos(a))
  if (!(A >= 0 && A < Math.PI && under(A) > 0 && share > 0)) throw new Problem('swing.amplitude', 'amplitude')
  if (A < 1e-9) return 1
  // h(A) − h(a) over ℓ, as a product: no digits are lost however small the swing.
  const riseFrom = (a: number) =>
    (4 * ratio * ratio * Math.sin((A + a) / 2) * Math.sin((A - a) / 2)) / (Math.sqrt(under(a)) + Math.sqrt(under(A)))
  const NODES = 48
  let sum = 0
  for (let i = 0; i < NODES; i++) {
    const phi = ((i + 0.5) / NODES) * (Math.PI / 2)
    const a = A * Math.sin(phi)
    const upward = (ratio * Math.sin(a)) ** 2 / (share * under(a))
    sum += Math.sqrt(((1 + upward) * ratio * ratio) / (2 * riseFrom(a))) * A * Math.cos(phi)
  }
  return sum / NODES
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

/**
 * Gravity to work with: the standard one, or the one of a latitude. What is not known of a place (height, rock) is 0.03 cm/s².
 * @example gravityFor(null).value // 980.665
 */
export function gravityFor(latitudeDeg: number | null): Estimate {
  return latitudeDeg === null ? { value: GRAVITY_CM_S2, u: 1.2 } : { value: gravityAt(latitudeDeg), u: 0.03 }
}

/** How a period was timed. */
export interface PeriodTiming extends Estimate {
  /** Whole swings behind it. */
  swings: number
  /** The first tap came late, as a hand does that waits for the swing: it was left out. */
  lateStart?: boolean
}

/** A hand on a stopwatch starts and stops to about 0.1 s each (common practice, no source); a key is noticed to about 0.005 s. */
export const HAND_TIMING = { stopwatchS: 0.14, keyS: 0.005 } as const
/** Fewest taps by which a late first one can be told. */
const TELLS_LATE = 7

/**
 * Period from one stopwatch figure over several swings, or several such figures.
 * @param totalsS seconds, each over `swings` whole swings
 * @example periodFromStopwatch([14.2, 14.0], 10).value // 1.41
 */
export function periodFromStopwatch(totalsS: readonly number[], swings: number): PeriodTiming {
  if (totalsS.length === 0 || !(swings >= 1)) throw new Problem('swing.tooFew', 'swings')
  if (!Number.isInteger(swings)) throw new Problem('number.notWhole', 'swings', { text: String(swings) })
  within('swings', swings, 1, 10000)
  if (totalsS.some((t) => !(t > 0 && t < 1e5))) throw new Problem('swing.timesOutOfOrder', 'total')
  const n = totalsS.length
  const mean = totalsS.reduce((sum, t) => sum + t, 0) / n
  const seen = n > 2 ? Math.sqrt(totalsS.reduce((sum, t) => sum + (t - mean) ** 2, 0) / (n - 1)) : 0
  const spread = Math.max(HAND_TIMING.stopwatchS, seen)
  return { value: mean / swings, u: spread / Math.sqrt(n) / swings, swings: n * swings }
}

/**
 * Period from taps, one each time the frame passes the same way: the slope of a straight line through (k, t_k). How steady this
 * hand is, its own taps show: half of the 95 % by Student's factor. A tap that was missed leaves a gap that is counted as such;
 * a first tap that is further off the line through the others than one in a hundred would be is left out, and said.
 * @param tapsS seconds, increasing, at least 4
 * @throws Problem `swing.tooFew`, `swing.timesOutOfOrder`, `swing.uneven` when the taps keep no time
 * @example periodFromTaps([0, 1.4, 2.8, 4.2]).value // 1.4
 */
export function periodFromTaps(tapsS: readonly number[]): PeriodTiming {
  const n = tapsS.length
  if (n < 4) throw new Problem('swing.tooFew', 'taps', { taps: n })
  const gaps = tapsS.slice(1).map((t, i) => t - tapsS[i])
  if (gaps.some((gap) => !(gap > 0 && gap < 1e5))) throw new Problem('swing.timesOutOfOrder', 'taps')
  const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)]
  const counts = [0]
  for (const gap of gaps) counts.push(counts[counts.length - 1] + Math.max(1, Math.round(gap / usual)))
  const lateStart = n >= TELLS_LATE && isLate(counts, tapsS)
  const from = lateStart ? 1 : 0
  const used = counts.slice(from)
  const line = fitLine(used, tapsS.slice(from))
  if (line.residualDeviation > 0.15 * usual)
    throw new Problem('swing.uneven', 'taps', { residual: line.residualDeviation })
  const standard = Math.max(line.residualDeviation, HAND_TIMING.keyS) * slopeShare(used)
  return { value: line.slope, u: half95(standard, used.length - 2), swings: counts[n - 1] - counts[from], lateStart }
}

/** Is the first tap off the line through the others by more than they explain (Student, 1 %)? */
function isLate(counts: readonly number[], taps: readonly number[]): boolean {
  const [x, ...others] = counts
  const line = fitLine(others, taps.slice(1))
  const off = taps[0] - (line.intercept + line.slope * x)
  const mean = others.reduce((sum, v) => sum + v, 0) / others.length
  const spread = Math.max(line.residualDeviation, HAND_TIMING.keyS)
  const u = spread * Math.sqrt(1 + 1 / others.length + (x - mean) ** 2 * slopeShare(others) ** 2)
  return off > studentT(0.98, others.length - 2) * u
}

const slopeShare = (x: readonly number[]) => {
  const mean = x.reduce((s, v) => s + v, 0) / x.length
  return 1 / Math.sqrt(x.reduce((s, v) => s + (v - mean) ** 2, 0))
}

/**
 * Inertia in kg·cm² about the pin of a pendulum with Σm·(x−p) = `momentGCm`, from its small-swing period.
 * @example pendulumInertia(330 * 32.5, 1.4, 980.665) // 522.173
 */
export function pendulumInertia(momentGCm: number, periodS: number, gravityCmS2: number): number {
  within('moment', momentGCm, -1e7, 1e7)
  within('period', periodS, 0, 100)
  within('gravity', gravityCmS2, 0, 1e4)
  return (momentGCm * gravityCmS2 * periodS * periodS) / (4 * Math.PI * Math.PI * GCM2_PER_KGCM2)
}
