import { continuous, type LinearColumn, type LinearModel, type LinearRow } from '../linear.ts'
import { baseOf } from '../misses.ts'
import { NO_RULE, programmeFor, type PlanSpace } from '../plan.ts'
import { fullRange, outsideColumn, overColumn, relaxationOver, type CountRange } from '../programme.ts'
import type { Quantity } from '../../quantities/units.ts'
import type { Shifts } from './set.ts'

/** One programme for several frames, and where in its columns to find the moved target. */
export interface JointProgramme {
  model: LinearModel
  shifts: { quantity: Quantity; column: number }[]
}

/** What is known beforehand of one frame: the counts that are looked at, and grams that it takes at least. */
export interface Known {
  ranges: readonly CountRange[]
  leastG: number
}

export const fullRanges = (space: PlanSpace): CountRange[] => space.choices.map(fullRange)

/**
 * The frames of a set side by side in one programme without whole numbers: each keeps its own bounds and lands inside its
 * tolerances; stock is shared; the target is the same for all and may move within `shifts`; the grams added to all together
 * are least. What it cannot do no plans can.
 * @param spaces of requests with the same target numbers and the same drawer
 * @param drawnIn share of the tolerances that is left free, so that whole cuts find room about a target found without them
 */
export function jointProgramme(
  spaces: readonly PlanSpace[],
  shifts: Shifts,
  { drawnIn = 0, known }: { drawnIn?: number; known?: readonly Known[] } = {},
): JointProgramme {
  const moved = (Object.entries(shifts) as [Quantity, readonly [number, number]][]).map(([quantity, ends], column) => {
    const moments =
      quantity === 'balance' ? massShare(spaces[0], shifts).flatMap((f) => ends.map((end) => f * end)) : ends
    return { quantity, column, lower: Math.min(...moments), upper: Math.max(...moments) }
  })
  const columns: LinearColumn[] = moved.map(({ quantity, lower, upper }) => ({
    name: `target ${quantity}`,
    cost: 0,
    lower,
    upper,
    integer: false,
  }))
  const rows: LinearRow[] = []
  const stock = new Map<string, LinearRow>()
  spaces.forEach((space, unit) => {
    const ranges = known?.[unit].ranges ?? fullRanges(space)
    const part = landingInside(space, ranges, drawnIn)
    const bent = bentBalance(space, shifts)
    const start = columns.length
    columns.push(...part.columns.map((c) => ({ ...c, name: `${unit} ${c.name}` })))
    const least = known?.[unit].leastG ?? 0
    const grams = part.columns.flatMap((c, j): [number, number][] => (c.cost === 0 ? [] : [[j, c.cost]]))
    if (least > 0) part.rows.push({ name: 'grams', lower: least, upper: Infinity, terms: grams })
    for (const row of part.rows) {
      const terms = row.terms.map(([j, w]): [number, number] => [start + j, w])
      const shift = moved.find(({ quantity }) => row.name === `above ${quantity}` || row.name === `below ${quantity}`)
      if (shift) terms.push([shift.column, -1])
      const slack = shift?.quantity === 'balance' ? bent : 0
      const shared = row.name.startsWith('stock ')
      const held = shared ? stock.get(row.name) : undefined
      if (held) held.terms.push(...terms)
      else {
        const name = shared ? row.name : `${unit} ${row.name}`
        const whole = { name, lower: row.lower - slack, upper: row.upper + slack, terms }
        rows.push(whole)
        if (shared) stock.set(row.name, whole)
      }
    }
  })
  return { model: continuous({ columns, rows }), shifts: moved.map(({ quantity, column }) => ({ quantity, column })) }
}

/**
 * The relaxation of one frame that lands inside every tolerance of its target, anywhere inside; the cost is the grams added.
 * Balance is held to its tolerance at the mass that the plan gives, not at the target's: exact, since both are straight.
 */
export function landingInside(space: PlanSpace, ranges: readonly CountRange[], drawnIn = 0): LinearModel {
  const programme = programmeFor(space, { ...NO_RULE, mustReach: true, toTheEdge: true })
  const { choices, guards } = programme
  const model = relaxationOver(programme, { ranges, band: null }, drawnIn)
  guards.forEach((_, i) => {
    model.columns[overColumn(programme, i)].upper = 0
    model.columns[outsideColumn(programme, i)].upper = 0
  })
  choices.forEach((choice, j) => (model.columns[j].cost = choice.upper > 0 ? choice.addedG(1) : 0))
  const balance = guards.find((g) => g.quantity === 'balance')
  if (balance) {
    const { scaleG, frame } = baseOf(space.request)
    const tolerance = (1 - drawnIn) * balance.tolerance
    const massOf = (j: number) =>
      j < choices.length && choices[j].upper > 0 ? (tolerance * choices[j].effectOf(1).massG) / scaleG : 0
    const more = tolerance * (frame.massG / scaleG - 1)
    for (const row of model.rows) {
      const sign = row.name === 'above balance' ? 1 : row.name === 'below balance' ? -1 : 0
      if (sign === 0) continue
      row.terms = row.terms.map(([j, w]) => [j, w - sign * massOf(j)])
      if (sign > 0) row.upper += more
      else row.lower -= more
    }
  }
  return model
}

/**
 * The balance column of a joint programme is what the moved target's moment comes to over the first target's mass: the shift of
 * balance times the share that the moved mass is of the first. From and to of that share.
 */
export function massShare({ request }: PlanSpace, { mass }: Shifts): readonly [number, number] {
  const value = request.target.mass?.value
  return mass && value ? [1 + mass[0] / value, 1 + mass[1] / value] : [1, 1]
}

/** A frame's mass is within its tolerance of the moved target's, not the same: how much a shift of balance could count for by that, cm. */
function bentBalance({ request }: PlanSpace, { balance }: Shifts): number {
  const { mass } = request.target
  return balance && mass ? (Math.max(...balance.map(Math.abs)) * mass.tolerance) / mass.value : 0
}
