import * as Comlink from 'comlink'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { seekAlternative, SOUGHT, type Alternative, type LeftOut } from '#core/plan/alternatives.ts'
import { NO_RULE, planSpace, provenPlan, quickPlan, type Plan } from '#core/plan/plan.ts'
import { reachOf, type Opening } from '#core/plan/reach.ts'
import type { PlanRequest } from '#core/plan/request.ts'
import { solveWith } from '#solver/highs.ts'

/** What the planner tells while it works, in this order. */
export type PlanNews =
  | { kind: 'quick'; plan: Plan; ms: number }
  | { kind: 'best'; plan: Plan; ms: number }
  | { kind: 'openings'; openings: Opening[] }
  | { kind: 'alternative'; alternative: Alternative; ms: number }
  | { kind: 'leftOut'; leftOut: LeftOut }
  | { kind: 'done'; ms: number }

const loading = loadHighs({ locateFile: () => wasmUrl }).then(solveWith)

export const planner = {
  /** Loads the solver, so that the first plan does not wait for it. */
  async warm(): Promise<void> {
    await loading
  },
  async plan(request: PlanRequest, tell: (news: PlanNews) => void): Promise<void> {
    const solve = await loading
    const start = performance.now()
    const since = () => performance.now() - start
    const space = planSpace(request)
    tell({ kind: 'quick', plan: quickPlan(space, NO_RULE, solve), ms: since() })
    const best = provenPlan(space, NO_RULE, solve)
    tell({ kind: 'best', plan: best, ms: since() })
    if (!best.reached) {
      tell({ kind: 'openings', openings: reachOf(request, solve).openings })
    } else {
      const offered: Alternative[] = [{ id: 'best', plan: best }]
      for (const id of SOUGHT) {
        const sought = seekAlternative(id, space, offered, solve)
        if ('found' in sought) {
          offered.push(sought.found)
          tell({ kind: 'alternative', alternative: sought.found, ms: since() })
        } else tell({ kind: 'leftOut', leftOut: sought.leftOut })
      }
    }
    tell({ kind: 'done', ms: since() })
  },
}

Comlink.expose(planner)
