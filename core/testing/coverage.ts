import { aboutAxis, estimateOf, frameState, recoilWeight, type Estimate } from '../frame/state.ts'
import { calibrated, fitCalibration } from '../measure/calibration.ts'
import {
  balanceBySupport,
  balanceOnEdge,
  RECORDER_U,
  swingWeightByPendulum,
  twistWeightByThreads,
  twistWeightByTwoSwings,
  type Recorder,
} from '../measure/byHand.ts'
import { periodFromMotion } from '../measure/motion.ts'
import type { Reading } from '../measure/readings.ts'
import { summarise } from '../measure/summary.ts'
import { amplitudeFactor, bifilarFactor, HAND_TIMING, periodFromStopwatch, periodFromTaps } from '../measure/swing.ts'
import { normal, seeded } from '../numerics/random.ts'
import { Problem } from '../problem.ts'
import { massPerCm } from '../plan/weighing.ts'
import { tennis } from '../sports/tennis.ts'
import type { MeasuringMethod } from '../sports/profile.ts'
import { BARE } from './fixtures.ts'

/**
 * Do the stated uncertainties hold? Each case makes up a true value and readings of it with the errors that its method is said to
 * have, has it worked out as Kevro does, and says what came out.
 */
export interface CoverageCase {
  method: string
  case: string
  /** Fewer where one takes long. */
  times: number
  /** @returns what was stated, and what it truly was */
  once: (random: Random) => { stated: Estimate; truth: number }
}
interface Random {
  /** Normally spread. */
  n: (u?: number) => number
  /** Evenly spread from −half to half. */
  even: (half: number) => number
}

const G = 980.665
const AXIS = 10.16
const TRUE = { mass: 331.4, balance: 32.47, swing: 326.3, twist: 14.1 }
const methodOf = (id: string, quantity: Reading['quantity']): MeasuringMethod =>
  tennis.methods.find((m) => m.id === id && m.quantity === quantity)!

/** Three readings of one instrument: it is off by so much all day, the hand scatters, the display rounds. */
function readings(
  random: Random,
  id: string,
  quantity: Reading['quantity'],
  truth: number,
  axisCm: number | null = null,
) {
  const method = methodOf(id, quantity)
  const off = random.n(method.device)
  return [0, 1, 2].map((i): Reading => {
    const shown = truth + off + random.n(method.spread)
    const value = Math.round(shown / method.resolution) * method.resolution
    return { id: `${quantity}${i}${axisCm}`, quantity, value, axisCm, methodId: id }
  })
}
const exactly = (value: number): Estimate => ({ value, u: 0 })
const TRUTH = frameState(
  { mass: exactly(TRUE.mass), balance: exactly(TRUE.balance), swingWeight: exactly(TRUE.swing) },
  AXIS,
)
/** The frame read about one axis and wanted about another. */
function readAbout(random: Random, axisCm: number, wantedCm: number) {
  const swing = aboutAxis(TRUTH, axisCm).swingWeightKgCm2!
  return summarise(
    [
      ...readings(random, 'scale', 'mass', TRUE.mass),
      ...readings(random, 'balance-board', 'balance', TRUE.balance),
      ...readings(random, 'swing-machine', 'swingWeight', swing, axisCm),
    ],
    {
      confirmed: new Set(['swingWeight0', 'swingWeight1', 'swingWeight2'].map((id) => `${id}${axisCm}`)),
      axisCm: wantedCm,
      condition: BARE,
      geometry: tennis.geometry,
      profile: tennis,
    },
  ).state
}

const PIN = 1.5
const pinU = 0.05
const amplitudeU = 0.25
const PHONE: Recorder = { massG: 180, atCm: 41, offFaceCm: 1, longCm: 15, wideCm: 7.2, thickCm: 0.8 }
const box = (m: number, a: number, b: number) => (m * (a * a + b * b)) / 12 / 1000
/** The true period of the frame, with a phone or without, in one plane. */
function periodOf(amplitude: number, phone: Recorder | null, plane: 'face' | 'edge'): number {
  const arm = TRUE.balance - PIN
  const own = TRUE.swing - (TRUE.mass * (TRUE.balance - AXIS) ** 2) / 1000 + (TRUE.mass * arm * arm) / 1000
  const z = tennis.thicknessKgCm2.value
  let inertia = plane === 'face' ? own : own + TRUE.twist - z
  let moment = TRUE.mass * arm
  if (phone) {
    const at = phone.atCm - PIN
    const off = plane === 'face' ? phone.offFaceCm : 0
    inertia += (phone.massG * (at * at + off * off)) / 1000
    inertia +=
      plane === 'face' ? box(phone.massG, phone.longCm, phone.thickCm) : box(phone.massG, phone.longCm, phone.wideCm)
    moment += phone.massG * at
  }
  return 2 * Math.PI * Math.sqrt((1000 * inertia) / (moment * G)) * amplitudeFactor(amplitude)
}
const given = (random: Random) => ({
  mass: { value: TRUE.mass + random.n(0.12), u: 0.12 },
  balance: { value: TRUE.balance + random.n(0.05), u: 0.05 },
  pinCm: { value: PIN + random.n(pinU), u: pinU },
  gravityCmS2: { value: G + random.n(0.03), u: 0.03 },
})
const phoneAsKnown = (random: Random): Recorder => ({
  massG: PHONE.massG + random.n(RECORDER_U.massG),
  atCm: PHONE.atCm + random.n(RECORDER_U.atCm),
  offFaceCm: PHONE.offFaceCm + random.n(RECORDER_U.offFaceCm),
  longCm: PHONE.longCm + random.n(RECORDER_U.sizeCm),
  wideCm: PHONE.wideCm + random.n(RECORDER_U.sizeCm),
  thickCm: PHONE.thickCm + random.n(RECORDER_U.sizeCm),
})
const taps = (random: Random, n: number, period: number, u: number, late = 0) =>
  Array.from({ length: n }, (_, k) => 5 + k * period + random.n(u) + (k === 0 ? late : 0))
/** An angle judged by eye, to a quarter of it. */
const angle = (random: Random, truth: number) => {
  const value = truth * (1 + random.n(amplitudeU))
  return { value: Math.max(0.01, value), u: amplitudeU * Math.max(0.01, value) }
}
function pendulum(random: Random, period: Estimate, amplitude: number, phone: Recorder | null) {
  const found = swingWeightByPendulum({
    ...given(random),
    period,
    amplitudeRad: angle(random, amplitude),
    axisCm: AXIS,
    recorder: phone,
  })
  return { stated: found, truth: TRUE.swing }
}

/** A motion recording of a swing, with noise that hangs together by `memory` from sample to sample. */
function recording(random: Random, memory: number) {
  const n = 2500
  const noise: number[] = []
  for (let i = 0; i < n; i++) noise.push((noise[i - 1] ?? 0) * memory + random.n(0.06 * Math.sqrt(1 - memory * memory)))
  const timeS = Array.from({ length: n }, (_, i) => i / 100)
  const w = (2 * Math.PI) / 1.37
  const phase = random.even(3)
  return { timeS, channels: [{ name: 'acc', values: timeS.map((t, i) => 0.5 * Math.cos(w * t + phase) + noise[i]!) }] }
}
const recorded = (memory: number) => (random: Random) => ({
  stated: periodFromMotion(recording(random, memory), 0, false).period,
  truth: 1.37,
})

function afterCheck(random: Random, truth: number, bodies: readonly number[]) {
  const method = methodOf('swing-machine', 'swingWeight')
  const [gain, offset] = [1 + random.n(0.005), random.n(1)]
  const show = (value: number) =>
    Math.round((offset + gain * value + random.n(method.spread)) / method.resolution) * method.resolution
  const points = bodies.flatMap((body) =>
    [0, 1].map(() => ({ reference: body, uReference: 0.1, reading: show(body + random.n(0.1)) })),
  )
  const fit = fitCalibration(points, method)
  const { value, u } = calibrated(show(truth), fit, 0)
  return { stated: { value, u: Math.hypot(u, method.spread, method.resolution / Math.sqrt(12)) }, truth }
}

export const COVERAGE_CASES: CoverageCase[] = [
  {
    method: 'Recoil weight from instruments',
    case: 'swing weight read about 0, shown about 10.16',
    times: 2000,
    once: (r) => ({ stated: recoilWeight(readAbout(r, 0, AXIS))!, truth: recoilWeight(TRUTH)!.value }),
  },
  {
    method: 'Recoil weight from instruments',
    case: 'read about 10.16, shown about 0',
    times: 2000,
    once: (r) => ({ stated: recoilWeight(readAbout(r, AXIS, 0))!, truth: recoilWeight(TRUTH)!.value }),
  },
  {
    method: 'Swing weight from instruments',
    case: 'read about 0, shown about 10.16',
    times: 2000,
    once: (r) => ({ stated: estimateOf(readAbout(r, 0, AXIS), 'swingWeight')!, truth: TRUE.swing }),
  },
  {
    method: 'Swing weight from instruments',
    case: 'read and shown about 10.16',
    times: 2000,
    once: (r) => ({ stated: estimateOf(readAbout(r, AXIS, AXIS), 'swingWeight')!, truth: TRUE.swing }),
  },
  {
    method: 'Calibration',
    case: 'bodies of 100 alone, then a frame of 325',
    times: 2000,
    once: (r) => afterCheck(r, 325, [100, 100]),
  },
  {
    method: 'Calibration',
    case: 'bodies of 100, 200 and 300, then a frame of 325',
    times: 2000,
    once: (r) => afterCheck(r, 325, [100, 200, 300]),
  },
  {
    method: 'Balance on an edge',
    case: 'one pair, the edge lets go anywhere in the gap',
    times: 2000,
    once: (r) => ({ stated: edge(r, 1), truth: TRUE.balance }),
  },
  {
    method: 'Balance on an edge',
    case: 'six pairs of one edge, which lets go alike each time',
    times: 2000,
    once: (r) => ({ stated: edge(r, 6), truth: TRUE.balance }),
  },
  {
    method: 'Balance by support and scale',
    case: 'as usual',
    times: 2000,
    once: (r) => {
      const [x1, x2] = [2, 58]
      const load = (TRUE.mass * (TRUE.balance - x1)) / (x2 - x1)
      const near = (value: number, u: number) => ({ value: value + r.n(u), u })
      return {
        stated: balanceBySupport({
          supportCm: near(x1, 0.03),
          knifeCm: near(x2, 0.03),
          scaleG: near(load, 0.15),
          mass: near(TRUE.mass, 0.12),
        }),
        truth: TRUE.balance,
      }
    },
  },
  ...(
    [
      ['a usual hand, 12 taps', 12, 0.04, 0],
      ['a slow hand (0.09 s), 8 taps', 8, 0.09, 0],
      ['a slow hand, 25 taps', 25, 0.09, 0],
      ['the first tap 0.25 s late, 20 taps', 20, 0.03, 0.25],
    ] as const
  ).map(([name, n, u, late]): CoverageCase => ({
    method: 'Period from taps',
    case: name,
    times: 2000,
    once: (r) => ({ stated: periodFromTaps(taps(r, n, 1.37, u, late)), truth: 1.37 }),
  })),
  {
    method: 'Period from a stopwatch',
    case: 'three times 20 swings',
    times: 2000,
    once: (r) => ({
      stated: periodFromStopwatch(
        [0, 1, 2].map(() => 20 * 1.37 + r.n(HAND_TIMING.stopwatchS)),
        20,
      ),
      truth: 1.37,
    }),
  },
  { method: 'Period from a recording', case: 'independent noise', times: 600, once: recorded(0) },
  {
    method: 'Period from a recording',
    case: 'noise that hangs together over 10 samples',
    times: 600,
    once: recorded(0.9),
  },
  {
    method: 'Period from a recording',
    case: 'noise that hangs together over 30 samples',
    times: 600,
    once: recorded(0.97),
  },
  {
    method: 'Swing weight as a pendulum',
    case: '25 taps, 6° by eye',
    times: 2000,
    once: (r) => pendulum(r, periodFromTaps(taps(r, 25, periodOf(0.1, null, 'face'), 0.04)), 0.1, null),
  },
  {
    method: 'Swing weight as a pendulum',
    case: 'a phone strapped on, period from its recording',
    times: 2000,
    once: (r) =>
      pendulum(
        r,
        { value: periodOf(0, PHONE, 'face') * amplitudeFactor(0.1) + r.n(1e-4), u: 1e-4 },
        0.1,
        phoneAsKnown(r),
      ),
  },
  {
    method: 'Twist weight by two swings',
    case: 'a phone strapped on',
    times: 2000,
    once: (r) => {
      const near = (plane: 'face' | 'edge') => ({
        period: { value: periodOf(0, PHONE, plane) + r.n(1e-4), u: 1e-4 },
        amplitudeRad: exactly(0),
      })
      const z = tennis.thicknessKgCm2
      const shift = r.n(z.u)
      const found = twistWeightByTwoSwings({
        ...given(r),
        edge: near('edge'),
        face: near('face'),
        thickness: { value: z.value + shift, u: z.u },
        recorder: phoneAsKnown(r),
      })
      return { stated: found, truth: TRUE.twist }
    },
  },
  ...(
    [
      ['threads of 100 cm, 6°', 100, 0.1],
      ['threads of 25 cm, 30°', 25, 0.52],
    ] as const
  ).map(([name, thread, amplitude]): CoverageCase => ({
    method: 'Twist weight on two threads',
    case: name,
    times: 2000,
    once: (r) => {
      const d = 20
      const small = Math.sqrt((TRUE.twist * 1000 * 16 * Math.PI ** 2 * thread) / (TRUE.mass * G * d * d))
      const P = small * bifilarFactor(amplitude, d / 2 / thread, (1000 * TRUE.twist) / (TRUE.mass * (d / 2) ** 2))
      const near = (value: number, u: number) => ({ value: value + r.n(u), u })
      return {
        stated: twistWeightByThreads({
          mass: near(TRUE.mass, 0.12),
          apartCm: near(d, 0.05),
          threadCm: near(thread, 0.2),
          period: periodFromTaps(taps(r, 25, P, 0.04)),
          amplitudeRad: near(amplitude, 0.02),
          gravityCmS2: near(G, 0.03),
        }),
        truth: TRUE.twist,
      }
    },
  })),
  {
    method: 'Mass per cm of a tape',
    case: 'five strips of 20 cm on a 0.01 g scale',
    times: 2000,
    once: (r) => {
      const strips = Array.from({ length: 5 }, () => ({
        lengthCm: 20,
        massG: Math.round(100 * 0.0984 * (20 + r.n(0.05))) / 100,
      }))
      const { gPerCm, uShare } = massPerCm(strips, 0.01)
      return { stated: { value: gPerCm, u: uShare * gPerCm }, truth: 0.0984 }
    },
  },
]

/** A frame rolled over an edge: it lets go somewhere in the gap, alike each time, and the hand reads where. */
function edge(random: Random, pairs: number): Estimate {
  const gap = 0.3
  const bias = random.even(gap / 2)
  const ruler = random.n(0.03)
  return balanceOnEdge(
    Array.from({ length: pairs }, () => {
      const hand = pairs > 1 ? random.n(0.03) : 0
      const middle = TRUE.balance + bias + ruler + hand
      return { headCm: middle + gap / 2, buttCm: middle - gap / 2 }
    }),
    0.03,
  )
}

export interface Coverage {
  method: string
  case: string
  times: number
  /** Shares of the runs in which the truth lay within what was stated. */
  within68: number
  within95: number
}

function tried<T>(work: () => T): T | null {
  try {
    return work()
  } catch (error) {
    if (error instanceof Problem) return null
    throw error
  }
}

/** How often the stated 68 and 95 % hold. `u` is half of the 95 % throughout. */
export function coverageOf(one: CoverageCase, seed = 1): Coverage {
  const random = seeded(seed)
  const bell = normal(random)
  const made: Random = { n: (u = 1) => u * bell(), even: (half) => half * (2 * random() - 1) }
  let [in68, in95] = [0, 0]
  for (let i = 0; i < one.times; i++) {
    const run = tried(() => one.once(made))
    // What is refused states nothing.
    if (!run) {
      i--
      continue
    }
    const { stated, truth } = run
    const off = Math.abs(stated.value - truth)
    if (off <= stated.u) in68++
    if (off <= 2 * stated.u) in95++
  }
  return { ...one, within68: in68 / one.times, within95: in95 / one.times }
}
