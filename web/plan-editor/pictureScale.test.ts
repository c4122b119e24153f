import { describe, expect, it } from 'vitest'
import { BARE } from '#core/frame/fixtures.ts'
import { headCentreCm } from '#core/geometry/outline.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { profileOf, SPORTS } from '#core/sports/sports.ts'
import { knobsOf } from './cutKnobs.ts'
import { newCut } from './editCut.ts'
import { handSizes, pictureScale, rulerMarks } from './pictureScale.ts'

/** Of a racket that is 27 in long. */
const LENGTH_CM = 68.58
const PHONE_PX = 346
const tape = DRAWER.find((m) => m.kind === 'tape')!

describe('the picture of the bench', () => {
  it.each(SPORTS)('holds a frame of %s, its ruler and its curve, at every width', (sport) => {
    const { geometry } = profileOf(sport)
    for (const width of [280, PHONE_PX, 700, 860, 1400]) {
      const scale = pictureScale(geometry, width)
      expect(scale.width).toBe(width)
      expect(scale.x(0)).toBeGreaterThanOrEqual(20)
      expect(scale.x(geometry.lengthCm)).toBeLessThanOrEqual(width - 30)
      // As long as it is wide: the same scale both ways.
      expect(scale.x(10) - scale.x(0)).toBeCloseTo(10 * scale.pxPerCm, 9)
      expect(scale.axisY - (geometry.headWidthCm / 2) * scale.pxPerCm).toBeGreaterThanOrEqual(20)
      expect(scale.rulerY).toBeGreaterThan(scale.axisY + (geometry.headWidthCm / 2) * scale.pxPerCm)
      expect(scale.curveFoot).toBeLessThan(scale.height)
    }
  })
  it('gives a finger 44 px about a knob and across a strip on a phone, and a mouse what it had', () => {
    const small = pictureScale(profileOf('tennis').geometry, PHONE_PX).pxPerCm
    const finger = handSizes(small, true)
    expect(2 * finger.knobCm * small).toBeGreaterThanOrEqual(44 - 1e-9)
    expect(finger.stripCm * small).toBeGreaterThanOrEqual(44 - 1e-9)
    // What is written in a knob is as high as what is drawn of it is wide from its middle.
    expect(finger.drawnKnobCm * small).toBeGreaterThanOrEqual(11 - 1e-9)
    expect(handSizes(11.6, false)).toEqual({ stripCm: 2.4, endCm: 1.3, dotCm: 0.55, knobCm: 1.6, drawnKnobCm: 1.15 })
  })
  it.each(SPORTS)('has the two knobs of a piece apart on a phone, in a frame of %s', (sport) => {
    const profile = profileOf(sport)
    const work = { geometry: profile.geometry, condition: BARE, profile }
    const { pxPerCm } = pictureScale(work.geometry, PHONE_PX)
    const { knobCm } = handSizes(pxPerCm, true)
    for (const zone of profile.zones) {
      const cut = newCut(zone.id, tape, work, 'x')
      const [a, b] = cut ? knobsOf(cut, tape, work, knobCm) : []
      if (!a || !b) continue
      expect(Math.hypot(a.xCm - b.xCm, a.yCm - b.yCm) * pxPerCm, zone.id).toBeGreaterThan(24)
      if (cut!.place !== 'hoop') continue
      for (const { xCm, yCm } of [a, b]) {
        expect(Math.abs(xCm - headCentreCm(work.geometry))).toBeLessThan(work.geometry.headLengthCm / 2)
        expect(Math.abs(yCm)).toBeLessThan(work.geometry.headWidthCm / 2)
      }
    }
  })
})

describe('the ruler under the frame', () => {
  const marks = (unit: 'cm' | 'mm' | 'in', px: number) => rulerMarks(LENGTH_CM, unit, px)
  const figures = (unit: 'cm' | 'mm' | 'in', px: number) => marks(unit, px).flatMap((m) => m.figure || [])

  it('has a mark for each cm and figures in the shop’s unit', () => {
    expect(marks('cm', 11)).toHaveLength(69)
    expect(figures('cm', 11)).toEqual(['0', '10', '20', '30', '40', '50', '60'])
    expect(figures('mm', 4)).toEqual(['0', '100', '200', '300', '400', '500', '600'])
  })
  it('is in inches where frames are measured in inches: a racket of 27 in ends on a mark', () => {
    const wide = marks('in', 11.6)
    expect(wide.at(-1)).toEqual({ cm: 27 * 2.54, rank: 1, figure: '' })
    expect(wide).toHaveLength(4 * 27 + 1)
    expect(figures('in', 11.6)).toEqual(Array.from({ length: 14 }, (_, n) => String(2 * n)))
    expect(figures('in', 4.4)).toEqual(['0', '5', '10', '15', '20', '25'])
  })
  it.each(['cm', 'mm', 'in'] as const)(
    'keeps its marks and figures in %s apart however small the frame is drawn',
    (unit) => {
      for (const px of [3.2, 4.4, 7, 9, 12.5]) {
        const all = marks(unit, px)
        const gap = (some: readonly { cm: number }[]) =>
          Math.min(...some.slice(1).map((m, i) => (m.cm - some[i].cm) * px))
        expect(gap(all)).toBeGreaterThan(3)
        expect(gap(all.filter((m) => m.figure))).toBeGreaterThanOrEqual(32)
        for (const m of all) if (m.figure) expect([m.rank, (LENGTH_CM - m.cm) * px >= 12]).toEqual([2, true])
      }
    },
  )
})
