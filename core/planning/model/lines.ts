import type { Moments } from '../../cuts/moments.ts'
import type { Choice } from '../problem/choice.ts'

/** Which counts of a choice are looked at: none (if `zero`), or from `least` to `most`. */
export interface CountRange {
  zero: boolean
  least: number
  most: number
}

export const fullRange = (choice: Choice): CountRange => ({
  zero: true,
  least: Math.min(choice.least, choice.upper),
  most: choice.upper,
})

/** The miss of a choice in use as a line over its count, with the least and most that it lies off the line. */
export interface DeviationLine {
  slope: number
  low: number
  high: number
}
export type LineOf = (choice: Choice, j: number, miss: (sums: Moments) => number) => DeviationLine

/** Effects are nearly but not exactly straight in the count: the straight line through a range by least squares, and what bounds them about it. */
export function lineOver(choice: Choice, range: CountRange, miss: (sums: Moments) => number): DeviationLine {
  const counts: number[] = []
  for (let count = Math.max(1, range.least); count <= range.most; count++) counts.push(count)
  if (counts.length === 0) return { slope: 0, low: 0, high: 0 }
  const misses = counts.map((count) => miss(choice.momentsOf(count)))
  const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length
  const [x, y] = [mean(counts), mean(misses)]
  const spread = counts.reduce((sum, count) => sum + (count - x) ** 2, 0)
  const slope = spread === 0 ? 0 : counts.reduce((sum, count, i) => sum + (count - x) * (misses[i] - y), 0) / spread
  const off = misses.map((miss, i) => miss - slope * counts[i])
  return { slope, low: Math.min(...off), high: Math.max(...off) }
}

/** Through the origin with the effect as it is at given counts, and at a usual count for choices not in use. */
export const lineAt =
  (counts: readonly number[]): LineOf =>
  (choice, j, miss) => {
    const at = counts[j] || Math.min(choice.upper, 8)
    return {
      slope: at === 0 ? 0 : miss(choice.momentsOf(at)) / at,
      low: 0,
      high: 0,
    }
  }
