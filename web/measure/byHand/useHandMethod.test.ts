// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, reactive } from 'vue'
import { frameState } from '#core/frame/state.ts'
import { tennis } from '#core/sports/tennis.ts'
import { HAND_METHODS, useHandMethod, type HandMethod } from './useHandMethod.ts'
import type { Timing } from './PeriodTimer.vue'

/** 330 g, 32.5 cm, 325 about 10.16: 160.305 about its own centre (worked out by hand). */
const TRUTH = { massG: 330, balanceCm: 32.5, swing: 325, cm: 160.305 }
const exactly = (value: number) => ({ value, u: 0 })
const measured = { mass: exactly(TRUTH.massG), balance: exactly(TRUTH.balanceCm) }
const job = reactive({
  view: { job: { id: 'job-a' }, frame: { geometry: tennis.geometry } },
  picture: { axisCm: 10.16, measured: { state: frameState(measured, 10.16) } },
  profile: tennis,
})
vi.mock('../../stores/openJob.ts', () => ({ useOpenJob: () => job }))
vi.mock('../../stores/shop.ts', () => ({ useShop: () => ({ overview: null, units: { mass: 'g', length: 'cm', swing: 'kgcm2' } }) })) // prettier-ignore
const taken: unknown[][] = []
vi.mock('../useReadings.ts', () => ({ useReadings: () => ({ add: (...reading: unknown[]) => void taken.push(reading) }) })) // prettier-ignore

const at = (method: HandMethod) => effectScope().run(() => useHandMethod(() => method))!
/** A period that was timed at so small a swing that its width does not matter. */
const timed = (s: number): Timing => ({ period: { value: s, u: 0.0005 }, amplitudeRad: 0, recorded: false, how: 'taps' }) as unknown as Timing // prettier-ignore
/** Of a body of an inertia (kg·cm²) about a pin so far from its centre (cm). */
const periodOf = (inertia: number, armCm: number) =>
  2 * Math.PI * Math.sqrt(inertia / 1e4 / ((TRUTH.massG / 1000) * 9.80665 * (armCm / 100)))

beforeEach(() => {
  taken.splice(0)
  localStorage.clear()
  job.picture.measured.state = frameState(measured, 10.16)
})

describe('a method by hand at work', () => {
  it('says what is still to be read, one thing after the other, and refuses nothing before', () => {
    job.picture.measured.state = frameState({}, 10.16)
    const says = HAND_METHODS.map(({ id }) => at(id).outcome.value)
    expect(says.map((o) => [o.result, o.refused])).toEqual(HAND_METHODS.map(() => [null, false]))
    expect(says.map((o) => o.says)).toEqual([
      'Type where it dropped, both ways.',
      'Type what the scale shows.',
      'Time some swings.',
      'Time some turns.',
      'Time it edge-on.',
    ])
    const pendulum = at('pendulum')
    pendulum.timings.value.face = timed(1.37)
    expect(pendulum.outcome.value.says).toBe('Read the weight first.')
  })
  it('swing weight: the period of a body of 160.305 about its centre, hung 1.5 cm from the butt, is 325 about 10.16', () => {
    const hand = at('pendulum')
    const arm = TRUTH.balanceCm - hand.inputs.value.pinCm
    hand.timings.value.face = timed(periodOf(TRUTH.cm + (TRUTH.massG * arm * arm) / 1000, arm))
    expect(hand.outcome.value.result!.value).toBeCloseTo(TRUTH.swing, 1)
    expect(hand.warning.value).toBe('')
  })
  it('swing weight from a trace that swings twice for each swing of the frame is told as such', () => {
    const hand = at('pendulum')
    const arm = TRUTH.balanceCm - hand.inputs.value.pinCm
    hand.timings.value.face = timed(periodOf(TRUTH.cm + (TRUTH.massG * arm * arm) / 1000, arm) / 2)
    expect(hand.warning.value).toContain('twice the period')
  })
  it('balance on a scale: support and knife share the weight by their distance', () => {
    const hand = at('balance-support')
    Object.assign(hand.inputs.value, { supportCm: 2, knifeCm: 62, scaleG: (TRUTH.massG * (32.5 - 2)) / 60 })
    expect(hand.outcome.value.result!.value).toBeCloseTo(32.5, 6)
  })
  it('twist weight on two threads: T = M g d² P²/(16 π² ℓ)', () => {
    const hand = at('twist-threads')
    Object.assign(hand.inputs.value, { apartCm: 20, threadCm: 100 })
    const twist = 14.5
    // In metres, kilograms and seconds: P = 4π·√(I ℓ/(M g))/d.
    const period = (4 * Math.PI * Math.sqrt((twist / 1e4) * 1 / (0.33 * 9.80665))) / 0.2 // prettier-ignore
    hand.timings.value.threads = timed(period)
    expect(hand.outcome.value.result!.value).toBeCloseTo(twist, 2)
  })
  it('what cannot be is refused in words', () => {
    const hand = at('balance-support')
    Object.assign(hand.inputs.value, { supportCm: 30, knifeCm: 30, scaleG: 100 })
    expect(hand.outcome.value).toMatchObject({ result: null, refused: true })
    expect(hand.outcome.value.says).not.toMatch(/[a-z]+\.[a-zA-Z]+$/)
    hand.take()
    expect(taken).toEqual([])
  })
  it('taken, it keeps what it was worked out from; what was typed is there again', () => {
    const hand = at('balance-edge')
    hand.inputs.value.pairs[0] = { headCm: 32.6, buttCm: 32.4 }
    hand.take()
    const [quantity, value, , method, more] = taken[0] as [string, number, string, string, { basis: { uB: number }; origin: { work: object } }] // prettier-ignore
    expect([quantity, method]).toEqual(['balance', 'balance-edge'])
    expect(value).toBeCloseTo(32.5, 9)
    expect(more.basis.uB).toBeGreaterThan(0)
    expect(more.origin.work).toEqual({ 'pair 1, cm': '32.6 / 32.4' })
    return Promise.resolve().then(() => {
      expect(at('balance-edge').inputs.value.pairs[0]).toEqual({ headCm: 32.6, buttCm: 32.4 })
    })
  })
})
