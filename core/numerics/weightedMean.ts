import { chiSquareTail } from './student.ts'

/**
 * Values that scatter this unlikely for their uncertainties do not agree (5 %: Cox, Metrologia 39 (2002) 589, 5.2; from memory).
 */
export const CONFLICT_LEVEL = 0.05
/** Uncertainties smaller than this weigh no more than it does. */
const LEAST_U = 1e-9

export interface WeightedMean {
  value: number
  /** Weight of each value, 1 in all, in the order given. */
  shares: number[]
  /** The values do not agree within their uncertainties. */
  conflict: boolean
  /** By how much what the values say together is widened: 1 while they agree, else the Birge ratio √(χ²/(n−1)). */
  widening: number
}

/**
 * Mean weighted by 1/u². Only what does not agree is widened, so that what is told as a conflict is what is widened, and values
 * that do agree keep the coverage that their uncertainties promise.
 * @param values at least one, with standard uncertainties
 * @see Birge, Phys. Rev. 40 (1932) 207 (from memory)
 * @example weightedMean([{ value: 10, u: 1 }, { value: 12, u: 1 }]).value // 11
 */
export function weightedMean(values: readonly { value: number; u: number }[]): WeightedMean {
  const weights = values.map(({ u }) => 1 / Math.max(u, LEAST_U) ** 2)
  const total = weights.reduce((sum, w) => sum + w, 0)
  const shares = values.length === 1 ? [1] : weights.map((w) => w / total)
  const value = values.reduce((sum, v, i) => sum + v.value * shares[i], 0)
  const chiSquare = values.reduce((sum, v, i) => sum + weights[i] * (v.value - value) ** 2, 0)
  const dof = values.length - 1
  const conflict = dof > 0 && chiSquareTail(chiSquare, dof) < CONFLICT_LEVEL
  return { value, shares, conflict, widening: conflict ? Math.max(1, Math.sqrt(chiSquare / dof)) : 1 }
}
