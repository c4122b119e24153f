import { headOutline, type FrameGeometry, type FrameLandmarks } from '#core/geometry/outline.ts'
import { fixed } from '#core/quantities/write.ts'
import { landmarksOf } from '#core/sports/landmarks.ts'
import type { SportProfile } from '#core/sports/profile.ts'

/** A landmark that a tape or a finger on the drawing finds, with what a field asks. */
export interface LandmarkField {
  key: keyof FrameLandmarks
  label: string
  suffix: string
  /** Where on the drawing it is set: along the hoop, or up the handle. */
  on: 'hoop' | 'handle' | null
}

export const LANDMARK_FIELDS: readonly LandmarkField[] = [
  { key: 'bumperCm', label: 'Bumper’s end', suffix: 'cm', on: 'hoop' },
  { key: 'throatCm', label: 'Throat begins', suffix: 'cm', on: 'hoop' },
  { key: 'grommetNo', label: 'Grommet no.', suffix: '', on: null },
  { key: 'grommetCm', label: 'Grommet at', suffix: 'cm', on: 'hoop' },
  { key: 'hollowToCm', label: 'Handle hollow to', suffix: 'cm', on: 'handle' },
  { key: 'hollowGPerCm', label: 'A fill takes', suffix: 'g/cm', on: null },
]

/** What is asked of frames of a sport: where nothing begins at a landmark, it is not asked. */
export const fieldsOf = (profile: SportProfile): LandmarkField[] => {
  const asked = landmarksOf(profile)
  return LANDMARK_FIELDS.filter(({ key }) => asked.includes(key))
}

/** A landmark set to a place, or taken back. */
export function withLandmark(geometry: FrameGeometry, key: keyof FrameLandmarks, cm: number | null): FrameGeometry {
  const { [key]: _, ...others } = geometry.landmarks ?? {}
  return { ...geometry, landmarks: cm === null ? others : { ...others, [key]: cm } }
}

/** Where a touch of the drawing sets a landmark, to the millimetre; null where it lies nowhere near. @param x cm from the butt, y cm off the axis */
export function touched(on: 'hoop' | 'handle', x: number, y: number, geometry: FrameGeometry): number | null {
  const REACH_CM = 4
  if (on === 'handle')
    return x >= 0 && x <= geometry.gripLengthCm + 10 && Math.abs(y) <= geometry.handleHalfWidthCm + REACH_CM
      ? Number(x.toFixed(1))
      : null
  const outline = headOutline(geometry)
  const arc = outline.nearestArc(x, Math.abs(y))
  const at = outline.pointAt(arc)
  return Math.hypot(at.xCm - x, at.yCm - Math.abs(y)) <= REACH_CM ? Number(arc.toFixed(1)) : null
}

/** Where the mark of a landmark is drawn on both sides, cm; the handle's across it. */
export function markLines(geometry: FrameGeometry): { key: string; x1: number; y1: number; x2: number; y2: number }[] {
  const outline = headOutline(geometry)
  const { bumperCm, throatCm, grommetCm, hollowToCm } = geometry.landmarks ?? {}
  const hoop = (key: string, arc: number | undefined) => {
    if (arc === undefined || arc > outline.halfLengthCm) return []
    const inner = headOutline(geometry, 1.4)
    const outer = headOutline(geometry, -1.4)
    const on = (line: typeof outline) => line.pointAt((arc / outline.halfLengthCm) * line.halfLengthCm)
    const [a, b] = [on(inner), on(outer)]
    return [1, -1].map((side) => ({
      key: `${key}${side}`,
      x1: a.xCm,
      y1: side * a.yCm,
      x2: b.xCm,
      y2: side * b.yCm,
    }))
  }
  const half = geometry.handleHalfWidthCm + 0.6
  return [
    ...hoop('bumper', bumperCm),
    ...hoop('throat', throatCm),
    ...hoop('grommet', grommetCm),
    ...(hollowToCm === undefined ? [] : [{ key: 'hollow', x1: hollowToCm, y1: -half, x2: hollowToCm, y2: half }]),
  ]
}

/** `bumper’s end 15.4 cm, throat begins 38.0 cm, grommet 9 21.3 cm`. */
export const landmarksText = (landmarks: FrameLandmarks): string =>
  LANDMARK_FIELDS.flatMap(({ key, label, suffix }) => {
    const cm = landmarks[key]
    if (cm === undefined || key === 'grommetNo') return []
    const name = key === 'grommetCm' ? `grommet ${landmarks.grommetNo ?? ''}`.trimEnd() : label
    return [`${name.charAt(0).toLowerCase()}${name.slice(1)} ${fixed(cm, 1)} ${suffix}`]
  }).join(', ')
