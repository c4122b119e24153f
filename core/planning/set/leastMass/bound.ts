import { addVariable, type Solve, type Variable } from '../../model/linear.ts'
import { relaxationOver, RIVAL_MARGIN, type PlanModel, type Subproblem } from '../../model/planModel.ts'
import type { Programme } from '../../model/programme.ts'
import { inSteps, MASS_STEP_G, MISS_STEP, OUTSIDE_STEP, type GramScore } from './gramScore.ts'

const HOLD = 1e-6

/** What the relaxation over some ranges says about beating a known plan. */
export type Bound =
  /** No plan in the ranges is better than the known one. */
  | { status: 'closed' }
  /** These counts might be better; only their exact sums can tell. */
  | { status: 'open'; counts: number[] }
  | { status: 'unproven'; reason: string }

/**
 * Can any plan in the ranges beat the known score? The aims are settled one after the other, each held at the known value
 * once the relaxation can do no better. Aims count in steps, rounded up: finer is beyond any hand, and whole steps let the
 * solver close its proof.
 */
export function boundOver(programme: Programme, subproblem: Subproblem, known: GramScore, solve: Solve): Bound {
  const model = relaxationOver(programme, subproblem, RIVAL_MARGIN)
  const reached = known.outside <= HOLD
  const aims = aimsInOrder(programme, model)
  if (programme.mustReach || reached) for (const column of model.outside) model.columns[column].upper = 0
  const knownSteps =
    programme.mustReach && !reached ? [0, Infinity, Infinity, Infinity] : inSteps(known, programme.placesFirst)
  for (const [i, { terms, step }] of aims.entries()) {
    // Nothing is less than nothing: such an aim is already at its best.
    if (knownSteps[i] === 0) {
      if (i < 2) for (const [column] of terms) model.columns[column].upper = 0
      continue
    }
    const column = addVariable(model, {
      name: `aim ${i}`,
      cost: 1,
      lower: 0,
      upper: knownSteps[i] - 1,
      integer: true,
    })
    model.rows.push({
      name: `aim ${i}`,
      lower: -Infinity,
      upper: HOLD,
      terms: [...terms.map(([c, w]): [Variable, number] => [c, w / step]), [column, -1]],
    })
    const answer = solve(model)
    if (answer.status === 'optimal')
      return { status: 'open', counts: model.counts.map((count) => answer.values[count]) }
    if (answer.status !== 'infeasible') return answer
    if (knownSteps[i] === Infinity) return { status: 'closed' }
    model.columns[column] = { ...model.columns[column], cost: 0, upper: knownSteps[i] }
  }
  return { status: 'closed' }
}

interface Aim {
  terms: [Variable, number][]
  /** In whole steps of this. */
  step: number
}

/** The sums that a plan makes small, in their order. */
function aimsInOrder({ acceptance, choices, placesFirst }: Programme, model: PlanModel): Aim[] {
  const outside = acceptance.map((g, i): [Variable, number] => [model.outside[i], g.weight / g.tolerance])
  const over = acceptance.map((g, i): [Variable, number] => [model.over[i], g.weight / g.tolerance])
  const mass: Aim = {
    terms: choices.flatMap((c, j): [Variable, number][] =>
      c.upper > 0 && c.addedG(1) > 0 ? [[model.counts[j], c.addedG(1)]] : [],
    ),
    step: MASS_STEP_G,
  }
  const places: Aim = { terms: model.used.map((used) => [used, 1]), step: 1 }
  return [
    { terms: outside, step: OUTSIDE_STEP },
    { terms: [...outside, ...over], step: MISS_STEP },
    ...(placesFirst ? [places, mass] : [mass, places]),
  ]
}
