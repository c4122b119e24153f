import { studentT } from '../numerics/student.ts'

export interface OutlierTest {
  /** Index of the reading farthest from the mean. */
  index: number
  /** |reading − mean|/deviation. */
  g: number
  critical: number
}

/**
 * Grubbs' test for one outlier, two-sided, at 5 % (Grubbs, Technometrics 11 (1969) 1; from memory). Flags, never removes.
 * Readings that differ by no more than one step of the display are not told apart, so none of them stands out.
 * @param values at least three, else null
 * @param step smallest step of the display
 * @returns the test when the farthest reading is an outlier, else null
 * @example outlierOf([322, 322.1, 321.9, 322, 325], 0.1)?.index // 4
 */
export function outlierOf(values: readonly number[], step: number): OutlierTest | null {
  const n = values.length
  if (n < 3) return null
  const mean = values.reduce((sum, v) => sum + v, 0) / n
  if (Math.max(...values) - Math.min(...values) <= 1.01 * step) return null
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (n - 1))
  let index = 0
  values.forEach((v, i) => {
    if (Math.abs(v - mean) > Math.abs(values[index] - mean)) index = i
  })
  const g = Math.abs(values[index] - mean) / deviation
  const critical = grubbsCritical(n)
  return g > critical ? { index, g, critical } : null
}

/**
 * Two-sided critical value at 5 %: ((n−1)/√n)·√(t²/(n−2+t²)), t for 0.05/(2n) with n−2 degrees of freedom.
 * @example grubbsCritical(8) // 2.1266
 */
export function grubbsCritical(n: number): number {
  const t = studentT(1 - 0.05 / n, n - 2)
  return ((n - 1) / Math.sqrt(n)) * Math.sqrt((t * t) / (n - 2 + t * t))
}
