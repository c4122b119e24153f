import { describe, expect, it } from 'vitest'
import { COVERAGE_CASES, coverageOf } from './coverage.ts'

/** The whole of it, with as many runs as its table has: `npm run coverage`. */
const FITTED = 'Period from a recording'

describe('what is stated at 95 % holds', () => {
  const quick = COVERAGE_CASES.filter((c) => c.method !== FITTED)
  it.each(quick.map((c) => [`${c.method}: ${c.case}`, c] as const))('%s: in 93 to 97 of 100', (_, one) => {
    const { within95 } = coverageOf(one)
    expect(within95).toBeGreaterThanOrEqual(0.93)
    expect(within95).toBeLessThanOrEqual(0.97)
  })
  // A fit takes long: fewer of them, and so a wider band (two and a half standard deviations of 120 runs).
  const slow = COVERAGE_CASES.filter((c) => c.method === FITTED)
  it.each(slow.map((c) => [c.case, c] as const))('a recording with %s', (_, one) => {
    const { within95 } = coverageOf({ ...one, times: 120 }, 2)
    expect(within95).toBeGreaterThanOrEqual(0.9)
    expect(within95).toBeLessThanOrEqual(0.99)
  })
})
