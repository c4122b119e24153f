import { describe, expect, it } from 'vitest'
import { frameState } from '../frame/state.ts'
import type { TargetDocument } from './documents.ts'
import { aimsOf, checkResults, numbersShown, signedLines } from './check.ts'

const AXIS = 10
const read = frameState(
  {
    mass: { value: 330, u: 0.1 },
    balance: { value: 32, u: 0.05 },
    swingWeight: { value: 325, u: 0.6 },
  },
  AXIS,
)
const line = (value: number, tolerance: number) => ({
  value,
  tolerance,
  from: 'hand' as const,
  referenceId: null,
  reason: '',
  chain: [],
})
const target: Pick<TargetDocument, 'lines' | 'also'> = {
  lines: { mass: line(330.5, 1), balance: line(32.4, 0.2), twistWeight: line(13.6, 0.3) },
  also: { recoilWeight: { value: 164, tolerance: 3 }, mgri: { value: 20.4, tolerance: 0.1 } },
}

describe('the finished frame against its target', () => {
  const results = checkResults(target, read, null, 'guarded')
  const of = (quantity: string) => results.find((r) => r.quantity === quantity)

  it('lists what was read or aimed at, and what follows from it only where it is aimed at', () => {
    expect(results.map((r) => r.quantity)).toEqual([
      'mass',
      'balance',
      'swingWeight',
      'twistWeight',
      'recoilWeight',
      'mgri',
    ])
    expect(checkResults(null, read, null, 'guarded').map((r) => r.quantity)).toEqual(['mass', 'balance', 'swingWeight'])
    expect(Object.keys(aimsOf(target))).toHaveLength(5)
    expect(numbersShown(target)).toContain('mgri')
    expect(numbersShown(null)).toEqual(['mass', 'balance', 'swingWeight', 'twistWeight', 'recoilWeight'])
  })
  it('recoil weight and M·g·R/I follow from what was read, worked out by hand', () => {
    // 325 − 0.33·(32 − 10)² = 325 − 159.72
    expect(of('recoilWeight')!.read!.value).toBeCloseTo(165.28, 9)
    expect(of('recoilWeight')!.inside).toBe(true)
    // I about the butt: 165.28 + 0.33·32² = 503.2 kg·cm²; 0.33 kg · 980.665 cm/s² · 32 cm / 503.2 kg·cm² = 20.58 rad²/s²
    expect(of('mgri')!.read!.value).toBeCloseTo((0.33 * 980.665 * 32) / 503.2, 6)
    expect(of('mgri')!.inside).toBe(false)
  })
  it('says inside or off, and when the edge is too near to tell', () => {
    expect(of('mass')).toMatchObject({ inside: true, conformity: { verdict: 'passes' } })
    expect(of('mass')!.off).toBeCloseTo(-0.5, 9)
    expect(of('balance')).toMatchObject({ inside: false, conformity: { verdict: 'misses' } })
    expect(of('swingWeight')).toMatchObject({ inside: null, off: null, aim: null, conformity: null })
    const near = checkResults({ lines: { mass: line(329.1, 1) }, also: {} }, read, null, 'guarded')[0]
    expect(near).toMatchObject({ inside: true, conformity: { verdict: 'undecided' } })
  })
  it('what is aimed at and was not read stays open, and is not put on record', () => {
    expect(of('twistWeight')).toMatchObject({ read: null, inside: null })
    const lines = signedLines(results)
    expect(lines.map((l) => l.quantity)).toEqual(['mass', 'balance', 'swingWeight', 'recoilWeight', 'mgri'])
    expect(lines[0]).toEqual({ quantity: 'mass', read: 330, u: 0.1, target: 330.5, tolerance: 1, predicted: null })
    expect(lines[2]).toMatchObject({ target: null, tolerance: null })
  })
})
