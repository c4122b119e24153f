import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { materialFields } from '../entities.ts'
import { limitsSchema } from '../documents.ts'
import { nameSchema } from '../fields.ts'
import { fieldMessage, numberMessage, rangeOfField } from './field.ts'

describe('what was typed into a field', () => {
  it('is judged by the schema of what is stored, in a sentence', () => {
    const name = nameSchema(20)
    expect([' Ada ', '', '  ', 'x'.repeat(21)].map((typed) => fieldMessage(name, typed))).toEqual([
      '',
      'A name is needed.',
      'A name is needed.',
      'It is too long: 20 at most.',
    ])
  })
})

describe('a number in a field, by the schema of what is stored', () => {
  it('takes what the schema takes and nothing else, at both ends', () => {
    const { capG, maxPlaces, reserveG } = limitsSchema.shape
    for (const schema of [capG, reserveG, materialFields.shape.step, materialFields.shape.uRel]) {
      const { low, high } = rangeOfField(schema)
      for (const value of [low!, high!, (low! + high!) / 2]) expect(numberMessage(schema, value)).toBe('')
      for (const value of [low! - 1e-6, high! + 1e-6]) {
        expect(schema.safeParse(value).success).toBe(false)
        expect(numberMessage(schema, value)).toMatch(/^From [\d.]+ to [\d.]+\.$/)
      }
    }
    expect(numberMessage(capG, null)).toBe('')
    expect(numberMessage(maxPlaces, 2.5)).toBe('A whole number.')
    expect(numberMessage(maxPlaces, 21)).toBe('From 1 to 20.')
    expect(numberMessage(capG, NaN)).toBe('Type a number.')
    expect(numberMessage(materialFields.shape.cureHours, 0)).toBe('Above 0.')
    expect(
      numberMessage(
        z.number().refine((v) => v !== 3, 'three is taken'),
        3,
      ),
    ).toBe('Three is taken.')
  })
  it('says the range as the field shows it: inches of what is kept in cm, per cent of a share', () => {
    expect(numberMessage(z.number().min(0).max(25.4), 11, { per: 2.54 })).toBe('From 0 to 10.')
    expect(numberMessage(z.number().min(0).max(25.4), 10, { per: 2.54 })).toBe('')
    // 5 to 100 lb in kg: what is said is taken.
    expect(numberMessage(z.number().min(5).max(100), 1, { per: 2.2046226 })).toBe('From 2.27 to 45.3.')
    expect(numberMessage(z.number().min(1e-5).max(100), 0)).toBe('From 0.00001 to 100.')
    expect(rangeOfField(z.int())).toEqual({ low: null, high: null })
    expect(rangeOfField(z.string())).toEqual({ low: null, high: null })
  })
})
