import { describe, expect, it } from 'vitest'
import { cutIn } from '#core/cuts/zones.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { CAUSE_KINDS, type Cause } from '#core/workorder/causes.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { besideText, causeText, shortText, testText } from './build.ts'
import { inspectedText } from './inspection.ts'

const UNITS: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }
const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tape = DRAWER.find((m) => m.id === 'tungsten')!
const zone = tennis.zones.find((z) => z.id === 'threeNine')!
const piece = { where: '3 and 9', cut: cutIn(zone, tape, 12, work, 'sides') }
const cause = (change: Partial<Cause>): Cause => ({
  kind: 'misplaced',
  stepId: 'sides',
  size: -2.54,
  likelihood: 0.9,
  mend: { kind: 'withdraw', quantities: ['mass'] },
  ...change,
})

describe('what is said of a cause', () => {
  it('how far a piece lies off, by the ruler that it was cut with', () => {
    expect(causeText(cause({}), piece, DRAWER, UNITS)).toBe('Strips at 3 and 9 lie 2.5 cm too far towards the tip')
    const inches = DRAWER.map((m) => ({ ...m, step: 2.54 / 4 }))
    expect(causeText(cause({ size: 3.81 }), piece, inches, UNITS)).toBe('Strips at 3 and 9 lie 1 1/2 in too far towards the butt') // prettier-ignore
  })
  it('in which unit a figure was typed', () => {
    const meant = { quantity: 'balance', value: 32.4, unit: 'in' } as const
    expect(causeText(cause({ kind: 'wrongUnit', stepId: null, size: null, meant }), null, DRAWER, UNITS)).toBe('The balance looks like inches') // prettier-ignore
  })
  it('has words for every cause, with and without a piece', () => {
    const meant = { quantity: 'mass', value: 320, unit: 'oz' } as const
    for (const kind of CAUSE_KINDS)
      for (const at of [piece, null]) {
        const said = causeText(cause({ kind, meant, materialId: tape.id }), at, DRAWER, UNITS)
        expect(said, kind).toMatch(/^[A-Z0-9]/)
        expect(said, kind).not.toMatch(/undefined|NaN|null/)
      }
  })
})

describe('a place inside a sentence', () => {
  it('is at a clock or a part of the frame, and inside or under one without another word', () => {
    const putty = { where: 'Inside the butt', cut: null }
    expect(causeText(cause({ kind: 'amount', size: -0.48 }), putty, DRAWER, UNITS)).toBe('48 % too little lies inside the butt') // prettier-ignore
    expect(causeText(cause({ kind: 'forgotten', size: null }), { where: 'Under the bumper', cut: null }, DRAWER, UNITS)).toBe('Nothing was put on under the bumper') // prettier-ignore
    expect(testText({ kind: 'count', stepId: 'a' }, () => '10 and 2')).toBe(
      'Look first, at 10 and 2: count the strips.',
    )
    expect(testText({ kind: 'weigh', stepId: 'a' }, () => 'Inside the butt')).toBe('Look first, inside the butt: weigh or measure what was left over.') // prettier-ignore
  })
})
describe('what is said of steps', () => {
  it('what the inspection has on record', () => {
    const measure = nothingMeasured(STRUNG, 10.16)
    expect(inspectedText(null)).toBe('Not looked over yet.')
    expect(inspectedText(measure)).toBe('Not looked over yet.')
    const worn = { item: 'bumper', verdict: 'noted', note: 'worn on the left' } as const
    expect(inspectedText({ ...measure, findings: [worn] })).toBe('Looked over in part. Bumper: worn on the left.')
    expect(inspectedText({ ...measure, inspection: 'sound', findings: [worn] })).toBe('Sound when it was looked over. Bumper: worn on the left.') // prettier-ignore
    const crack = { item: 'cracks', verdict: 'stop', note: 'throat' } as const
    expect(inspectedText({ ...measure, inspection: 'cracked', findings: [crack] })).toBe('Work on it stops. Cracks: stop, throat.') // prettier-ignore
  })
  it('that the drawer is short, by the ruler, the scale or the piece', () => {
    const short = { needs: 52, has: 12.7 }
    expect(shortText(tape, short)).toBe('The drawer has 12.7 cm of it, this order takes 52.0 cm.')
    expect(shortText({ ...tape, step: 2.54 / 4 }, short)).toBe('The drawer has 5 in of it, this order takes 20 1/2 in.')
    expect(shortText(DRAWER.find((m) => m.id === 'putty')!, { needs: 6, has: 0 })).toBe('The drawer has 0.0 g of it, this order takes 6.0 g.') // prettier-ignore
    expect(shortText(DRAWER.find((m) => m.id === 'overgrip')!, { needs: 2, has: 1 })).toBe('The drawer has 1 piece of it, this order takes 2 pieces.') // prettier-ignore
  })
  it('what a coat or a plug weighs', () => expect(besideText({ massG: 0.123 })).toBe('Weighs about 0.12 g: counted.'))
})
