import { describe, expect, it } from 'vitest'
import { fillGPerCm, hollowCm, landmarksOf, saysLandmarks } from './landmarks.ts'
import { PROFILES, SPORTS } from './sports.ts'

describe('the handle of one frame', () => {
  const profile = PROFILES.tennis
  const on = (landmarks: object) => ({ geometry: { ...profile.geometry, landmarks }, profile })
  const butt = profile.zones.find((z) => z.place === 'handle')!
  it('holds what is usual where the frame says nothing of it', () => {
    expect([hollowCm(butt, on({})), fillGPerCm(on({ bumperCm: 14 }))]).toEqual([9, 2.6])
  })
  it('holds what its hollow has room for, from behind the plug up, and nothing where that ends before', () => {
    expect(hollowCm(butt, on({ hollowToCm: 13.5 }))).toBe(12.5)
    expect(hollowCm(butt, on({ hollowToCm: 0.5 }))).toBe(0)
    expect(fillGPerCm(on({ hollowGPerCm: 1.9 }))).toBe(1.9)
  })
  it('knows whether a frame says any landmark', () => {
    expect([undefined, {}, { bumperCm: undefined }, { bumperCm: 3 }].map(saysLandmarks)).toEqual([
      false,
      false,
      false,
      true,
    ])
  })
  it('is asked in every sport, a bumper only where something begins at it, a grommet where there are strings', () => {
    for (const sport of SPORTS)
      expect(landmarksOf(PROFILES[sport]).slice(-2), sport).toEqual(['hollowToCm', 'hollowGPerCm'])
    const [hollow, filling] = landmarksOf(PROFILES.padel)
    expect(landmarksOf(PROFILES.padel)).toHaveLength(2)
    expect(landmarksOf(PROFILES.tennis)).toEqual(['bumperCm', 'throatCm', 'grommetNo', 'grommetCm', hollow, filling])
    // Strings go through grommets; no bumper of a badminton frame is where a strip begins.
    expect(landmarksOf(PROFILES.badminton)).toEqual(['grommetNo', 'grommetCm', hollow, filling])
  })
})
