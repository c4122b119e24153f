import { describe, expect, it } from 'vitest'
import { totalsOf } from './solids.ts'

describe('solid parts against mechanics texts', () => {
  it('a rod: ML²/12 about its middle', () => {
    const rod = totalsOf([{ kind: 'tube', massG: 300, from: 0, to: 60, halfY: 0, halfZ: 0 }], 60)
    expect(rod.balanceCm).toBeCloseTo(30, 9)
    expect(rod.swingWeightAbout(30)).toBeCloseTo((300 * 3600) / 12 / 1000, 2)
    expect(rod.swingWeightAbout(0)).toBeCloseTo((300 * 3600) / 3 / 1000, 2)
  })
  it('a ring: MR²/2 about a diameter; an oval sheet: Ma²/4', () => {
    const ring = totalsOf([{ kind: 'hoop', massG: 100, centre: 50, halfLength: 12, halfWidth: 12, halfZ: 0 }], 62)
    expect(ring.swingWeightAbout(50)).toBeCloseTo((100 * 144) / 2 / 1000, 4)
    expect(ring.twistWeightKgCm2).toBeCloseTo((100 * 144) / 2 / 1000, 4)
    const sheet = totalsOf([{ kind: 'sheet', massG: 16, centre: 51.5, halfLength: 17, halfWidth: 12.8, halfZ: 0 }], 68)
    expect(sheet.swingWeightAbout(51.5)).toBeCloseTo((16 * 289) / 4 / 1000, 2)
    expect(sheet.twistWeightKgCm2).toBeCloseTo((16 * 12.8 ** 2) / 4 / 1000, 2)
  })
  it('two edges carry the whole mass, the heavier side more', () => {
    const body = totalsOf(
      [
        { kind: 'tube', massG: 300, from: 0, to: 60, halfY: 0, halfZ: 0 },
        { kind: 'point', massG: 4, x: 50, y: 10 },
      ],
      60,
    )
    const { leftG, rightG } = body.sides(20)
    expect(leftG + rightG).toBeCloseTo(304, 9)
    expect(rightG - leftG).toBeCloseTo(4, 9)
  })
})
