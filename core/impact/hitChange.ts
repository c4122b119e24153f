import { headCentreCm, type FrameGeometry } from '../geometry/outline.ts'
import type { FrameState } from '../frame/state.ts'
import { Problem } from '../problem.ts'
import { keysOf, recordOf } from '../records.ts'
import type { ImpactAssumptions } from '../sports/kinds.ts'
import type { SportProfile } from '../sports/profile.ts'
import { strikerOf, strokeRate, type Striker } from './impact.ts'

/** What is assumed of ball and stroke, as is usual in a sport. */
export const usualImpact = (impact: SportProfile['impact']): ImpactAssumptions =>
  recordOf(keysOf(impact), (k) => impact[k].usual)

/**
 * A frame in the stroke that costs the effort of the usual one with the frame as it is now. @param state about the axis of `now`
 * @throws Problem `state.needs` when one of the four numbers is not known
 */
export function strikerBeside(
  now: FrameState,
  state: FrameState,
  geometry: FrameGeometry,
  assumed: ImpactAssumptions,
): Striker {
  const [swingWeight, own] = [now, state].map(({ swingWeightKgCm2 }) => {
    if (swingWeightKgCm2 === null) throw new Problem('state.needs', 'swingWeight')
    return swingWeightKgCm2
  })
  return strikerOf(state, strokeRate(own, { swingWeight, headCentreCm: headCentreCm(geometry) }, assumed), assumed)
}

/** What a frame does to a ball at the head's middle, beside what it did before it was weighted. */
export interface HitChange {
  /** Turning after a hit `offCm` off the axis: after/before − 1. */
  turnShare: number
  offCm: number
  /** Ball speed of a hit on the axis at equal effort: after/before − 1. */
  speedShare: number
}

/** So far off the axis a hit is told by, cm; on a narrow face a quarter of its width. */
const OFF_CM = 4

/** Both about one axis; null where swing or twist weight is not known. */
export function hitChange(
  before: FrameState,
  after: FrameState,
  geometry: FrameGeometry,
  assumed: ImpactAssumptions,
): HitChange | null {
  if ([before, after].some((state) => state.swingWeightKgCm2 === null || state.twistWeightKgCm2 === null)) return null
  const centre = headCentreCm(geometry)
  const [was, is] = [before, after].map((state) => strikerBeside(before, state, geometry, assumed))
  const offCm = Math.min(OFF_CM, geometry.headWidthCm / 4)
  return {
    turnShare: is.at(centre, offCm).turnRadS / was.at(centre, offCm).turnRadS - 1,
    offCm,
    speedShare: is.at(centre, 0).outgoingMS / was.at(centre, 0).outgoingMS - 1,
  }
}
