import type { Matrix } from './covariance.ts'

export interface BudgetInput {
  name: string
  value: number
  /** Standard uncertainty. */
  u: number
}

export interface BudgetPart {
  name: string
  /** ∂result/∂input. */
  sensitivity: number
  /** |∂result/∂input|·u: what this input alone does to the result, as a standard uncertainty. */
  u: number
}

/** A worked-out value with what each input does to its uncertainty, the largest first. */
export interface Budget {
  value: number
  u: number
  parts: BudgetPart[]
}

/**
 * Combined standard uncertainty of f(inputs) to first order (GUM, JCGM 100:2008, 5.1.2 and 5.2.2). Partial derivatives are
 * central differences over ±u/2 of each input (5.1.3, note 2), or over a millionth of it where u is 0.
 * @param correlation r(xi, xj), symmetric with ones on the diagonal; none means independent inputs
 * @example budgetOf(([a, b]) => a * b, [{ name: 'a', value: 2, u: 0.1 }, { name: 'b', value: 3, u: 0 }]).u // 0.3
 */
export function budgetOf(
  f: (values: number[]) => number,
  inputs: readonly BudgetInput[],
  correlation?: Matrix,
): Budget {
  const at = inputs.map((input) => input.value)
  const parts = inputs.map(({ name, value, u }, i) => {
    const step = u > 0 ? u / 2 : Math.max(Math.abs(value), 1) * 1e-6
    const sensitivity = (f(at.with(i, value + step)) - f(at.with(i, value - step))) / (2 * step)
    return { name, sensitivity, u: Math.abs(sensitivity) * u }
  })
  let variance = 0
  parts.forEach((a, i) =>
    parts.forEach((b, j) => {
      const r = i === j ? 1 : (correlation?.[i][j] ?? 0)
      variance += r * a.sensitivity * inputs[i].u * b.sensitivity * inputs[j].u
    }),
  )
  return { value: f(at), u: Math.sqrt(Math.max(0, variance)), parts: parts.sort((a, b) => b.u - a.u) }
}
