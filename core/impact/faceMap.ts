import { headCentreCm, type FrameGeometry } from '../geometry/outline.ts'
import { aboutAxis, type FrameState } from '../frame/state.ts'
import { strikerBeside, type HitChange } from './hitChange.ts'
import { strikerOf } from './impact.ts'
import { type ImpactAssumptions } from '../sports/kinds.ts'

export const MAP_FIELDS = ['apparent', 'outgoing', 'turning'] as const
export type MapField = (typeof MAP_FIELDS)[number]

/** The places of a face on a grid, the same for every frame laid on it. Lengths in cm. */
export interface FaceGrid {
  x: Float64Array
  y: Float64Array
  /** 1 where the place lies on the face; row by row, y outside, x inside. */
  inside: Uint8Array
}

/** One frame's fields over a grid; NaN off the face. `turning` in rad/s, without sign. */
export interface FaceMap {
  fields: Record<MapField, Float64Array>
  /** The place of the fastest ball on the face. */
  best: { xCm: number; yCm: number; outgoingMS: number }
  /** Area in which the ball leaves with at least 90 % of the best speed, cm². */
  livelyCm2: number
  rateRadS: number
}

/** A grid of `stepCm` over the face inside the tube; symmetrical about the long axis. */
export function faceGrid(geometry: FrameGeometry, stepCm: number): FaceGrid {
  const inset = geometry.face === 'strings' ? geometry.tubeCm : 0.5 * geometry.tubeCm
  const rx = geometry.headLengthCm / 2 - inset
  const ry = geometry.headWidthCm / 2 - inset
  const centre = headCentreCm(geometry)
  const nx = Math.floor(rx / stepCm)
  const ny = Math.floor(ry / stepCm)
  const x = Float64Array.from({ length: 2 * nx + 1 }, (_, i) => centre + (i - nx) * stepCm)
  const y = Float64Array.from({ length: 2 * ny + 1 }, (_, j) => (j - ny) * stepCm)
  const inside = new Uint8Array(x.length * y.length)
  for (let j = 0; j < y.length; j++)
    for (let i = 0; i < x.length; i++) {
      const a = Math.abs((x[i] - centre) / rx) ** geometry.exponent + Math.abs(y[j] / ry) ** geometry.exponent
      inside[j * x.length + i] = a <= 1 ? 1 : 0
    }
  return { x, y, inside }
}

/**
 * What the ball does all over a face.
 * @param now the frame as it is, whose stroke sets the effort; swing weights are taken about its axis
 * @throws Problem `state.needs` when one of the four numbers is not known
 */
export function faceMap(
  state: FrameState,
  now: FrameState,
  geometry: FrameGeometry,
  grid: FaceGrid,
  assumed: ImpactAssumptions,
): FaceMap {
  const striker = strikerBeside(now, aboutAxis(state, now.axisCm), geometry, assumed)
  const size = grid.x.length * grid.y.length
  const fields: FaceMap['fields'] = {
    apparent: new Float64Array(size).fill(NaN),
    outgoing: new Float64Array(size).fill(NaN),
    turning: new Float64Array(size).fill(NaN),
  }
  let best = { xCm: 0, yCm: 0, outgoingMS: -Infinity }
  for (let j = 0, k = 0; j < grid.y.length; j++)
    for (let i = 0; i < grid.x.length; i++, k++) {
      if (!grid.inside[k]) continue
      const hit = striker.at(grid.x[i], grid.y[j])
      fields.apparent[k] = hit.apparent
      fields.outgoing[k] = hit.outgoingMS
      fields.turning[k] = Math.abs(hit.turnRadS)
      if (hit.outgoingMS > best.outgoingMS + 1e-12)
        best = { xCm: grid.x[i], yCm: grid.y[j], outgoingMS: hit.outgoingMS }
    }
  let lively = 0
  for (const v of fields.outgoing) if (v >= 0.9 * best.outgoingMS) lively++
  const cell = (grid.x[1] - grid.x[0]) * (grid.y[1] - grid.y[0])
  return { fields, best, livelyCm2: lively * cell, rateRadS: striker.rateRadS }
}

/** What one setup does beside another, in figures that plain words can be made of. */
export interface ImpactChange extends HitChange {
  /** Time to bring the frame round: other/this − 1, and its band for n from 0.2 to 0.3. */
  timeShare: number
  timeBand: [number, number]
  /** The fastest place moves so far towards the tip, cm. */
  sweetSpotCm: number
  /** Lively area: other/this − 1. */
  livelyShare: number
  reachCm: number
}

/** Differences of `other` against `mine`; each with its own map on its own face. */
export function impactChange(
  mine: { state: FrameState; map: FaceMap; geometry: FrameGeometry },
  other: { state: FrameState; map: FaceMap; geometry: FrameGeometry },
  assumed: ImpactAssumptions,
  band: readonly [number, number],
): ImpactChange {
  const offCm = Math.min(4, Math.round(mine.geometry.headWidthCm) / 4)
  const hit = (side: typeof mine, y: number) =>
    strikerOf(side.state, side.map.rateRadS, assumed).at(headCentreCm(side.geometry), y)
  const ratio = aboutAxis(other.state, mine.state.axisCm).swingWeightKgCm2! / mine.state.swingWeightKgCm2!
  const time = (n: number) => ratio ** n - 1
  const ends = band.map(time).sort((a, b) => a - b) as [number, number]
  return {
    turnShare: hit(other, offCm).turnRadS / hit(mine, offCm).turnRadS - 1,
    offCm,
    speedShare: hit(other, 0).outgoingMS / hit(mine, 0).outgoingMS - 1,
    timeShare: time(assumed.effort),
    timeBand: ends,
    sweetSpotCm: other.map.best.xCm - mine.map.best.xCm,
    livelyShare: other.map.livelyCm2 / mine.map.livelyCm2 - 1,
    reachCm: other.geometry.lengthCm - mine.geometry.lengthCm,
  }
}
