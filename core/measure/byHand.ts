import { Problem } from '../problem.ts'
import { budgetOf, type Budget, type BudgetInput } from '../numerics/budget.ts'
import { estimateWithin, within } from '../numerics/within.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'
import type { Estimate } from '../quantities/estimate.ts'
import { half95 } from './readings.ts'
import { amplitudeFactor, bifilarFactor, pendulumInertia } from './swing.ts'

/**
 * Measuring without a machine. Each method is a function of its readings; its error budget follows from the same function
 * (core/numerics/budget.ts). Pendulum and perpendicular-axis methods: Brody, Phys. Teach. 23 (1985) 213, from memory.
 */
export interface HandResult extends Budget {
  /** What this stands on, if it uses the frame's mass and balance: ∂/∂M per g and ∂/∂b per cm. */
  perMassG: number
  perBalanceCm: number
}

const input = (name: string, e: Estimate): BudgetInput => ({ name, value: e.value, u: e.u })
function worked(f: (values: number[]) => number, inputs: BudgetInput[]): HandResult {
  const budget = budgetOf(f, inputs)
  const per = (name: string) => budget.parts.find((p) => p.name === name)?.sensitivity ?? 0
  return { ...budget, perMassG: per('mass'), perBalanceCm: per('balance') }
}

/** A phone or another recorder strapped to the frame while it swings: its own mass is taken out again. */
export interface Recorder {
  massG: number
  /** Place of its middle, cm from the butt, and off the face's plane. */
  atCm: number
  offFaceCm: number
  /** Its size along the frame, across the face and through the face, cm. */
  longCm: number
  wideCm: number
  thickCm: number
}

/** How well a recorder is known: weighed, and its middle and sides found with a ruler (common practice, no source). */
export const RECORDER_U = { massG: 0.5, atCm: 0.2, offFaceCm: 0.2, sizeCm: 0.1 } as const

const recorderInputs = (r: Recorder | null): BudgetInput[] =>
  r === null
    ? []
    : [
        { name: 'recorder mass', value: r.massG, u: RECORDER_U.massG },
        { name: 'recorder place', value: r.atCm, u: RECORDER_U.atCm },
        { name: 'recorder off the face', value: r.offFaceCm, u: RECORDER_U.offFaceCm },
        { name: 'recorder length', value: r.longCm, u: RECORDER_U.sizeCm },
        { name: 'recorder width', value: r.wideCm, u: RECORDER_U.sizeCm },
        { name: 'recorder thickness', value: r.thickCm, u: RECORDER_U.sizeCm },
      ]
/** A recorder from what a budget varies; null where there is none. */
const recorderOf = (values: readonly number[]): Recorder | null => {
  const [massG, atCm, offFaceCm, longCm, wideCm, thickCm] = values
  return massG === undefined ? null : { massG, atCm, offFaceCm, longCm, wideCm, thickCm }
}

const boxInertia = (massG: number, a: number, b: number) => (massG * (a * a + b * b)) / 12

/** What no frame and nothing that swings on a bench is beyond. */
const LONGEST_CM = 200
const HEAVIEST_G = 5000
const SHORTEST_S = 0.05
const LONGEST_S = 30

/** @throws Problem `number.outside` */
function judged(given: Pick<PendulumInput, 'mass' | 'balance' | 'pinCm' | 'gravityCmS2' | 'recorder'>): void {
  estimateWithin('mass', given.mass, 1, HEAVIEST_G)
  estimateWithin('balance', given.balance, 0, LONGEST_CM)
  estimateWithin('pin', given.pinCm, -LONGEST_CM, LONGEST_CM)
  estimateWithin('gravity', given.gravityCmS2, 970, 990)
  const { recorder } = given
  if (recorder) {
    within('recorder mass', recorder.massG, 0, HEAVIEST_G)
    for (const name of ['atCm', 'offFaceCm', 'longCm', 'wideCm', 'thickCm'] as const)
      within('recorder', recorder[name], 0, LONGEST_CM)
  }
}

/** Of a rectangle's half width, so much holds 95 % of it. */
const RECTANGLE_95 = 0.95

/**
 * Balance on an edge, both ways: rolled towards the head until it drops, then back until it drops the other way; it lies
 * between. A pair says only that: a rectangular spread over the gap (GUM 4.3.7). An edge that lets go early does so each time, so
 * more pairs make the gap no surer; what they scatter averages out.
 * @returns `u` of the gap is half of its 95 %: a rectangle's is narrower than a bell's of the same standard deviation
 * @param pairs places in cm where the frame dropped, head end first
 * @throws Problem `byHand.noReading`
 */
export function balanceOnEdge(pairs: readonly { headCm: number; buttCm: number }[], rulerU = 0.03): HandResult {
  if (pairs.length === 0) throw new Problem('byHand.noReading', 'pairs')
  for (const { headCm, buttCm } of pairs) {
    within('head end', headCm, 0, LONGEST_CM)
    within('butt end', buttCm, 0, LONGEST_CM)
  }
  within('ruler', rulerU, 0, LONGEST_CM)
  const n = pairs.length
  const middles = pairs.map((p) => (p.headCm + p.buttCm) / 2)
  const value = middles.reduce((sum, m) => sum + m, 0) / n
  const gap = pairs.reduce((sum, p) => sum + Math.abs(p.headCm - p.buttCm), 0) / n
  const between = (RECTANGLE_95 * gap) / 4
  const seen = n > 1 ? Math.sqrt(middles.reduce((sum, m) => sum + (m - value) ** 2, 0) / (n - 1)) : 0
  const drops = n > 1 ? half95(seen / Math.sqrt(n), n - 1) : 0
  const parts = [
    { name: 'gap', sensitivity: 1, u: between },
    { name: 'drops', sensitivity: 1, u: drops },
    { name: 'ruler', sensitivity: 1, u: rulerU },
  ].sort((a, b) => b.u - a.u)
  return { value, u: Math.hypot(between, drops, rulerU), parts, perMassG: 0, perBalanceCm: 0 }
}

/**
 * Balance with one support and one scale: b = x₁ + (x₂ − x₁)·R/M.
 * @param scaleG what the scale shows under the knife at x₂, with the frame level
 * @throws Problem `byHand.geometry` when both knives stand at one place or the scale carries more than the frame
 */
export function balanceBySupport(given: {
  supportCm: Estimate
  knifeCm: Estimate
  scaleG: Estimate
  mass: Estimate
}): HandResult {
  const { supportCm, knifeCm, scaleG, mass } = given
  estimateWithin('support', supportCm, 0, LONGEST_CM)
  estimateWithin('knife', knifeCm, 0, LONGEST_CM)
  estimateWithin('scale', scaleG, 0, HEAVIEST_G)
  estimateWithin('mass', mass, 0, HEAVIEST_G)
  if (Math.abs(supportCm.value - knifeCm.value) < 1) throw new Problem('byHand.geometry', 'knife')
  if (!(mass.value > 0) || scaleG.value > mass.value) throw new Problem('byHand.geometry', 'scale')
  return worked(
    ([x1, x2, R, M]) => x1 + ((x2 - x1) * R) / M,
    [input('support', supportCm), input('knife', knifeCm), input('scale', scaleG), input('mass', mass)],
  )
}

export interface PendulumInput {
  mass: Estimate
  balance: Estimate
  /** Place of the pin, cm from the butt. */
  pinCm: Estimate
  period: Estimate
  amplitudeRad: Estimate
  gravityCmS2: Estimate
  /** Axis in which the swing weight is wanted, cm from the butt. */
  axisCm: number
  recorder: Recorder | null
}

/** Inertia about the pin in kg·cm², without the recorder's; `through` says in which plane it swings. */
function aboutPin(
  M: number,
  b: number,
  p: number,
  P: number,
  amplitude: number,
  g: number,
  r: Recorder | null,
  through: 'face' | 'edge',
): number {
  const small = P / amplitudeFactor(Math.max(0, amplitude))
  if (!r) return pendulumInertia(M * (b - p), small, g)
  const arm = r.atCm - p
  const whole = pendulumInertia(M * (b - p) + r.massG * arm, small, g)
  const own = through === 'face' ? boxInertia(r.massG, r.longCm, r.thickCm) : boxInertia(r.massG, r.longCm, r.wideCm)
  const off = through === 'face' ? r.offFaceCm : 0
  return whole - (r.massG * (arm * arm + off * off) + own) / GCM2_PER_KGCM2
}

/**
 * Swing weight as a pendulum on a pin, swinging through the plane of the face (face-on): I_p = M·g·(b−p)·P₀²/(4000π²), brought to
 * the axis by way of the balance point. P₀ is the period at vanishing amplitude.
 * @throws Problem `byHand.pin` when the pin does not lie on the butt side of the balance
 */
export function swingWeightByPendulum(given: PendulumInput): HandResult {
  const { mass, balance, pinCm, period, amplitudeRad, gravityCmS2, axisCm, recorder } = given
  judged(given)
  estimateWithin('period', period, SHORTEST_S, LONGEST_S)
  estimateWithin('angle', amplitudeRad, 0, 3)
  within('axis', axisCm, 0, LONGEST_CM)
  if (!(balance.value - pinCm.value > 1)) throw new Problem('byHand.pin', 'pin')
  return worked(
    ([M, b, p, P, A, g, ...r]) =>
      aboutPin(M, b, p, P, A, g, recorderOf(r), 'face') + (M * ((b - axisCm) ** 2 - (b - p) ** 2)) / GCM2_PER_KGCM2,
    [
      input('mass', mass),
      input('balance', balance),
      input('pin', pinCm),
      input('timing', period),
      input('amplitude', amplitudeRad),
      input('gravity', gravityCmS2),
      ...recorderInputs(recorder),
    ],
  )
}

/**
 * Twist weight with the long axis hanging upright on two equal parallel threads at ±d/2 from it: T_c = M·g·d²·P₀²/(16000π²·ℓ),
 * P₀ the period at vanishing amplitude, by the exact motion (`bifilarFactor`).
 * What it yields is about the centre of mass; on a symmetrical frame that is the long axis.
 */
export function twistWeightByThreads(given: {
  mass: Estimate
  apartCm: Estimate
  threadCm: Estimate
  period: Estimate
  amplitudeRad: Estimate
  gravityCmS2: Estimate
}): HandResult {
  const { mass, apartCm, threadCm, period, amplitudeRad, gravityCmS2 } = given
  estimateWithin('mass', mass, 1, HEAVIEST_G)
  estimateWithin('threads apart', apartCm, 0, LONGEST_CM)
  estimateWithin('thread length', threadCm, 0, 1000)
  estimateWithin('period', period, SHORTEST_S, LONGEST_S)
  estimateWithin('angle', amplitudeRad, 0, 3)
  estimateWithin('gravity', gravityCmS2, 970, 990)
  if (!(apartCm.value > 0 && threadCm.value > 0) || apartCm.value * Math.sin(amplitudeRad.value / 2) >= threadCm.value)
    throw new Problem('byHand.geometry', 'threads')
  return worked(
    ([M, d, l, P, A, g]) => {
      const twist = (small: number) => (M * g * d * d * small * small) / (16 * Math.PI * Math.PI * l * GCM2_PER_KGCM2)
      // The rise of the body takes some of the energy: how much depends on the twist weight sought; it settles at once.
      let found = twist(P)
      for (let i = 0; i < 4; i++) {
        const share = (GCM2_PER_KGCM2 * found) / (M * (d / 2) ** 2)
        found = twist(P / bifilarFactor(Math.max(0, A), d / 2 / l, share))
      }
      return found
    },
    [
      input('mass', mass),
      input('threads apart', apartCm),
      input('thread length', threadCm),
      input('timing', period),
      input('amplitude', amplitudeRad),
      input('gravity', gravityCmS2),
    ],
  )
}

/**
 * Twist weight from one pin, swung edge-on (in the plane of the face) and face-on: T = I_edge − I_face + 2∫z²dm/1000. A small
 * difference of large numbers; what the two share (mass, balance, pin, gravity) all but cancels, and the sum knows it.
 * @param thickness 2∫z²dm/1000 of the sport's frames, kg·cm²
 */
export function twistWeightByTwoSwings(
  given: Omit<PendulumInput, 'period' | 'axisCm' | 'amplitudeRad'> & {
    edge: { period: Estimate; amplitudeRad: Estimate }
    face: { period: Estimate; amplitudeRad: Estimate }
    thickness: Estimate
  },
): HandResult {
  const { mass, balance, pinCm, gravityCmS2, edge, face, thickness, recorder } = given
  judged(given)
  for (const swing of [edge, face]) {
    estimateWithin('period', swing.period, SHORTEST_S, LONGEST_S)
    estimateWithin('angle', swing.amplitudeRad, 0, 3)
  }
  estimateWithin('thickness', thickness, 0, 100)
  if (!(balance.value - pinCm.value > 1)) throw new Problem('byHand.pin', 'pin')
  return worked(
    ([M, b, p, Pe, Ae, Pf, Af, g, z, ...r]) =>
      aboutPin(M, b, p, Pe, Ae, g, recorderOf(r), 'edge') - aboutPin(M, b, p, Pf, Af, g, recorderOf(r), 'face') + z,
    [
      input('mass', mass),
      input('balance', balance),
      input('pin', pinCm),
      input('timing edge-on', edge.period),
      input('amplitude edge-on', edge.amplitudeRad),
      input('timing face-on', face.period),
      input('amplitude face-on', face.amplitudeRad),
      input('gravity', gravityCmS2),
      input('thickness', thickness),
      ...recorderInputs(recorder),
    ],
  )
}

/** The parts that repeating the timing makes smaller; all others stay however long one swings. */
export const TIMING_PARTS = ['timing', 'timing edge-on', 'timing face-on', 'drops'] as const

/** Splits a budget into what more swings shrink and what they do not; the second without mass and balance, which the state carries. */
export function splitBudget(result: HandResult): { timing: number; rest: number; own: number } {
  const isTiming = (name: string) => (TIMING_PARTS as readonly string[]).includes(name)
  const root = (parts: readonly { u: number }[]) => Math.sqrt(parts.reduce((sum, p) => sum + p.u * p.u, 0))
  return {
    timing: root(result.parts.filter((p) => isTiming(p.name))),
    rest: root(result.parts.filter((p) => !isTiming(p.name))),
    own: root(result.parts.filter((p) => !isTiming(p.name) && p.name !== 'mass' && p.name !== 'balance')),
  }
}
