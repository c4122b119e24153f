import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { massOf, piecesOfAll, type Cut } from '../cuts/cut.ts'
import { STRUNG, usualState } from '../frame/fixtures.ts'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf } from '../frame/state.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { tennis } from '../sports/tennis.ts'
import { buildSteps, GRIP_OFF } from './workOrder.ts'

const tape: Material = {
  ...PLAIN_MATERIAL,
  id: 'tape',
  name: 'tape',
  kind: 'tape',
  unitMassG: 0.1,
  step: 0.5,
  widthCm: 0.6,
}
const fill: Material = { ...PLAIN_MATERIAL, id: 'fill', name: 'fill', kind: 'fill', unitMassG: 1 }
const leather: Material = {
  ...PLAIN_MATERIAL,
  id: 'leather',
  name: 'leather',
  kind: 'grip',
  unitMassG: 25,
  grip: 'leather',
}
const materials = [tape, fill, leather]
const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const zone = (id: string) => tennis.zones.find((z) => z.id === id)!
const at = (id: string, material: Material, amount: number): Cut => cutIn(zone(id), material, amount, work, id)
const grip: Cut = {
  id: 'new-grip',
  materialId: 'leather',
  place: 'grip',
  zoneId: 'grip',
  atCm: 0,
  amount: 1,
  layerCm: 1,
}
const sides = at('threeNine', tape, 6)
const tip = at('tip', tape, 10)
const butt = at('butt', fill, 5)

describe('the order of work', () => {
  it('begins with a trial of everything, goes from the tip down, and does with the grip off what lies under it', () => {
    const steps = buildSteps(usualState(), [grip, butt, sides, tip], materials, work)
    expect(steps.map((s) => s.id)).toEqual(['trial', 'tip', 'threeNine', GRIP_OFF, 'butt', 'grip-on'])
    expect(steps.map((s) => s.gripOff)).toEqual([false, false, false, true, true, false])
    expect(steps.map((s) => s.overgripsOn)).toEqual([1, 1, 1, 0, 0, 1])
  })
  it('leaves the grip on where nothing lies under it, and has nothing to do where nothing is planned', () => {
    expect(buildSteps(usualState(), [tip], materials, work).map((s) => s.action)).toEqual(['trial', 'place'])
    expect(buildSteps(usualState(), [], materials, work)).toEqual([])
  })
  it('ends where the plan does: its last prediction is the planned frame, by the exact sums', () => {
    const cuts = [grip, butt, sides, tip]
    const steps = buildSteps(usualState(), cuts, materials, work)
    const planned = withPieces(usualState(), piecesOfAll(cuts, materials, work), work.geometry)
    for (const quantity of QUANTITIES)
      expect(estimateOf(steps.at(-1)!.predicted, quantity)!.value).toBeCloseTo(estimateOf(planned, quantity)!.value, 9)
    expect(steps[0].massG).toBeCloseTo(cuts.reduce((sum, c) => sum + massOf(c, materials.find((m) => m.id === c.materialId)!, work), 0), 9) // prettier-ignore
  })
  it('cuts what the eye can count: on both edges four strips beside the axis, two across the tip, a layer by itself', () => {
    const long = { ...sides, amount: sides.layerCm + 3 }
    const steps = buildSteps(usualState(), [long, tip], materials, work)
    expect(steps.find((s) => s.id === 'tip')!.strips).toEqual([{ count: 2, lengthCm: 10, layer: 1 }])
    expect(steps.find((s) => s.id === 'threeNine')!.strips).toEqual([
      { count: 4, lengthCm: sides.layerCm, layer: 1 },
      { count: 4, lengthCm: 3, layer: 2 },
    ])
  })
  it('goes on from what was read with the grip off: a grip that weighs 2 g less than usual is found and put back', () => {
    const cuts = [tip, butt]
    const usual = buildSteps(usualState(), cuts, materials, work)
    const bare = usual.find((s) => s.id === GRIP_OFF)!.predicted
    const read = { value: bare.massG! + 2, u: 0.01 }
    const steps = buildSteps(usualState(), cuts, materials, work, { mass: read })
    const after = (list: typeof steps, id: string) => list.find((s) => s.id === id)!.predicted.massG!
    expect(after(steps, 'butt') - after(usual, 'butt')).toBeCloseTo(2, 2)
    // The grip that comes back is the one that came off: the finished frame is the same.
    expect(after(steps, 'grip-on')).toBeCloseTo(after(usual, 'grip-on'), 9)
  })
})
