import type { OwnLayer } from '../frame/condition.ts'
import { aboutAxis, estimateOf, type FrameState } from '../frame/state.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'

/**
 * What a layer of this very frame weighs and where it lies, from the frame read with and without it: the difference of mass,
 * first moment, second moment and twist weight. What was not read both ways is left unknown.
 * @returns null when the masses are not known or differ by no more than their uncertainty
 */
export function ownLayer(without: FrameState, withIt: FrameState): OwnLayer | null {
  const a = estimateOf(without, 'mass')
  const b = estimateOf(withIt, 'mass')
  if (!a || !b) return null
  const massG = b.value - a.value
  const uMassG = Math.hypot(a.u, b.u)
  if (!(massG > 2 * uMassG)) return null
  const ba = estimateOf(without, 'balance')
  const bb = estimateOf(withIt, 'balance')
  const placed = ba !== null && bb !== null
  const xCm = placed ? (b.value * bb.value - a.value * ba.value) / massG : null
  const uXCm = placed ? Math.hypot(b.value * bb.u, a.value * ba.u) / massG : 0
  const butt = (state: FrameState) =>
    state.massG !== null && state.balanceCm !== null && state.swingWeightKgCm2 !== null
      ? aboutAxis(state, 0).swingWeightKgCm2
      : null
  const [sa, sb] = [butt(without), butt(withIt)]
  const [ta, tb] = [without.twistWeightKgCm2, withIt.twistWeightKgCm2]
  return {
    massG,
    uMassG,
    xCm,
    uXCm,
    xxCm2: sa !== null && sb !== null ? (GCM2_PER_KGCM2 * (sb - sa)) / massG : null,
    yyCm2: ta !== null && tb !== null ? (GCM2_PER_KGCM2 * (tb - ta)) / massG : null,
  }
}
