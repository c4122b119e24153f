import type { Estimate } from '../../quantities/estimate.ts'
import { estimateOf, type FrameState } from '../../frame/state.ts'
import { varianceAlong } from '../../numerics/covariance.ts'
import { GCM2_PER_KGCM2 } from '../../quantities/units.ts'
import type { FrameGeometry } from '../../geometry/outline.ts'
import type { TargetNumbers } from '../problem/request.ts'

/** What the target asks for, whatever it is made of: the mass properties of all that goes on together, or comes off. */
export interface Added {
  /** Less than nothing where mass comes off. */
  massG: number
  /** The centre of mass of it, from the butt end; null where no balance is aimed at. */
  centreCm: Estimate | null
  /**
   * Two places where it could lie, from the butt end, with the grams at each: as far apart as the swing weight asks. Alike where both
   * lie on the frame, else one at the end of the frame. Null where no swing weight is aimed at.
   */
  places: [AddedPlace, AddedPlace] | null
  /** How far off the long axis it lies on the whole (root of the mean square); null where no twist weight is aimed at. */
  offAxisCm: number | null
  /** Why no pieces that all go on, or all come off, can be that; null where they can. */
  impossible: AddedFault | null
}

export interface AddedPlace {
  cm: number
  massG: number
}

/** Beyond an end of the frame; nearer together than one point; further apart than the frame is long; wider than the head; narrower than nothing. */
export type AddedFault = 'behindButt' | 'beyondTip' | 'tooNear' | 'tooFar' | 'tooWide' | 'tooNarrow'

/** Less than this is not told from nothing, g. */
const LEAST_G = 0.5

/**
 * Mass, centre and spread of what has to be added: m = M₁ − M₀, c = (M₁b₁ − M₀b₀)/m, and about its own centre s² = ΔI/m − c² with
 * I about the butt end, I = S + M(2ab − a²)/1000 (parallel axes). Pieces that all have mass of one sign on a frame from 0 to L have
 * 0 ≤ c ≤ L and 0 ≤ s² ≤ c(L − c). A fault is named only where it is larger than 2u of the measured numbers and the tolerances.
 * @returns null where no mass is aimed at, or less than 0.5 g of it
 */
export function whatIsAdded(state: FrameState, target: TargetNumbers, geometry: FrameGeometry): Added | null {
  const { massG: m0, balanceCm: b0 } = state
  if (!target.mass || m0 === null || b0 === null) return null
  const massG = target.mass.value - m0
  if (Math.abs(massG) < LEAST_G) return null
  const across = offAxisOf(state, target, massG, geometry)
  const along = alongAxisOf({ state, target, massG, m0, b0, lengthCm: geometry.lengthCm })
  // What could still be nothing at all, or of the other sign, is called impossible by nobody.
  const sure = Math.abs(massG) > target.mass.tolerance + 2 * Math.sqrt(state.covariance[0][0])
  return {
    massG,
    centreCm: along.centre,
    places: along.places,
    offAxisCm: across.cm,
    impossible: sure ? (along.fault ?? across.fault) : null,
  }
}

interface Along {
  centre: Estimate | null
  places: [AddedPlace, AddedPlace] | null
  fault: AddedFault | null
}

/** Where it lies along the frame, and how far apart. */
function alongAxisOf(known: {
  state: FrameState
  target: TargetNumbers
  massG: number
  m0: number
  b0: number
  lengthCm: number
}): Along {
  const { state, target, massG, m0, b0, lengthCm } = known
  if (!target.balance) return { centre: null, places: null, fault: faultByAxis(state, target, massG, lengthCm) }
  const m1 = target.mass!.value
  const b1 = target.balance.value
  const c = (m1 * b1 - m0 * b0) / massG
  const u = (dM0: number, dB0: number, dS0: number) => Math.sqrt(varianceAlong([dM0, dB0, dS0, 0, 0], state.covariance))
  const centre: Estimate = { value: c, u: u((c - b0) / massG, -m0 / massG, 0) }
  const tolerances = (dM1: number, dB1: number, dS1: number) =>
    Math.abs(dM1) * target.mass!.tolerance +
    Math.abs(dB1) * target.balance!.tolerance +
    Math.abs(dS1) * (target.swingWeight?.tolerance ?? 0)
  const room = 2 * centre.u + tolerances((b1 - c) / massG, m1 / massG, 0)
  if (c < -room) return { centre, places: null, fault: 'behindButt' }
  if (c > lengthCm + room) return { centre, places: null, fault: 'beyondTip' }
  if (!target.swingWeight || state.swingWeightKgCm2 === null) return { centre, places: null, fault: null }

  const { axisCm: a } = state
  /** What a gram at a balance adds to the moment about the butt beside the swing weight. */
  const shift = (b: number) => 2 * a * b - a * a
  const before = GCM2_PER_KGCM2 * state.swingWeightKgCm2 + m0 * shift(b0)
  const q = (GCM2_PER_KGCM2 * target.swingWeight.value + m1 * shift(b1) - before) / massG
  const spread2 = q - c * c
  const spreadRoom =
    2 * u((q - shift(b0) - 2 * c * (c - b0)) / massG, (2 * m0 * (c - a)) / massG, GCM2_PER_KGCM2 / massG) +
    tolerances((shift(b1) - q - 2 * c * (b1 - c)) / massG, (2 * m1 * (a - c)) / massG, GCM2_PER_KGCM2 / massG)
  if (spread2 < -spreadRoom) return { centre, places: null, fault: 'tooNear' }
  if (spread2 > c * (lengthCm - c) + spreadRoom) return { centre, places: null, fault: 'tooFar' }
  return { centre, places: twoPlaces(massG, c, Math.max(0, spread2), lengthCm), fault: null }
}

/** Without a balance to aim at: no piece adds less about the axis than nothing, or more than at the end that is furthest from it. */
function faultByAxis(state: FrameState, target: TargetNumbers, massG: number, lengthCm: number): AddedFault | null {
  const now = estimateOf(state, 'swingWeight')
  if (!target.swingWeight || !now) return null
  const square = (GCM2_PER_KGCM2 * (target.swingWeight.value - now.value)) / massG
  const most = Math.max(state.axisCm ** 2, (lengthCm - state.axisCm) ** 2)
  const uMass = Math.sqrt(state.covariance[0][0])
  const room =
    (GCM2_PER_KGCM2 * (2 * now.u + target.swingWeight.tolerance) + most * (2 * uMass + target.mass!.tolerance)) /
    Math.abs(massG)
  return square < -room ? 'tooNear' : square > most + room ? 'tooFar' : null
}

/** Two masses with this centre and this mean square about it: alike, or one at an end of the frame where its half would lie beyond. */
function twoPlaces(massG: number, c: number, spread2: number, lengthCm: number): [AddedPlace, AddedPlace] {
  const half = Math.sqrt(spread2)
  let low = c - half
  let high = c + half
  if (low < 0) [low, high] = [0, c + spread2 / Math.max(c, 1e-9)]
  else if (high > lengthCm) [low, high] = [c - spread2 / Math.max(lengthCm - c, 1e-9), lengthCm]
  // What tolerances and readings leave open may still lie beyond.
  const on = (cm: number) => Math.min(lengthCm, Math.max(0, cm))
  const upper = high - low < 1e-9 ? 0.5 : (c - low) / (high - low)
  return [
    { cm: on(low), massG: massG * (1 - upper) },
    { cm: on(high), massG: massG * upper },
  ]
}

/** How far to the sides it lies. */
function offAxisOf(
  state: FrameState,
  target: TargetNumbers,
  massG: number,
  geometry: FrameGeometry,
): { cm: number | null; fault: AddedFault | null } {
  const now = estimateOf(state, 'twistWeight')
  if (!target.twistWeight || !now) return { cm: null, fault: null }
  const square = (GCM2_PER_KGCM2 * (target.twistWeight.value - now.value)) / massG
  const room = (GCM2_PER_KGCM2 * (2 * now.u + target.twistWeight.tolerance)) / Math.abs(massG)
  const widest = geometry.headWidthCm / 2 + 1
  if (square < -room) return { cm: null, fault: 'tooNarrow' }
  if (square > widest * widest + room) return { cm: null, fault: 'tooWide' }
  return { cm: Math.sqrt(Math.max(0, square)), fault: null }
}
