import { describe, expect, it } from 'vitest'
import { tennis } from '../sports/tennis.ts'
import { heldAgainst } from './against.ts'

const tolerance = { ...tennis.tolerance, mass: 1, swingWeight: 2 }
const one = (value: number, u: number) => ({ value, u })

describe('a finished frame against something else', () => {
  it('is off by the difference, with both uncertainties: root of the sum of their squares', () => {
    const [mass] = heldAgainst({ mass: one(330.4, 0.3) }, { mass: one(330, 0.4) }, tolerance, 'simple')
    expect(mass.off).toBeCloseTo(0.4, 9)
    // u is 0.5: the normal share of −1.4 to 0.6 about nought, by the table: Φ(1.2) − Φ(−2.8) = 0.88493 − 0.00256.
    expect(mass.conformity.probability).toBeCloseTo(0.88493 - 0.00256, 4)
    expect(mass.conformity.verdict).toBe('passes')
  })
  it('guarded, what is too near the edge is undecided, and what lies beyond both misses', () => {
    const verdict = (off: number) => heldAgainst({ swingWeight: one(320 + off, 0.3) }, { swingWeight: one(320, 0.4) }, tolerance, 'guarded')[0].conformity.verdict // prettier-ignore
    expect([verdict(0.9), verdict(1.5), verdict(-2.5), verdict(3.1)]).toEqual(['passes', 'undecided', 'undecided', 'misses']) // prettier-ignore
  })
  it('what either does not know is left out', () => {
    expect(heldAgainst({ mass: one(330, 1), balance: null }, { balance: one(32, 0.1) }, tolerance, 'simple')).toEqual(
      [],
    )
  })
})
