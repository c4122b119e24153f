import { estimateOf, type FrameState } from '../frame/state.ts'
import type { TargetLines } from './target.ts'

/**
 * One class: bare weight classes lie about 20 g apart, bands of bare swing weight about 18 kg·cm² (common practice, no source).
 * One class at a time, as with shoes.
 */
export const ONE_CLASS = { mass: 20, swingWeight: 18 } as const

/** Weeks of play on one class before the next (common practice, no source). */
export const WEEKS_ON_A_CLASS = 4

/** Advice of which no number goes further than one class from the frame as it is: what is still to go comes later, and is said. */
export function oneClassAtATime(lines: TargetLines, state: FrameState): TargetLines {
  const held: TargetLines = { ...lines }
  for (const quantity of ['mass', 'swingWeight'] as const) {
    const line = lines[quantity]
    const now = estimateOf(state, quantity)
    if (!line || !now) continue
    const most = ONE_CLASS[quantity]
    const by = line.value - now.value
    if (Math.abs(by) <= most + 1e-9) continue
    const to = now.value + Math.sign(by) * most
    held[quantity] = {
      ...line,
      value: to,
      chain: [...line.chain, { code: 'oneClass', to, still: line.value - to }],
    }
  }
  return held
}
