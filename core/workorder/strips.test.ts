import { describe, expect, it } from 'vitest'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { massOf, type Cut } from '../cuts/cut.ts'
import { cutIn } from '../cuts/zones.ts'
import { STRUNG, usualState } from '../frame/fixtures.ts'
import { tennis } from '../sports/tennis.ts'
import { followBuild } from './follow.ts'
import { EMPTY_ORDER, markNow, redrawn, type WorkOrder } from './marks.ts'
import { orderOfWork } from './order.ts'
import { isPiece, stripMarks, stripsOf, weighedTogether, withPieceWeighed, withStrip, withTotal } from './strips.ts'

const tape: Material = { ...PLAIN_MATERIAL, id: 'tape', name: 'tape', kind: 'tape', unitMassG: 0.1, step: 0.5, widthCm: 0.6, uRel: 0.04 } // prettier-ignore
const putty: Material = { ...PLAIN_MATERIAL, id: 'putty', name: 'putty', kind: 'fill', unitMassG: 1 }
const materials = [tape, putty]
const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const zone = (id: string) => tennis.zones.find((z) => z.id === id)!
/** Two strips of 20 cm and two of 5 on the sides; 5 g in the butt. */
const cuts: Cut[] = [
  { ...cutIn(zone('threeNine'), tape, 12, work, 'sides'), amount: 25, layerCm: 20, edges: 1 },
  cutIn(zone('butt'), putty, 5, work, 'butt'),
]
const steps = orderOfWork(cuts, materials, work)
const sides = steps.find((s) => s.id === 'sides')!
const butt = steps.find((s) => s.id === 'butt')!
const order: WorkOrder = { ...EMPTY_ORDER, cuts }
const weighAll = (grams: number[]) => grams.reduce((o, massG, i) => withStrip(o, sides, i, { massG }), order)

describe('strips one by one', () => {
  it('are the lines of the cut list, each with its share of what the step weighs', () => {
    const strips = stripsOf(sides)
    expect(strips.map((s) => [s.layer, s.lengthCm])).toEqual([[1, 20], [1, 20], [2, 5], [2, 5]]) // prettier-ignore
    // 0.1 g a cm, by hand.
    expect(strips.map((s) => Number(s.massG.toFixed(9)))).toEqual([2, 2, 0.5, 0.5])
    expect(strips.reduce((g, s) => g + s.massG, 0)).toBeCloseTo(massOf(cuts[0], tape, work), 9)
    expect(stripsOf(butt)).toEqual([])
  })

  it('take the place of the planned mass once all of them were weighed, and no sooner', () => {
    const three = weighAll([2.1, 2.05, 0.52])
    expect(three.weighed).toEqual({})
    const all = withStrip(three, sides, 3, { massG: 0.53 })
    expect(all.weighed).toEqual({ sides: 5.2 })
    expect(withStrip(all, sides, 0, { massG: null }).weighed).toEqual({})
    expect(weighedTogether([])).toBeNull()
  })

  it('a tick says nothing of a mass, and a mass nothing of a tick', () => {
    const ticked = withStrip(weighAll([2.1]), sides, 1, { laid: true })
    expect(stripMarks(ticked, sides).map((m) => [m.laid, m.massG])).toEqual([[false, 2.1], [true, null], [false, null], [false, null]]) // prettier-ignore
  })

  it('a total typed by hand stays while single ones are weighed, and sets them aside when it comes last', () => {
    const typed = withTotal(order, 'sides', 5.1)
    expect(withStrip(typed, sides, 0, { massG: 2.2 }).weighed).toEqual({ sides: 5.1 })
    const last = withTotal(weighAll([2.1, 2.05, 0.52, 0.53]), 'sides', 5.4)
    expect(last.weighed).toEqual({ sides: 5.4 })
    expect(weighedTogether(stripMarks(last, sides))).toBeNull()
    expect(withTotal(last, 'sides', null).weighed).toEqual({})
  })

  it('weighed ones are what the frame is expected to carry, with a narrower band', () => {
    const build = (o: WorkOrder) =>
      followBuild({ measured: usualState(), shared: [], steps, marks: { sides: markNow('2026-01-01T09:00:00Z', 'AT') }, weighed: o.weighed, reads: {}, materials, work }) // prettier-ignore
    const massAt = (o: WorkOrder) => build(o).checkpoints.find((c) => c.step.id === 'sides')!.expected.mass!
    const [planned, real] = [massAt(order), massAt(weighAll([2.2, 2.2, 0.6, 0.6]))]
    expect(real.value - planned.value).toBeCloseTo(0.6, 6)
    expect(real.u).toBeLessThan(planned.u)
  })

  it('the scale fills them in one after the other, and a fill as a whole; when all are there it is not taken', () => {
    const filled = [2.1, 2.05, 0.52, 0.53].reduce<WorkOrder>((o, g) => withPieceWeighed(o, sides, g)!, order)
    expect(filled.weighed.sides).toBe(5.2)
    expect(withPieceWeighed(filled, sides, 2)).toBeNull()
    expect(withPieceWeighed(order, butt, 4.8)!.weighed).toEqual({ butt: 4.8 })
    expect(
      withPieceWeighed(
        order,
        steps.find((s) => s.kind === 'trial')!,
        4.8,
      ),
    ).toBeNull()
  })

  it('a piece on the scale is told from a frame: the lightest frame of every sport, the heaviest piece', () => {
    expect(isPiece(2.1, 305)).toBe(true)
    expect(isPiece(30, 160)).toBe(true)
    for (const frameG of [160, 305, 380]) expect(isPiece(frameG * 0.95, frameG)).toBe(false)
  })

  it('a plan drawn up again keeps what was said of a piece that stays, and forgets it of one that is now another', () => {
    const held = withTotal(weighAll([2.1, 2.05, 0.52, 0.53]), 'butt', 4.8)
    const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
    const again = redrawn(held, [cuts[0], { ...cuts[1], amount: 7 }], same)
    expect(again.weighed).toEqual({ sides: 5.2 })
    expect(stripMarks(again, sides)[1].massG).toBe(2.05)
    const left = { ...held, marks: { sides: { ...markNow('2026-01-01T09:00:00Z', 'AT'), skipped: 'no room' } } }
    expect(redrawn(left, cuts, same).marks.sides.skipped).toBe('no room')
    expect(redrawn(left, [{ ...cuts[0], amount: 20 }, cuts[1]], same).marks).toEqual({})
  })
})
