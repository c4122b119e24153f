import { describe, expect, it } from 'vitest'
import type { Cut } from '../cuts/cut.ts'
import { asBuilt, EMPTY_ORDER, freeId, markNow, redrawn, usedCuts, type WorkOrder } from './marks.ts'

const cut = (id: string, amount = 10): Cut => ({
  id,
  materialId: 'tape',
  place: 'hoop',
  zoneId: id,
  atCm: 20,
  amount,
  layerCm: 20,
})
const done = markNow('2026-01-01T09:00:00Z', 'AT')
const same = (a: Cut, b: Cut) => JSON.stringify(a) === JSON.stringify(b)
const order = (change: Partial<WorkOrder>): WorkOrder => ({ ...EMPTY_ORDER, ...change })
const ids = (cuts: readonly Cut[]) => cuts.map((c) => c.id)

describe('what really lies on a frame', () => {
  const half = order({
    cuts: [cut('a'), cut('b'), cut('c'), cut('d'), cut('e')],
    peeled: ['d'],
    marks: {
      a: done,
      b: { ...done, laid: cut('b', 6) },
      c: { ...done, skipped: 'no tape' },
      d: done,
      e: { ...done, laid: cut('e', 0) },
    },
  })
  it('is the list as it was laid: without what was left out, comes off again, or was never put on', () => {
    expect(asBuilt(half).map((c) => [c.id, c.amount])).toEqual([
      ['a', 10],
      ['b', 6],
    ])
    expect(ids(asBuilt(order({ cuts: [cut('x')] })))).toEqual(['x'])
  })
  it('takes out of the drawer what was stuck down and came off again as well', () => {
    expect(ids(usedCuts(half))).toEqual(['a', 'b', 'd'])
  })
  it('a piece that stands in for another keeps its step’s name', () => {
    const swapped = order({ cuts: [cut('a')], marks: { a: { ...done, laid: { ...cut('z'), materialId: 'other' } } } })
    expect(asBuilt(swapped)[0]).toMatchObject({ id: 'a', materialId: 'other' })
  })
})

describe('a work order drawn up again', () => {
  it('keeps the marks of what stays the same, drops those of what was only planned, and adds what is new', () => {
    const was = order({ cuts: [cut('a'), cut('b')], marks: { a: done, trial: done } })
    const now = redrawn(was, [cut('a'), cut('c')], same)
    expect(ids(now.cuts)).toEqual(['a', 'c'])
    expect(Object.keys(now.marks)).toEqual(['a', 'trial'])
    expect(now.peeled).toEqual([])
  })
  it('lets what lies there otherwise than planned now come off as a step; the new piece is another', () => {
    const was = order({ cuts: [cut('a'), cut('b')], marks: { a: done, b: done } })
    const now = redrawn(was, [cut('a', 14)], same)
    expect(now.peeled).toEqual(['a', 'b'])
    expect(now.cuts.map((c) => [c.id, c.amount])).toEqual([
      ['a', 10],
      ['b', 10],
      ['a-2', 14],
    ])
    expect(now.marks.a).toEqual(done)
    expect(asBuilt(now).map((c) => [c.id, c.amount])).toEqual([['a-2', 14]])
    // Nothing more happens when it is drawn up once more.
    expect(redrawn(now, asBuilt(now), same)).toEqual(now)
  })
  it('goes by what lies there: a piece found shorter and planned so is the same piece', () => {
    const was = order({ cuts: [cut('a')], marks: { a: { ...done, laid: cut('a', 6) } } })
    const now = redrawn(was, [cut('a', 6)], same)
    expect(now.peeled).toEqual([])
    expect(now.marks.a.laid).toEqual(cut('a', 6))
    expect(asBuilt(now)).toEqual([cut('a', 6)])
  })
  it('never takes a name that is taken', () => {
    expect(freeId('a', [])).toBe('a')
    expect(freeId('a', ['a', 'a-2'])).toBe('a-3')
  })
})
