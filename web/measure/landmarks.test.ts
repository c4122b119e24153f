import { describe, expect, it } from 'vitest'
import { headOutline } from '#core/geometry/outline.ts'
import { PROFILES, SPORTS } from '#core/sports/sports.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { hoopMarkText } from '#contract/messages/names.ts'
import { hoopMarksOf } from '#core/cuts/zones.ts'
import { fieldsOf, landmarksText, markLines, touched, withLandmark } from './landmarks.ts'

describe('landmarks set on the drawing', () => {
  it('a touch anywhere near the hoop, on either side, finds its place along it to the millimetre', () => {
    for (const sport of SPORTS) {
      const { geometry } = PROFILES[sport]
      const outline = headOutline(geometry)
      for (let arc = 1; arc < outline.halfLengthCm; arc += 3.7) {
        const { xCm, yCm } = outline.pointAt(arc)
        // The outline's points lie some millimetres apart.
        for (const side of [1, -1])
          expect(Math.abs(touched('hoop', xCm, side * yCm, geometry)! - arc)).toBeLessThan(0.3)
      }
      expect(touched('hoop', geometry.lengthCm - geometry.headLengthCm / 2, 0, geometry)).toBeNull()
      expect(touched('handle', 12.34, 0.5, geometry)).toBe(12.3)
      expect(touched('handle', geometry.lengthCm - 2, 0, geometry)).toBeNull()
    }
  })
  it('is drawn where it was set', () => {
    const { geometry } = PROFILES.tennis
    const set = withLandmark(withLandmark(geometry, 'bumperCm', 15.4), 'hollowToCm', 11)
    const lines = markLines(set)
    expect(lines.map((l) => l.key)).toEqual(['bumper1', 'bumper-1', 'hollow'])
    const middle = { x: (lines[0].x1 + lines[0].x2) / 2, y: (lines[0].y1 + lines[0].y2) / 2 }
    expect(touched('hoop', middle.x, middle.y, set)).toBeCloseTo(15.4, 0)
    expect(lines[2]).toMatchObject({ x1: 11, x2: 11 })
    expect(markLines(geometry)).toEqual([])
  })
  it('a grommet is counted and measured; without either it is no landmark yet', () => {
    const { geometry } = PROFILES.tennis
    const counted = withLandmark(geometry, 'grommetNo', 9)
    const set = withLandmark(counted, 'grommetCm', 21.3)
    expect(landmarksText(set.landmarks!)).toBe('grommet 9 21.3 cm')
    expect(markLines(set).map((l) => l.key)).toEqual(['grommet1', 'grommet-1'])
    const marks = (g: typeof geometry) => hoopMarksOf({ geometry: g, profile: PROFILES.tennis }).map(hoopMarkText)
    expect(marks(set)).toEqual(['the bumper’s end', 'the start of the throat', 'grommet 9'])
    expect(marks(counted)).toEqual(marks(geometry))
    expect(wrongGeometry(withLandmark(set, 'grommetNo', 60))).toBe('A frame’s grommet’s number is 40 at most.')
    const asked = (sport: keyof typeof PROFILES) => fieldsOf(PROFILES[sport]).some(({ key }) => key === 'grommetCm')
    expect(SPORTS.filter(asked)).toEqual(['tennis', 'badminton'])
  })
  it('is taken back when its field is emptied, and refused where it cannot be', () => {
    const { geometry } = PROFILES.tennis
    const set = withLandmark(geometry, 'bumperCm', 15.4)
    expect(landmarksText(set.landmarks!)).toBe('bumper’s end 15.4 cm')
    expect(withLandmark(set, 'bumperCm', null).landmarks).toEqual({})
    expect(wrongGeometry(set)).toBe('')
    expect(wrongGeometry(withLandmark(set, 'throatCm', 12))).toContain('the throat begins below the bumper’s end')
    expect(wrongGeometry(withLandmark(set, 'hollowToCm', 39))).toContain('a hollow is no longer than the handle')
    expect(wrongGeometry(withLandmark(set, 'hollowGPerCm', 99))).toBe(
      'A frame’s filling of each cm of the hollow is 10 g at most.',
    )
  })
})
