import type { Solve } from './linear.ts'
import {
  inSteps,
  MASS_STEP_G,
  MISS_STEP,
  OUTSIDE_STEP,
  outsideColumn,
  overColumn,
  relaxationOver,
  RIVAL_MARGIN,
  useColumn,
  type Programme,
  type Region,
  type Score,
} from './programme.ts'

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
export function boundOver(programme: Programme, region: Region, known: Score, solve: Solve): Bound {
  const { choices, guards } = programme
  const n = choices.length
  const model = relaxationOver(programme, region, RIVAL_MARGIN)
  const outside = guards.map((g, i): [number, number] => [outsideColumn(programme, i), g.weight / g.tolerance])
  const miss = [
    ...outside,
    ...guards.map((g, i): [number, number] => [overColumn(programme, i), g.weight / g.tolerance]),
  ]
  const mass = choices.flatMap((c, j): [number, number][] => (c.upper > 0 && c.addedG(1) > 0 ? [[j, c.addedG(1)]] : []))
  const places = choices.map((_, j): [number, number] => [useColumn(programme, j), 1])
  const reached = known.outside <= HOLD
  if (programme.mustReach || reached) for (const [column] of outside) model.columns[column].upper = 0
  const aims: [terms: [number, number][], step: number][] = [
    [outside, OUTSIDE_STEP],
    [miss, MISS_STEP],
    ...((programme.placesFirst
      ? [
          [places, 1],
          [mass, MASS_STEP_G],
        ]
      : [
          [mass, MASS_STEP_G],
          [places, 1],
        ]) as [[number, number][], number][]),
  ]
  const knownSteps =
    programme.mustReach && !reached ? [0, Infinity, Infinity, Infinity] : inSteps(known, programme.placesFirst)
  for (const [i, [terms, step]] of aims.entries()) {
    // Nothing is less than nothing: such an aim is already at its best.
    if (knownSteps[i] === 0) {
      if (i < 2) for (const [column] of terms) model.columns[column].upper = 0
      continue
    }
    const column = model.columns.length
    model.columns.push({ name: `aim ${i}`, cost: 1, lower: 0, upper: knownSteps[i] - 1, integer: true })
    model.rows.push({
      name: `aim ${i}`,
      lower: -Infinity,
      upper: HOLD,
      terms: [...terms.map(([c, w]): [number, number] => [c, w / step]), [column, -1]],
    })
    const answer = solve(model)
    if (answer.status === 'optimal') return { status: 'open', counts: answer.values.slice(0, n) }
    if (answer.status !== 'infeasible') return answer
    if (knownSteps[i] === Infinity) return { status: 'closed' }
    model.columns[column] = { ...model.columns[column], cost: 0, upper: knownSteps[i] }
  }
  return { status: 'closed' }
}
