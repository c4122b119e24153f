import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headOutline } from '#core/frame/outline.ts'
import { piecesOf, type Cut } from '#core/plan/cut.ts'
import { tennis } from '#core/sports/tennis.ts'
import { DRAWER, STRUNG } from '#core/testing/fixtures.ts'
import { amounted, movedTo, newCut, rangeOf } from './editCut.ts'
import { runLength } from '#core/plan/drawing.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape = DRAWER[0]
const putty = DRAWER.find((m) => m.kind === 'fill')!
const outline = headOutline(tennis.geometry)
const side: Cut = {
  id: 'side',
  materialId: tape.id,
  place: 'hoop',
  zoneId: null,
  atCm: outline.atClock(3),
  amount: 6,
  layerCm: 8,
}
const strip: Cut = { ...side, id: 'strip', place: 'bevels', atCm: 3, amount: 8, layerCm: 17 }

describe('moving a piece', () => {
  it('catches on the clock, unless it is moved freely', () => {
    const two = outline.atClock(2)
    expect(movedTo(side, two + 0.3, tape, work).atCm).toBe(two)
    expect(movedTo(side, two + 0.3, tape, work, true).atCm).toBeCloseTo(two + 0.3, 1)
  })
  it('becomes one strip across the tip when the two sides would meet there', () => {
    expect(movedTo(side, 0.5, tape, work, true).atCm).toBe(0)
    expect(movedTo(side, 2, tape, work, true).atCm).toBe(3)
    expect(movedTo(side, outline.halfLengthCm, tape, work).atCm).toBe(outline.halfLengthCm)
  })
  it('stays on the handle and on the shaft', () => {
    expect(movedTo(strip, -5, tape, work).atCm).toBe(0.5)
    expect(movedTo(strip, 40, tape, work).atCm).toBe(tennis.geometry.gripLengthCm - 8)
    const shaft: Cut = { ...strip, place: 'shaft', amount: 4 }
    expect(rangeOf(shaft, tape, work)).toEqual([tennis.geometry.gripLengthCm, tennis.geometry.shaftToCm - 4])
  })
  it('is the same piece when it has not moved', () => {
    expect(movedTo(strip, 3.02, tape, work)).toBe(strip)
  })
  it('always leaves a piece that lies on the frame', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(side, strip, { ...strip, place: 'shaft' as const, amount: 4 }),
        fc.double({ min: -50, max: 150, noNaN: true }),
        fc.double({ min: 0, max: 300, noNaN: true }),
        fc.boolean(),
        (cut, at, amount, free) => {
          const moved = movedTo(amounted(cut, amount, tape, work), at, tape, work, free)
          const [low, high] = rangeOf(moved, tape, work)
          expect(moved.atCm).toBeGreaterThanOrEqual(low)
          expect(moved.atCm).toBeLessThanOrEqual(high)
          expect(() => piecesOf(moved, tape, work)).not.toThrow()
        },
      ),
    )
  })
})

describe('giving a piece another amount', () => {
  it('keeps to whole steps and to at least one', () => {
    expect(amounted(strip, 8.3, tape, work).amount).toBe(8.5)
    expect(amounted(strip, 0, tape, work).amount).toBe(0.5)
    expect(amounted({ ...strip, place: 'handle' }, 7.4, putty, work).amount).toBe(7)
  })
  it('holds a fill to what the handle can take', () => {
    const full = amounted({ ...strip, place: 'handle', materialId: putty.id }, 500, putty, work)
    expect(runLength(full, putty, work)).toBeLessThanOrEqual(tennis.geometry.gripLengthCm - 1)
  })
})

describe('a new piece', () => {
  it('lies at its zone’s landmark', () => {
    expect(newCut('tip', tape, work, 'a')).toMatchObject({ place: 'hoop', atCm: 0 })
    expect(newCut('threeNine', tape, work, 'a')!.atCm).toBe(outline.atClock(3))
    // 5 g lie about the middle of the 5 cm that the butt holds.
    const putty5 = newCut('butt', putty, work, 'a')!
    expect(putty5).toMatchObject({ place: 'handle', amount: 5 })
    expect(putty5.atCm + 5 / tennis.handleFillGPerCm / 2).toBeCloseTo(tennis.handleFillFromCm + 2.5, 9)
  })
  it('is refused where its material does not belong', () => {
    expect(newCut('tip', putty, work, 'a')).toBeNull()
    expect(newCut('butt', tape, work, 'a')).toBeNull()
    expect(newCut('nowhere', tape, work, 'a')).toBeNull()
  })
})
