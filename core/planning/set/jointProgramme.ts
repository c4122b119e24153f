import { addVariable, continuous, type LinearModel, type LinearRow, type Variable } from '../model/linear.ts'
import { fullRange, lineOver, type CountRange } from '../model/lines.ts'
import { relaxationOver, type PlanModel } from '../model/planModel.ts'
import { baseOf } from '../problem/deviations.ts'
import { NO_CONSTRAINT, programmeFor, type PlanSpace } from '../solve/plan.ts'
import type { AimQuantity, Quantity } from '../../quantities/units.ts'
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
  const model: LinearModel = { columns: [], rows: [] }
  const shiftOf = new Map(
    moved.map(({ quantity, lower, upper }) => [
      quantity as AimQuantity,
      addVariable(model, { name: `target ${quantity}`, cost: 0, lower, upper, integer: false }),
    ]),
  )
  const stock = new Map<string, LinearRow>()
  spaces.forEach((space, unit) => {
    const part = landingInside(space, known?.[unit].ranges ?? fullRanges(space), drawnIn)
    const bent = bentBalance(space, shifts)
    const start = model.columns.length
    model.columns.push(...part.columns.map((c) => ({ ...c, name: `${unit} ${c.name}` })))
    const moved = (terms: LinearRow['terms']) => terms.map(([j, w]): [Variable, number] => [start + j, w])
    const put = (row: LinearRow, extra: LinearRow['terms'] = [], slack = 0): LinearRow => {
      const name = `${unit} ${row.name}`
      const whole = { name, lower: row.lower - slack, upper: row.upper + slack, terms: [...moved(row.terms), ...extra] }
      model.rows.push(whole)
      return whole
    }
    const least = known?.[unit].leastG ?? 0
    const grams = part.columns.flatMap((c, j): [Variable, number][] => (c.cost === 0 ? [] : [[j, c.cost]]))
    const aims = new Map(
      part.aims.flatMap((quantity, i) => [part.above[i], part.below[i]].map((row) => [row, quantity] as const)),
    )
    const stocks = new Map(
      part.hard.flatMap(({ bound, row }) => (bound.kind === 'stock' ? [[row, bound.materialId] as const] : [])),
    )
    for (const row of part.rows) {
      const materialId = stocks.get(row)
      const held = materialId === undefined ? undefined : stock.get(materialId)
      if (held) {
        held.terms.push(...moved(row.terms))
        continue
      }
      const quantity = aims.get(row)
      const shift = quantity && shiftOf.get(quantity)
      const whole = put(
        row,
        shift === undefined ? [] : [[shift, -1]],
        shift !== undefined && quantity === 'balance' ? bent : 0,
      )
      if (materialId !== undefined) stock.set(materialId, whole)
    }
    if (least > 0) put({ name: 'grams', lower: least, upper: Infinity, terms: grams })
  })
  return {
    model: continuous(model),
    shifts: moved.map(({ quantity }) => ({ quantity, column: shiftOf.get(quantity)! })),
  }
}

/** A plan's model with the quantities that its aims are of. */
export type LandingModel = PlanModel & { aims: AimQuantity[] }

/**
 * The relaxation of one frame that lands inside every tolerance of its target, anywhere inside; the cost is the grams added.
 * Balance is held to its tolerance at the mass that the plan gives, not at the target's: exact where both are straight.
 */
export function landingInside(space: PlanSpace, ranges: readonly CountRange[], drawnIn = 0): LandingModel {
  const programme = programmeFor(space, { ...NO_CONSTRAINT, mustReach: true, toTheEdge: true })
  const { choices, acceptance } = programme
  const model = relaxationOver(programme, { ranges, band: null }, drawnIn)
  acceptance.forEach((_, i) => {
    model.columns[model.over[i]].upper = 0
    model.columns[model.outside[i]].upper = 0
  })
  choices.forEach((choice, j) => (model.columns[model.counts[j]].cost = choice.upper > 0 ? choice.addedG(1) : 0))
  const i = acceptance.findIndex((g) => g.quantity === 'balance')
  if (i >= 0) {
    const { scaleG, frame } = baseOf(space.request)
    const tolerance = (1 - drawnIn) * acceptance[i].tolerance
    const lines = choices.map((choice, j) => lineOver(choice, ranges[j], (sums) => sums.massG))
    const massOf = new Map(choices.map((_, j) => [model.counts[j], (tolerance * lines[j].slope) / scaleG]))
    // What goes on with a piece does not grow with it: as much as that can be, the bounds are wider.
    const beside = lines.reduce((sum, line) => sum + Math.max(0, line.high), 0)
    const more = tolerance * ((frame.massG + beside) / scaleG - 1)
    const bend = (row: LinearRow, sign: 1 | -1) =>
      (row.terms = row.terms.map(([j, w]) => [j, w - sign * (massOf.get(j) ?? 0)]))
    bend(model.above[i], 1)
    bend(model.below[i], -1)
    model.above[i].upper += more
    model.below[i].lower -= more
  }
  return { ...model, aims: acceptance.map((g) => g.quantity) }
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
