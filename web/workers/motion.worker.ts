import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import { periodFromMotion, type MotionRecording } from '#core/measure/motion.ts'
import type { PeriodTiming } from '#core/measure/swing.ts'
import { partsOf, Problem, type ProblemParts } from '#core/problem.ts'
import { inDegrees, isTurning, likelyChannel, readRecording } from './recording.ts'

export interface Trace {
  channels: string[]
  channel: number
  seconds: number
  samples: number
  /** For drawing: at most 900 points of the chosen channel and of the fit. */
  t: number[]
  y: number[]
  fitted: number[]
}
export type MotionAnswer =
  | {
      ok: true
      period: PeriodTiming
      amplitudeRad: number | null
      /** It seems to swing very wide: is the unit right? */
      wide: boolean
      explained: number
      trace: Trace
      ms: number
    }
  | { ok: false; why: string; problem: ProblemParts | null; trace: Trace | null }

const DRAWN = 900
let held: MotionRecording | null = null

function traceOf(recording: MotionRecording, channel: number, at?: (t: number) => number): Trace {
  const { timeS, channels } = recording
  const every = Math.max(1, Math.ceil(timeS.length / DRAWN))
  const drawn = (values: readonly number[]) => values.filter((_, i) => i % every === 0)
  return {
    channels: channels.map((c) => c.name),
    channel,
    seconds: (timeS.at(-1) ?? 0) - (timeS[0] ?? 0),
    samples: timeS.length,
    t: drawn(timeS),
    y: drawn(channels[channel]?.values ?? []),
    fitted: at ? drawn(timeS).map(at) : [],
  }
}

export const motion = {
  /** Reads a file and finds the period on its likeliest channel. */
  open(text: string): MotionAnswer {
    held = null
    try {
      held = readRecording(text)
    } catch (error) {
      return { ok: false, why: (error as Error).message, problem: null, trace: null }
    }
    return motion.fit(likelyChannel(held))
  },
  /** The period on another channel of the file that is open. @param degrees the rate of turn is in °/s, whatever its name says */
  fit(channel: number, degrees = false): MotionAnswer {
    const recording = held!
    const start = performance.now()
    const { name, values } = recording.channels[channel]!
    const turning = isTurning(name)
    const scaled =
      turning && (degrees || inDegrees(name))
        ? {
            ...recording,
            channels: recording.channels.with(channel, { name, values: values.map((v) => (v * Math.PI) / 180) }),
          }
        : recording
    try {
      const { period, amplitudeRad, wide, fit } = periodFromMotion(scaled, channel, turning)
      const ms = performance.now() - start
      return {
        ok: true,
        period,
        amplitudeRad,
        wide,
        explained: fit.explained,
        trace: traceOf(scaled, channel, fit.at),
        ms,
      }
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      return { ok: false, why: '', problem: partsOf(error), trace: traceOf(recording, channel) }
    }
  },
}

problemsCross()
Comlink.expose(motion)
