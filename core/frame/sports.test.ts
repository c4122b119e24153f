import { describe, expect, it } from 'vitest'
import { convertState, defaultCondition, NOTHING_ON } from './condition.ts'
import { frameDrawing } from '../geometry/drawing.ts'
import { headOutline } from '../geometry/outline.ts'
import { frameState } from './state.ts'
import { classOf, DEVICE_KINDS } from '../sports/profile.ts'
import { SPORTS, profileOf } from '../sports/sports.ts'

describe.each(SPORTS)('%s', (sport) => {
  const profile = profileOf(sport)
  it('its outlines can be drawn, hold its zones and lie within its rules', () => {
    for (const { change } of profile.outlines) {
      const geometry = { ...profile.geometry, ...change }
      const outline = headOutline(geometry)
      expect(geometry.lengthCm).toBeLessThanOrEqual(profile.rules.maxLengthCm + 1e-9)
      expect(geometry.headWidthCm).toBeLessThanOrEqual(profile.rules.maxWidthCm)
      if (profile.rules.maxSumCm)
        expect(geometry.lengthCm + geometry.headWidthCm).toBeLessThanOrEqual(profile.rules.maxSumCm + 0.01)
      for (const zone of profile.zones)
        if (zone.place === 'hoop') expect(zone.capacityCm).toBeLessThan(outline.halfLengthCm)
      const drawing = frameDrawing(geometry)
      expect(drawing.strings.length > 0).toBe(geometry.face === 'strings')
      expect(drawing.arms.length > 0).toBe(geometry.throat === 'open')
    }
  })
  it('every quantity has a usual method, every device kind reads something', () => {
    for (const quantity of ['mass', 'balance', 'swingWeight', 'twistWeight', 'length', 'leftMass', 'rightMass'])
      expect(profile.methods.some((m) => m.quantity === quantity && !m.byHand)).toBe(true)
    for (const kind of DEVICE_KINDS) expect(profile.methods.some((m) => m.deviceKind === kind)).toBe(true)
  })
  it('a solid face has no strings to put on', () => {
    expect(defaultCondition(profile).stringsG === null).toBe(profile.geometry.face !== 'strings')
  })
})

describe('facts of the trade (common practice, no source)', () => {
  it('badminton: 83 g is a 4U, 88 g a 3U', () => {
    const badminton = profileOf('badminton')
    expect(classOf(83, badminton)).toBe('4U')
    expect(classOf(88, badminton)).toBe('3U')
    expect(classOf(120, badminton)).toBeNull()
    expect(classOf(320, profileOf('tennis'))).toBeNull()
  })
  it('badminton: strings and grip add up to 5 g and about 5 to 6 units (common practice, no source)', () => {
    const badminton = profileOf('badminton')
    const bare = frameState(
      { mass: { value: 82, u: 0 }, balance: { value: 29, u: 0 }, swingWeight: { value: 87, u: 0 } },
      badminton.axisCm,
    )
    const strung = convertState(
      bare,
      NOTHING_ON,
      { condition: { ...NOTHING_ON, stringsG: 2.6, grip: 'base' }, axisCm: badminton.axisCm },
      badminton.geometry,
      badminton,
    )
    expect(strung.massG! - 82).toBeGreaterThan(4)
    expect(strung.massG! - 82).toBeLessThanOrEqual(5)
    // Every string kind of the list keeps to it.
    for (const { massG } of badminton.layers.stringKinds)
      expect(massG + badminton.layers.grips.base.massG).toBeLessThanOrEqual(5)
    expect(strung.swingWeightKgCm2! - 87).toBeGreaterThan(5)
    expect(strung.swingWeightKgCm2! - 87).toBeLessThan(6.5)
  })
  it('pickleball shapes: standard 16 × 8 in, elongated 16.5 × 7.5, and length plus width at most 24 in', () => {
    const pickleball = profileOf('pickleball')
    const standard = { ...pickleball.geometry, ...pickleball.outlines[1].change }
    expect(standard.lengthCm / 2.54).toBeCloseTo(16, 2)
    expect(standard.headWidthCm / 2.54).toBeCloseTo(8, 2)
    expect(pickleball.rules.maxSumCm! / 2.54).toBeCloseTo(24, 9)
  })
})
