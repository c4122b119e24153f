/** A symmetric matrix of covariances as rows. */
export type Matrix = number[][]

/** @example zeros(2) // [[0, 0], [0, 0]] */
export function zeros(size: number): Matrix {
  return Array.from({ length: size }, () => new Array<number>(size).fill(0))
}

/**
 * Covariance of independent quantities with these standard uncertainties.
 * @example diagonal([1, 3]) // [[1, 0], [0, 9]]
 */
export function diagonal(uncertainties: readonly number[]): Matrix {
  const out = zeros(uncertainties.length)
  uncertainties.forEach((u, i) => (out[i][i] = u * u))
  return out
}

/**
 * First-order propagation V′ = J V Jᵀ (GUM, JCGM 100:2008, clause 5.2).
 * @param jacobian one row for each result, one column for each input
 * @example propagate([[1, 1]], [[4, -1], [-1, 9]]) // [[11]]
 */
export function propagate(jacobian: Matrix, covariance: Matrix): Matrix {
  const half = jacobian.map((row) =>
    covariance[0].map((_, j) => row.reduce((sum, a, k) => sum + a * covariance[k][j], 0)),
  )
  return half.map((row) => jacobian.map((other) => row.reduce((sum, a, k) => sum + a * other[k], 0)))
}

/**
 * Variance of one result with this gradient. Never negative: rounding below zero is zero.
 * @example varianceAlong([1, 1], [[4, -1], [-1, 9]]) // 11
 */
export function varianceAlong(gradient: readonly number[], covariance: Matrix): number {
  let sum = 0
  gradient.forEach((a, i) => gradient.forEach((b, j) => (sum += a * b * covariance[i][j])))
  return Math.max(0, sum)
}

/**
 * Adds the covariance of one independent error that moves the results along `effect` with standard uncertainty `u`.
 * @example addError([[1, 0], [0, 1]], [1, 2], 0.5) // [[1.25, 0.5], [0.5, 2]]
 */
export function addError(covariance: Matrix, effect: readonly number[], u: number): Matrix {
  return covariance.map((row, i) => row.map((v, j) => v + effect[i] * effect[j] * u * u))
}
