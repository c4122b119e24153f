import { REFERENCES } from '#demo/library.ts'
import { FRAMES, MATERIALS, STRUNG_WRAP } from '#demo/world.ts'
import { finishFor } from '#core/cuts/cut.ts'
import { frameState } from '#core/frame/state.ts'
import { type Estimate } from '#core/quantities/estimate.ts'
import { referenceState } from '#core/compare/setup.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan, heuristicPlan } from '#core/planning/solve/plan.ts'
import { OPEN_LIMITS, type PlanRequest } from '#core/planning/problem/request.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { fromSetup } from '#core/targets/methods.ts'
import { median, percentile } from './statistics.ts'

/** Plan requests like those of the demo jobs: a measured frame, half-way to or a copy of a reference. */
export function requests(): { name: string; request: PlanRequest }[] {
  const state = (m: number, b: number, s: number, t: number) => {
    const e = (value: number, u: number): Estimate => ({ value, u })
    return frameState(
      { mass: e(m, 0.13), balance: e(b, 0.05), swingWeight: e(s, 0.6), twistWeight: e(t, 0.1) },
      tennis.axisCm,
    )
  }
  const cases: [string, ReturnType<typeof state>, string, 'reference' | 'halfway', Quantity[]][] = [
    [
      'job-returns',
      state(326.4, 31.93, 321.3, 13.85),
      'ref-p1',
      'halfway',
      ['mass', 'balance', 'swingWeight', 'twistWeight'],
    ],
    ['job-junior', state(291.2, 32.65, 296.3, 12.9), 'ref-r12', 'halfway', ['mass', 'swingWeight']],
    ['job-done', state(327.8, 31.8, 322.3, 14.0), 'ref-p2', 'reference', ['mass', 'balance', 'swingWeight']],
  ]
  return cases.map(([name, measured, referenceId, way, quantities]) => {
    const work = { geometry: FRAMES[0].geometry, condition: STRUNG_WRAP, profile: tennis, finish: finishFor(false) }
    const reference = REFERENCES.find((r) => r.id === referenceId)!
    const to = { condition: STRUNG_WRAP, axisCm: tennis.axisCm }
    const setup = { id: referenceId, name: reference.name, grade: '', state: referenceState(reference, to, tennis) }
    return {
      name,
      request: {
        state: measured,
        work,
        target: fromSetup(way, measured, setup, quantities, tennis),
        materials: MATERIALS,
        limits: OPEN_LIMITS,
        fixedCuts: [],
      },
    }
  })
}

/** The same request of a frame that was not planned before: of what could be laid on it nothing is known yet. */
export function unseen(request: PlanRequest): PlanRequest {
  return { ...request, state: { ...request.state, axisCm: request.state.axisCm + 1e-9 * ++seen } }
}
let seen = 0

/** A good plan and the proven one, each from its request. */
export function planTimes(repeats: number) {
  const rows = []
  for (const { name, request } of requests()) {
    const quick: number[] = []
    const best: number[] = []
    let proven = 0
    // Who asks for a plan has looked at its target: see `PlanWorker.prepare`.
    for (let i = 0; i < 3; i++) heuristicPlan(planSpace(unseen(request)), NO_CONSTRAINT, 'glance')
    for (let i = 0; i < repeats; i++) {
      const asked = unseen(request)
      const start = performance.now()
      const space = planSpace(asked)
      heuristicPlan(space, NO_CONSTRAINT)
      quick.push(performance.now() - start)
      if (optimalPlan(space, NO_CONSTRAINT).proven) proven++
      best.push(performance.now() - start)
    }
    rows.push({
      name,
      quickMs: median(quick),
      quickP95Ms: percentile(quick, 95),
      bestMs: median(best),
      bestP95Ms: percentile(best, 95),
      proven: proven / repeats,
    })
  }
  return rows
}
