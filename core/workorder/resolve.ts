import type { Cut } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { isByLength } from '../cuts/material.ts'
import { withPieces } from '../frame/pieces.ts'
import { chanceOf, type Chance } from '../planning/explain/chance.ts'
import { piecesOfCuts, withFixed, type PlanRequest } from '../planning/problem/request.ts'
import { heuristicPlan, NO_CONSTRAINT, optimalPlan, planSpace, type Plan } from '../planning/solve/plan.ts'
import type { Followed } from './follow.ts'
import { freeId } from './marks.ts'
import { GRIP_ON, type WorkStep } from './order.ts'

/** What is left of a build, to be planned again. */
export interface Rest {
  /** From the frame as it is now, and what still goes over that; what is on it stays. */
  request: PlanRequest
  /** The pieces that were still to come. */
  left: Cut[]
  /** Steps that are done, by id: a new piece is a new step. */
  taken: string[]
}

/** How a plan of the rest lands. */
export interface RestPlan {
  plan: Plan
  /** What is still to come. */
  cuts: Cut[]
  chance: Chance
}

/** A piece that would have to come off first, and the plan then. */
export interface WithoutPiece extends RestPlan {
  off: Cut
}

/** The handle is closed once its grip is back on: nobody opens it for half a gram. */
const HANDLE_PLACES = ['bevels', 'handle', 'sleeve']
/** Taking strips off and cleaning where they lay, minutes (common practice, no source). */
export const PEEL_MINUTES = 3

/**
 * The rest of a build as a planning job of its own: from what is known of the frame now, with what is left in the drawer, each
 * roll as heavy as it has shown itself to be.
 * @param whole the job's own request, nothing fixed
 */
export function restOf(whole: PlanRequest, steps: readonly WorkStep[], followed: Followed): Rest {
  const at = (id: string) => followed.checkpoints.find((c) => c.step.id === id)
  const isClosed = !!at(GRIP_ON)?.mark
  const isOpen = steps.some((s) => s.kind === 'gripOff') && !!at('grip-off')?.mark && !isClosed
  const zones = whole.work.profile.zones.filter((z) => !HANDLE_PLACES.includes(z.place)).map((z) => z.id)
  const { limits } = whole
  const allowed = limits.zoneIds === null ? zones : zones.filter((id) => limits.zoneIds!.includes(id))
  const request: PlanRequest = {
    ...whole,
    state: withPieces(followed.now, followed.coming, whole.work.geometry),
    materials: whole.materials.map((m) => {
      const heavier = followed.rolls[m.id]
      return heavier ? { ...m, unitMassG: m.unitMassG * (1 + heavier) } : m
    }),
    limits: {
      ...limits,
      ...(isClosed ? { zoneIds: allowed, mayChangeGrip: false } : {}),
      minutes: isOpen ? { ...limits.minutes, gripOff: 0 } : limits.minutes,
    },
  }
  return {
    request: withFixed(request, followed.laid),
    left: followed.left,
    taken: followed.checkpoints.flatMap((c) => (c.mark ? [c.step.id] : [])),
  }
}

/** How the rest lands as it was planned. */
export function asPlanned({ request, left }: Rest): Chance {
  return chanceFor(request, left)
}

function chanceFor(request: PlanRequest, cuts: readonly Cut[], draws?: number): Chance {
  const pieces = piecesOfCuts(cuts, request)
  return chanceOf(request.state, pieces, request.target, request.work.geometry, draws ? { draws } : {})
}

/** A plan for the rest: a good one at once, or the best as far as it is found and proven soon: somebody stands at the bench. */
export function solveRest({ request, taken }: Rest, how: 'good' | 'proven' = 'good'): RestPlan {
  const space = planSpace(request)
  const plan = how === 'good' ? heuristicPlan(space, NO_CONSTRAINT, 'rest') : optimalPlan(space, NO_CONSTRAINT, 'best')
  const found = plan.cuts.filter((cut) => !request.fixedCuts.some((fixed) => fixed.id === cut.id))
  const cuts = found.map((cut) => ({ ...cut, id: freeId(cut.id, taken) }))
  return { plan, cuts, chance: chanceFor(request, cuts, how === 'good' ? 2000 : undefined) }
}

/**
 * Where the rest alone cannot do it: the piece on the outside that would have to come off first, and the plan without it; the one
 * that lands most often, a rate for the work of taking it off counted. @returns null where none helps
 * @param isReachable a piece that a hand can still get at
 */
export function solveWithout(rest: Rest, kept: RestPlan, isReachable: (cut: Cut) => boolean): WithoutPiece | null {
  const { request } = rest
  const kinds = new Map(request.materials.map((m) => [m.id, m]))
  const loose = request.fixedCuts.filter((cut) => {
    const material = kinds.get(cut.materialId)
    return material && isByLength(material.kind) && cut.amount > 0 && isReachable(cut)
  })
  let best: WithoutPiece | null = null
  for (const off of loose) {
    const pieces = piecesOfAll([off], request.materials, request.work)
    const bare: PlanRequest = {
      ...request,
      state: withPieces(
        request.state,
        pieces.map((p) => ({ ...p, massG: -p.massG })),
        request.work.geometry,
      ),
      fixedCuts: request.fixedCuts.filter((cut) => cut !== off),
    }
    const found = solveRest({ ...rest, request: bare, left: [] })
    const better = best ?? kept
    if (found.plan.reached && worth(found) > worth(better) + (best ? 0 : OFF_RATE)) best = { ...found, off }
  }
  return best
}

/** A tenth of the chance to land is worth a quarter of an hour (as in planning). */
const OFF_RATE = PEEL_MINUTES / 150
const worth = ({ plan, chance }: RestPlan) => (plan.reached ? chance.all : chance.all - 1) - plan.score.minutes / 150
