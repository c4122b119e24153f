import { estimateOf, recoilWeight } from '../frame/state.ts'
import { balanceBySupport, twistWeightByThreads, twistWeightByTwoSwings } from '../measure/byHand.ts'
import { amplitudeFactor, bifilarFactor, HAND_TIMING, periodFromStopwatch, periodFromTaps } from '../measure/swing.ts'
import { normal, seeded } from '../numerics/random.ts'
import { Problem } from '../problem.ts'
import { massPerCm } from '../cuts/weighing.ts'
import { tennis } from '../sports/tennis.ts'
import {
  AXIS,
  type CoverageCase,
  G,
  PHONE,
  type Random,
  TRUE,
  TRUTH,
  afterCheck,
  edge,
  exactly,
  given,
  pendulum,
  periodOf,
  phoneAsKnown,
  readAbout,
  recorded,
  taps,
} from './coverageWorld.ts'

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
      const { gPerCm, uRel } = massPerCm(strips, 0.01)
      return { stated: { value: gPerCm, u: uRel * gPerCm }, truth: 0.0984 }
    },
  },
]

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
