import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headOutline } from '../../geometry/outline.ts'
import { withPieces } from '../../frame/pieces.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER } from '../fixtures/fixtures.ts'
import { STRUNG, usualState } from '../../frame/fixtures.ts'
import { massOf, type Cut } from '../../cuts/cut.ts'
import { piecesOfAll } from '../../cuts/pieces.ts'
import { scaleBack, shareNearest } from './scaleBack.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const outline = headOutline(tennis.geometry)
/** Pieces of 0.1 g a step. */
const fine = { ...DRAWER[0], id: 'fine', unitMassG: 0.1, step: 1 }
const putty = { ...DRAWER.find((m) => m.kind === 'fill')!, id: 'fine-putty', step: 0.1 }
const materials = [...DRAWER, fine, putty]
const tip: Cut = { id: 'tip', materialId: 'fine', place: 'hoop', zoneId: 'tip', atCm: 0, across: 'tip', amount: 30, layerCm: 10 } // prettier-ignore
const sides: Cut = { ...tip, id: 'sides', zoneId: 'threeNine', across: null, atCm: outline.atClock(3), amount: 30 }
const handle: Cut = {
  id: 'handle',
  materialId: 'fine-putty',
  place: 'handle',
  zoneId: 'butt',
  atCm: 1,
  amount: 9,
  layerCm: 9,
}
const CUTS = [tip, sides, handle]
const massIn = (cuts: readonly Cut[]) =>
  cuts.reduce(
    (sum, cut) =>
      sum +
      massOf(
        cut,
        materials.find((m) => m.id === cut.materialId)!,
        work,
      ),
    0,
  )

describe('scaling back', () => {
  it('3, 6 and 9 g at tip, sides and handle less 30 %: −1, −2, −3 g (common practice, no source)', () => {
    expect(CUTS.map((c) => massIn([c]))).toEqual([expect.closeTo(3, 9), expect.closeTo(6, 9), expect.closeTo(9, 9)])
    const { given, cuts } = scaleBack(CUTS, materials, work, 0.3)
    expect(given.map((g) => Math.round(g.offG))).toEqual([1, 2, 3])
    expect(massIn(CUTS) - massIn(cuts)).toBeCloseTo(5.4, 1)
  })
  it('keeps where the weight sits: what the pieces did together is done to the same share', () => {
    const effect = (cuts: readonly Cut[]) => {
      const { massG, swingWeightKgCm2, twistWeightKgCm2 } = withPieces(
        usualState(),
        piecesOfAll(cuts, materials, work),
        work.geometry,
      )
      return [massG! - 305.4, swingWeightKgCm2! - 300, twistWeightKgCm2! - 13.2]
    }
    const full = effect(CUTS)
    const less = effect(scaleBack(CUTS, materials, work, 0.3).cuts)
    less.forEach((value, i) => expect(value / full[i]).toBeCloseTo(0.7, 1))
  })
  it('takes only off what was put on, never more than lies there, in whole steps, and as much as was asked to half a step', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 }),
        (share, steps) => {
          const cuts = steps.map((n, i): Cut => ({
            ...sides,
            id: String(i),
            materialId: 'lead-quarter',
            amount: n / 2,
          }))
          const found = scaleBack(cuts, materials, work, share)
          const asked = share * massIn(cuts)
          const off = massIn(cuts) - massIn(found.cuts)
          const stepG = 2 * 0.5 * DRAWER[0].unitMassG
          expect(Math.abs(off - asked)).toBeLessThanOrEqual(stepG / 2 + 1e-6)
          for (const cut of found.cuts) {
            const before = cuts.find((c) => c.id === cut.id)!
            expect(cut.amount).toBeGreaterThan(0)
            expect(cut.amount).toBeLessThanOrEqual(before.amount)
            expect((before.amount - cut.amount) / 0.5).toBeCloseTo(Math.round((before.amount - cut.amount) / 0.5), 6)
          }
          expect(off).toBeCloseTo(
            found.given.reduce((sum, g) => sum + g.offG, 0),
            6,
          )
        },
      ),
    )
  })
  it('down to a number: the share that brings it there, and none where nothing that gives does', () => {
    const offTo = (massG: number) => (cuts: readonly Cut[]) => Math.abs(massIn(cuts) - massG)
    for (const share of [0.1, 0.3, 0.5, 1]) {
      const wanted = massIn(scaleBack(CUTS, materials, work, share).cuts)
      const found = shareNearest(CUTS, materials, work, offTo(wanted))!
      expect(massIn(scaleBack(CUTS, materials, work, found).cuts)).toBeCloseTo(wanted, 9)
    }
    expect(shareNearest(CUTS, materials, work, offTo(massIn(CUTS) + 5))).toBeNull()
    const all = new Set(CUTS.map((cut) => cut.id))
    expect(shareNearest(CUTS, materials, work, offTo(0), all)).toBeNull()
    // What is held stays, so the rest gives the more.
    const half = massIn(CUTS) / 2
    const held = shareNearest(CUTS, materials, work, offTo(half), new Set(['tip']))!
    expect(held).toBeGreaterThan(shareNearest(CUTS, materials, work, offTo(half))!)
  })
  it('leaves locked pieces, grips and strings alone', () => {
    const grip: Cut = { id: 'g', materialId: 'leather', place: 'grip', zoneId: 'grip', atCm: 0, amount: 1, layerCm: 1 }
    const { cuts } = scaleBack([...CUTS, grip], materials, work, 0.5, new Set(['tip']))
    expect(cuts.find((c) => c.id === 'tip')).toEqual(tip)
    expect(cuts.find((c) => c.id === 'g')).toEqual(grip)
    expect(scaleBack(CUTS, materials, work, 0).cuts).toEqual(CUTS)
    expect(scaleBack(CUTS, materials, work, 1).cuts).toEqual([])
  })
})
