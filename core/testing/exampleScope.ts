import { frameState, type FrameState } from '../frame/state.ts'
import type { MeasuringMethod } from '../sports/profile.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import type { ImpactAssumptions } from '../sports/kinds.ts'
import { tennis } from '../sports/tennis.ts'
import type { Cut, Workpiece } from '../cuts/cut.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { STRUNG } from '../frame/fixtures.ts'

/** What the examples of docblocks speak of, beside what their own module exports. */

export { badminton } from '../sports/badminton.ts'
export { pickleball } from '../sports/pickleball.ts'
export { tennis }

/** A frame that is known exactly, its swing weight about 10.16 cm. Zero stands for what is not known. */
export function frame(massG: number, balanceCm: number, swingWeight: number, twistWeight = 0): FrameState {
  const exact = (value: number) => (value === 0 ? null : { value, u: 0 })
  return frameState(
    {
      mass: exact(massG),
      balance: exact(balanceCm),
      swingWeight: exact(swingWeight),
      twistWeight: exact(twistWeight),
    },
    10.16,
  )
}

/** The usual tennis outline. */
export const outline: FrameGeometry = tennis.geometry

/** A usual frame on the bench, and modules of one gram for a hole on its long axis. */
export const workpiece: Workpiece = { geometry: outline, condition: STRUNG, profile: tennis }
export const oneGram: Material = { ...PLAIN_MATERIAL, id: 'gram', name: 'One gram', kind: 'weight', unitMassG: 1 }
export const spot: Cut = { id: 'spot', materialId: 'gram', place: 'spot', zoneId: null, atCm: 0, amount: 1, layerCm: 1 }

/** A scale that shows 0.1 g, spreads by 0.2 and shares nothing. */
export const scale: MeasuringMethod = {
  ...tennis.methods.find((m) => m.quantity === 'mass')!,
  resolution: 0.1,
  spread: 0.2,
  device: 0,
}

/** A tennis ball on a usual face, the head's middle at 30 m/s about the butt end. */
export const stroke: ImpactAssumptions = {
  ballG: 57.7,
  restitution: 0.85,
  incomingMS: 20,
  headMS: 30,
  pivotCm: 0,
  effort: 0.27,
}
