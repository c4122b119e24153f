import { describe, expect, it } from 'vitest'
import { unknownPlayer } from '#core/player/facts.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { playerFactsSchema, targetReasonSchema } from './documents.ts'
import { materialSchema } from './entities.ts'

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
  it('what is cut by length and was never weighed is not taken for exact', () => {
    const tape = { ...PLAIN_MATERIAL, id: 't', name: 'T', kind: 'tape', unitMassG: 0.1 }
    expect(materialSchema.parse(tape).uShare).toBe(0.05)
    expect(materialSchema.parse({ ...tape, uShare: 0.01 }).uShare).toBe(0.01)
    expect(materialSchema.parse({ ...tape, kind: 'fill' }).uShare).toBe(0)
  })
})
