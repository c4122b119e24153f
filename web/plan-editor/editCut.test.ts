import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { headOutline } from '#core/geometry/outline.ts'
import { layersOf, type Cut } from '#core/cuts/cut.ts'
import { piecesOf } from '#core/cuts/pieces.ts'
import { tennis } from '#core/sports/tennis.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { amounted, layersIn, movedTo, nextLayers, stretchedTo, newCut, cutRange } from './editCut.ts'
import { hoopMarkCm } from '#core/cuts/zones.ts'
import { hoopSpan } from '#core/cuts/cut.ts'
import { placeText } from '#contract/messages/names.ts'
import { runLength } from '#core/cuts/drawing.ts'

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
  it('an anchored run catches with its anchored end at the bumper’s end and at the throat, and keeps it there as it grows', () => {
    const below = newCut('belowBumper', tape, work, 'below')!
    const bumper = hoopMarkCm('bumper', work)
    const ends = (cut: Cut) => hoopSpan(cut, runLength(cut, tape, work), work.geometry)
    const pulled = movedTo(below, below.atCm + 0.5, tape, work)
    expect(ends(pulled)[0]).toBeCloseTo(bumper, 6)
    expect(ends(movedTo(below, below.atCm + 0.5, tape, work, true))[0]).toBeCloseTo(bumper + 0.5, 1)
    const away = movedTo(below, below.atCm + 3.3, tape, work, true)
    const back = movedTo(away, below.atCm + 0.2, tape, work)
    expect(ends(amounted(back, back.amount + 4, tape, work))[0]).toBeCloseTo(bumper, 6)
    const up = { ...below, anchor: 'butt' as const }
    const throat = hoopMarkCm('throat', work)
    expect(ends(movedTo(up, throat - 2.7, tape, work))[1]).toBeCloseTo(throat, 6)
  })
  it('becomes one strip across the tip when the two sides would meet there', () => {
    expect(movedTo(side, 0.5, tape, work, true).atCm).toBe(0)
    expect(movedTo(side, 2, tape, work, true).atCm).toBe(3)
    expect(movedTo(side, outline.halfLengthCm, tape, work)).toMatchObject({
      atCm: outline.halfLengthCm,
      across: 'bridge',
    })
    const tip = movedTo(side, 0.5, tape, work, true)
    expect(tip.across).toBe('tip')
    expect(movedTo(tip, 9, tape, work).across).toBeNull()
  })
  it('stays on the handle and on the shaft', () => {
    expect(movedTo(strip, -5, tape, work).atCm).toBe(0.5)
    expect(movedTo(strip, 40, tape, work).atCm).toBe(tennis.geometry.gripLengthCm - 8)
    const shaft: Cut = { ...strip, place: 'shaft', amount: 4 }
    expect(cutRange(shaft, tape, work)).toEqual([tennis.geometry.gripLengthCm, tennis.geometry.shaftToCm - 4])
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
          const [low, high] = cutRange(moved, tape, work)
          expect(moved.atCm).toBeGreaterThanOrEqual(low)
          expect(moved.atCm).toBeLessThanOrEqual(high)
          expect(() => piecesOf(moved, tape, work)).not.toThrow()
        },
      ),
    )
  })
})

describe('stretching a piece by an end', () => {
  it('leaves the other end where it is, in whole steps', () => {
    const longer = stretchedTo(strip, 1, 13.2, tape, work)
    expect([longer.atCm, longer.amount]).toEqual([3, 10])
    const lower = stretchedTo(strip, 0, 1.1, tape, work)
    expect([lower.amount, lower.atCm + lower.amount]).toEqual([10, 11])
  })
  it('on the hoop moves the middle by half of what it grows', () => {
    const from = side.atCm - 3
    const longer = stretchedTo(side, 1, from + 7, tape, work)
    expect(longer.amount).toBe(7)
    expect(longer.atCm - longer.amount / 2).toBeCloseTo(from, 9)
  })
  it('across the tip grows to both sides alike, and never beyond one layer', () => {
    const tip: Cut = { ...side, atCm: 0, amount: 4 }
    expect(stretchedTo(tip, 1, 3, tape, work)).toMatchObject({ atCm: 0, amount: 6 })
    expect(stretchedTo(tip, 1, 30, tape, work).amount).toBe(tip.layerCm)
  })
  it('a stack keeps its layers, up to what its place has room for', () => {
    const zone = tennis.zones.find((z) => z.id === 'threeNine')!
    const stack: Cut = { ...side, zoneId: zone.id, amount: 12, layerCm: 6 }
    const from = stack.atCm - 3
    const longer = stretchedTo(stack, 1, from + 8, tape, work)
    expect(layersOf(longer)).toEqual([8, 8])
    expect(longer.atCm - 4).toBeCloseTo(from, 9)
    expect(layersOf(stretchedTo(longer, 1, from + 5, tape, work))).toEqual([5, 5])
    const most = layersOf(stretchedTo(stack, 1, from + 100, tape, work))
    expect(most).toHaveLength(2)
    expect(most[0]).toBeLessThanOrEqual(zone.capacityCm + 1e-9)
    expect(most[0]).toBeGreaterThan(zone.capacityCm - tape.step)
    const half = stretchedTo({ ...stack, amount: 9 }, 1, from + 8, tape, work)
    expect(layersOf(half)).toEqual([8, 4])
  })
  it('putty by its grams, at least one step; what has no ends stays as it is', () => {
    const fill: Cut = { ...strip, place: 'handle', materialId: putty.id, atCm: 2, amount: 4, layerCm: 60 }
    expect(stretchedTo(fill, 1, 2 + 8 / tennis.handleFillGPerCm, putty, work).amount).toBe(8)
    expect(stretchedTo(fill, 1, 2, putty, work).amount).toBe(1)
    const grip: Cut = { ...strip, place: 'grip', amount: 1 }
    expect(stretchedTo(grip, 1, 9, { ...putty, kind: 'overgrip' }, work)).toBe(grip)
  })
  it('always leaves a piece that lies on the frame', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(
          side,
          strip,
          { ...side, atCm: 0 },
          { ...strip, place: 'shaft' as const, atCm: 18.5, amount: 4 },
        ),
        fc.constantFrom(0 as const, 1 as const),
        fc.double({ min: -50, max: 150, noNaN: true }),
        (cut, end, to) => {
          const next = stretchedTo(cut, end, to, tape, work)
          expect(next.amount).toBeGreaterThan(0)
          expect(() => piecesOf(next, tape, work)).not.toThrow()
        },
      ),
    )
  })
})

describe('straight pieces', () => {
  it('catch with either end on the top of the grip, unless moved freely', () => {
    const shaft: Cut = { ...strip, place: 'shaft', amount: 3, atCm: 20 }
    const { gripLengthCm } = tennis.geometry
    expect(movedTo(shaft, gripLengthCm + 0.4, tape, work).atCm).toBe(gripLengthCm)
    expect(movedTo(strip, gripLengthCm - 8 - 0.3, tape, work).atCm).toBe(gripLengthCm - 8)
    expect(movedTo(strip, gripLengthCm - 8 - 0.3, tape, work, true).atCm).toBeCloseTo(gripLengthCm - 8.3, 9)
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
    // From the cap up.
    const putty5 = newCut('butt', putty, work, 'a')!
    expect(putty5).toMatchObject({ place: 'handle', amount: 5 })
    expect(putty5.atCm).toBe(tennis.handleFillFromCm)
  })
  it('is refused where its material does not belong', () => {
    expect(newCut('tip', putty, work, 'a')).toBeNull()
    expect(newCut('butt', tape, work, 'a')).toBeNull()
    expect(newCut('nowhere', tape, work, 'a')).toBeNull()
  })
})

describe('strips on edges, bevels and layers', () => {
  const below = newCut('belowBumper', tape, work, 'below')!
  const span = (cut: Cut) => hoopSpan(cut, layersOf(cut)[0], tennis.geometry)
  it('an anchored run catches at the grommet that was counted, and says so', () => {
    const geometry = { ...tennis.geometry, landmarks: { grommetNo: 9, grommetCm: 18.3 } }
    const own = { ...work, geometry }
    const below = newCut('belowBumper', tape, own, 'below')!
    const at = movedTo(below, 18 + below.amount / 2, tape, own)
    expect(hoopSpan(at, at.amount, geometry)[0]).toBeCloseTo(18.3, 6)
    expect(placeText(at, own)).toContain('from grommet 9 down (18.3 to ')
    expect(movedTo(below, 18 + below.amount / 2, tape, work)).not.toEqual(at)
  })
  it('an anchored run keeps its landmark when it grows or shrinks', () => {
    const bumper = tennis.layers.guardTape.lengthCm / 2
    for (const amount of [4, 9, 15]) {
      const cut = amounted(below, amount, tape, work)
      expect(span(cut)[0]).toBeCloseTo(bumper, 6)
      expect(span(cut)[1]).toBeCloseTo(bumper + amount, 6)
    }
    const bevels = newCut('bevels', tape, work, 'bevels')!
    for (const amount of [4, 12]) {
      const cut = amounted(bevels, amount, tape, work)
      expect(cut.atCm + amount).toBeCloseTo(tennis.geometry.gripLengthCm, 6)
    }
  })
  it('two layers are of one length, and one again is as long as each was', () => {
    const two = nextLayers(side, tape, work)
    expect(layersOf(two)).toEqual([6, 6])
    expect(layersIn(two, tape)).toBe(2)
    // Longer by two centimetres: both layers by one.
    expect(layersOf(amounted(two, 14, tape, work))).toEqual([7, 7])
    expect(layersOf(nextLayers(two, tape, work))).toEqual([6])
  })
})
