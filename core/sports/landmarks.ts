import type { FrameGeometry, FrameLandmarks } from '../geometry/outline.ts'
import type { SportProfile, Zone } from './profile.ts'

interface Frame {
  geometry: FrameGeometry
  profile: SportProfile
}

/**
 * What one cm of the handle's hollow holds, g: of this frame, else as is usual in its sport.
 * @example fillGPerCm({ geometry: { ...outline, landmarks: { hollowGPerCm: 2.4 } }, profile: tennis }) // 2.4
 */
export const fillGPerCm = ({ geometry, profile }: Frame): number =>
  geometry.landmarks?.hollowGPerCm ?? profile.handleFillGPerCm

/**
 * How long a fill in the handle can be, cm: from behind the plug to where this frame's hollow ends, else as is usual.
 * @example hollowCm({ ...tennis.zones[0], capacityCm: 8 }, { geometry: outline, profile: tennis }) // 8
 */
export function hollowCm(zone: Zone, { geometry, profile }: Frame): number {
  const to = geometry.landmarks?.hollowToCm
  return to === undefined ? zone.capacityCm : Math.max(0, to - profile.handleFillFromCm)
}

/**
 * Does a frame say any landmark itself?
 * @example saysLandmarks({ bumperCm: 12 }) // true
 */
export const saysLandmarks = (landmarks: FrameLandmarks | undefined): landmarks is FrameLandmarks =>
  landmarks !== undefined && Object.values(landmarks).some((cm) => cm !== undefined)

/**
 * The landmarks at which something begins or ends on frames of a sport.
 * @example landmarksOf(tennis)[0] // 'bumperCm'
 */
export function landmarksOf({ zones, moreZones, geometry }: SportProfile): (keyof FrameLandmarks)[] {
  const all = [...zones, ...moreZones]
  const begins = (at: 'bumper' | 'throat') => all.some((zone) => zone.anchor?.at === at)
  const filled = all.some((zone) => zone.place === 'handle')
  return [
    ...(begins('bumper') ? (['bumperCm'] as const) : []),
    ...(begins('throat') ? (['throatCm'] as const) : []),
    ...(geometry.face === 'strings' ? (['grommetNo', 'grommetCm'] as const) : []),
    ...(filled ? (['hollowToCm', 'hollowGPerCm'] as const) : []),
  ]
}
