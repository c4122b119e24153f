import { expect, it } from 'vitest'
import { usualRequest } from '../fixtures/fixtures.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan } from '../solve/plan.ts'
import { tradeOff, worstOf } from './tradeOff.ts'

it('more mass is never further off, every point keeps its cap, and the last one is the whole plan', () => {
  const request = usualRequest()
  const whole = optimalPlan(planSpace(request), NO_CONSTRAINT)
  const points = tradeOff(request, whole)
  expect(points.length).toBeGreaterThan(3)
  expect(points[0]).toMatchObject({ addedG: 0 })
  // Nothing added: the farthest of 322 g, 32.3 cm and 318 in tolerances is the mass, 16.6 g by 1 g.
  expect(points[0].worst).toBeCloseTo(16.6, 6)
  for (const [i, p] of points.entries()) {
    expect(p.worst).toBe(worstOf(p.plan))
    if (i > 0) {
      expect(p.addedG).toBeGreaterThan(points[i - 1].addedG)
      expect(p.worst).toBeLessThan(points[i - 1].worst)
    }
    expect(p.addedG).toBeLessThanOrEqual(whole.score.addedG + 0.5)
  }
  expect(points.at(-1)!.worst).toBeLessThanOrEqual(1)
})
