import { Problem } from '../problem.ts'
import { zeros, type Matrix } from './covariance.ts'

/**
 * Lower triangle L with L·Lᵀ equal to a covariance (Cholesky). Rows of zeros, as unknown quantities have, stay zero; variances
 * down to rounding below nothing count as nothing.
 * @throws Problem `numbers.notACovariance` when the matrix has a direction of negative variance
 * @example lowerTriangle([[4, 2], [2, 5]]) // [[2, 0], [1, 2]]
 */
export function lowerTriangle(covariance: Matrix): Matrix {
  const lower = zeros(covariance.length)
  const scale = Math.max(...covariance.map((row, i) => Math.abs(row[i])), 0)
  for (let i = 0; i < covariance.length; i++) {
    for (let j = 0; j <= i; j++) {
      let rest = covariance[i][j]
      for (let k = 0; k < j; k++) rest -= lower[i][k] * lower[j][k]
      if (i === j) {
        if (rest < -1e-9 * scale) throw new Problem('numbers.notACovariance', String(i))
        lower[i][i] = Math.sqrt(Math.max(0, rest))
      } else lower[i][j] = lower[j][j] > 1e-12 ? rest / lower[j][j] : 0
    }
  }
  return lower
}

/**
 * Draws of correlated normal errors, mean 0. Each call fills and returns the same array.
 * @param next a normally spread number, mean 0 and deviation 1: `covariance.length` of them are taken for each draw
 * @example correlated([[4]], () => -1.5)() // [-3]
 */
export function correlated(covariance: Matrix, next: () => number): () => number[] {
  const lower = lowerTriangle(covariance)
  const size = covariance.length
  const draw = new Array<number>(size).fill(0)
  const plain = new Array<number>(size).fill(0)
  return () => {
    for (let i = 0; i < size; i++) plain[i] = next()
    for (let i = 0; i < size; i++) {
      let sum = 0
      for (let k = 0; k <= i; k++) sum += lower[i][k] * plain[k]
      draw[i] = sum
    }
    return draw
  }
}
