import { describe, expect, it } from 'vitest'
import { STRUNG } from '../frame/fixtures.ts'
import { headOutline } from '../geometry/outline.ts'
import { tennis } from '../sports/tennis.ts'
import type { Cut } from './cut.ts'
import { overlapsOf } from './overlap.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const { halfLengthCm } = headOutline(tennis.geometry)
const run = (id: string, atCm: number, amount: number, change: Partial<Cut> = {}): Cut => ({
  id,
  materialId: 'tape',
  place: 'hoop',
  zoneId: null,
  atCm,
  amount,
  layerCm: 60,
  edges: 2,
  across: null,
  ...change,
})
const shared = (...cuts: Cut[]) => overlapsOf(cuts, work).map(({ a, b, cm }) => [a.id, b.id, Number(cm.toFixed(6))])

describe('strips that would lie on each other', () => {
  it('share the stretch between their ends; ends that meet share nothing', () => {
    expect(shared(run('a', 10, 6), run('b', 16, 6))).toEqual([])
    expect(shared(run('a', 10, 6), run('b', 15, 6))).toEqual([['a', 'b', 1]])
    expect(shared(run('a', 20, 10), run('b', 20, 4))).toEqual([['a', 'b', 4]])
  })
  it('across the tip and the bridge half of a strip lies on each side', () => {
    const tip = run('tip', 0, 20, { across: 'tip' })
    expect(shared(tip, run('b', 12, 6))).toEqual([['tip', 'b', 1]])
    const bridge = run('bridge', halfLengthCm, 10, { across: 'bridge' })
    expect(shared(bridge, run('b', halfLengthCm - 7, 6))).toEqual([['bridge', 'b', 1]])
  })
  it('one edge each, or one side each, lie beside each other', () => {
    expect(shared(run('a', 20, 8, { edges: 1 }), run('b', 20, 8, { edges: 1 }))).toEqual([])
    expect(shared(run('a', 20, 8, { edges: 1 }), run('b', 20, 8))).toEqual([['a', 'b', 8]])
    expect(shared(run('a', 20, 8, { side: 'left' }), run('b', 20, 8, { side: 'right' }))).toEqual([])
  })
  it('other surfaces are other surfaces', () => {
    expect(shared(run('a', 10, 8, { place: 'bevels' }), run('b', 10, 8, { place: 'shaft' }), run('c', 10, 8))).toEqual(
      [],
    )
    expect(shared(run('a', 2, 8, { place: 'bevels' }), run('b', 8, 8, { place: 'bevels' }))).toEqual([['a', 'b', 2]])
  })
})
