import { Problem } from '../problem.ts'
import { within } from './within.ts'

export interface LineFit {
  intercept: number
  slope: number
  /** Covariance of intercept and slope: [[u²(a), cov], [cov, u²(b)]]. */
  covariance: [[number, number], [number, number]]
  /** √(Σ w·residual²/(n−2)); with weights 1/σ² this is √(χ²/ν). Zero for two points. */
  residualDeviation: number
  count: number
}

/**
 * Straight line y = a + b·x by least squares. Without `sigma` the scatter about the line gives the covariance; with the
 * standard uncertainty of each y known beforehand, that does (GUM, JCGM 100:2008, H.3).
 * @param x at least two different values
 * @param sigma standard uncertainty of each y, all greater than 0
 * @throws Problem `line.tooFew`, `number.outside`
 * @example fitLine([0, 1, 2], [1, 3, 5]) // { intercept: 1, slope: 2 }
 */
export function fitLine(x: readonly number[], y: readonly number[], sigma?: readonly number[]): LineFit {
  const count = x.length
  for (const v of x) within('x', v, -1e15, 1e15)
  for (const v of y) within('y', v, -1e15, 1e15)
  const span = Math.max(...x) - Math.min(...x)
  if (count < 2 || y.length !== count || !(span > 1e-12)) throw new Problem('line.tooFew', '', { count })
  const weights = sigma ? sigma.map((s) => 1 / (s * s)) : x.map(() => 1)
  const total = weights.reduce((sum, w) => sum + w, 0)
  const meanX = x.reduce((sum, v, i) => sum + v * weights[i], 0) / total
  const meanY = y.reduce((sum, v, i) => sum + v * weights[i], 0) / total
  let xx = 0
  let xy = 0
  x.forEach((v, i) => {
    xx += weights[i] * (v - meanX) ** 2
    xy += weights[i] * (v - meanX) * (y[i] - meanY)
  })
  const slope = xy / xx
  const intercept = meanY - slope * meanX
  const squares = x.reduce((sum, v, i) => sum + weights[i] * (y[i] - intercept - slope * v) ** 2, 0)
  const residualDeviation = count > 2 ? Math.sqrt(squares / (count - 2)) : 0
  const scale = sigma ? 1 : residualDeviation ** 2
  const varSlope = scale / xx
  return {
    intercept,
    slope,
    covariance: [
      [scale / total + meanX * meanX * varSlope, -meanX * varSlope],
      [-meanX * varSlope, varSlope],
    ],
    residualDeviation,
    count,
  }
}
