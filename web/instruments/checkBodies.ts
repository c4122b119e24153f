import type { ReadQuantity } from '#core/quantities/units.ts'
import type { ReferenceBody } from '#contract/devices.ts'

/** The known bodies on which what an instrument reads is checked; left and right pans with half of a check mass on each. */
export function bodiesFor(quantity: ReadQuantity, bodies: readonly ReferenceBody[]): ReferenceBody[] {
  const side = quantity === 'leftMass' || quantity === 'rightMass'
  return bodies
    .filter((b) => b.quantity === (side ? 'mass' : quantity))
    .map((b) => (side ? { ...b, name: `${b.name}, in the middle`, value: b.value / 2, u: b.u / 2 } : b))
}
