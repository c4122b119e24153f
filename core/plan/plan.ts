import { estimateOf, type FrameState } from '../frame/state.ts'
import { choicesFor, predicted, type Choice, type ZoneRoom } from './choices.ts'
import type { Cut } from './cut.ts'
import type { Solve } from './linear.ts'
import { guardsFor, landingsOf, type Guard, type Landing } from './misses.ts'
import { hardRows, isBetter, linearAbout, outsideColumn, scoreOf, solveLevels, type CountRow, type Programme, type Score } from './programme.ts'
import { checkRequest, type PlanRequest } from './request.ts'
import { goodCounts, improved } from './search.ts'

/** One way to reach the target, in cuts that a hand can make. */
export interface Plan {
  cuts: Cut[]
  counts: number[]
  /** By the exact sums, with uncertainty. */
  result: FrameState
  landings: Landing[]
  /** The guards that this plan was held to. */
  guards: Guard[]
  score: Score
  /** Every number aimed at lands inside its tolerance. */
  reached: boolean
  /** True when no better plan exists under the same bounds, as shown by the solver. */
  proven: boolean
}

/** An extra bound under which a plan is the best. */
export interface PlanRule {
  rows: CountRow[]
  allows(choice: Choice): boolean
  placesFirst: boolean
  /** A plan outside a tolerance is of no use. */
  mustReach: boolean
}

export const NO_RULE: PlanRule = { rows: [], allows: () => true, placesFirst: false, mustReach: false }

/** The choices and rooms of a request: worked out once, shared by all of its plans. */
export interface PlanSpace {
  request: PlanRequest
  choices: Choice[]
  rooms: ZoneRoom[]
}

/** @throws Problem `state.needs` when a number that is aimed at was not measured */
export function planSpace(request: PlanRequest): PlanSpace {
  checkRequest(request)
  return { request, ...choicesFor(request) }
}

/**
 * The integer programme under a rule. Choices that the rule forbids are bound to zero by a row, so that counts keep their order.
 * Guards start from the uncertainty of the frame as measured.
 */
export function programmeFor(space: PlanSpace, rule: PlanRule): Programme {
  const { request, choices, rooms } = space
  const forbidden: CountRow[] = choices.flatMap((choice, j) =>
    rule.allows(choice) ? [] : [{ bound: { kind: 'rule' }, name: `not ${choice.id}`, lower: 0, upper: 0, terms: [[j, 1]] }],
  )
  return {
    request,
    choices,
    rows: [...hardRows(request, choices, rooms), ...rule.rows, ...forbidden],
    guards: guardsFor(request, request.state),
    maxPlaces: request.limits.maxPlaces,
    placesFirst: rule.placesFirst,
    mustReach: rule.mustReach,
  }
}

/** A good plan at once, for showing while the proof is under way. */
export function quickPlan(space: PlanSpace, rule: PlanRule, solve: Solve): Plan {
  const { programme, counts } = goodStart(space, rule, solve)
  return planFrom(programme, counts, false)
}

/** Good counts, and the programme with its guards from the uncertainty that such a plan has. */
function goodStart(space: PlanSpace, rule: PlanRule, solve: Solve): { programme: Programme; counts: number[] } {
  const programme = programmeFor(space, rule)
  const first = goodCounts(programme, solve)
  programme.guards = guardsFor(space.request, predicted(space.request, space.choices, first))
  return { programme, counts: improved(programme, first, true) }
}

/** Could any plan under the rule land inside every tolerance, fractions of a cut allowed? When not, no whole one can. */
export function mayReach(space: PlanSpace, rule: PlanRule, solve: Solve): boolean {
  const programme = programmeFor(space, rule)
  const model = linearAbout(programme, space.choices.map(() => 0))
  // A little looser than asked, since the effects are only nearly linear.
  programme.guards.forEach((g, i) => (model.columns[outsideColumn(programme, i)].upper = 0.25 * g.tolerance))
  return solve({ ...model, columns: model.columns.map((c) => ({ ...c, integer: false })) }).status === 'optimal'
}

const ROUNDS = 8

/**
 * The proven plan: guarded misses, then added mass, then places, each to optimality. The programme is linear about the
 * best counts so far (exact there) and solved again until nothing better comes; steps and swaps of up to three cuts on the
 * exact sums look for what the linear picture could hide.
 */
export function provenPlan(space: PlanSpace, rule: PlanRule, solve: Solve): Plan {
  const { programme, counts } = goodStart(space, rule, solve)
  let best = counts
  let score = scoreOf(programme, best)
  let proven = false
  for (let round = 0; round < ROUNDS && !proven; round++) {
    const answer = solveLevels(programme, best, score, solve)
    if (answer.status !== 'optimal') break
    const candidates = [answer.counts, improved(programme, answer.counts, true)]
    const better = candidates.filter((found) => isBetter(scoreOf(programme, found), score, programme.placesFirst))
    if (better.length === 0) {
      proven = true
    } else {
      best = better.reduce((a, b) => (isBetter(scoreOf(programme, b), scoreOf(programme, a), programme.placesFirst) ? b : a))
      score = scoreOf(programme, best)
    }
  }
  return planFrom(programme, best, proven)
}

function planFrom(programme: Programme, counts: number[], proven: boolean): Plan {
  const { request, choices } = programme
  const result = predicted(request, choices, counts)
  const landings = landingsOf(request, result)
  return {
    cuts: choices.flatMap((choice, j) => (counts[j] ? [choice.cutFor(counts[j])] : [])),
    counts,
    result,
    landings,
    guards: programme.guards,
    score: scoreOf(programme, counts),
    reached: landings.every((landing) => landing.inside),
    proven,
  }
}

/** Nothing to do: every number aimed at is already inside its tolerance, or nearer than can be told apart (2u). */
export function leaveIt(request: PlanRequest): 'inside' | 'cannotTell' | null {
  const landings = landingsOf(request, request.state)
  if (landings.length === 0) return null
  if (landings.every((landing) => landing.inside)) return 'inside'
  const told = landings.some((landing) => Math.abs(landing.off) > Math.max(landing.tolerance, 2 * estimateOf(request.state, landing.quantity)!.u))
  return told ? null : 'cannotTell'
}
