import type { Quantity } from '../quantities/units.ts'
import type { LinearColumn, LinearModel, LinearRow } from './linear.ts'
import type { PlanSpace } from './plan.ts'
import { NO_RULE, programmeFor } from './plan.ts'
import { fullRange, outsideColumn, overColumn, relaxationOver } from './programme.ts'

/** How far the common target may lie from the one that the spaces were opened with, core units. */
export type Shifts = Partial<Record<Quantity, readonly [number, number]>>

/** One programme for several frames, and where in its columns to find things. */
export interface JointProgramme {
  model: LinearModel
  /** The column at which each frame's counts begin, and how many they are. */
  counts: { start: number; length: number }[]
  shifts: { quantity: Quantity; column: number }[]
}

/**
 * The frames of a set side by side in one programme: each keeps its own bounds and lands inside its tolerances; stock is
 * shared; the target is the same for all and may move within `shifts`; the grams added to all together are least. Each frame's
 * part is a relaxation (see `relaxationOver`): what it cannot do no plans can. A moved balance target is taken at the target's
 * mass: at half a per cent of mass and 1 cm this is 0.005 cm.
 * @param spaces of requests with the same target numbers and the same drawer
 * @param drawnIn share of the tolerances that is left free, so that whole cuts find room about a target found without them
 * @param mostG grams that all together may take
 */
export function jointProgramme(
  spaces: readonly PlanSpace[],
  shifts: Shifts,
  { drawnIn = 0, mostG = Infinity }: { drawnIn?: number; mostG?: number } = {},
): JointProgramme {
  const columns: LinearColumn[] = []
  const rows: LinearRow[] = []
  const counts: JointProgramme['counts'] = []
  const moved = (Object.entries(shifts) as [Quantity, readonly [number, number]][]).map(
    ([quantity, [lower, upper]], column) => {
      columns.push({ name: `target ${quantity}`, cost: 0, lower, upper, integer: false })
      return { quantity, column }
    },
  )
  const grams: [number, number][] = []
  const stock = new Map<string, LinearRow>()
  spaces.forEach((space, unit) => {
    const programme = programmeFor(space, { ...NO_RULE, mustReach: true, toTheEdge: true })
    const part = relaxationOver(programme, { ranges: programme.choices.map(fullRange), band: null }, drawnIn)
    programme.guards.forEach((_, i) => {
      part.columns[overColumn(programme, i)].upper = 0
      part.columns[outsideColumn(programme, i)].upper = 0
    })
    const start = columns.length
    counts.push({ start, length: programme.choices.length })
    columns.push(...part.columns.map((c) => ({ ...c, name: `${unit} ${c.name}` })))
    programme.choices.forEach((choice, j) => {
      const each = choice.upper > 0 ? choice.addedG(1) : 0
      if (each === 0) return
      columns[start + j].cost = each
      grams.push([start + j, each])
    })
    for (const row of part.rows) {
      const terms = row.terms.map(([j, w]): [number, number] => [start + j, w])
      const shift = moved.find(({ quantity }) => row.name === `above ${quantity}` || row.name === `below ${quantity}`)
      if (shift) terms.push([shift.column, -1])
      const shared = row.name.startsWith('stock ')
      const held = shared ? stock.get(row.name) : undefined
      if (held) held.terms.push(...terms)
      else {
        const whole = { ...row, name: shared ? row.name : `${unit} ${row.name}`, terms }
        rows.push(whole)
        if (shared) stock.set(row.name, whole)
      }
    }
  })
  if (Number.isFinite(mostG)) {
    rows.push({ name: 'grams', lower: -Infinity, upper: mostG, terms: grams })
    // Any way within so many grams will do: a proof that there is none is quicker than the least of all.
    for (const column of columns) column.cost = 0
  }
  return { model: { columns, rows }, counts, shifts: moved }
}

/** The same without whole numbers: a bound at once. */
export const continuous = (model: LinearModel): LinearModel => ({
  ...model,
  columns: model.columns.map((c) => ({ ...c, integer: false })),
})
