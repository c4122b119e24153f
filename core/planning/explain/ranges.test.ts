import { beforeAll, describe, expect, it } from 'vitest'
import { estimateOf } from '../../frame/state.ts'
import { STRUNG } from '../../frame/fixtures.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER, realSolver, usualRequest } from '../fixtures/fixtures.ts'
import type { Solve } from '../model/linear.ts'
import { hardRows } from '../model/programme.ts'
import { predicted } from '../problem/choices.ts'
import { aimedAt, OPEN_LIMITS, type PlanRequest } from '../problem/request.ts'
import { planSpace } from '../solve/plan.ts'
import { rangeOf } from './ranges.ts'

let solve: Solve
beforeAll(async () => {
  solve = await realSolver()
})

/** Little enough to be looked through whole: one tape at the tip, one fill in the butt. */
function little(target: PlanRequest['target']): PlanRequest {
  const zones = tennis.zones.filter((z) => ['tip', 'butt'].includes(z.id))
  return usualRequest({
    target,
    materials: DRAWER.filter((m) => ['tungsten', 'putty'].includes(m.id)).map((m) => ({
      ...m,
      stock: m.kind === 'fill' ? 9 : 40,
    })),
    limits: { ...OPEN_LIMITS, mayChangeGrip: false },
    work: { geometry: tennis.geometry, condition: STRUNG, profile: { ...tennis, zones } },
  })
}

/** The ends of a number over every plan there is, one piece a place, that keeps the others inside. */
function byEnumeration(request: PlanRequest, quantity: 'mass' | 'swingWeight' | 'balance'): [number, number] | null {
  const { choices, rooms } = planSpace(request)
  const rows = hardRows(request, choices, rooms)
  const others = aimedAt(request.target).filter((q) => q !== quantity)
  const groups = [...new Set(choices.map((c) => c.group))]
  let ends: [number, number] | null = null
  const counts = choices.map(() => 0)
  const look = (g: number): void => {
    if (g === groups.length) {
      const sum = (terms: readonly (readonly [number, number])[]) => terms.reduce((s, [j, c]) => s + c * counts[j], 0)
      if (rows.some((row) => sum(row.terms) > row.upper + 1e-9 || sum(row.terms) < row.lower - 1e-9)) return
      const state = predicted(request, choices, counts)
      const inside = others.every((q) => {
        const { value, tolerance } = request.target[q]!
        return Math.abs(estimateOf(state, q)!.value - value) <= tolerance + 1e-9
      })
      if (!inside) return
      const { value } = estimateOf(state, quantity)!
      ends = ends ? [Math.min(ends[0], value), Math.max(ends[1], value)] : [value, value]
      return
    }
    look(g + 1)
    choices.forEach((choice, j) => {
      if (choice.group !== groups[g]) return
      for (let n = choice.least; n <= choice.upper; n++) {
        counts[j] = n
        look(g + 1)
      }
      counts[j] = 0
    })
  }
  look(0)
  return ends
}

describe('how far a number can be brought with the others held', () => {
  it.each([
    ['swingWeight', 1, { mass: { value: 311, tolerance: 1 }, swingWeight: { value: 340, tolerance: 2 } }],
    ['mass', 0.5, { mass: { value: 330, tolerance: 1 }, swingWeight: { value: 310, tolerance: 2 } }],
    ['balance', 0.05, { mass: { value: 311, tolerance: 1 }, balance: { value: 36, tolerance: 0.1 } }],
  ] as const)('%s, as every plan that there is shows', (quantity, step, target) => {
    const request = little(target)
    const [least, most] = byEnumeration(request, quantity)!
    const { ends } = rangeOf(request, quantity, solve)
    expect(ends!.least).toBeCloseTo(Math.ceil(least / step - 1e-6) * step, 6)
    expect(ends!.most).toBeCloseTo(Math.floor(most / step + 1e-6) * step, 6)
    expect(ends!.most).toBeGreaterThan(ends!.least)
  })
  it('none where the others cannot be had together', () => {
    const request = little({
      mass: { value: 306, tolerance: 0.5 },
      balance: { value: 36, tolerance: 0.1 },
      swingWeight: { value: 320, tolerance: 2 },
    })
    expect(byEnumeration(request, 'swingWeight')).toBeNull()
    expect(rangeOf(request, 'swingWeight', solve).ends).toBeNull()
  })
})
