import { describe, expect, it } from 'vitest'
import type { StageDocuments } from '../job/documents.ts'
import { unknownPlayer } from '../player/facts.ts'
import { EMPTY_PLAY, emptySession } from '../tuning/document.ts'
import { daysLater, monthsLater } from '../quantities/days.ts'
import { tennis } from '../sports/tennis.ts'
import { USUAL_INTERVALS } from '../tuning/intervals.ts'
import { comingBackOf } from './comingBack.ts'

const signed = (at: string): Partial<StageDocuments> => ({
  check: {
    readingIds: [],
    confirmedIds: [],
    signed: { by: 'JQ', at, lines: [] },
  },
})
const player = (change: object): Partial<StageDocuments> => ({
  player: { playerId: 'p', facts: { ...unknownPlayer('P'), ...change } },
})
const played = (on: string, minutes = 60) => ({ ...emptySession(on, on, 'built', null), minutes })
const comingBack = (documents: Partial<StageDocuments>, intervals = USUAL_INTERVALS, lengthCm = 68.5) =>
  comingBackOf(documents, { player: documents.player?.facts ?? null, profile: tennis, lengthCm, intervals })
const dueOf = (...asked: Parameters<typeof comingBack>) =>
  Object.fromEntries(comingBack(...asked).map((c) => [c.rule, c.by === 'time' ? c.due : `${c.due} by ${c.by}`]))

describe('coming back', () => {
  it('counts days over months and leap days, months to the last day where there is no such one', () => {
    expect([daysLater('2026-12-30', 3), daysLater('2028-02-28', 1)]).toEqual(['2027-01-02', '2028-02-29'])
    expect([monthsLater('2026-08-31', 6), monthsLater('2027-11-30', 3), monthsLater('2026-01-15', 4)]).toEqual([
      '2027-02-28',
      '2028-02-29',
      '2026-05-15',
    ])
  })
  it('nothing done gives nothing to come back for', () => expect(comingBack({})).toEqual([]))
  it('after a proof: asked in a week, measured after six months or 60 hours, whichever comes first', () => {
    const proof = signed('2026-03-10T16:00:00Z')
    expect(dueOf(proof)).toEqual({ howWasIt: '2026-03-17', measure: '2026-09-10' })
    // 60 h at 5 a week are twelve weeks.
    expect(dueOf({ ...proof, ...player({ hoursPerWeek: 5 }) }).measure).toBe('2026-06-02 by hours')
    expect(dueOf({ ...proof, ...player({ hoursPerWeek: 1 }) }).measure).toBe('2026-09-10')
    const play = { ...EMPTY_PLAY, sessions: [played('2026-03-12'), played('2026-03-09')] }
    expect(dueOf({ ...proof, play })).toEqual({ measure: '2026-09-10' })
    const much = { ...EMPTY_PLAY, sessions: [played('2026-04-01', 30 * 60), played('2026-05-01', 30 * 60)] }
    expect(dueOf({ ...proof, play: much }).measure).toBe('2026-05-01 by hours')
  })
  it('strings by their own day and hours, a bed of a later setup before the first', () => {
    const bed = { kind: 'multi', gaugeMm: null, stiffness: null, mainsLb: 50, crossesLb: 50, strungOn: '2026-01-10' }
    expect(dueOf({ play: { ...EMPTY_PLAY, strings: bed } })).toEqual({ restring: '2026-04-10' })
    const setups = [{ id: 's', name: '', at: '2026-02-01T10:00:00Z', by: '', cuts: [], fromId: 'built', backToId: null, step: null, strings: { ...bed, strungOn: '2026-02-01' } }] // prettier-ignore
    expect(dueOf({ play: { ...EMPTY_PLAY, strings: bed, setups } })).toEqual({ restring: '2026-05-01' })
  })
  it('a cured fill is looked at the next day until the frame is proven; a growing player after four months', () => {
    const build = { marks: { fill: { doneAt: '2026-03-01T15:00:00Z', by: '', readyAt: '2026-03-02T09:00:00Z' } } } as unknown as StageDocuments['build'] // prettier-ignore
    expect(dueOf({ build })).toEqual({ cure: '2026-03-03' })
    expect(dueOf({ build, ...signed('2026-03-03T12:00:00Z') }).cure).toBeUndefined()
    expect(dueOf({ ...signed('2026-03-03T12:00:00Z'), ...player({ age: 12 }) }).grow).toBe('2026-07-03')
    expect(dueOf({ ...signed('2026-03-03T12:00:00Z'), ...player({ age: 18 }) }).grow).toBeUndefined()
  })
  it('after the shop’s own days, months and hours', () => {
    const slow = { ...USUAL_INTERVALS, askDays: 14, measureMonths: 12, restringMonths: 1, growMonths: 6 }
    const bed = { kind: 'multi', gaugeMm: null, stiffness: null, mainsLb: 50, crossesLb: 50, strungOn: '2026-01-31' }
    expect(dueOf({ ...signed('2026-03-03T12:00:00Z'), ...player({ age: 12 }), play: { ...EMPTY_PLAY, strings: bed } }, slow)).toEqual({ howWasIt: '2026-03-17', measure: '2027-03-03', restring: '2026-02-28', grow: '2026-09-03' }) // prettier-ignore
  })
  it('a growing player for the next frame: by height as it grows on, by the next class of age, whichever is first', () => {
    const with_ = (change: object, lengthCm = 63.5) => dueOf({ ...signed('2026-03-01T12:00:00Z'), ...player(change) }, USUAL_INTERVALS, lengthCm).nextFrame // prettier-ignore
    // 63.5 cm is usual until 137 cm: two at 6 cm a year are four months and a few days, 122 in all.
    expect(with_({ age: 10, height: { cm: 135, on: '2026-03-01' } })).toBe('2026-07-01 by height')
    expect(with_({ age: 10, height: { cm: 140, on: '2026-02-20' } })).toBe('2026-02-20 by height')
    expect(with_({ age: 10, height: { cm: 135, on: '2026-03-01' } }, 68.5)).toBeUndefined()
    expect(with_({ age: 11, born: '2014-05-03', height: { cm: 135, on: '2026-03-01' } })).toBe('2026-05-03 by age')
    expect(with_({ age: 11, born: '2014-05-03' })).toBe('2026-05-03 by age')
    expect(with_({ age: 10 })).toBeUndefined()
    expect(with_({ age: 30, height: { cm: 120, on: '2026-03-01' } })).toBeUndefined()
  })
})
