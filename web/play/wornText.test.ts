import { expect, it } from 'vitest'
import { frameState } from '#core/frame/state.ts'
import { wornText } from './wornText.ts'

const UNITS = { mass: 'g', balance: 'cm', length: 'cm' } as const

it('says what hours of play made of weight and swing weight, and leaves out what is not known', () => {
  const all = frameState({ mass: { value: 331.44, u: 0.4 }, swingWeight: { value: 327.2, u: 0.8 } }, 10.16)
  expect(wornText({ hours: 12.34, state: all }, UNITS, 68.5)).toBe(
    'By now, after 12.3 h of sweat and wear: 331.4 ± 0.8 g, 327.2 ± 1.6 kg·cm².',
  )
  const one = frameState({ mass: { value: 331.44, u: 0.4 } }, 10.16)
  expect(wornText({ hours: 1, state: one }, UNITS, 68.5)).toBe('By now, after 1.0 h of sweat and wear: 331.4 ± 0.8 g.')
})
