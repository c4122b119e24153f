import { estimateOf, type FrameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'

/** Raised with every change of what the library's index holds or how it is worked out. */
export const INDEX_VERSION = 'library-1'

/** A gap counts fully while it is small beside this many spreads of the population, and never for more than this many. */
const REACH_SPREADS = 3

/**
 * Where the gap of one number saturates, in tolerances: what an unknown number counts for.
 * @example mostGapOf('mass', tennis) // 45
 */
export function mostGapOf(quantity: Quantity, profile: SportProfile): number {
  return (REACH_SPREADS * profile.populationSpread[quantity]) / profile.tolerance[quantity]
}

/**
 * How far apart two frames are, in tolerances: √Σ c²d²/(c²+d²) over the numbers known of `mine`, with d² = (Δ² + u²)/tolerance²
 * and c three spreads of the population. Near frames differ by the plain √Σd²; an unknown counts as c, the most that any number
 * can, so that leaving a number out never brings a setup nearer.
 * @example nearness(frame(300, 32, 300), frame(301, 32, 300), tennis) // 0.9998
 */
export function nearness(mine: FrameState, other: FrameState, profile: SportProfile): number {
  let sum = 0
  for (const quantity of QUANTITIES) {
    const a = estimateOf(mine, quantity)
    if (!a) continue
    const b = estimateOf(other, quantity)
    const c2 = mostGapOf(quantity, profile) ** 2
    if (!b) {
      sum += c2
      continue
    }
    const d2 = ((b.value - a.value) ** 2 + b.u ** 2) / profile.tolerance[quantity] ** 2
    sum += (c2 * d2) / (c2 + d2)
  }
  return Math.sqrt(sum)
}
