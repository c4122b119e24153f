import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { meansOf } from '../geometry/shape.ts'
import { tennis } from '../sports/tennis.ts'
import { finishFor, type Cut, type Workpiece } from './cut.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'
import { finishG, finishOf, piecesLaid, piecesOf } from './pieces.ts'

const bare: Workpiece = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const work: Workpiece = { ...bare, finish: finishFor(false) }
const lead: Material = { ...PLAIN_MATERIAL, id: 'lead', name: 'Lead', kind: 'tape', unitMassG: 0.1, widthCm: 0.8, lead: true } // prettier-ignore
const silicone: Material = { ...PLAIN_MATERIAL, id: 'silicone', name: 'Silicone', kind: 'fill', unitMassG: 1 }
const sides: Cut = { id: 'sides', materialId: 'lead', place: 'hoop', zoneId: null, atCm: 20, amount: 10, layerCm: 10, edges: 2 } // prettier-ignore
const butt: Cut = { id: 'butt', materialId: 'silicone', place: 'handle', zoneId: null, atCm: 1, amount: 6, layerCm: 1 }

describe('what goes on with a piece', () => {
  it('is so many coats of varnish over the lead and a millimetre around: 2 × 3 mg/cm² on four strips of 10 × 0.8 cm are 0.24 g', () => {
    // 4 · (10.2 × 1.0) cm² · 2 · 0.003 g/cm² = 0.2448 g
    expect(finishG(sides, lead, work)).toBeCloseTo(0.2448, 9)
    expect(finishG(sides, lead, { ...bare, finish: finishFor(true) })).toBeCloseTo(2 * 0.2448, 9)
    const [coat] = finishOf(sides, lead, work)
    const [strip] = piecesLaid(sides, lead, work)
    expect(meansOf(coat.shape, work.geometry)).toEqual(meansOf(strip.shape, work.geometry))
    // A brush is known to half of what it leaves.
    expect(coat.uMassG).toBeCloseTo(coat.massG / 2, 9)
  })
  it('covers a stack once', () => {
    expect(finishG({ ...sides, amount: 20 }, lead, work)).toBeCloseTo(finishG(sides, lead, work), 9)
  })
  it('is a plug right above the fill', () => {
    const [fill, plug] = piecesOf(butt, silicone, work)
    expect(fill.shape).toMatchObject({ kind: 'column', fromCm: 1 })
    expect(plug).toMatchObject({
      massG: 0.4,
      shape: { kind: 'column', fromCm: (fill.shape as { toCm: number }).toCm },
    })
  })
  it('is nothing on what is not lead, under the grip, in a spot, for nothing, and where nobody says that it is', () => {
    for (const [cut, material, on] of [
      [sides, { ...lead, lead: false }, work],
      [{ ...sides, place: 'bevels', atCm: 2 } as Cut, lead, work],
      [{ ...butt, place: 'spot' } as Cut, silicone, work],
      [{ ...butt, amount: 0 }, silicone, work],
      [sides, lead, bare],
      [butt, silicone, bare],
    ] as const)
      expect(finishOf(cut, material, on)).toEqual([])
    expect(piecesOf(sides, lead, bare)).toEqual(piecesLaid(sides, lead, bare))
  })
})
