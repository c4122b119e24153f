/** The middle value. */
export const median = (values: readonly number[]): number => percentile(values, 50)

/** The value that p % do not exceed (nearest rank). */
export function percentile(values: readonly number[], p: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.max(0, Math.ceil((p / 100) * sorted.length) - 1)]
}
