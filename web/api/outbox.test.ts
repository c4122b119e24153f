import { describe, expect, it } from 'vitest'
import { afterSaved, sameContent, type Waiting } from './outbox.ts'

const edit = (stage: 'measure' | 'plan', expected: number, note: string): Waiting => ({
  kind: 'stage',
  stage,
  expected,
  body: { note },
  used: {},
})

describe('what waits for the server', () => {
  it('later edits of a saved stage have seen it; other stages have not', () => {
    const first = edit('measure', 3, 'one')
    const waiting = [first, edit('measure', 3, 'two'), edit('plan', 1, 'x')]
    expect(afterSaved(waiting, first, 4).map((w) => (w.kind === 'stage' ? w.expected : null))).toEqual([3, 4, 1])
  })
  it('knows the same content in another order, and tells lists from objects', () => {
    expect(sameContent({ a: 1, b: [1, { c: null }] }, { b: [1, { c: null }], a: 1 })).toBe(true)
    expect(sameContent({ a: [1, 2] }, { a: [2, 1] })).toBe(false)
    expect(sameContent({ a: 1 }, { a: 1, b: 2 })).toBe(false)
    expect(sameContent([], {})).toBe(false)
    expect(sameContent(null, {})).toBe(false)
  })
})
