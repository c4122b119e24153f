import { NOTHING_ON, type Condition } from './condition.ts'
import { frameState, type FrameState } from './state.ts'

/** What tests share: a usual frame, strung and bare. */
export const STRUNG: Condition = { ...NOTHING_ON, stringsG: 16.5, grip: 'base', overgrips: 1 }
export const BARE: Condition = { ...NOTHING_ON, grip: 'base' }

export function usualState(): FrameState {
  return frameState(
    {
      mass: { value: 305.4, u: 0.12 },
      balance: { value: 32.6, u: 0.05 },
      swingWeight: { value: 300, u: 0.7 },
      twistWeight: { value: 13.2, u: 0.1 },
    },
    10.16,
  )
}
