import { describe, expect, it } from 'vitest'
import { normal, seeded } from '../numerics/random.ts'
import { periodFromMotion, type MotionRecording } from './motion.ts'
import { amplitudeFactor } from './swing.ts'

const PERIOD = 1.37
/** A phone on a swinging frame: gyroscope along the pin, accelerometer along the frame and across it. */
function phone({ amplitude = 0.2, damping = 0.004, noise = 0.01, seconds = 40, seed = 1 } = {}): MotionRecording {
  const random = normal(seeded(seed))
  const n = seconds * 100
  const w = (2 * Math.PI) / PERIOD
  const timeS = Array.from({ length: n }, (_, i) => i / 100)
  const size = (t: number) => amplitude * Math.exp(-damping * t)
  const angle = timeS.map((t) => size(t) * Math.cos(w * t))
  const rate = timeS.map((t) => -w * size(t) * Math.sin(w * t))
  return {
    timeS,
    channels: [
      { name: 'gyro x', values: rate.map((v) => v + noise * random()) },
      // Along the frame: gravity's share and the centripetal pull, both with the square of the swing.
      {
        name: 'acc y',
        values: angle.map((a, i) => 9.81 * Math.cos(a) + 0.45 * rate[i] ** 2 + 0.3 * noise * random()),
      },
      { name: 'acc x', values: angle.map((a) => 0.8 * a + noise * random()) },
      { name: 'gyro z', values: timeS.map(() => noise * random()) },
    ],
  }
}
const codeOf = (work: () => unknown) => {
  try {
    work()
  } catch (error) {
    return (error as { code?: string }).code
  }
  return null
}

describe('period from a motion recording', () => {
  it('finds the period along the pin, with its error and the amplitude', () => {
    const fit = periodFromMotion(phone(), 0, true)
    // The made-up swing keeps one rate however wide: what its period would be at no width is a little less.
    expect(fit.period.value).toBeLessThan(PERIOD)
    expect(fit.period.value).toBeGreaterThan(PERIOD / amplitudeFactor(0.2))
    expect(Math.abs(fit.fit.periodS - PERIOD)).toBeLessThan(3 * fit.fit.uPeriodS)
    expect(fit.period.u).toBeLessThan(1e-4)
    expect(fit.period.swings).toBe(29)
    expect(fit.amplitudeRad).toBeCloseTo(0.2, 2)
  })
  it('a swing that is slower while it is wide comes to the period at no width (phase integrated step by step)', () => {
    const P0 = 1.37
    const [dt, A0, damping] = [0.01, 0.6, 0.02]
    let phase = 0
    const timeS: number[] = []
    const values: number[] = []
    for (let i = 0; i < 4000; i++) {
      const t = i * dt
      const a = A0 * Math.exp(-damping * t)
      const w = (2 * Math.PI) / (P0 * amplitudeFactor(a))
      timeS.push(t)
      values.push(-a * w * Math.sin(phase))
      phase += w * dt
    }
    const fit = periodFromMotion({ timeS, channels: [{ name: 'gyro', values }] }, 0, true)
    expect(Math.abs(fit.period.value / P0 - 1)).toBeLessThan(2e-4)
    expect(fit.fit.periodS / P0).toBeGreaterThan(1.008)
  })
  it('catches the channel that swings at twice the rate: it would give a quarter of the inertia', () => {
    expect(codeOf(() => periodFromMotion(phone(), 1, false))).toBe('swing.doubled')
  })
  it('takes the tangential accelerometer where it shows the swing', () => {
    const fit = periodFromMotion(phone(), 2, false)
    expect(fit.period.value).toBeCloseTo(PERIOD, 3)
    expect(fit.amplitudeRad).toBeNull()
  })
  it('refuses noise, two swings at once, too few swings and times that run back, with the reason', () => {
    expect(codeOf(() => periodFromMotion(phone(), 3, true))).toBe('swing.noClearPeriod')
    const two = phone()
    two.channels[0].values = two.timeS.map((t) => Math.sin(4.6 * t) + 0.8 * Math.sin(6.1 * t))
    expect(codeOf(() => periodFromMotion(two, 0, true))).toBe('swing.twoPeriods')
    expect(codeOf(() => periodFromMotion(phone({ seconds: 5 }), 0, true))).toBe('swing.tooFew')
    const back = phone()
    back.timeS[100] = 0
    expect(codeOf(() => periodFromMotion(back, 0, true))).toBe('swing.timesOutOfOrder')
    expect(codeOf(() => periodFromMotion({ timeS: [0, 1], channels: [{ name: 'a', values: [0, 1] }] }, 0, true))).toBe(
      'swing.tooShort',
    )
  })
  it.each(Array.from({ length: 20 }, (_, i) => i + 10))('noise alone is never taken for a swing (seed %i)', (seed) => {
    expect(codeOf(() => periodFromMotion(phone({ seed, amplitude: 0 }), 0, true))).toBe('swing.noClearPeriod')
  })
})
