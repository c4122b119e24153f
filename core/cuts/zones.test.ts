import { describe, expect, it } from 'vitest'
import { NOTHING_ON } from '../frame/condition.ts'
import { headOutline, type FrameLandmarks } from '../geometry/outline.ts'
import { withPieces } from '../frame/pieces.ts'
import { frameState } from '../frame/state.ts'
import { hoopSpan, massOf, type Workpiece } from './cut.ts'
import { piecesOf } from './pieces.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'
import { STOCKED_KINDS } from '../sports/kinds.ts'
import { alongOf, cutIn, fits, landmarkCm, roomFor, spotCm } from './zones.ts'
import { SPORTS, PROFILES } from '../sports/sports.ts'

const EACH: Record<(typeof STOCKED_KINDS)[number], number> = {
  tape: 0.2,
  fill: 1,
  sleeve: 0.3,
  weight: 2,
  strings: 16,
  grip: 15,
  overgrip: 5,
}
const MATERIALS: Material[] = STOCKED_KINDS.map((kind) => ({
  ...PLAIN_MATERIAL,
  id: kind,
  name: kind,
  kind,
  unitMassG: EACH[kind],
  step: 1,
  stock: 1000,
}))

describe.each(SPORTS)('the places of %s', (sport) => {
  const profile = PROFILES[sport]
  const zones = [...profile.zones, ...profile.moreZones]
  const work: Workpiece = {
    geometry: profile.geometry,
    condition: { ...NOTHING_ON, grip: 'base' },
    profile: { ...profile, zones },
  }
  const state = frameState(
    {
      mass: { value: 200, u: 0 },
      balance: { value: profile.geometry.lengthCm / 2, u: 0 },
      swingWeight: { value: 200, u: 0 },
      twistWeight: { value: 8, u: 0 },
    },
    profile.axisCm,
  )

  it('have names and ids of their own, and something goes to each of them', () => {
    expect(new Set(zones.map((z) => z.id)).size).toBe(zones.length)
    expect(new Set(zones.map((z) => z.name)).size).toBe(zones.length)
    for (const zone of zones)
      expect(
        MATERIALS.some((m) => fits(zone, m)),
        zone.id,
      ).toBe(true)
  })

  it('lie on every outline of the sport, filled to the brim as well', () => {
    for (const { change } of [{ change: {} }, ...profile.outlines]) {
      const geometry = { ...profile.geometry, ...change }
      const on: Workpiece = { ...work, geometry }
      for (const zone of zones)
        for (const material of MATERIALS.filter((m) => fits(zone, m))) {
          const amount =
            zone.place === 'handle' ? Math.floor(zone.capacityCm * profile.handleFillGPerCm) : roomFor(zone, on)
          const cut = cutIn(zone, material, amount, on, zone.id)
          const after = withPieces(state, piecesOf(cut, material, on), geometry)
          expect(after.massG! - 200, `${zone.id} ${material.kind}`).toBeCloseTo(massOf(cut, material, on), 9)
          expect(after.lateralCm, `${zone.id} lies alike on both sides`).toBeCloseTo(0, 9)
          // Nothing can move the balance beyond the frame's own ends.
          const moment = (after.massG! * after.balanceCm! - 200 * state.balanceCm!) / (after.massG! - 200)
          expect(moment).toBeGreaterThan(0)
          expect(moment).toBeLessThan(geometry.lengthCm)
        }
    }
  })

  it('spots lie inside the outline, hoop places on it', () => {
    const outline = headOutline(profile.geometry, 0)
    for (const zone of zones) {
      if (zone.place === 'hoop')
        expect(alongOf(zone, profile.geometry)).toBeLessThanOrEqual(headOutline(profile.geometry).halfLengthCm + 1e-9)
      if (zone.place !== 'spot') continue
      const at = spotCm(zone, profile.geometry)
      const off = zone.spot!.offCm
      const head = profile.geometry.lengthCm - profile.geometry.headLengthCm
      if (off === 0 || at < head) continue
      const width = Math.max(
        ...Array.from({ length: 200 }, (_, i) => outline.pointAt((outline.halfLengthCm * i) / 199))
          .filter((p) => Math.abs(p.xCm - at) < 0.3)
          .map((p) => p.yCm),
      )
      expect(off, `${zone.id} at ${at}`).toBeLessThan(width)
    }
  })
})

describe('places that a sport has of its own', () => {
  const zoneOf = (sport: (typeof SPORTS)[number], id: string) => PROFILES[sport].zones.find((z) => z.id === id)!
  it('badminton: the T-joint where head and shaft meet, the cone above the grip', () => {
    const g = PROFILES.badminton.geometry
    expect(spotCm(zoneOf('badminton', 'tJoint'), g)).toBeCloseTo(g.lengthCm - g.headLengthCm, 9)
    expect(spotCm(zoneOf('badminton', 'cone'), g)).toBeGreaterThan(g.gripLengthCm)
    expect(spotCm(zoneOf('badminton', 'cone'), g)).toBeLessThan(g.gripLengthCm + 4)
  })
  it('padel: modules towards the tip raise the swing weight, towards the hand they hardly do', () => {
    const profile = PROFILES.padel
    const work: Workpiece = { geometry: profile.geometry, condition: NOTHING_ON, profile }
    const module = MATERIALS.find((m) => m.kind === 'weight')!
    const swing = (id: string) => {
      const pieces = piecesOf(cutIn(zoneOf('padel', id), module, 1, work, id), module, work)
      const bare = frameState(
        { mass: { value: 360, u: 0 }, balance: { value: 26, u: 0 }, swingWeight: { value: 130, u: 0 } },
        profile.axisCm,
      )
      return withPieces(bare, pieces, profile.geometry).swingWeightKgCm2! - 130
    }
    const at = spotCm(zoneOf('padel', 'holesTip'), profile.geometry)
    // Two of 2 g, one on each side.
    expect(swing('holesTip')).toBeCloseTo((4 * (at - profile.axisCm) ** 2) / 1000, 9)
    expect(swing('holesTip')).toBeGreaterThan(3 * swing('holesHeart'))
  })
})

describe('landmarks of a frame', () => {
  const tape = MATERIALS.find((m) => m.kind === 'tape')!
  const profile = PROFILES.tennis
  const zone = (id: string) => [...profile.zones, ...profile.moreZones].find((z) => z.id === id)!
  const on = (landmarks: FrameLandmarks): Workpiece => ({
    geometry: { ...profile.geometry, landmarks },
    condition: NOTHING_ON,
    profile,
  })
  it('are where its runs begin: down from the bumper’s end, up from the start of the throat', () => {
    for (const bumperCm of [11, 16, 19.4]) {
      const work = on({ bumperCm, throatCm: 41 })
      const down = cutIn(zone('belowBumper'), tape, 10, work, 'down')
      expect(hoopSpan(down, 10, work.geometry)).toEqual([expect.closeTo(bumperCm, 9), expect.closeTo(bumperCm + 10, 9)])
      const up = cutIn(zone('aboveThroat'), tape, 8, work, 'up')
      expect(hoopSpan(up, 8, work.geometry)).toEqual([expect.closeTo(33, 9), expect.closeTo(41, 9)])
    }
  })
  it('are as usual where none is said, and never beyond the hoop', () => {
    const usual = cutIn(zone('belowBumper'), tape, 10, on({}), 'usual')
    expect(usual.atCm).toBeCloseTo(profile.layers.guardTape.lengthCm / 2 + 5, 9)
    const half = headOutline(profile.geometry).halfLengthCm
    expect(landmarkCm('throat', zone('aboveThroat'), on({ throatCm: half + 9 }))).toBe(half)
    expect(landmarkCm('throat', zone('aboveThroat'), on({}))).toBeCloseTo(headOutline(profile.geometry).atClock(5), 9)
  })
})
