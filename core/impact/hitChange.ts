import { headCentreCm, type FrameGeometry } from '../geometry/outline.ts'
import type { FrameState } from '../frame/state.ts'
import { keysOf, recordOf } from '../records.ts'
import type { ImpactAssumptions } from '../sports/kinds.ts'
import type { SportProfile } from '../sports/profile.ts'
import { strikerOf, strokeRate } from './impact.ts'

/** What is assumed of ball and stroke, as is usual in a sport. */
export const usualImpact = (impact: SportProfile['impact']): ImpactAssumptions =>
  recordOf(keysOf(impact), (k) => impact[k].usual)

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
  const swingWeight = before.swingWeightKgCm2
  if (swingWeight === null || after.swingWeightKgCm2 === null) return null
  if (before.twistWeightKgCm2 === null || after.twistWeightKgCm2 === null) return null
  const centre = headCentreCm(geometry)
  const hits = (state: FrameState) =>
    strikerOf(state, strokeRate(state.swingWeightKgCm2!, { swingWeight, headCentreCm: centre }, assumed), assumed)
  const [was, is] = [hits(before), hits(after)]
  const offCm = Math.min(OFF_CM, geometry.headWidthCm / 4)
  return {
    turnShare: is.at(centre, offCm).turnRadS / was.at(centre, offCm).turnRadS - 1,
    offCm,
    speedShare: is.at(centre, 0).outgoingMS / was.at(centre, 0).outgoingMS - 1,
  }
}
