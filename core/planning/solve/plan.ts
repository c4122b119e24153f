import { costOf, massOf, type Cut } from '../../cuts/cut.ts'
import type { Material } from '../../cuts/material.ts'
import { estimateOf, type FrameState } from '../../frame/state.ts'
import type { Solve } from '../model/linear.ts'
import { relaxationOf } from '../model/planModel.ts'
import { hardRows, type CountRow, type Programme } from '../model/programme.ts'
import type { Choice } from '../problem/choice.ts'
import { choicesFor, predicted, type ZoneRoom } from '../problem/choices.ts'
import { acceptanceFor, targetDeviations, type AcceptanceBand, type TargetDeviation } from '../problem/deviations.ts'
import { checkRequest, materialsById, type PlanRequest } from '../problem/request.ts'
import { workOfCuts } from '../problem/work.ts'
import { findPlan, leastWork, type Patience } from '../strips/find.ts'
import { allowedOf, menuOf, type Group } from '../strips/menu.ts'
import type { Pattern } from '../strips/patterns.ts'
import type { Score } from '../strips/score.ts'
import { searchAims, chanceLost, mostChance } from '../strips/sums.ts'

/** One way to reach the target, in cuts that a hand can make. */
export interface Plan {
  /** With the pieces that were fixed. */
  cuts: Cut[]
  counts: number[]
  /** By the exact sums, with uncertainty. */
  result: FrameState
  deviations: TargetDeviation[]
  /** The acceptance bands that this plan was held to. */
  acceptance: AcceptanceBand[]
  score: Score
  /** Every number aimed at lands inside its tolerance. */
  reached: boolean
  /** True when no better plan exists under the same bounds, as shown by the solver. */
  proven: boolean
}

/** An extra bound under which a plan is the best. */
export interface PlanConstraint {
  rows: CountRow[]
  allows(choice: Choice): boolean
  placesFirst: boolean
  /** A plan outside a tolerance is of no use. */
  mustReach: boolean
  /** Anywhere inside a tolerance is as good as its middle: for tolerances that are drawn in already. */
  toTheEdge: boolean
  /** Minutes that a plan may take at most. */
  mostMinutes: number
}

export const NO_CONSTRAINT: PlanConstraint = {
  rows: [],
  allows: () => true,
  placesFirst: false,
  mustReach: false,
  toTheEdge: false,
  mostMinutes: Infinity,
}

/** The choices and rooms of a request: worked out once, shared by all of its plans. */
export interface PlanSpace {
  request: PlanRequest
  choices: Choice[]
  rooms: ZoneRoom[]
  /** All that a hand could do at each place; worked out when it is first asked for. */
  menu(): Group[]
}

/** @throws Problem `state.needs` when a number that is aimed at was not measured */
export function planSpace(request: PlanRequest): PlanSpace {
  checkRequest(request)
  const { choices, rooms } = choicesFor(request)
  let menu: Group[] | null = null
  return { request, choices, rooms, menu: () => (menu ??= menuOf(request, choices)) }
}

/**
 * The integer programme under a rule. Choices that the rule forbids are bound to zero by a row, so that counts keep their order.
 * Guards start from the uncertainty of the frame as measured.
 */
export function programmeFor(space: PlanSpace, rule: PlanConstraint): Programme {
  const { request, choices, rooms } = space
  const forbidden: CountRow[] = choices.flatMap((choice, j) =>
    rule.allows(choice)
      ? []
      : [{ bound: { kind: 'rule' }, name: `not ${choice.id}`, lower: 0, upper: 0, terms: [[j, 1]] }],
  )
  return {
    request,
    choices,
    rows: [...hardRows(request, choices, rooms), ...rule.rows, ...forbidden],
    acceptance: acceptanceFor(request, request.state),
    maxPlaces: request.limits.maxPlaces,
    placesFirst: rule.placesFirst || request.limits.fewPlaces,
    mustReach: rule.mustReach,
    toTheEdge: rule.toTheEdge,
    mostMinutes: rule.mostMinutes,
  }
}

/** A good plan at once; the nearest that was found where none reaches. @param patience `following` while a hand moves a piece */
export function heuristicPlan(
  space: PlanSpace,
  rule: PlanConstraint,
  patience: Exclude<Patience, 'best' | 'proof'> = 'first',
): Plan {
  return foundBy(space, rule, patience)
}

/**
 * The plan of least work: inside the tolerances, likely to land in the fewest minutes, then near its target, each as good as can be.
 * Proven where every plan of the menu that could be better was looked at.
 * @param patience `best` ends a long proof early with what was found
 */
export function optimalPlan(space: PlanSpace, rule: PlanConstraint, patience: 'best' | 'proof' = 'proof'): Plan {
  return foundBy(space, rule, patience)
}

function foundBy(space: PlanSpace, rule: PlanConstraint, patience: Patience): Plan {
  const programme = programmeFor(space, rule)
  const found = findPlan(programme, allowedOf(space.menu(), space.choices, rule.allows), patience)
  return planOf(programme, countsOf(space, found?.patterns ?? []), found?.proven ?? false)
}

/** The plan of least work as the search knows it: see `leastWork`. */
export const soughtIn = (space: PlanSpace, rule: PlanConstraint, patience: Patience) =>
  leastWork(programmeFor(space, rule), space.menu(), patience)

/** The same plan as steps of each choice. */
export function countsOf({ choices }: PlanSpace, patterns: readonly Pattern[]): number[] {
  const counts = choices.map(() => 0)
  for (const { choice, count } of patterns) counts[choice] = count
  return counts
}

/** Could any plan under the rule land inside every tolerance, fractions of a cut allowed? When not, no whole one can. */
export function isRelaxationFeasible(space: PlanSpace, rule: PlanConstraint, solve: Solve): boolean {
  const programme = programmeFor(space, rule)
  const model = relaxationOf(programme)
  for (const column of model.outside) model.columns[column].upper = 0
  return solve({ ...model, columns: model.columns.map((c) => ({ ...c, integer: false })) }).status === 'optimal'
}

/** Held pieces and new ones; a new one whose id is taken gets another. */
function beside(fixedCuts: readonly Cut[], found: readonly Cut[]): Cut[] {
  const taken = new Set(fixedCuts.map((cut) => cut.id))
  return [
    ...fixedCuts,
    ...found.map((cut) => {
      let id = cut.id
      for (let n = 2; taken.has(id); n++) id = `${cut.id}-${n}`
      return { ...cut, id }
    }),
  ]
}

/** The plan that some counts make. */
export function planOf(programme: Programme, counts: number[], proven: boolean): Plan {
  const { request, choices } = programme
  const result = predicted(request, choices, counts)
  const deviations = targetDeviations(request, result)
  const found = choices.flatMap((choice, j) => (counts[j] ? [choice.cutFor(counts[j])] : []))
  return {
    cuts: beside(request.fixedCuts, found),
    counts,
    result,
    deviations,
    acceptance: acceptanceFor(request, result),
    score: scoreOfPlan(request, found, result),
    reached: deviations.every((landing) => landing.inside),
    proven,
  }
}

/** What a plan is compared by, from its cuts and what they come to. */
export function scoreOfPlan(request: PlanRequest, cuts: readonly Cut[], result: FrameState): Score {
  const byId = materialsById(request)
  const of = (f: (cut: Cut, material: Material) => number) =>
    cuts.reduce((sum, cut) => sum + (byId.has(cut.materialId) ? f(cut, byId.get(cut.materialId)!) : 0), 0)
  const aims = searchAims(request)
  const landings = aims.map((aim) => {
    const { value, u } = estimateOf(result, aim.quantity)!
    return { ...aim, off: value - aim.target, u }
  })
  return {
    outside: landings.reduce(
      (sum, l) => sum + (l.weight * Math.max(0, Math.abs(l.off) - l.tolerance - 1e-9)) / l.tolerance,
      0,
    ),
    chanceLost: chanceLost(landings, mostChance(aims, request.state)),
    worst: Math.max(0, ...landings.map((l) => Math.abs(l.off) / l.tolerance)),
    minutes: workOfCuts(cuts, [...byId.values()], request.work, request.limits.minutes).minutes,
    places: cuts.length,
    deviation: landings.reduce((sum, l) => sum + (l.weight * Math.abs(l.off)) / l.tolerance, 0),
    addedG: of((cut, material) => Math.max(0, massOf(cut, material, request.work))),
    cost: of((cut, material) => costOf(cut, material, request.work) ?? 0),
  }
}

/** Nothing to do: every number aimed at is already inside its tolerance, or nearer than can be told apart (2u). */
export function leaveIt(request: PlanRequest): 'inside' | 'cannotTell' | null {
  const deviations = targetDeviations(request, request.state)
  if (deviations.length === 0) return null
  if (deviations.every((landing) => landing.inside)) return 'inside'
  const told = deviations.some(
    (landing) =>
      Math.abs(landing.off) > Math.max(landing.tolerance, 2 * estimateOf(request.state, landing.quantity)!.u),
  )
  return told ? null : 'cannotTell'
}
