import { addedBy, type Piece } from '../../frame/pieces.ts'
import type { FrameState } from '../../frame/state.ts'
import type { FrameGeometry } from '../../geometry/outline.ts'
import { correlated } from '../../numerics/gaussian.ts'
import { seeded } from '../../numerics/random.ts'
import { GCM2_PER_KGCM2, GRAVITY_CM_S2, type AimQuantity } from '../../quantities/units.ts'
import { aimedAt, type TargetNumbers } from '../problem/request.ts'

/** How likely a build lands: shares of 0 to 1, over so many draws. */
export interface Chance {
  /** Inside each tolerance by itself. */
  each: Partial<Record<AimQuantity, number>>
  /** Inside all of them at once. */
  all: number
  draws: number
}

export const DRAWS = 10000

/**
 * Chance to land inside the tolerances (Monte Carlo, JCGM 101:2008): the frame is drawn from its readings with their
 * covariance, calibration in it; what is laid from the errors of cutting and placing of every strip, and of every roll of tape from how
 * well it was weighed, alike for all that is cut from it; then the exact sums.
 * The same seed gives the same chance. Standard error at 10,000 draws: at most 0.005.
 */
export function chanceOf(
  state: FrameState,
  pieces: readonly Piece[],
  target: TargetNumbers,
  geometry: FrameGeometry,
  { draws = DRAWS, seed = 1 }: { draws?: number; seed?: number } = {},
): Chance {
  const random = seeded(seed)
  const errors = correlated(state.covariance, random)
  const { sums, covariance } = addedBy(pieces, state.axisCm, geometry)
  const laid = correlated(covariance, random)
  const aims = aimedAt(target)
  const hits = aims.map(() => 0)
  let all = 0
  const found: Record<AimQuantity, number> = {
    mass: 0,
    balance: 0,
    swingWeight: 0,
    twistWeight: 0,
    recoilWeight: 0,
    mgri: 0,
    lateral: 0,
  }
  const a = state.axisCm
  for (let draw = 0; draw < draws; draw++) {
    const error = errors()
    const put = laid()
    const bare = (state.massG ?? 0) + error[0]
    const mass = bare + sums[0] + put[0]
    const moment = bare * ((state.balanceCm ?? 0) + error[1]) + sums[1] + put[1]
    const swing = (state.swingWeightKgCm2 ?? 0) + error[2] + sums[2] + put[2]
    const twist = (state.twistWeightKgCm2 ?? 0) + error[3] + sums[3] + put[3]
    const side = bare * (state.lateralCm + error[4]) + sums[4] + put[4]
    found.mass = mass
    found.balance = moment / mass
    found.swingWeight = swing
    found.twistWeight = twist
    found.lateral = side / mass
    found.recoilWeight = swing - (mass * (found.balance - a) ** 2) / GCM2_PER_KGCM2
    found.mgri = (GRAVITY_CM_S2 * moment) / (GCM2_PER_KGCM2 * swing + 2 * a * moment - a * a * mass)
    let inside = true
    for (let i = 0; i < aims.length; i++) {
      const { value, tolerance } = target[aims[i]]!
      if (Math.abs(found[aims[i]] - value) <= tolerance + 1e-9) hits[i]++
      else inside = false
    }
    if (inside) all++
  }
  return {
    each: Object.fromEntries(aims.map((quantity, i) => [quantity, hits[i] / draws])),
    all: all / draws,
    draws,
  }
}
