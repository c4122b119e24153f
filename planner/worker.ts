import { planUnder } from '#core/planning/offers/alternatives.ts'
import { chanceOf, DRAWS, type Chance } from '#core/planning/explain/chance.ts'
import { aimedAt, piecesOfCuts } from '#core/planning/problem/request.ts'
import { bestPair } from '#core/planning/set/pair.ts'
import { planSet } from '#core/planning/set/planSet.ts'
import { intoModel } from '#core/planning/offers/intoModel.ts'
import { turnedOwn } from '#core/planning/offers/ownRecipes.ts'
import { turnedRecipes } from '#core/planning/offers/recipes.ts'
import type { Solve } from '#core/planning/model/linear.ts'
import {
  NO_CONSTRAINT,
  planSpace,
  optimalPlan,
  heuristicPlan,
  type Plan,
  type PlanSpace,
} from '#core/planning/solve/plan.ts'
import { rangeOf } from '#core/planning/explain/ranges.ts'
import { explainInfeasibility } from '#core/planning/explain/reach.ts'
import { tradeOff } from '#core/planning/offers/tradeOff.ts'
import { workCurve } from '#core/planning/offers/workCurve.ts'
import { asPlanned, solveRest, solveWithout } from '#core/workorder/resolve.ts'
import type { PlanWithChance, PlanWorker } from './protocol.ts'

/** To one in a hundred: for the good plan that is shown at once, until the proven one has its own, and for points of a curve. */
const FIRST_DRAWS = 2000

/** So often a target is glanced at before a plan of it is asked for: what has run a few times runs fast. */
const GLANCES = 5

/**
 * Works out plans, wherever it runs.
 * @param load brings the solver; it is large, and only a target that cannot be reached needs it: asked for then, once
 */
export function planWorkerWith(load: () => Promise<Solve>): PlanWorker {
  let space: PlanSpace | null = null
  /** Raised when another target is looked at, or planned. */
  let asked = 0
  let loading: Promise<Solve> | null = null
  const solver = (): Promise<Solve> =>
    (loading ??= load().catch((error: unknown) => {
      loading = null
      throw error
    }))
  const chance = (plan: Plan, draws = DRAWS, { request } = space!): Chance => {
    const added = plan.cuts.filter((cut) => !request.fixedCuts.some((fixed) => fixed.id === cut.id))
    const pieces = piecesOfCuts(added, request)
    return chanceOf(request.state, pieces, request.target, request.work.geometry, { draws })
  }
  const withChance = (plan: Plan): PlanWithChance => ({ plan, chance: chance(plan) })
  return {
    async prepare(request) {
      const mine = ++asked
      const ahead = planSpace(request)
      if (aimedAt(request.target).length === 0) return void ahead.menu()
      for (let i = 0; i < GLANCES && mine === asked; i++) {
        chance(heuristicPlan(ahead, NO_CONSTRAINT, 'glance'), FIRST_DRAWS, ahead)
        // Whoever asks meanwhile waits no longer than for a glance.
        await new Promise((later) => setTimeout(later))
      }
    },
    async open(request) {
      asked++
      space = planSpace(request)
    },
    async quick() {
      const plan = heuristicPlan(space!, NO_CONSTRAINT)
      // It comes while the best is sought; where it does not, that is said when it is needed.
      if (!plan.reached) solver().catch(() => undefined)
      return { plan, chance: chance(plan, FIRST_DRAWS) }
    },
    async best(how) {
      return withChance(optimalPlan(space!, NO_CONSTRAINT, how === 'soon' ? 'best' : 'proof'))
    },
    async under(id, best, apartFrom) {
      const found = planUnder(id, space!, best, apartFrom)
      return 'plan' in found ? withChance(found.plan) : found
    },
    async explain(bases) {
      const { relaxations, binding } = explainInfeasibility(space!.request, await solver(), bases)
      return { relaxations, binding }
    },
    async range(quantity) {
      return rangeOf(space!.request, quantity, await solver())
    },
    async curve(best) {
      return tradeOff(space!.request, best)
    },
    async workCurve(best) {
      return workCurve(space!.request, best, (plan) => chance(plan, FIRST_DRAWS).all)
    },
    async live(request) {
      return heuristicPlan(planSpace(request), NO_CONSTRAINT, 'following')
    },
    async recipes(request, knob, by, own) {
      return { known: turnedRecipes(request, knob, by), own: turnedOwn(request, knob, by, own) }
    },
    async rest(rest, loose, how) {
      const found = solveRest(rest, how)
      const lands = found.plan.reached && found.chance.all >= 0.9
      return {
        before: asPlanned(rest),
        found,
        without: lands ? null : solveWithout(rest, found, (cut) => loose.includes(cut.id)),
      }
    },
    async intoModel(request, theirs) {
      return intoModel(request, theirs)
    },
    async set(frames, aim, report) {
      return planSet(frames, aim, report)
    },
    async pair(frames, aim) {
      return bestPair(frames, aim)
    },
  }
}
