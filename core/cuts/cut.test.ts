import { describe, expect, it } from 'vitest'
import { sameCut, type Cut } from './cut.ts'

const cut: Cut = { id: 'a', materialId: 'm', place: 'hoop', zoneId: null, atCm: 12, amount: 9, layerCm: 9 }

describe('two cuts are the same', () => {
  it('in whatever order they say it, and when a field that is not known is said to be nothing', () => {
    const { id, ...rest } = cut
    expect(sameCut(cut, { ...rest, id })).toBe(true)
    expect(sameCut({ ...cut, across: undefined }, { ...cut, across: null })).toBe(true)
  })
  it('only when every field is: one that differs, or that one of them has alone, makes them two', () => {
    expect(sameCut(cut, { ...cut, atCm: 12.01 })).toBe(false)
    expect(sameCut(cut, { ...cut, side: 'left' })).toBe(false)
    expect(sameCut({ ...cut, edge: 'upper' }, { ...cut, side: 'left' })).toBe(false)
  })
})
