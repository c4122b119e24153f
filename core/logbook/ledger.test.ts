import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { AddedMass } from '../frame/condition.ts'
import { ledgerOf, type LeftAs } from './ledger.ts'

const item = (id: string, massG: number, name = id): AddedMass => ({ id, name, massG, atCm: 60, offAxisCm: 0 })
const left = (n: number, ...added: AddedMass[]): LeftAs => ({
  at: `2026-01-${String(n).padStart(2, '0')}T10:00:00Z`,
  jobId: `j${n}`,
  condition: { added },
  materials: new Map(added.map((a) => [a.id, `of-${a.id}`])),
})
const told = (lines: ReturnType<typeof ledgerOf>) => lines.map((l) => `${l.name} ${l.massG} ${l.on.jobId}-${l.off?.jobId ?? ''}`) // prettier-ignore

describe('the ledger of a frame', () => {
  it('says when each piece went on and came off; one that comes again has a line of its own', () => {
    const [a, b] = [item('a', 3), item('b', 2)]
    expect(told(ledgerOf([left(1, a), left(2, a, b), left(3, b), left(4, b, a)]))).toEqual(['a 3 j1-j3', 'b 2 j2-', 'a 3 j4-']) // prettier-ignore
    expect(ledgerOf([])).toEqual([])
  })
  it('a piece that changed its mass is another one', () => {
    expect(told(ledgerOf([left(1, item('a', 3)), left(2, item('a', 4))]))).toEqual(['a 3 j1-j2', 'a 4 j2-'])
  })
  it('after any jobs: at every moment what is on it is what that job left, no piece twice, nothing off before it was on', () => {
    const states = fc.array(fc.uniqueArray(fc.tuple(fc.nat(6), fc.integer({ min: 1, max: 3 })), { selector: ([id]) => id }), { maxLength: 9 }) // prettier-ignore
    fc.assert(
      fc.property(states, (all) => {
        const leavings = all.map((s, n) => left(n + 1, ...s.map(([id, massG]) => item(`p${id}`, massG))))
        const lines = ledgerOf(leavings)
        for (const { at, condition } of leavings) {
          const on = lines.filter((l) => l.on.at <= at && (l.off === null || l.off.at > at))
          const sorted = (list: { id: string; massG: number }[]) => list.map((l) => `${l.id} ${l.massG}`).sort()
          expect(sorted(on.map((l) => ({ id: l.itemId, massG: l.massG })))).toEqual(sorted(condition.added))
        }
        for (const { on, off, itemId, materialId } of lines) {
          expect(off === null || off.at > on.at).toBe(true)
          expect(materialId).toBe(`of-${itemId}`)
        }
      }),
      { numRuns: 300 },
    )
  })
})
