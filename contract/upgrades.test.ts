import { describe, expect, it } from 'vitest'
import { unknownPlayer } from '#core/player/facts.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { playerFactsSchema, targetReasonSchema } from './documents.ts'
import { materialSchema } from './entities.ts'
import { playSchema } from './play.ts'

/** What earlier versions wrote is read in today's shape. */
describe('content of earlier versions', () => {
  it.each([
    ['never', 0],
    ['sometimes', 1],
    ['often', 2],
    [null, null],
  ])('late balls as a word: %s', (late, lateInTen) => {
    const { lateInTen: _, ...before } = unknownPlayer('P')
    const facts = playerFactsSchema.parse({ ...before, late })
    expect(facts.lateInTen).toBe(lateInTen)
    expect(facts).not.toHaveProperty('late')
  })
  it('today’s own come back as they were', () => {
    const facts = { ...unknownPlayer('P'), lateInTen: 3 }
    expect(playerFactsSchema.parse(facts)).toEqual(facts)
    expect(playerFactsSchema.safeParse({ ...facts, lateInTen: 11 }).success).toBe(false)
  })
  it('a number that was held said only that: it was the ceiling', () => {
    expect(targetReasonSchema.parse({ code: 'held', from: 320, to: 310 })).toMatchObject({ at: 'ceiling' })
  })
  it('a session in less, same and more: energy is a choice, lateness a count that nobody counted; nothing said is lost', () => {
    const before = {
      id: 's',
      on: '2026-03-09',
      minutes: 60,
      ratings: { serve: 1, stability: 2 },
      late: 'more',
      tired: 'less',
      pain: 'yes',
      painWhere: 'elbow',
      strings: 'gut, 25 kg',
      note: 'A touch slow.',
      decision: 'keep',
    }
    const { sessions, setups } = playSchema.parse({ sessions: [before] })
    expect(setups).toEqual([])
    expect(sessions[0]).toMatchObject({
      setupId: 'built',
      energy: 'fresh',
      lateInTen: null,
      ratings: { 'first serve': 1, stability: 2 },
      painWhere: 'elbow',
      strings: 'gut, 25 kg',
      note: 'A touch slow. Late more often than before.',
    })
    expect(playSchema.parse({ sessions: [{ ...before, on: '' }] }).sessions[0].on).toBe('1970-01-01')
    expect(playSchema.parse(playSchema.parse({ sessions }))).toEqual(playSchema.parse({ sessions }))
  })
  it('a session of a setup that is not there is refused', () => {
    const { sessions } = playSchema.parse({ sessions: [] })
    const session = {
      id: 's',
      on: '2026-03-09',
      minutes: null,
      ratings: {},
      pain: null,
      painWhere: '',
      strings: '',
      note: '',
      decision: null,
    }
    expect(
      playSchema.safeParse({ sessions: [...sessions, { ...session, setupId: 'gone' }] }).error?.issues[0].message,
    ).toMatch(/not there/)
    expect(playSchema.safeParse({ sessions: [{ ...session, on: 'soon' }] }).success).toBe(false)
  })
  it('what is cut by length and was never weighed is not taken for exact', () => {
    const tape = { ...PLAIN_MATERIAL, id: 't', name: 'T', kind: 'tape', unitMassG: 0.1 }
    expect(materialSchema.parse(tape).uRel).toBe(0.05)
    expect(materialSchema.parse({ ...tape, uRel: 0.01 }).uRel).toBe(0.01)
    const { uRel: _, ...nameless } = tape
    expect(materialSchema.parse({ ...nameless, uShare: 0.01 }).uRel).toBe(0.01)
    expect(materialSchema.parse({ ...tape, kind: 'fill' }).uRel).toBe(0)
  })
  it('no hand works in steps of a hundredth of a millimetre: a drawer that says so does not make a menu of millions', () => {
    const of = (step: number) =>
      materialSchema.parse({ ...PLAIN_MATERIAL, id: 't', name: 'T', kind: 'tape', unitMassG: 0.1, step }).step
    expect([1e-4, 0.049, 0.05, 0.3175, 1].map(of)).toEqual([0.05, 0.05, 0.05, 0.3175, 1])
    expect(() => of(0)).toThrow()
  })
})
