import { describe, expect, it } from 'vitest'
import { BARE } from '#core/frame/fixtures.ts'
import { headCentreCm } from '#core/geometry/outline.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { profileOf, SPORTS } from '#core/sports/sports.ts'
import { laidOn, nextBed } from './beds.ts'
import { newCut } from './editCut.ts'
import { knobsOf } from './cutKnobs.ts'

const tape = DRAWER.find((m) => m.kind === 'tape')!
const workOf = (sport: (typeof SPORTS)[number]) => {
  const profile = profileOf(sport)
  return { geometry: profile.geometry, condition: BARE, profile }
}
const tennis = workOf('tennis')
const KNOB_CM = 1.6

describe('the knobs of a piece', () => {
  it('go through all that it can lie on, and round again', () => {
    let cut = newCut('threeNine', tape, tennis, 'sides')!
    const seen = new Set<string>()
    for (let i = 0; i < 7; i++) {
      cut = laidOn(cut, nextBed(cut)!, tennis)
      seen.add(knobsOf(cut, tape, tennis, KNOB_CM)[0].title)
    }
    expect(seen.size).toBe(7)
    expect(knobsOf(newCut('bevels', tape, tennis, 'b')!, tape, tennis, KNOB_CM).map((k) => k.text)).toEqual(['4', '1×'])
  })
  it('lie inside the hoop beside the piece, apart from each other, in every sport and place', () => {
    for (const sport of SPORTS) {
      const work = workOf(sport)
      const g = work.geometry
      for (const zone of work.profile.zones) {
        const cut = newCut(zone.id, tape, work, 'x')
        if (!cut || !['hoop', 'bevels', 'shaft'].includes(cut.place)) continue
        const knobs = knobsOf(cut, tape, work, KNOB_CM)
        expect(knobs.length, zone.id).toBeGreaterThan(0)
        const [a, b] = knobs
        if (b) expect(Math.hypot(a.xCm - b.xCm, a.yCm - b.yCm), `${sport} ${zone.id}`).toBeGreaterThan(2)
        if (cut.place !== 'hoop') continue
        for (const { xCm, yCm } of knobs) {
          expect(Math.abs(xCm - headCentreCm(g))).toBeLessThan(g.headLengthCm / 2 - 1)
          expect(Math.abs(yCm)).toBeLessThan(g.headWidthCm / 2 - 1)
        }
      }
    }
  })
  it('are on the side that the piece is on', () => {
    const cut = { ...newCut('threeNine', tape, tennis, 'sides')!, side: 'left' as const }
    expect(knobsOf(cut, tape, tennis, KNOB_CM).every((k) => k.yCm < 0)).toBe(true)
  })
  it('say how many layers lie there, also where the last is shorter, and no edge that the cut does not say', () => {
    const cut = newCut('threeNine', tape, tennis, 'sides')!
    const stack = { ...cut, layerCm: 6, amount: 15, edges: 1 as const, edge: undefined }
    expect(knobsOf(stack, tape, tennis, KNOB_CM).map(({ text, title }) => [text, title])).toEqual([
      ['1', 'On one edge: change'],
      ['3×', '3 layers: change'],
    ])
  })
  it('are none where there is nothing to turn', () => {
    const fill = DRAWER.find((m) => m.kind === 'fill')!
    expect(knobsOf(newCut('butt', fill, tennis, 'f')!, fill, tennis, KNOB_CM)).toEqual([])
    expect(nextBed(newCut('butt', fill, tennis, 'f')!)).toBeNull()
  })
})
