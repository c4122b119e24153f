import { describe, expect, it } from 'vitest'
import { normal, normalsOf, seeded } from './random.ts'

describe('the normally spread numbers of a seed', () => {
  const drawn = (seed: number, count: number) => Array.from({ length: count }, normal(seeded(seed)))
  it('are the same whether they are kept, asked for anew, or more of them than before', () => {
    for (const [seed, count] of [
      [3, 5],
      [3, 40],
      [3, 12],
      [4, 7],
      [3, 40],
    ] as const)
      expect([...normalsOf(seed, count).slice(0, count)]).toEqual(drawn(seed, count))
  })
  it('have mean 0 and deviation 1: over 40,000 within four of their standard errors', () => {
    const numbers = normalsOf(11, 40000)
    const mean = numbers.reduce((a, b) => a + b, 0) / numbers.length
    const variance = numbers.reduce((a, b) => a + (b - mean) ** 2, 0) / numbers.length
    expect(Math.abs(mean)).toBeLessThan(4 / Math.sqrt(numbers.length))
    expect(Math.abs(variance - 1)).toBeLessThan(4 * Math.sqrt(2 / numbers.length))
  })
})
