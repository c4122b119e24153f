import { describe, expect, it } from 'vitest'
import { METHODS } from '../sports/methods.ts'
import { repeats } from './readings.ts'

/** NIST Statistical Reference Datasets, from memory; the certified values prove the memory. */
const MICHELSON =
  `299.85 299.74 299.90 300.07 299.93 299.85 299.95 299.98 299.98 299.88 300.00 299.98 299.93 299.65 299.76
299.81 300.00 300.00 299.96 299.96 299.96 299.94 299.96 299.94 299.88 299.80 299.85 299.88 299.90 299.84 299.83 299.79 299.81 299.88 299.88
299.83 299.80 299.79 299.76 299.80 299.88 299.88 299.88 299.86 299.72 299.72 299.62 299.86 299.97 299.95 299.88 299.91 299.85 299.87 299.84
299.84 299.85 299.84 299.84 299.84 299.89 299.81 299.81 299.82 299.80 299.77 299.76 299.74 299.75 299.76 299.91 299.92 299.89 299.86 299.88
299.72 299.84 299.85 299.85 299.78 299.89 299.84 299.78 299.81 299.76 299.81 299.79 299.81 299.82 299.85 299.87 299.87 299.81 299.74 299.81
299.94 299.95 299.80 299.81 299.87`
    .split(/\s+/)
    .map(Number)

describe('NIST’s certified data sets', () => {
  it('Michelson: mean 299.852400000000, deviation 0.0790105478190518', () => {
    expect(MICHELSON).toHaveLength(100)
    const s = repeats(MICHELSON, { ...METHODS[0], spread: 0, resolution: 0, device: 0 })
    expect(s.value).toBeCloseTo(299.8524, 11)
    expect(s.deviation).toBeCloseTo(0.0790105478190518, 10)
  })
})
