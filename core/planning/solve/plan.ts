import { estimateOf, type FrameState } from '../../frame/state.ts'
import { GCM2_PER_KGCM2 } from '../../quantities/units.ts'
import { choicesFor, predicted, type Choice, type ZoneRoom } from '../problem/choices.ts'
import type { Cut } from '../../cuts/cut.ts'
import type { Solve } from '../model/linear.ts'
import {
  baseOf,
  acceptanceFor,
  targetDeviations,
  linearDeviation,
  type AcceptanceBand,
  type TargetDeviation,
} from '../problem/deviations.ts'
import { fullRange, lineOver, type CountRange } from '../model/lines.ts'
import { relaxationOver, type Subproblem } from '../model/planModel.ts'
import { hardRows, totalMoments, type CountRow, type Programme } from '../model/programme.ts'
import { isBetter, scoreOf, type Score } from '../model/score.ts'
import { boundOver } from './bound.ts'
import { addMoments } from '../../cuts/moments.ts'
import { checkRequest, type PlanRequest } from '../problem/request.ts'
import { goodCounts, improved } from './search.ts'

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
}

export const NO_CONSTRAINT: PlanConstraint = {
  rows: [],
  allows: () => true,
  placesFirst: false,
  mustReach: false,
  toTheEdge: false,
}

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
    acceptance: acceptanceUnder(rule, request, request.state),
    maxPlaces: request.limits.maxPlaces,
    placesFirst: rule.placesFirst || request.limits.fewPlaces,
    mustReach: rule.mustReach,
  }
}

function acceptanceUnder(rule: PlanConstraint, request: PlanRequest, at: FrameState): AcceptanceBand[] {
  const acceptance = acceptanceFor(request, at)
  return rule.toTheEdge ? acceptance.map((g) => ({ ...g, halfWidth: g.tolerance })) : acceptance
}

/** A good plan at once, for showing while the proof is under way. */
export function heuristicPlan(space: PlanSpace, rule: PlanConstraint, solve: Solve): Plan {
  const { programme, counts } = goodStart(space, rule, solve)
  return planFrom(programme, counts, false)
}

/** Good counts, and the programme with its acceptance bands from the uncertainty that such a plan has. */
function goodStart(space: PlanSpace, rule: PlanConstraint, solve: Solve): { programme: Programme; counts: number[] } {
  const programme = programmeFor(space, rule)
  const first = goodCounts(programme, solve)
  programme.acceptance = acceptanceUnder(rule, space.request, predicted(space.request, space.choices, first))
  return { programme, counts: improved(programme, first, true) }
}

/** Could any plan under the rule land inside every tolerance, fractions of a cut allowed? When not, no whole one can. */
export function isRelaxationFeasible(space: PlanSpace, rule: PlanConstraint, solve: Solve): boolean {
  const programme = programmeFor(space, rule)
  const model = relaxationOver(programme, wholeProblem(programme), 0)
  for (const column of model.outside) model.columns[column].upper = 0
  return solve({ ...model, columns: model.columns.map((c) => ({ ...c, integer: false })) }).status === 'optimal'
}

/** Ranges looked at before a proof is given up. */
const MOST_RANGES = 60

/**
 * The proven plan: inside the tolerances, then the acceptance bands, then added mass, then places, each as good as can be. Branch and
 * bound over ranges of counts: a range is closed when its relaxation cannot beat the best plan known, its candidate is tried
 * by the exact sums when it might, and the range is split where the relaxation is loosest when it only seemed so.
 */
export function optimalPlan(space: PlanSpace, rule: PlanConstraint, solve: Solve): Plan {
  const { programme, counts } = goodStart(space, rule, solve)
  const { placesFirst } = programme
  let best = counts
  let score = scoreOf(programme, best)
  const open: Subproblem[] = [wholeProblem(programme)]
  let proven = true
  for (let looked = 0; open.length > 0; looked++) {
    if (looked >= MOST_RANGES) {
      proven = false
      break
    }
    const subproblem = open.pop()!
    const bound = boundOver(programme, subproblem, score, solve)
    if (bound.status === 'closed') continue
    if (bound.status === 'unproven') {
      proven = false
      break
    }
    const better = [bound.counts, improved(programme, bound.counts, true)].filter((found) =>
      isBetter(scoreOf(programme, found), score, placesFirst),
    )
    if (better.length > 0) {
      best = better.reduce((a, b) => (isBetter(scoreOf(programme, b), scoreOf(programme, a), placesFirst) ? b : a))
      score = scoreOf(programme, best)
      open.push(subproblem)
    } else {
      open.push(...split(programme, subproblem, bound.counts))
    }
  }
  return planFrom(programme, best, proven && (score.outside <= 1e-6 || !programme.mustReach))
}

/** All plans. The band holds every balance that could come of them: no mass pulls beyond the ends of the frame. */
function wholeProblem({ choices, acceptance, request }: Programme): Subproblem {
  const aimsAtRecoil = acceptance.some((g) => g.quantity === 'recoilWeight')
  return { ranges: choices.map(fullRange), band: aimsAtRecoil ? [0, request.work.geometry.lengthCm] : null }
}

/** The balance band about a plan within which recoil weight is straight to this share of its tolerance. */
const BAND_SHARE = 0.02

/**
 * Regions that hold the same plans: where recoil weight bends, a narrow band of balance about these counts and what lies on
 * both sides of it; else split at the choice whose bounds were loosest at these counts.
 */
function split(programme: Programme, subproblem: Subproblem, counts: readonly number[]): Subproblem[] {
  const { choices, acceptance, request } = programme
  const { ranges, band } = subproblem
  const base = baseOf(request)
  const recoil = acceptance.find((g) => g.quantity === 'recoilWeight')
  if (recoil && band) {
    const { moment, massG } = addMoments(base.frame, totalMoments(choices, counts))
    const half = Math.sqrt((BAND_SHARE * recoil.tolerance * GCM2_PER_KGCM2) / massG)
    if (band[1] - band[0] > 3 * half) {
      const middle = Math.min(band[1], Math.max(band[0], moment / massG))
      const edges = [band[0], Math.max(band[0], middle - half), Math.min(band[1], middle + half), band[1]]
      return [2, 0, 1]
        .map((i) => [edges[i], edges[i + 1]] as const)
        .filter(([from, to]) => to > from)
        .map((part) => ({ ranges, band: part }))
    }
  }
  const about = band ? (band[0] + band[1]) / 2 : 0
  let loosest = -1
  let most = 0
  choices.forEach((choice, j) => {
    const { least, most: top } = ranges[j]
    if (counts[j] === 0 || top <= least) return
    const slack = acceptance.reduce((sum, g) => {
      const line = lineOver(choice, ranges[j], (sums) => linearDeviation(g, sums, base, about))
      return sum + (line.high - line.low) / g.tolerance
    }, 0)
    if (slack > most) {
      most = slack
      loosest = j
    }
  })
  if (loosest < 0) return []
  const range = ranges[loosest]
  const at = Math.min(range.most - 1, Math.max(range.least, counts[loosest]))
  const low = ranges.map((r, j) => (j === loosest ? { ...r, most: at } : r))
  const high = ranges.map((r, j) => (j === loosest ? { zero: false, least: at + 1, most: r.most } : r))
  return [high, low].map((part) => ({ ranges: part, band }))
}

/** Ranges that hold the same plans as these, parted where the straight lines are loosest at some counts; none where they are exact. */
export function looserRanges(
  space: PlanSpace,
  ranges: readonly CountRange[],
  counts: readonly number[],
): (readonly CountRange[])[] {
  const programme = programmeFor(space, { ...NO_CONSTRAINT, mustReach: true, toTheEdge: true })
  return split(programme, { ranges, band: null }, counts).map((subproblem) => subproblem.ranges)
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

function planFrom(programme: Programme, counts: number[], proven: boolean): Plan {
  const { request, choices } = programme
  const result = predicted(request, choices, counts)
  const deviations = targetDeviations(request, result)
  return {
    cuts: beside(
      request.fixedCuts,
      choices.flatMap((choice, j) => (counts[j] ? [choice.cutFor(counts[j])] : [])),
    ),
    counts,
    result,
    deviations,
    acceptance: programme.acceptance,
    score: scoreOf(programme, counts),
    reached: deviations.every((landing) => landing.inside),
    proven,
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
