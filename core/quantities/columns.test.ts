import { describe, expect, it } from 'vitest'
import { columnOf, plainName, quantityNamed, unitNamed } from './columns.ts'

describe('headings of a table', () => {
  it.each([
    ['Static weight', 'mass'],
    ['mass', 'mass'],
    ['Balance point', 'balance'],
    ['swing_weight', 'swingWeight'],
    ['swingWeight', 'swingWeight'],
    ['SW', 'swingWeight'],
    ['twist-weight', 'twistWeight'],
    ['left side', 'leftMass'],
    ['colour', null],
  ] as const)('%s is %s', (heading, quantity) => expect(quantityNamed(heading)).toBe(quantity))
  it('a unit stands in brackets of either kind, or not at all', () => {
    expect(columnOf('Balance (mm)')).toEqual({ name: 'balance', unit: 'mm' })
    expect(columnOf('weight [ oz ]')).toEqual({ name: 'weight', unit: 'oz' })
    expect(columnOf('swing weight')).toEqual({ name: 'swing weight', unit: undefined })
    expect(columnOf('a (b) c')).toEqual({ name: 'a (b) c', unit: undefined })
  })
  it('units go by any of their names', () => {
    expect(['HL', 'points', 'kg cm2', 'KG·CM²', 'stone'].map(unitNamed)).toEqual([
      'points',
      'points',
      'kg·cm²',
      'kg·cm²',
      undefined,
    ])
  })
  it('spaces, dashes and capitals make no other name', () => expect(plainName('  Painted--As  ')).toBe('painted as'))
})
