import { aboutAxis, frameState } from '../frame/state.ts'
import { type Estimate } from '../quantities/estimate.ts'
import { calibrated, fitCalibration } from '../measure/calibration.ts'
import { balanceOnEdge, RECORDER_U, swingWeightByPendulum, type Recorder } from '../measure/byHand.ts'
import { periodFromMotion } from '../measure/motion.ts'
import type { Reading } from '../measure/readings.ts'
import { summarise } from '../measure/summary.ts'
import { amplitudeFactor } from '../measure/swing.ts'
import { tennis } from '../sports/tennis.ts'
import type { MeasuringMethod } from '../sports/profile.ts'
import { BARE } from '../frame/fixtures.ts'

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
export interface Random {
  /** Normally spread. */
  n: (u?: number) => number
  /** Evenly spread from −half to half. */
  even: (half: number) => number
}

export const G = 980.665
export const AXIS = 10.16
export const TRUE = { mass: 331.4, balance: 32.47, swing: 326.3, twist: 14.1 }
export const methodOf = (id: string, quantity: Reading['quantity']): MeasuringMethod =>
  tennis.methods.find((m) => m.id === id && m.quantity === quantity)!

/** Three readings of one instrument: it is off by so much all day, the hand scatters, the display rounds. */
export function readings(
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
export const exactly = (value: number): Estimate => ({ value, u: 0 })
export const TRUTH = frameState(
  { mass: exactly(TRUE.mass), balance: exactly(TRUE.balance), swingWeight: exactly(TRUE.swing) },
  AXIS,
)
/** The frame read about one axis and wanted about another. */
export function readAbout(random: Random, axisCm: number, wantedCm: number) {
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

export const PIN = 1.5
export const pinU = 0.05
export const amplitudeU = 0.25
export const PHONE: Recorder = { massG: 180, atCm: 41, offFaceCm: 1, longCm: 15, wideCm: 7.2, thickCm: 0.8 }
export const box = (m: number, a: number, b: number) => (m * (a * a + b * b)) / 12 / 1000
/** The true period of the frame, with a phone or without, in one plane. */
export function periodOf(amplitude: number, phone: Recorder | null, plane: 'face' | 'edge'): number {
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
export const given = (random: Random) => ({
  mass: { value: TRUE.mass + random.n(0.12), u: 0.12 },
  balance: { value: TRUE.balance + random.n(0.05), u: 0.05 },
  pinCm: { value: PIN + random.n(pinU), u: pinU },
  gravityCmS2: { value: G + random.n(0.03), u: 0.03 },
})
export const phoneAsKnown = (random: Random): Recorder => ({
  massG: PHONE.massG + random.n(RECORDER_U.massG),
  atCm: PHONE.atCm + random.n(RECORDER_U.atCm),
  offFaceCm: PHONE.offFaceCm + random.n(RECORDER_U.offFaceCm),
  longCm: PHONE.longCm + random.n(RECORDER_U.sizeCm),
  wideCm: PHONE.wideCm + random.n(RECORDER_U.sizeCm),
  thickCm: PHONE.thickCm + random.n(RECORDER_U.sizeCm),
})
export const taps = (random: Random, n: number, period: number, u: number, late = 0) =>
  Array.from({ length: n }, (_, k) => 5 + k * period + random.n(u) + (k === 0 ? late : 0))
/** An angle judged by eye, to a quarter of it. */
export const angle = (random: Random, truth: number) => {
  const value = truth * (1 + random.n(amplitudeU))
  return { value: Math.max(0.01, value), u: amplitudeU * Math.max(0.01, value) }
}
export function pendulum(random: Random, period: Estimate, amplitude: number, phone: Recorder | null) {
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
export function recording(random: Random, memory: number) {
  const n = 2500
  const noise: number[] = []
  for (let i = 0; i < n; i++) noise.push((noise[i - 1] ?? 0) * memory + random.n(0.06 * Math.sqrt(1 - memory * memory)))
  const timeS = Array.from({ length: n }, (_, i) => i / 100)
  const w = (2 * Math.PI) / 1.37
  const phase = random.even(3)
  return { timeS, channels: [{ name: 'acc', values: timeS.map((t, i) => 0.5 * Math.cos(w * t + phase) + noise[i]) }] }
}
export const recorded = (memory: number) => (random: Random) => ({
  stated: periodFromMotion(recording(random, memory), 0, false).period,
  truth: 1.37,
})

export function afterCheck(random: Random, truth: number, bodies: readonly number[]) {
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

/** A frame rolled over an edge: it lets go somewhere in the gap, alike each time, and the hand reads where. */
export function edge(random: Random, pairs: number): Estimate {
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
