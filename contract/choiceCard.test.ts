import { describe, expect, it } from 'vitest'
import { rankUnits } from '#core/compare/pick.ts'
import { singleReport } from '#core/compare/setup.ts'
import { defaultCondition, NOTHING_ON } from '#core/frame/condition.ts'
import { tennis } from '#core/sports/tennis.ts'
import { usualMethod } from '#core/measure/readings.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { batchBodySchema, type BatchBody } from './batch.ts'
import { choiceCardOf, choicePicture, choiceSvg, reasonOf } from './choiceCard.ts'
import type { Reference } from './library.ts'
import { unitSummaries } from './unitSummaries.ts'

/** Boxed frames of one model: weight, balance, swing weight, twist weight, bare with the base grip on. */
const READ: [string, number[]][] = [
  ['A 07', [298.4, 31.4, 286, 13.2]],
  ['A 12', [300.9, 31.5, 290, 13.3]],
  ['A 19', [299.2, 31.4, 288, 13.1]],
  ['B 03', [302.6, 31.2, 289, 13.4]],
  ['B 08', [299.9, 31.6, 289, 13.3]],
  ['B 15', [301.2, 31.4, 288, 13.2]],
  ['C 02', [297.8, 31.7, 287, 13.0]],
  ['C 11', [300.2, 31.5, 289, 13.3]],
]
/** A batch as one of before kept it. */
const BEFORE = {
  label: 'Boxed',
  sport: 'tennis',
  geometry: tennis.geometry,
  condition: { ...NOTHING_ON, grip: 'base' },
  axisCm: tennis.axisCm,
  aim: { kind: 'middle' },
  units: READ.map(([name, values], unit) => ({
    id: `unit-${unit + 1}`,
    name,
    jobId: null,
    readings: QUANTITIES.map((quantity, i) => ({
      id: `${unit + 1}-${quantity}`,
      quantity,
      value: values[i],
      axisCm: quantity === 'swingWeight' ? tennis.axisCm : null,
      methodId: usualMethod(quantity, tennis).id,
      deviceId: null,
      basis: null,
      origin: null,
      note: '',
      typed: String(values[i]),
      takenAt: '2026-11-21T10:10:00Z',
      by: 'JQ',
    })),
  })),
}
const UNITS = { mass: 'g', balance: 'cm', length: 'cm' } as const
const cardBody = (change: Partial<BatchBody['choice']>): BatchBody => {
  const body = batchBodySchema.parse(BEFORE)
  return { ...body, choice: { ...body.choice, ...change } }
}
/** A customer's own frame, read strung with an overgrip: the units are bare. */
const own = (massG: number): Reference => ({
  id: 'job:own',
  sport: 'tennis',
  name: 'Own & only',
  kind: 'shop',
  style: '',
  painted: '',
  really: '',
  shape: '',
  strings: '',
  geometry: tennis.geometry,
  note: '',
  reports: [
    singleReport(
      {
        condition: defaultCondition(tennis),
        axisCm: tennis.axisCm,
        source: 'our bench',
        dated: '',
        grade: 'measured by us',
      },
      { mass: { value: massG, u: 0.1 }, balance: null, swingWeight: null, twistWeight: null },
    ),
  ],
  retired: false,
  revision: 1,
})

describe('a card to choose from', () => {
  it('sets the units by letters beside the customer’s own frame, in the units’ state', () => {
    const body = cardBody({ customer: 'Ortrud Farholt', unitIds: ['unit-2', 'unit-5'], pickId: 'unit-5' })
    const card = choiceCardOf(body, body.choice, own(325), UNITS)!
    expect(card.units.map((u) => [u.letter, u.name, u.picked])).toEqual([
      ['A', 'A 12', false],
      ['B', 'B 08', true],
    ])
    // Strings 16 g and an overgrip of 5 g come off 325 g: the own frame is near 304 g as the units are, 3 to 4 g more than they.
    const { strings, overgrip } = tennis.layers
    const bare = 325 - strings!.massG - overgrip.massG
    expect(card.own!.numbers).toEqual([{ quantity: 'mass', value: `${bare.toFixed(1)} g` }])
    expect(card.units[0].numbers.map((n) => n.value)).toEqual(['300.9 g', '31.50 cm', '290.0 kg·cm²', '13.3 kg·cm²'])
    expect(card.units[0].numbers[0].by).toBe((300.9 - bare).toFixed(1).replace('-', '−'))
    expect(card.units[0].numbers[2].by).toBe('')
    expect(card.state).toContain('bare')
  })
  it('says “cannot tell” where the two are nearer than their readings', () => {
    const body = cardBody({ unitIds: ['unit-2'] })
    const { strings, overgrip } = tennis.layers
    const like = own(300.9 + strings!.massG + overgrip.massG)
    expect(choiceCardOf(body, body.choice, like, UNITS)!.units[0].numbers[0].by).toBe('cannot tell')
  })
  it('gives the numbers as the reason, and says what the readings cannot', () => {
    const body = cardBody({})
    const summaries = unitSummaries(body).map(({ unit, summary }) => ({ id: unit.id, summary }))
    const wanted = { mass: 300, swingWeight: 289 }
    const ranking = rankUnits(summaries, wanted, tennis)
    const name = (id: string) => body.units.find((u) => u.id === id)!.name
    const words = reasonOf(ranking, name, 'your target', UNITS)
    // 299.9 g and 289 of B 08 against 300 and 289; C 11 with 300.2 and 289 is as near as can be told.
    expect(words).toMatch(
      /^B 08 lies nearest to your target: static weight −0.1, swing weight ±0.0\. The readings cannot tell it from C 11\.$/,
    )
    expect(reasonOf(rankUnits(summaries, {}, tennis), name, 'nothing', UNITS)).toBe('')
    const light = rankUnits(summaries.slice(0, 1), { mass: 290 }, tennis)
    expect(reasonOf(light, name, 'your target', UNITS)).toContain('too heavy, and nothing takes mass away')
  })
  it('is one whole picture, in which no name breaks the drawing', () => {
    const body = cardBody({
      customer: 'A <b> & Co',
      unitIds: ['unit-1', 'unit-2', 'unit-3', 'unit-4'],
      reason: 'x '.repeat(200),
    })
    const card = choiceCardOf(body, body.choice, own(320), UNITS)!
    const svg = choicePicture(card, body.geometry, 'Shop')
    expect(svg).toContain('for A &lt;b> &amp; Co')
    expect((svg.match(/<svg /g) ?? []).length).toBe((svg.match(/<\/svg>/g) ?? []).length)
    expect((choiceSvg(card, body.geometry).match(/our pick/g) ?? []).length).toBe(0)
    expect(choiceCardOf(cardBody({}), cardBody({}).choice, null, UNITS)).toBeNull()
  })
  it('keeps batches of before as they are: nothing on a card, nobody’s', () => {
    const read = batchBodySchema.parse(BEFORE)
    expect(read.choice).toMatchObject({ unitIds: [], answer: null })
    expect(read.units.every((u) => u.reservedFor === '')).toBe(true)
    const units = ['unit-1', 'unit-2', 'unit-3', 'unit-4', 'unit-5']
    expect(batchBodySchema.safeParse({ ...BEFORE, choice: { ...read.choice, unitIds: units } }).success).toBe(false)
  })
})
