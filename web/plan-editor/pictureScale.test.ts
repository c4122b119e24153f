import { describe, expect, it } from 'vitest'
import { BARE } from '#core/frame/fixtures.ts'
import { headCentreCm } from '#core/geometry/outline.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { profileOf, SPORTS } from '#core/sports/sports.ts'
import { knobsOf } from './cutKnobs.ts'
import { newCut } from './editCut.ts'
import { handSizes, pictureScale } from './pictureScale.ts'

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
