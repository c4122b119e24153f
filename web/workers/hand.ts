import { planUnder } from '#core/plan/alternatives.ts'
import { chanceOf, DRAWS, type Chance } from '#core/plan/chance.ts'
import { piecesOfAll } from '#core/plan/cut.ts'
import { bestPair, type Pair } from '#core/plan/set/pair.ts'
import { planSet } from '#core/plan/set/planSet.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/plan/set/set.ts'
import { intoModel, type IntoModel, type Model } from '#core/plan/intoModel.ts'
import type { Solve } from '#core/plan/linear.ts'
import { NO_RULE, planSpace, provenPlan, quickPlan, type Plan, type PlanSpace } from '#core/plan/plan.ts'
import { reachOf } from '#core/plan/reach.ts'
import type { PlanRequest } from '#core/plan/request.ts'
import { tradeOff } from '#core/plan/tradeOff.ts'
import type { Hand } from './planning.ts'

/** For the good plan that is shown at once: to one in a hundred, until the proven one has its own. */
const FIRST_DRAWS = 2000

/** A hand that works with a solver, wherever it runs. */
export function handWith(loading: Promise<Solve>): Hand & {
  live(request: PlanRequest): Promise<Plan>
  intoModel(request: PlanRequest, theirs: Model): Promise<IntoModel>
  set(frames: readonly SetFrame[], aim: SetAim, tell: (found: SetPlan) => void): Promise<SetPlan>
  pair(frames: readonly SetFrame[], aim: SetAim): Promise<Pair[]>
} {
  let space: PlanSpace | null = null
  let solve: Solve
  const chance = (plan: Plan, draws = DRAWS): Chance => {
    const { request } = space!
    const pieces = piecesOfAll(
      plan.cuts.filter((cut) => !request.held.some((held) => held.id === cut.id)),
      request.materials,
      request.work,
    )
    return chanceOf(request.state, pieces, request.target, request.work.geometry, { draws })
  }
  const judged = (plan: Plan) => ({ plan, chance: chance(plan) })
  return {
    async open(request) {
      solve = await loading
      space = planSpace(request)
    },
    async quick() {
      const plan = quickPlan(space!, NO_RULE, solve)
      return { plan, chance: chance(plan, FIRST_DRAWS) }
    },
    async best() {
      return judged(provenPlan(space!, NO_RULE, solve))
    },
    async under(id, best, apartFrom) {
      const found = planUnder(id, space!, best, solve, apartFrom)
      return 'plan' in found ? judged(found.plan) : found
    },
    async openings(bases) {
      const { openings, binding } = reachOf(space!.request, solve, bases)
      return { openings, binding }
    },
    async curve(best) {
      return tradeOff(space!.request, best, solve)
    },
    /** The rest worked out anew around what is held: a good plan, at once. */
    async live(request) {
      solve = await loading
      return quickPlan(planSpace(request), NO_RULE, solve)
    },
    async intoModel(request, theirs) {
      return intoModel(request, theirs, await loading)
    },
    async set(frames, aim, tell) {
      return planSet(frames, aim, await loading, tell)
    },
    async pair(frames, aim) {
      return bestPair(frames, aim, await loading)
    },
  }
}
