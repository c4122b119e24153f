import { describe, expect, it } from 'vitest'
import { normal, seeded } from '../numerics/random.ts'
import { massPerCm } from './weighing.ts'

describe('the mass of a tape per cm', () => {
  it('is the mass over the length of one strip; its share is that of scale and ruler', () => {
    const { gPerCm, uRel } = massPerCm([{ lengthCm: 20, massG: 1.96 }], 0.01, 0.05)
    expect(gPerCm).toBeCloseTo(0.098, 12)
    // Step/√12 of 1.96 g, and 0.05 cm of 20 cm.
    expect(uRel).toBeCloseTo(Math.hypot(0.01 / Math.sqrt(12) / 1.96, 0.05 / 20), 9)
  })

  it('is the least-squares slope through the origin (normal equation by hand)', () => {
    const strips = [
      { lengthCm: 10, massG: 1.01 },
      { lengthCm: 20, massG: 1.95 },
      { lengthCm: 30, massG: 2.96 },
    ]
    const { gPerCm, uRel } = massPerCm(strips, 0.01)
    expect(gPerCm).toBeCloseTo((10.1 + 39 + 88.8) / 1400, 12)
    const rest = [1.01 - 10 * gPerCm, 1.95 - 20 * gPerCm, 2.96 - 30 * gPerCm]
    const u = Math.sqrt(rest.reduce((sum, r) => sum + r * r, 0) / 2 / 1400)
    const scaleAndRuler = Math.sqrt((0.01 ** 2 / 12 + (0.05 * gPerCm) ** 2) / 1400)
    expect(u).toBeGreaterThan(scaleAndRuler)
    expect(uRel * gPerCm).toBeCloseTo(u, 12)
  })

  it('covers the true value two times in three, as a standard uncertainty should (600 seeded rolls)', () => {
    const next = normal(seeded(11))
    let inside = 0
    for (let roll = 0; roll < 600; roll++) {
      const strips = Array.from({ length: 8 }, (_, i) => {
        const lengthCm = 10 + i
        return { lengthCm, massG: Math.round(100 * 0.1 * (lengthCm + 0.05 * next())) / 100 }
      })
      const { gPerCm, uRel } = massPerCm(strips, 0.01, 0.05)
      if (Math.abs(gPerCm - 0.1) <= uRel * gPerCm) inside++
    }
    expect(inside / 600).toBeGreaterThan(0.62)
    expect(inside / 600).toBeLessThan(0.85)
  })

  it('refuses no strips and strips of nothing, naming the row', () => {
    expect(() => massPerCm([], 0.01)).toThrow('weighing.none')
    expect(() =>
      massPerCm(
        [
          { lengthCm: 10, massG: 1 },
          { lengthCm: 0, massG: 1 },
        ],
        0.01,
      ),
    ).toThrow('weighing.strip at 1')
  })
})
