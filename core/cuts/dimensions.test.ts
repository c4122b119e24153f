import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { headOutline } from '../geometry/outline.ts'
import { tennis } from '../sports/tennis.ts'
import { dimensionsOf } from './dimensions.ts'
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
    const [place, length] = at('bevels', tape, 10)
    expect(place.cm + length.cm).toBeCloseTo(tennis.geometry.gripLengthCm, 9)
    expect(read('butt', fill, 5)[0]).toEqual(['place', tennis.handleFillFromCm])
  })
  it('stand outside of the frame, where nothing else is drawn', () => {
    for (const { label } of at('threeNine', tape, 12))
      expect(Math.abs(label.yCm)).toBeGreaterThan(label.xCm > 65 ? 0 : 5)
  })
})
