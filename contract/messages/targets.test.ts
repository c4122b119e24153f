import { describe, expect, it } from 'vitest'
import { reasonText } from './targets.ts'

describe('why a number is aimed at', () => {
  const now = { code: 'now', value: 31.8, u: 0.045 } as const
  it('tells what is read with its ± in one unit: of points a point is an eighth of an inch', () => {
    expect(reasonText(now, 'balance', { mass: 'g', balance: 'cm', length: 'cm' }, 68.58)).toBe('now 31.80 cm ± 0.09')
    // (34.29 − 31.8) / 0.3175 and 0.09 / 0.3175.
    expect(reasonText(now, 'balance', { mass: 'oz', balance: 'points', length: 'in' }, 68.58)).toBe('now 7.8 HL ± 0.3')
  })
})
