import { describe, expect, it } from 'vitest'
import { handPlaced, withPieces } from '../frame/pieces.ts'
import { shapeAt } from '../frame/places.ts'
import { frameState } from '../frame/state.ts'
import { PROFILES, SPORTS } from '../sports/sports.ts'
import { tennis } from '../sports/tennis.ts'
import { faceGrid, faceMap, impactChange } from './faceMap.ts'
import { hitChange, usualImpact } from './hitChange.ts'

const e = (value: number) => ({ value, u: 0 })
const frame = (swing = 325, twist: number | null = 14.5) =>
  frameState(
    { mass: e(330), balance: e(32.5), swingWeight: e(swing), twistWeight: twist === null ? null : e(twist) },
    10.16,
  )
const { geometry } = tennis
const usual = usualImpact(tennis.impact)
const weighted = (place: 'threeNine' | 'handle') =>
  withPieces(frame(), [handPlaced(4, shapeAt(place, geometry))], geometry)

describe('what weight does to a hit', () => {
  it('is nothing without it, less turning with weight at the sides, and hardly any with weight in the handle', () => {
    expect(hitChange(frame(), frame(), geometry, usual)).toEqual({ turnShare: 0, offCm: 4, speedShare: 0 })
    expect(hitChange(frame(), weighted('threeNine'), geometry, usual)!.turnShare).toBeLessThan(-0.02)
    expect(Math.abs(hitChange(frame(), weighted('handle'), geometry, usual)!.turnShare)).toBeLessThan(0.01)
  })
  it('is what the maps of both faces differ by', () => {
    const map = (state: typeof before) => faceMap(state, before, geometry, faceGrid(geometry, 1), usual)
    const before = frame()
    for (const place of ['threeNine', 'handle'] as const) {
      const after = weighted(place)
      const mine = { state: before, map: map(before), geometry }
      const { turnShare, speedShare } = impactChange(
        mine,
        { state: after, map: map(after), geometry },
        usual,
        [0.2, 0.3],
      )
      const change = hitChange(before, after, geometry, usual)!
      expect(change.turnShare).toBeCloseTo(turnShare, 9)
      expect(change.speedShare).toBeCloseTo(speedShare, 9)
    }
  })
  it('twice the twist weight turns little more than half as far: a heavier spot gives the ball back a little faster', () => {
    const { turnShare } = hitChange(frame(), frame(325, 29), geometry, usual)!
    expect(1 + turnShare).toBeGreaterThan(0.5)
    expect(1 + turnShare).toBeLessThan(0.56)
  })
  it('is not told where swing or twist weight is not known', () => {
    expect(hitChange(frame(325, null), frame(), geometry, usual)).toBeNull()
    expect(hitChange(frame(), frame(325, null), geometry, usual)).toBeNull()
    expect(hitChange(frameState({ mass: e(330), balance: e(32.5) }, 10.16), frame(), geometry, usual)).toBeNull()
  })
  it('takes for usual what lies in the range of every sport', () => {
    for (const sport of SPORTS) {
      const { impact } = PROFILES[sport]
      const assumed = usualImpact(impact)
      for (const [name, { low, high }] of Object.entries(impact)) {
        expect(assumed[name as keyof typeof assumed]).toBeGreaterThanOrEqual(low)
        expect(assumed[name as keyof typeof assumed]).toBeLessThanOrEqual(high)
      }
    }
  })
})
