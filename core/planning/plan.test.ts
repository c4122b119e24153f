import { beforeAll, describe, expect, it } from 'vitest'
import { estimateOf, frameState } from '../frame/state.ts'
import { effectByPoints } from './fixtures/effectByPoints.ts'
import { DRAWER, realSolver, usualRequest } from './fixtures/fixtures.ts'
import { usualState } from '../frame/fixtures.ts'
import { massByPlace } from './offers/whereabouts.ts'
import type { LinearModel, Solve } from './model/linear.ts'
import { leaveIt, NO_CONSTRAINT, planSpace, optimalPlan, heuristicPlan } from './solve/plan.ts'
import { relaxed } from './problem/relaxation.ts'
import { reaches, explainInfeasibility } from './explain/reach.ts'
import { OPEN_LIMITS, type PlanRequest } from './problem/request.ts'

let solve: Solve
beforeAll(async () => {
  solve = await realSolver()
})

describe('the plan', () => {
  it('predicts by sums that a fine mesh of points confirms', () => {
    const plan = optimalPlan(
      planSpace(
        usualRequest({
          limits: {
            ...OPEN_LIMITS,
            zoneIds: ['tip', 'threeNine', 'bevels'],
            materialIds: ['tungsten'],
            mayChangeGrip: false,
          },
        }),
      ),
      NO_CONSTRAINT,
    )
    const state = usualState()
    const sum = [0, 0, 0, 0]
    for (const cut of plan.cuts) {
      let left = cut.amount
      while (left > 1e-9) {
        const layer = Math.min(left, cut.layerCm)
        // On both edges twice, on two bevels half of what is worked out for one edge and four.
        const abreast = cut.place === 'hoop' ? cut.edges! : cut.bevels! / 4
        effectByPoints(cut.zoneId!, layer, 0.21).forEach((v, i) => (sum[i] += abreast * v))
        left -= layer
      }
    }
    expect(plan.result.massG).toBeCloseTo(state.massG! + sum[0], 6)
    expect(plan.result.balanceCm).toBeCloseTo((state.massG! * state.balanceCm! + sum[1]) / (state.massG! + sum[0]), 4)
    expect(plan.result.swingWeightKgCm2).toBeCloseTo(state.swingWeightKgCm2! + sum[2], 2)
    expect(plan.result.twistWeightKgCm2).toBeCloseTo(state.twistWeightKgCm2! + sum[3], 2)
  })
})

describe('a usual request', () => {
  it('is reached, proven, and keeps stock, room and whole steps', () => {
    const plan = optimalPlan(planSpace(usualRequest()), NO_CONSTRAINT)
    expect(plan.reached && plan.proven).toBe(true)
    for (const landing of plan.deviations) expect(Math.abs(landing.off)).toBeLessThanOrEqual(landing.tolerance)
    for (const cut of plan.cuts) {
      expect((cut.amount * 2) % 1).toBeCloseTo(0, 9)
      if (cut.place !== 'grip') expect(cut.amount).toBeGreaterThanOrEqual(2)
    }
    const quick = heuristicPlan(planSpace(usualRequest()), NO_CONSTRAINT)
    expect(quick.reached).toBe(true)
  })

  it('needs what it aims at to be measured', () => {
    const state = frameState({ mass: { value: 305, u: 0.1 }, balance: { value: 32.6, u: 0.05 } }, 10.16)
    expect(() => planSpace(usualRequest({ state }))).toThrow('state.needs at swingWeight')
  })

  it('leaves a frame alone that is inside already, or that cannot be told from the target', () => {
    const at = (value: number, tolerance: number) => usualRequest({ target: { swingWeight: { value, tolerance } } })
    expect(leaveIt(at(301, 2))).toBe('inside')
    expect(leaveIt(at(301, 0.5))).toBe('cannotTell')
    expect(leaveIt(at(310, 2))).toBeNull()
  })
})

describe('a target out of reach', () => {
  const tests: [string, Partial<PlanRequest>, string][] = [
    [
      'too little mass for so much swing weight',
      { target: { mass: { value: 310, tolerance: 1 }, swingWeight: { value: 340, tolerance: 2 } } },
      'tolerance',
    ],
    ['a cap too low', { limits: { ...OPEN_LIMITS, capG: 9 } }, 'cap'],
    ['one place only', { limits: { ...OPEN_LIMITS, maxPlaces: 1 } }, 'places'],
    ['nothing that shows', { limits: { ...OPEN_LIMITS, hiddenOnly: true } }, 'hidden'],
    [
      'a drawer all but empty',
      {
        materials: DRAWER.filter((m) => m.id === 'lead-half' || m.id === 'putty').map((m) =>
          m.kind === 'tape' ? { ...m, stock: 10 } : m,
        ),
      },
      'stock',
    ],
    [
      'no lead where there is only lead',
      {
        materials: DRAWER.filter((m) => m.id === 'lead-half' || m.id === 'putty'),
        limits: { ...OPEN_LIMITS, noLead: true },
      },
      'lead',
    ],
  ]
  it.each(tests)('%s: names a bound, and relaxing it by the stated amount opens the target', (_, change, kind) => {
    const request = usualRequest(change)
    const reach = explainInfeasibility(request, solve)
    expect(reach.reached).toBe(false)
    const opening = reach.relaxations.find((o) => o.obstacle.kind === kind)
    expect(opening, JSON.stringify(reach.relaxations)).toBeDefined()
    for (const each of reach.relaxations)
      expect(reaches(relaxed(request, each), solve), JSON.stringify(each)).toBe(true)
  })

  it('states the least amount: a cap a gram lower than stated does not do it', () => {
    const request = usualRequest({ limits: { ...OPEN_LIMITS, capG: 9 } })
    const opening = explainInfeasibility(request, solve).relaxations.find((o) => o.obstacle.kind === 'cap')!
    expect(reaches(relaxed(request, { ...opening, by: opening.by - 1 }), solve)).toBe(false)
  })

  it('an empty drawer changes nothing and says so', () => {
    const reach = explainInfeasibility(usualRequest({ materials: [] }), solve)
    expect(reach.nearest.cuts).toEqual([])
    expect(reach.nearest.result.massG).toBeCloseTo(estimateOf(usualState(), 'mass')!.value, 9)
  })
})

describe('the trade’s own checks (common practice, no source)', () => {
  it('handle mass leaves swing weight almost alone and raises recoil weight', () => {
    const space = planSpace(
      usualRequest({
        target: { mass: { value: 313, tolerance: 0.6 }, swingWeight: { value: 300.5, tolerance: 1.8 } },
        limits: { ...OPEN_LIMITS, mayChangeGrip: false, zoneIds: ['tip', 'tenTwo', 'threeNine', 'butt', 'bevels'] },
      }),
    )
    const plan = optimalPlan(space, NO_CONSTRAINT)
    expect(plan.reached).toBe(true)
    const grams = massByPlace(plan.cuts, space.request)
    const inHandle = ['butt', 'bevels', 'shaft'].reduce((sum, zone) => sum + (grams.get(zone) ?? 0), 0)
    expect(inHandle).toBeGreaterThan(0.9 * plan.score.addedG)
    expect(estimateOf(plan.result, 'recoilWeight')!.value).toBeGreaterThan(
      // 7 g about 18 cm below the balance: m·M/(M+m)·d²/1000 = 2.2.
      estimateOf(usualState(), 'recoilWeight')!.value + 2,
    )
  })
})

describe('the solver', () => {
  const model = (change: Partial<LinearModel> = {}): LinearModel => ({
    columns: [
      { name: 'chairs', cost: -30, lower: 0, upper: Infinity, integer: true },
      { name: 'tables', cost: -50, lower: 0, upper: Infinity, integer: true },
    ],
    rows: [
      {
        name: 'carpentry',
        lower: -Infinity,
        upper: 40,
        terms: [
          [0, 1],
          [1, 2],
        ],
      },
      {
        name: 'finishing',
        lower: -Infinity,
        upper: 50,
        terms: [
          [0, 2],
          [1, 1],
        ],
      },
    ],
    ...change,
  })
  it('solves a textbook case, says infeasible, and refuses nonsense', () => {
    expect(solve(model())).toEqual({ status: 'optimal', objective: -1100, values: [20, 10] })
    expect(solve(model({ rows: [{ name: 'no', lower: 5, upper: 10, terms: [[0, 0]] }] })).status).toBe('infeasible')
    expect(() => solve(model({ rows: [{ name: 'nan', lower: 0, upper: 1, terms: [[0, NaN]] }] }))).toThrow(
      'solver.badModel at nan',
    )
    expect(() =>
      solve(
        model({
          rows: [
            {
              name: 'twice',
              lower: 0,
              upper: 1,
              terms: [
                [0, 1],
                [0, 1],
              ],
            },
          ],
        }),
      ),
    ).toThrow('solver.badModel at twice')
  })
})
