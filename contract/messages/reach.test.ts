import { describe, expect, it } from 'vitest'
import { usualState } from '#core/frame/fixtures.ts'
import { whatIsAdded } from '#core/planning/explain/added.ts'
import type { TargetNumbers } from '#core/planning/problem/request.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { whatIsAddedText, rangeText } from './reach.ts'

const CM: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }
const INCHES: UnitChoice = { mass: 'oz', balance: 'points', length: 'in' }
const said = (target: TargetNumbers, units = CM) =>
  whatIsAddedText(whatIsAdded(usualState(), target, tennis.geometry)!, tennis.geometry, units)

describe('what is said of a target before any plan', () => {
  it('what has to be added, and where on the whole', () => {
    // 10 g at 5 cm and 10 g at 60 cm: the middle 32.5 cm, where the frame's own is 32.6.
    const swing = 300 + (10 * (5 - 10.16) ** 2 + 10 * (60 - 10.16) ** 2) / 1000
    const target = {
      mass: { value: 325.4, tolerance: 1 },
      balance: { value: (305.4 * 32.6 + 20 * 32.5) / 325.4, tolerance: 0.2 },
      swingWeight: { value: swing, tolerance: 2 },
    }
    expect(said(target)).toMatch(
      /^20\.0 g to add, its middle 32\.5 cm ± 1\.5 from the butt end: as if 10\.0 g lay at 5\.0 cm \(handle\) and 10\.0 g lay at 60\.0 cm \(head\)\.$/,
    )
    expect(said(target, INCHES)).toContain('20.0 g to add, its middle 12.8 in')
    expect(said({ mass: target.mass })).toBe('20.0 g to add.')
  })
  it('all of it in the handle, and what comes off', () => {
    const inHandle = (grams: number) => ({
      mass: { value: 305.4 + grams, tolerance: 1 },
      balance: { value: (305.4 * 32.6 + grams * 5.6) / (305.4 + grams), tolerance: 0.2 },
      swingWeight: { value: 300 + (grams * (5.6 - 10.16) ** 2) / 1000, tolerance: 2 },
    })
    expect(said(inHandle(63))).toMatch(/^63\.0 g to add, its middle 5\.6 cm ± .*: all handle\.$/)
    expect(said(inHandle(-8))).toMatch(/^8\.0 g to come off, its middle 5\.6 cm/)
  })
  it('why nothing that only goes on can be it', () => {
    expect(said({ mass: { value: 315, tolerance: 1 }, balance: { value: 34.5, tolerance: 0.1 } })).toBe(
      '9.6 g to add, and nothing that only goes on does this: its middle would lie beyond the tip. Something has to come off further down as well.',
    )
  })
  it('between what a number can be had', () => {
    const ends = { least: 301, most: 325 }
    expect(rangeText({ quantity: 'swingWeight', ends }, CM, 68.6)).toBe('swing weight 301.0 to 325.0 kg·cm²')
    expect(rangeText({ quantity: 'balance', ends: { least: 32, most: 32 } }, INCHES, 68.6)).toBe('balance 32.00 cm')
    expect(rangeText({ quantity: 'mass', ends: null }, CM, 68.6)).toBe('static weight: none would do')
  })
})
