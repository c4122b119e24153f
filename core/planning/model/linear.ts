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

/** Infeasible and unproven are answers, not errors. `values` are in the order of the columns, integers exactly whole. */
export type SolveAnswer =
  | { status: 'optimal'; objective: number; values: number[] }
  | { status: 'infeasible' }
  | { status: 'unproven'; reason: string }

/** A solver with both gaps at zero: `optimal` means proven. Comes in from outside; the core has none. */
export type Solve = (model: LinearModel) => SolveAnswer
