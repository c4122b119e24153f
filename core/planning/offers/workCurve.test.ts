import { describe, expect, it } from 'vitest'
import { piecesOfAll } from '../../cuts/pieces.ts'
import { estimateOf } from '../../frame/state.ts'
import { chanceOf } from '../explain/chance.ts'
import { usualRequest } from '../fixtures/fixtures.ts'
import type { PlanRequest } from '../problem/request.ts'
import { NO_CONSTRAINT, optimalPlan, planSpace, type Plan } from '../solve/plan.ts'
import { workCurve } from './workCurve.ts'

const chance = (request: PlanRequest) => (plan: Plan) =>
  chanceOf(
    request.state,
    piecesOfAll(plan.cuts, request.materials, request.work),
    request.target,
    request.work.geometry,
    { draws: 4000 },
  ).all

describe('what more work buys', () => {
  it.each([
    ['the usual three numbers', {}],
    ['four, one of them narrow', { twistWeight: { value: 14, tolerance: 0.2 } }],
    ['a mass that is read less well than asked', { mass: { value: 322, tolerance: 0.4 } }],
  ])('%s: every point reaches the target, and more minutes always land more surely', (_, change) => {
    const request = usualRequest({ target: { ...usualRequest().target, ...change } })
    const whole = optimalPlan(planSpace(request), NO_CONSTRAINT)
    const points = workCurve(request, whole, chance(request))
    expect(points.length).toBeGreaterThanOrEqual(1)
    for (const [i, p] of points.entries()) {
      for (const [quantity, aim] of Object.entries(request.target))
        expect(Math.abs(estimateOf(p.plan.result, quantity as 'mass')!.value - aim.value)).toBeLessThanOrEqual(
          aim.tolerance + 1e-6,
        )
      expect(p.minutes).toBe(p.plan.score.minutes)
      expect(p.chance).toBe(chance(request)(p.plan))
      if (i > 0) {
        expect(p.minutes).toBeGreaterThan(points[i - 1].minutes)
        expect(p.chance).toBeGreaterThan(points[i - 1].chance)
      }
    }
    // The plan that is offered is on it, or something that is better in both is.
    const own = chance(request)(whole)
    expect(points.some((p) => p.minutes <= whole.score.minutes + 0.25 && p.chance >= own - 0.01)).toBe(true)
  })
  it('tells where less work costs chance: two narrow numbers', () => {
    const request = usualRequest({
      target: {
        mass: { value: 318, tolerance: 0.6 },
        balance: { value: 32.6, tolerance: 0.1 },
        swingWeight: { value: 316, tolerance: 1.2 },
      },
    })
    const whole = optimalPlan(planSpace(request), NO_CONSTRAINT)
    const points = workCurve(request, whole, chance(request))
    expect(points.length).toBeGreaterThanOrEqual(2)
  })
})
