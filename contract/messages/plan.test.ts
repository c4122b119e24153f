import { describe, expect, it } from 'vitest'
import { STRUNG, usualState } from '#core/frame/fixtures.ts'
import { frameState } from '#core/frame/state.ts'
import { handPlaced, withPieces } from '#core/frame/pieces.ts'
import { cutIn } from '#core/cuts/zones.ts'
import { finishFor } from '#core/cuts/cut.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { chanceOf } from '#core/planning/explain/chance.ts'
import { doubtOf } from '#core/planning/explain/doubt.ts'
import { USUAL_MINUTES } from '#core/planning/problem/work.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import {
  addedText,
  afterwardsText,
  changeText,
  cutListText,
  doubtText,
  overlapText,
  scissorsText,
  workText,
} from './plan.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const UNITS: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }
const tape = { ...PLAIN_MATERIAL, id: 'tape', name: 'Tape', kind: 'tape' as const, unitMassG: 0.2, step: 0.5 }
const silicone = { ...PLAIN_MATERIAL, id: 'fill', name: 'Silicone', kind: 'fill' as const, unitMassG: 1, cureHours: 12 }
const materials = [tape, silicone]
const zone = (id: string) => tennis.zones.find((z) => z.id === id)!
const sides = cutIn(zone('threeNine'), tape, 12, work, 'sides')
const tip = cutIn(zone('tip'), tape, 12, work, 'tip', { edges: 1 })
const butt = cutIn(zone('butt'), silicone, 8, work, 'butt')

describe('what is said of a plan', () => {
  it('its work: each strip, each length once, each material once, the grip off once', () => {
    // Sides: place 1 + 4 strips of 0.5; tip: 1 + 0.5; one length 0.5; one material 1.
    expect(workText([sides, tip], materials, work, USUAL_MINUTES)).toBe('about 6 min: 5 strips of one length')
    // And fill: place 1, 3 to press it in, another material 1, grip 6, cure 10.
    expect(workText([sides, tip, butt], materials, work, USUAL_MINUTES)).toBe(
      'about 27 min: 5 strips of one length, grip off and on, then it cures',
    )
    expect(workText([], materials, work, USUAL_MINUTES)).toBe('about 0 min')
  })
  it('its grams: what is put on, what comes off, and the coats and plug that go with it', () => {
    const lead = { ...tape, id: 'lead', lead: true, widthCm: 0.8 }
    const off = { ...PLAIN_MATERIAL, id: 'off:film', name: 'Film', kind: 'off' as const, unitMassG: 2 }
    const film = { ...tip, id: 'film', materialId: off.id, place: 'off' as const, amount: 1 }
    const sealed = { ...work, finish: finishFor(true) }
    const cuts = [{ ...sides, materialId: 'lead' }, butt, film]
    // 4 strips of 12 cm at 0.2 g/cm and 8 g; 4 coats of 3 mg/cm² on 4 × 12.2 × 1.0 cm², and 0.4 g of cotton.
    expect(addedText(cuts, [lead, silicone, off], sealed)).toBe('17.6 g added, 2.0 g off, coats and plug 1.0 g')
    expect(addedText([butt], [silicone], sealed)).toBe('8.0 g added, plug 0.4 g')
    expect(addedText(cuts, [lead, silicone, off], work)).toBe('17.6 g added, 2.0 g off')
  })
  it('its scissors: the longest first, alike together', () => {
    expect(
      cutListText([
        { count: 2, lengthCm: 10 },
        { count: 4, lengthCm: 19 },
        { count: 1, lengthCm: 10 },
      ]),
    ).toBe('4 of 19.0 · 3 of 10.0')
    expect(cutListText([{ count: 2, lengthCm: 2.54 * 9.25 }, { count: 4, lengthCm: 2.54 * 10 }], 'in')).toBe('4 of 10 · 2 of 9 1/4') // prettier-ignore
  })
  it('its rolls: how many of which length, and how much in all', () => {
    expect(scissorsText([sides, tip, butt], materials, work)).toEqual([
      `Tape: 5 of 12.0 cm, 60.0 cm of ${tape.stock.toFixed(1)} cm`,
    ])
    expect(scissorsText([butt], materials, work)).toEqual([])
  })
  it('what moves and what stays', () => {
    const state = frameState({ mass: { value: 320, u: 0.1 }, balance: { value: 32, u: 0.02 } }, 10.16)
    const after = withPieces(state, [handPlaced(10, { kind: 'point', xCm: 32, yCm: 0 })], tennis.geometry)
    expect(changeText(state, after, work, UNITS)).toMatch(/^static weight \+10\.0.* · balance stays$/)
  })
  it('whether it shows and comes off again', () => {
    expect(afterwardsText([tip], materials, work)).toBe('shows: tip · comes off again')
    expect(afterwardsText([butt], materials, work)).toBe('nothing shows · does not come off again: Silicone')
  })
  it('what lies on what', () => {
    const below = cutIn(zone('belowBumper'), tape, 15, work, 'below')
    const [said] = overlapText([cutIn(zone('tenTwo'), tape, 15, work, 'tenTwo'), below], materials, work)
    expect(said).toMatch(/^10 and 2 and below the bumper lie on each other for \d+\.\d cm/)
    const inches = [{ ...tape, step: 2.54 / 8 }]
    expect(overlapText([cutIn(zone('tenTwo'), tape, 15, work, 'tenTwo'), below], inches, work)[0]).toMatch(
      /for [\d /]+ in:/,
    )
    expect(overlapText([sides, tip], materials, work)).toEqual([])
  })
  it('what would raise a low chance: the reading, the roll or neither, by the largest part of the variance', () => {
    const target = { mass: { value: 317, tolerance: 0.5 } }
    const cause = (u: number, uRel: number, cuts = [sides]) => {
      const state = {
        ...usualState(),
        covariance: usualState().covariance.map((row, i) => row.map((v, j) => (i + j === 0 ? u * u : v))),
      }
      const pieces = piecesOfAll(cuts, [{ ...tape, uRel }], work)
      return doubtOf(state, pieces, chanceOf(state, pieces, target, tennis.geometry, { draws: 200 }), tennis.geometry)!
        .cause
    }
    // 9.6 g: the hand leaves 2 % = 0.19 g.
    expect(cause(1, 0)).toBe('reading')
    expect(cause(0.05, 0.05)).toBe('roll')
    expect(cause(0.05, 0)).toBe('hand')
    expect(doubtText({ quantity: 'swingWeight', cause: 'reading' })).toContain('swing weight')
  })
})
