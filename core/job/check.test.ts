import { describe, expect, it } from 'vitest'
import { frameState } from '../frame/state.ts'
import { BARE } from '../frame/fixtures.ts'
import { summarise } from '../measure/summary.ts'
import { tennis } from '../sports/tennis.ts'
import type { TargetDocument } from './documents.ts'
import { aimsOf, checkResults, moreReadings, numbersShown, signedLines } from './check.ts'

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

describe('readings that would decide', () => {
  const scale = tennis.methods.find((m) => m.quantity === 'mass')!
  const summaryOf = (methods: string[]) =>
    summarise(
      methods.map((methodId, i) => ({ id: `r${i}`, quantity: 'mass' as const, value: 330, axisCm: null, methodId })),
      { confirmed: new Set(), axisCm: AXIS, condition: BARE, geometry: tennis.geometry, profile: tennis },
    )
  const resultAt = (off: number, summary = summaryOf([scale.id])) =>
    checkResults({ lines: { mass: line(330 - off, 1) }, also: {} }, summary.state, null, 'guarded')[0]

  it('are as many as bring the figure clear of the edge, and none where the scale itself cannot', () => {
    const summary = summaryOf([scale.id])
    const { uRepeat, uDevice } = summary.quantities.mass.groups[0]
    // Clear of the edge by what three readings in all are unsure of, and a hair.
    const gap = 2 * Math.hypot(uDevice, uRepeat / Math.sqrt(3)) + 1e-6
    expect(moreReadings(resultAt(1 - gap), summary)).toBe(2)
    expect(moreReadings(resultAt(1 - 1.5 * uDevice), summary)).toBeNull()
  })
  it('are not told of a number that was read in two ways, follows from others, or is aimed at by nothing', () => {
    const both = summaryOf([scale.id, 'another scale'])
    expect(moreReadings(resultAt(0.9, both), both)).toBeNull()
    const summary = summaryOf([scale.id])
    expect(moreReadings({ ...resultAt(0.9), quantity: 'recoilWeight' }, summary)).toBeNull()
    expect(moreReadings({ ...resultAt(0.9), aim: null, off: null }, summary)).toBeNull()
  })
})
