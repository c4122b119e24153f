import { balanceOfPoints, G_PER_OZ, GCM2_PER_KGCM2, type ReadQuantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { inertiaAtCentre, type FrameState } from './state.ts'

export type DoubtCode =
  | 'doubt.ounces'
  | 'doubt.points'
  | 'doubt.millimetres'
  | 'doubt.inches'
  | 'doubt.axis'
  | 'doubt.unusual'
  | 'doubt.balanceOffFrame'
  | 'doubt.inertiaTooSmall'
  | 'doubt.inertiaTooLarge'
  | 'doubt.gyration'
  | 'doubt.warming'
  | 'doubt.apart'

/** A number that does not fit; kept, but not used until somebody confirms it. */
export interface Doubt {
  code: DoubtCode
  quantity: ReadQuantity
  /** What was read, and what it would be if the likely slip were one, or what it cannot stand beside; core units. */
  data: { value: number; meant?: number; axisCm?: number; low?: number; high?: number; other?: number }
}

const inside = (value: number, [low, high]: [number, number]) => value >= low && value <= high

/**
 * Is one reading, on its own, a usual number for this sport? Names the likely slip: ounces for grams, points, millimetres or
 * inches for centimetres. The bands are common practice, no source.
 */
export function doubtOfReading(
  quantity: ReadQuantity,
  value: number,
  lengthCm: number,
  profile: SportProfile,
): Doubt | null {
  const band = usualBand(quantity, lengthCm, profile)
  if (inside(value, band)) return null
  const slip = (code: DoubtCode, meant: number): Doubt | null =>
    inside(meant, band) ? { code, quantity, data: { value, meant } } : null
  const unusual: Doubt = { code: 'doubt.unusual', quantity, data: { value, low: band[0], high: band[1] } }
  if (quantity === 'mass' || quantity === 'leftMass' || quantity === 'rightMass')
    return slip('doubt.ounces', value * G_PER_OZ) ?? unusual
  if (quantity === 'length')
    return slip('doubt.millimetres', value / 10) ?? slip('doubt.inches', value * 2.54) ?? unusual
  if (quantity === 'balance') {
    return (
      slip('doubt.millimetres', value / 10) ??
      (Math.abs(value) <= 16 ? slip('doubt.points', balanceOfPoints(value, lengthCm)) : null) ??
      slip('doubt.inches', value * 2.54) ??
      (value <= 0 || value >= lengthCm
        ? { code: 'doubt.balanceOffFrame', quantity, data: { value, high: lengthCm } }
        : unusual)
    )
  }
  return unusual
}

/** Length within 3 cm of what the frame is said to be; each side between a third and two thirds of a usual mass. */
function usualBand(quantity: ReadQuantity, lengthCm: number, profile: SportProfile): [number, number] {
  if (quantity === 'length') return [lengthCm - 3, lengthCm + 3]
  if (quantity === 'leftMass' || quantity === 'rightMass')
    return [profile.usual.mass[0] / 3, (2 * profile.usual.mass[1]) / 3]
  return profile.usual[quantity]
}

/**
 * Do the numbers fit each other? I_cm > 0; I_cm ≤ M·b(L−b)/1000 (all mass at the ends); k/L inside the profile's band.
 * When k/L is off, names the axis about which the swing weight would fit.
 */
export function doubtOfState(state: FrameState, geometry: FrameGeometry, profile: SportProfile): Doubt | null {
  const { massG, balanceCm, swingWeightKgCm2 } = state
  if (massG === null || balanceCm === null || swingWeightKgCm2 === null) return null
  const L = geometry.lengthCm
  const fits = (inertia: number) =>
    inertia > 0 && inside(Math.sqrt((GCM2_PER_KGCM2 * inertia) / massG) / L, profile.gyrationBand)
  const at = (axisCm: number) => inertiaAtCentre(massG, balanceCm, swingWeightKgCm2, axisCm)
  const recoil = at(state.axisCm)
  if (fits(recoil)) return null
  const meantAxis = [profile.axisCm, ...profile.otherAxesCm].find((axis) => axis !== state.axisCm && fits(at(axis)))
  const value = swingWeightKgCm2
  if (meantAxis !== undefined) {
    const meant = at(meantAxis) + (massG * (balanceCm - state.axisCm) ** 2) / GCM2_PER_KGCM2
    return { code: 'doubt.axis', quantity: 'swingWeight', data: { value, meant, axisCm: meantAxis } }
  }
  if (recoil <= 0) return { code: 'doubt.inertiaTooSmall', quantity: 'swingWeight', data: { value } }
  const most = (massG * balanceCm * (L - balanceCm)) / GCM2_PER_KGCM2
  if (recoil > most) return { code: 'doubt.inertiaTooLarge', quantity: 'swingWeight', data: { value, high: most } }
  const [low, high] = profile.gyrationBand
  return {
    code: 'doubt.gyration',
    quantity: 'swingWeight',
    data: { value, meant: Math.sqrt((GCM2_PER_KGCM2 * recoil) / massG) / L, low, high },
  }
}
