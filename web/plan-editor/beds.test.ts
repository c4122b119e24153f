import { describe, expect, it } from 'vitest'
import { hoopSpan, massOf, runsOf, type Cut } from '#core/cuts/cut.ts'
import { hoopMarkCm } from '#core/cuts/zones.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { tennis } from '#core/sports/tennis.ts'
import { cutSchema } from '#contract/cuts.ts'
import { liesText, placeText } from '#contract/messages/names.ts'
import { bedOf, bedsOf, laidOn } from './beds.ts'
import { newCut } from './editCut.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape = DRAWER[0]
const below = newCut('belowBumper', tape, work, 'below')!
const bevels = newCut('bevels', tape, work, 'bevels')!

describe('what strips lie on', () => {
  it('every one is said, can be stored, and is found again', () => {
    const names = bedsOf(below).map((bed) => {
      const laid = laidOn(below, bed, work)
      expect(bedOf(laid)).toBe(bed)
      expect(cutSchema.parse(laid)).toEqual(laid)
      expect(placeText(laid, work)).toContain(liesText(bed))
      return liesText(bed)
    })
    expect(names).toEqual([
      'both edges',
      'upper edge',
      'lower edge',
      'outer wall',
      'outer wall, two side by side',
      'inner wall',
      'inner wall, two side by side',
    ])
    expect(
      bedsOf(
        newCut(
          'butt',
          DRAWER.find((m) => m.kind === 'fill')!,
          work,
          'fill',
        )!,
      ),
    ).toEqual([])
  })
  it('two side by side weigh twice one, on edges, walls and bevels', () => {
    for (const bed of bedsOf(below)) {
      const laid = laidOn(below, bed, work)
      expect(runsOf(laid, work.geometry)).toBe(2 * bed.edges!)
      expect(massOf(laid, tape, work)).toBeCloseTo((massOf(below, tape, work) * bed.edges!) / below.edges!, 12)
    }
    expect(massOf(laidOn(bevels, { bevels: 2 }, work), tape, work)).toBeCloseTo(massOf(bevels, tape, work) / 2, 12)
  })
  it('a run that begins at the bumper’s end begins there on every one of them', () => {
    for (const bed of bedsOf(below)) {
      const laid = laidOn(below, bed, work)
      expect(hoopSpan(laid, laid.amount, work.geometry)[0]).toBeCloseTo(hoopMarkCm('bumper', work), 6)
    }
  })
  it('there and back is the same piece; an old one that says no edge lies on none of them', () => {
    const [both, upper] = bedsOf(below)
    expect(laidOn(laidOn(below, upper, work), both, work)).toEqual({
      ...below,
      atCm: expect.closeTo(below.atCm, 9) as number,
    })
    const old: Cut = { ...below, edges: 1 }
    expect(bedOf(old)).toBeUndefined()
    expect(placeText(old, work)).not.toContain('edge')
  })
})
