import { BUILT, EMPTY_PLAY, emptySession } from '../tuning/document.ts'
import { EMPTY_ORDER, markNow } from '../workorder/marks.ts'
import { describe, expect, it } from 'vitest'
import { standardState } from '../compare/setup.ts'
import { cutIn } from '../cuts/zones.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { convertState } from '../frame/condition.ts'
import { STRUNG } from '../frame/fixtures.ts'
import { EMPTY_PLAN, nothingMeasured, type StageDocuments } from '../job/documents.ts'
import { deriveJob, type JobInput } from '../job/derive.ts'
import { tennis } from '../sports/tennis.ts'
import { jobEvents } from './logbook.ts'

const tape: Material = { ...PLAIN_MATERIAL, id: 'tape', name: 'tape', kind: 'tape', unitMassG: 0.1, step: 0.5 }
const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const tip = cutIn(
  tennis.zones.find((z) => z.clock === 12)!,
  tape,
  10,
  work,
  'tip',
)
const reading = (id: string, quantity: 'mass' | 'balance' | 'swingWeight', value: number, day: number) => ({
  id,
  quantity,
  value,
  axisCm: quantity === 'swingWeight' ? 10.16 : null,
  methodId: { mass: 'scale', balance: 'balance-board', swingWeight: 'swing-machine' }[quantity],
  takenAt: `2026-03-0${day}T10:00:00Z`,
})
const readings = [
  reading('m', 'mass', 320, 1),
  reading('b', 'balance', 32, 1),
  reading('s', 'swingWeight', 318, 2),
  reading('m2', 'mass', 321.1, 4),
]
const measure = { ...nothingMeasured(STRUNG, 10.16), readingIds: ['m', 'b', 's'] }
const input = (documents: Partial<StageDocuments>): JobInput => ({
  profile: tennis,
  geometry: tennis.geometry,
  ownStrings: null,
  documents,
  used: {},
  readings,
  references: [],
  materials: [tape],
  taken: {},
})
const eventsOf = (documents: Partial<StageDocuments>) => jobEvents(input(documents), deriveJob(input(documents)))
const mark = (at: string, by: string) => markNow(at, by)

describe('what a job did to its frame', () => {
  it('is nothing while nothing was measured', () => {
    expect(eventsOf({})).toEqual([])
  })
  it('begins with the readings in force, when the last of them was taken, in the sport’s usual state', () => {
    const [event] = eventsOf({ measure })
    expect([event.kind, event.at]).toEqual(['measured', '2026-03-02T10:00:00Z'])
    const { measured } = deriveJob(input({ measure }))
    const usual = convertState(measured.state, STRUNG, standardState(tennis), tennis.geometry, tennis)
    const numbers = event.kind === 'measured' ? event.numbers : null
    expect(numbers!.mass!.value).toBeCloseTo(usual.massG!, 9)
    // An overgrip comes off: what is compared over the years is the frame, not what is wrapped round it.
    expect(numbers!.mass!.value).toBeCloseTo(320 - tennis.layers.overgrip.massG, 9)
    expect(numbers!.twistWeight).toBeNull()
    expect(numbers!.recoilWeight!.value).toBeGreaterThan(100)
  })
  it('is built when the last step was ticked, and weighs then what the pieces make it weigh', () => {
    const plan = { ...EMPTY_PLAN, cuts: [tip] }
    const build = {
      ...EMPTY_ORDER,
      cuts: [tip],
      marks: { trial: mark('2026-03-03T09:00:00Z', 'AB'), tip: mark('2026-03-03T09:30:00Z', 'JQ') },
    }
    const events = eventsOf({ measure, plan, build })
    expect(events.map((e) => e.kind)).toEqual(['measured', 'built'])
    const [before, after] = events
    expect(after).toMatchObject({ at: '2026-03-03T09:30:00Z', by: 'JQ', cuts: [{ id: 'tip' }] })
    if (before.kind !== 'measured' || after.kind !== 'built') throw new Error('not these')
    // Ten centimetres on both edges of the tip.
    expect(after.numbers.mass!.value - before.numbers.mass!.value).toBeCloseTo(2, 9)
    expect(eventsOf({ measure, plan }).map((e) => e.kind)).toEqual(['measured'])
  })
  it('is proved by what was read at the signature, and played after it; what is said of play is no number', () => {
    const session = {
      ...emptySession('p', '2026-03-09', BUILT, null),
      minutes: 60,
      note: 'steadier',
      decision: 'keep' as const,
    }
    const signed = { by: 'JQ', at: '2026-03-04T11:00:00Z', lines: [] }
    const events = eventsOf({
      measure,
      check: { readingIds: ['m2'], confirmedIds: [], signed },
      play: { ...EMPTY_PLAY, sessions: [session] },
    })
    expect(events.map((e) => [e.kind, e.at.slice(0, 10)])).toEqual([
      ['measured', '2026-03-02'],
      ['proved', '2026-03-04'],
      ['played', '2026-03-09'],
    ])
    const [, proved] = events
    expect(proved.kind === 'proved' && proved.numbers.mass?.value).toBeCloseTo(321.1 - tennis.layers.overgrip.massG, 9)
  })
})
