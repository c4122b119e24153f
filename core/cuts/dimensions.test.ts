import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { headOutline } from '../geometry/outline.ts'
import { tennis } from '../sports/tennis.ts'
import { PROFILES } from '../sports/sports.ts'
import { hoopSpan, layersOf } from './cut.ts'
import { DIMENSION_ROOM_CM, dimensionsOf, FIGURE_HALF_CM } from './dimensions.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'
import { cutIn } from './zones.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape: Material = { ...PLAIN_MATERIAL, id: 't', name: 't', kind: 'tape', unitMassG: 0.2, step: 0.5, widthCm: 0.6 }
const fill: Material = { ...PLAIN_MATERIAL, id: 'f', name: 'f', kind: 'fill', unitMassG: 1 }
const at = (id: string, material: Material, amount: number) =>
  dimensionsOf(
    cutIn(
      tennis.zones.find((z) => z.id === id)!,
      material,
      amount,
      work,
      id,
    ),
    material,
    work,
  )
const read = (id: string, material: Material, amount: number) => at(id, material, amount).map((d) => [d.of, d.cm])

describe('the dimensions of a piece', () => {
  it('are how far a tape along the hoop finds it from the tip, and how long it is', () => {
    const middle = headOutline(tennis.geometry).atClock(3)
    expect(read('threeNine', tape, 12)).toEqual([
      ['place', expect.closeTo(middle - 6, 9)],
      ['length', 12],
    ])
    // From the bumper's end down: the landmark is what is measured to.
    expect(read('belowBumper', tape, 10)[0]).toEqual(['place', expect.closeTo(tennis.layers.guardTape.lengthCm / 2, 9)])
  })
  it('of a strip across the tip are its length alone, from the butt for what lies straight', () => {
    expect(read('tip', tape, 20)).toEqual([['length', 20]])
    // Its line runs over both halves, its figure stands on the axis.
    for (const id of ['tip', 'bridge']) {
      const [across] = at(id, tape, 8)
      expect(across.path.match(/M/g)).toHaveLength(2)
      expect(across.label.yCm).toBeCloseTo(0, 6)
    }
    const [place, length] = at('bevels', tape, 10)
    expect(place.cm + length.cm).toBeCloseTo(tennis.geometry.gripLengthCm, 9)
    expect(read('butt', fill, 5)[0]).toEqual(['place', tennis.handleFillFromCm])
  })
  it('stand beside their line, never on it, in every sport', () => {
    for (const profile of Object.values(PROFILES)) {
      const on = { geometry: profile.geometry, condition: { ...STRUNG, stringsG: null }, profile }
      const line = headOutline(profile.geometry, -1.5)
      const scale = line.halfLengthCm / headOutline(profile.geometry).halfLengthCm
      for (const zone of profile.zones.filter((z) => z.place === 'hoop'))
        for (const share of [0.2, 0.5, 0.9]) {
          const cut = cutIn(zone, tape, Math.max(1, Math.round(share * zone.capacityCm)), on, zone.id)
          for (const { label, of, cm } of dimensionsOf(cut, tape, on)) {
            const [from, to] = hoopSpan(cut, layersOf(cut)[0], profile.geometry)
            const span = of === 'place' ? [0, from] : [from, to]
            for (let i = 0; i <= 40; i++) {
              const along = (span[0] + ((span[1] - span[0]) * i) / 40) * scale
              const at = line.pointAt(Math.min(along, line.halfLengthCm))
              const clear =
                Math.abs(at.xCm - label.xCm) > FIGURE_HALF_CM.width - 1e-6 ||
                Math.abs(at.yCm - Math.abs(label.yCm)) > FIGURE_HALF_CM.height - 1e-6
              expect(clear, `${profile.id} ${zone.id} ${of} ${cm}`).toBe(true)
            }
            const { lengthCm, headWidthCm } = profile.geometry
            expect(label.xCm + FIGURE_HALF_CM.width).toBeLessThan(lengthCm + DIMENSION_ROOM_CM.tip)
            expect(Math.abs(label.yCm) + FIGURE_HALF_CM.height).toBeLessThan(headWidthCm / 2 + DIMENSION_ROOM_CM.side)
          }
        }
    }
  })
  it('stand outside of the frame, where nothing else is drawn', () => {
    for (const { label } of at('threeNine', tape, 12))
      expect(Math.abs(label.yCm)).toBeGreaterThan(label.xCm > 65 ? 0 : 5)
  })
})
