import type { Highs } from 'highs'
import { Problem } from '#core/problem.ts'
import type { LinearModel, Solve, SolveAnswer } from '#core/planning/model/linear.ts'

const FEASIBILITY = 1e-6
/** Somebody waits at the bench: longer than this is not proven. */
const PATIENCE_S = 5

/**
 * The core's `Solve` on a loaded HiGHS runtime. Everything is checked going in (no NaN, bounds in order) and coming out
 * (integers whole, every row kept), since the runtime itself answers "Optimal" to nonsense.
 * @param limitS longest time for one programme, s, finite; with an hour the answer does not depend on how fast the machine is
 * @throws Problem `solver.badModel`, `solver.failed`
 */
export function solveWith(highs: Highs, limitS = PATIENCE_S): Solve {
  const status = highs.constants.modelStatus
  return (model) => {
    check(model)
    const starts = [0]
    const indices: number[] = []
    const values: number[] = []
    for (const row of model.rows) {
      for (const [column, coefficient] of row.terms) {
        indices.push(column)
        values.push(coefficient)
      }
      starts.push(indices.length)
    }
    const native = highs.createModel({
      numCols: model.columns.length,
      numRows: model.rows.length,
      colCost: model.columns.map((c) => c.cost),
      colLower: model.columns.map((c) => c.lower),
      colUpper: model.columns.map((c) => c.upper),
      rowLower: model.rows.map((r) => r.lower),
      rowUpper: model.rows.map((r) => r.upper),
      matrix: { format: 'csr', numRows: model.rows.length, numCols: model.columns.length, starts, indices, values },
      ...(model.columns.some((c) => c.integer) ? { integrality: model.columns.map((c) => (c.integer ? 1 : 0)) } : {}),
    })
    try {
      native.options.set({
        output_flag: false,
        mip_rel_gap: 0,
        mip_abs_gap: 0,
        mip_feasibility_tolerance: 1e-8,
        time_limit: limitS,
      })
      native.run()
      const ended = native.getModelStatus()
      if (ended === status.infeasible || ended === status.unboundedOrInfeasible) return { status: 'infeasible' }
      if (ended !== status.optimal) return { status: 'unproven', reason: `solver status ${String(ended)}` }
      return answer(model, Array.from(native.getSolution().colValue))
    } finally {
      native.dispose()
    }
  }
}

function check(model: LinearModel): void {
  const bad = (path: string): never => {
    throw new Problem('solver.badModel', path)
  }
  for (const c of model.columns) {
    if (!Number.isFinite(c.cost) || Number.isNaN(c.lower) || Number.isNaN(c.upper) || c.lower > c.upper) bad(c.name)
  }
  for (const r of model.rows) {
    if (Number.isNaN(r.lower) || Number.isNaN(r.upper) || r.lower > r.upper) bad(r.name)
    const seen = new Set<number>()
    for (const [column, coefficient] of r.terms) {
      if (!Number.isFinite(coefficient) || !(column in model.columns) || seen.has(column)) bad(r.name)
      seen.add(column)
    }
  }
}

function answer(model: LinearModel, found: number[]): SolveAnswer {
  if (found.length !== model.columns.length) throw new Problem('solver.failed', 'columns')
  const values = found.map((v, i) => (model.columns[i]?.integer ? Math.round(v) : v))
  if (found.some((v, i) => Math.abs(v - values[i]!) > 1e-4)) throw new Problem('solver.failed', 'integers')
  for (const row of model.rows) {
    const activity = row.terms.reduce((sum, [column, coefficient]) => sum + coefficient * values[column]!, 0)
    const slack = FEASIBILITY * Math.max(1, ...row.terms.map(([column, c]) => Math.abs(c * values[column]!)))
    if (activity < row.lower - slack || activity > row.upper + slack) throw new Problem('solver.failed', row.name)
  }
  const objective = model.columns.reduce((sum, c, i) => sum + c.cost * values[i]!, 0)
  return { status: 'optimal', objective, values }
}
