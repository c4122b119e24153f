import { describe, expect, it } from 'vitest'
import { hoopSpan, type Cut } from '#core/cuts/cut.ts'
import { runLength } from '#core/cuts/drawing.ts'
import { overlapsOf } from '#core/cuts/overlap.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { seeded } from '#core/numerics/random.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { PROFILES } from '#core/sports/sports.ts'
import { tennis } from '#core/sports/tennis.ts'
import { amountedClear, laidClear, movedClear, stretchedClear } from './clear.ts'
import { endsOf, movedTo, newCut } from './editCut.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape = DRAWER.find((m) => m.id === 'tungsten')!
const lay = (zone: string, id: string) => newCut(zone, tape, work, id)!
const span = (cut: Cut) => hoopSpan(cut, runLength(cut, tape, work), work.geometry)

describe('pieces keep off each other', () => {
  const two = lay('tenTwo', 'two')
  const three = lay('threeNine', 'three')

  it('one that is moved onto another ends where that one begins, or goes past it', () => {
    const to = (atCm: number) => span(movedClear(three, movedTo(three, atCm, tape, work, true), [two], tape, work))
    expect(to(two.atCm + 2)[0]).toBeCloseTo(span(two)[1], 6)
    expect(to(two.atCm - 2)[1]).toBeCloseTo(span(two)[0], 6)
    expect(movedClear(three, three, [two], tape, work)).toBe(three)
    // Beside it already, a nudge towards it is no edit.
    const beside = movedClear(three, movedTo(three, two.atCm + 2, tape, work, true), [two], tape, work)
    expect(movedClear(beside, movedTo(beside, beside.atCm - 0.5, tape, work, true), [two], tape, work)).toBe(beside)
  })
  it('one that grows grows up to its neighbour', () => {
    const grown = amountedClear(three, 30, [two], tape, work)
    expect(overlapsOf([two, grown], work)).toEqual([])
    expect(span(grown)[0] - span(two)[1]).toBeLessThan(tape.step)
    const pulled = stretchedClear(three, 0, 0, [two], tape, work)
    expect(overlapsOf([two, pulled], work)).toEqual([])
    expect(span(pulled)[1]).toBeCloseTo(span(three)[1], 6)
    expect(span(pulled)[0] - span(two)[1]).toBeLessThan(tape.step)
  })
  it('a new one is laid shorter, else beside', () => {
    const below = laidClear(lay('belowBumper', 'below'), [two], tape, work)
    expect(overlapsOf([two, below], work)).toEqual([])
    const again = laidClear(lay('tenTwo', 'again'), [two], tape, work)
    expect(overlapsOf([two, again], work)).toEqual([])
    expect(again.amount).toBe(lay('tenTwo', 'again').amount)
  })
  it('two that lie on each other already can be taken apart', () => {
    const on = { ...three, id: 'on', atCm: three.atCm + 1 }
    const moved = movedTo(on, three.atCm + 2, tape, work, true)
    expect(movedClear(on, moved, [three], tape, work)).toEqual(moved)
    expect(amountedClear(on, 3, [three], tape, work).amount).toBe(3)
  })
  it('any row of edits, in all sports: no strips lie on each other, ever', () => {
    const random = seeded(8)
    for (const profile of Object.values(PROFILES)) {
      const own = { geometry: profile.geometry, condition: STRUNG, profile }
      const zones = profile.zones.filter((z) => newCut(z.id, tape, own, 'x'))
      for (let trial = 0; trial < 25; trial++) {
        let cuts: Cut[] = []
        for (let edit = 0; edit < 24; edit++) {
          const at = Math.floor(random() * cuts.length)
          const cut = cuts[at]
          if (!cut || random() < 0.25) {
            const made = newCut(zones[Math.floor(random() * zones.length)].id, tape, own, `c${edit}`)!
            const laid = laidClear(made, cuts, tape, own)
            // Where there is no room at all it is said, and the hand decides.
            if (overlapsOf([...cuts, laid], own).length === 0) cuts = [...cuts, laid]
            continue
          }
          const others = cuts.filter((c) => c !== cut)
          const ends = endsOf(cut, tape, own)
          const what = random()
          const next =
            what < 0.4
              ? movedClear(
                  cut,
                  movedTo(cut, cut.atCm + 30 * (random() - 0.5), tape, own, random() < 0.5),
                  others,
                  tape,
                  own,
                )
              : what < 0.7 || !ends
                ? amountedClear(cut, 1 + 20 * random(), others, tape, own)
                : stretchedClear(cut, random() < 0.5 ? 0 : 1, ends[0] + 20 * (random() - 0.5), others, tape, own)
          cuts = cuts.map((c) => (c === cut ? next : c))
          expect(overlapsOf(cuts, own), `${profile.id} ${trial} ${edit}`).toEqual([])
        }
      }
    }
  })
})
