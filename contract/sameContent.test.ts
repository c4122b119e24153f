import { describe, expect, it } from 'vitest'
import { sameContent } from './sameContent.ts'

describe('the same content', () => {
  it('in another order of its fields; lists are told from objects and keep their order', () => {
    expect(sameContent({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 })).toBe(true)
    expect(sameContent({ a: [1, 2] }, { a: [2, 1] })).toBe(false)
    expect(sameContent({ a: 1 }, { a: 1, b: 2 })).toBe(false)
    expect(sameContent([], {})).toBe(false)
    expect(sameContent(null, {})).toBe(false)
  })
})
