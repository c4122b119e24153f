import { GCM2_PER_KGCM2 } from '../../../quantities/units.ts'
import { addMoments } from '../../../cuts/moments.ts'
import { predicted } from '../../problem/choices.ts'
import { acceptanceFor, baseOf, linearDeviation } from '../../problem/deviations.ts'
import type { Solve } from '../../model/linear.ts'
import { lineOver, type CountRange } from '../../model/lines.ts'
import type { Subproblem } from '../../model/planModel.ts'
import { totalMoments, type Programme } from '../../model/programme.ts'
import type { FrameState } from '../../../frame/state.ts'
import type { PlanRequest } from '../../problem/request.ts'
import {
  NO_CONSTRAINT,
  planOf,
  programmeFor,
  wholeProblem,
  type Plan,
  type PlanConstraint,
  type PlanSpace,
} from '../../solve/plan.ts'
import { boundOver } from './bound.ts'
import { isBetter, scoreOf } from './gramScore.ts'
import { goodCounts, improved } from './search.ts'

/**
 * The plan of least mass for one frame of a set: several frames share a target and a drawer, and the sum of what they add is what a set
 * makes small. Counts of stacked strips, bounded by straight lines.
 */

function acceptanceUnder(rule: PlanConstraint, request: PlanRequest, at: FrameState) {
  const acceptance = acceptanceFor(request, at)
  return rule.toTheEdge ? acceptance.map((g) => ({ ...g, halfWidth: g.tolerance })) : acceptance
}

/** A good plan at once. */
export function goodLeastMass(space: PlanSpace, rule: PlanConstraint, solve: Solve): Plan {
  const { programme, counts } = goodStart(space, rule, solve)
  return planOf(programme, counts, false)
}

/** Good counts, and the programme with its acceptance bands from the uncertainty that such a plan has. */
function goodStart(space: PlanSpace, rule: PlanConstraint, solve: Solve): { programme: Programme; counts: number[] } {
  const programme = programmeFor(space, rule)
  const first = goodCounts(programme, solve)
  programme.acceptance = acceptanceUnder(rule, space.request, predicted(space.request, space.choices, first))
  return { programme, counts: improved(programme, first, true) }
}

/** Ranges looked at before a proof is given up. */
const MOST_RANGES = 60

/**
 * The proven plan: inside the tolerances, then the acceptance bands, then added mass, then places, each as good as can be. Branch and
 * bound over ranges of counts: a range is closed when its relaxation cannot beat the best plan known, its candidate is tried
 * by the exact sums when it might, and the range is split where the relaxation is loosest when it only seemed so.
 */
export function leastMassPlan(space: PlanSpace, rule: PlanConstraint, solve: Solve): Plan {
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
  return planOf(programme, best, proven && (score.outside <= 1e-6 || !programme.mustReach))
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
