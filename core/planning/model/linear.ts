/** A mixed-integer linear programme: least Σcost·x with row bounds. Sparse by rows. */
export interface LinearModel {
  columns: LinearColumn[]
  rows: LinearRow[]
}
/** A column of a model, as whoever put it there refers to it. */
export type Variable = number & { readonly variable?: never }
export interface LinearColumn {
  name: string
  cost: number
  lower: number
  upper: number
  integer: boolean
}
export interface LinearRow {
  name: string
  lower: number
  upper: number
  terms: [column: Variable, coefficient: number][]
}

/** Puts another column into a model. */
export function addVariable(model: LinearModel, column: LinearColumn): Variable {
  return model.columns.push(column) - 1
}

/**
 * Infeasible and unproven are answers, not errors. `values` are in the order of the columns, integers exactly whole; nothing has
 * an objective below `bound`, which is the objective itself where no gap was allowed.
 */
export type SolveAnswer =
  | { status: 'optimal'; objective: number; bound: number; values: number[] }
  | { status: 'infeasible' }
  | { status: 'unproven'; reason: string }

/**
 * A solver with both gaps at zero: `optimal` means proven. Comes in from outside; the core has none.
 * @param gap how far an answer may lie above the bound, in the objective's unit; none when left out
 */
export type Solve = (model: LinearModel, gap?: number) => SolveAnswer

/** The same without whole numbers: a bound at once. */
export const continuous = (model: LinearModel): LinearModel => ({
  ...model,
  columns: model.columns.map((c) => ({ ...c, integer: false })),
})
