import { Problem } from '../problem.ts'
import { fitSinusoid, lineNear, strongestLines, type SinusoidFit } from '../numerics/sinusoid.ts'
import { amplitudeFactor, type PeriodTiming } from './swing.ts'

/** A recording of a motion sensor: one time in seconds for every row, and its channels. */
export interface MotionRecording {
  timeS: number[]
  channels: { name: string; values: number[] }[]
}

export interface MotionFit {
  period: PeriodTiming
  fit: SinusoidFit
  /**
   * For a turning rate in rad/s: the swing's amplitude at the start, rad, and the period is that of a vanishing swing. Null for
   * other channels: then the period is as it swung.
   */
  amplitudeRad: number | null
  /** Wider than a frame is usually swung by hand: is the rate of turn in the unit that was taken? */
  wide: boolean
}

/** Fewest whole swings that a period is taken from. */
const FEWEST = 5
/** No frame on a pin or on threads swings faster or slower than this, s. */
const SHORTEST_S = 0.2
const LONGEST_S = 15
/** A line that noise shows once in ten thousand recordings. */
const CLEAR = 1e-4
/** Swings are kept under about 20°; one that seems wider than this may be a sensor in another unit. */
const WIDE_RAD = 0.6
/** No frame is swung wider than this by hand. */
const LARGEST_RAD = 1.5

/**
 * Period of a swing from one channel of a recording. Refuses, with the reason, what has no one clear period, and what swings at twice
 * the frame's rate: then another channel shows a line at half of it (an accelerometer along the frame feels every swing twice).
 * @param channel the channel's index @param turningRate the channel is a rate of turn in rad/s, which gives the amplitude too
 * @throws Problem `swing.unlikely` for a period of no frame, `swing.noClearPeriod`, `swing.twoPeriods`, `swing.doubled`, `swing.tooFew`, and those of `fitSinusoid`
 */
export function periodFromMotion(recording: MotionRecording, channel: number, turningRate: boolean): MotionFit {
  const { timeS: t, channels } = recording
  const y = channels[channel].values
  if (t.length < 20) throw new Problem('swing.tooShort', 'recording', { samples: t.length })
  for (let i = 1; i < t.length; i++)
    if (!(t[i] > t[i - 1])) throw new Problem('swing.timesOutOfOrder', 'recording', { row: i + 1 })
  const { first, second } = strongestLines(t, y)
  if (first.chance > CLEAR) throw new Problem('swing.noClearPeriod', 'recording', { hz: first.hz })
  if (second && second.height > 0.4 * first.height && second.chance < CLEAR)
    throw new Problem('swing.twoPeriods', 'recording', { hz: first.hz, other: second.hz })
  const half = channels.find((other) => {
    const line = lineNear(t, other.values, first.hz / 2)
    return line.chance < CLEAR && line.share > 0.05
  })
  if (half) throw new Problem('swing.doubled', 'recording', { hz: first.hz, channel: half.name })
  const fit = fitSinusoid(t, y, first.hz)
  if (fit.explained < 0.5)
    throw new Problem('swing.noClearPeriod', 'recording', { hz: first.hz, explained: fit.explained })
  if (!(fit.periodS > SHORTEST_S && fit.periodS < LONGEST_S))
    throw new Problem('swing.unlikely', 'recording', { periodS: fit.periodS })
  if (fit.swings < FEWEST) throw new Problem('swing.tooFew', 'recording', { swings: fit.swings })
  const asSwung = {
    period: { value: fit.periodS, u: fit.uPeriodS, swings: fit.swings },
    fit,
    amplitudeRad: null,
    wide: turningRate && fit.amplitude / fit.omega > LARGEST_RAD,
  }
  const amplitudeRad = fit.amplitude / fit.omega
  if (!turningRate || amplitudeRad > LARGEST_RAD) return asSwung
  const small = fitSinusoid(evenTimes(t, amplitudeRad, fit.damping), y, fit.omega / (2 * Math.PI))
  const period = { value: small.periodS, u: small.uPeriodS, swings: fit.swings }
  return { period, fit, amplitudeRad, wide: amplitudeRad > WIDE_RAD }
}

/**
 * Times that run slower where the swing is wider, so that in them it keeps one rate: that of a vanishing swing.
 * τ(t) = ∫dt/F(θ₀e^(−γt)), F the amplitude factor, by the trapezium rule from sample to sample.
 */
function evenTimes(t: readonly number[], firstRad: number, damping: number): number[] {
  const rate = (time: number) =>
    1 / amplitudeFactor(Math.min(LARGEST_RAD, firstRad * Math.exp(-damping * (time - t[0]))))
  const out = [0]
  let before = rate(t[0])
  for (let i = 1; i < t.length; i++) {
    const now = rate(t[i])
    out.push(out[i - 1] + ((t[i] - t[i - 1]) * (before + now)) / 2)
    before = now
  }
  return out
}
