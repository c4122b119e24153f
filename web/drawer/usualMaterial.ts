import { PLAIN_MATERIAL, UNWEIGHED_SHARE } from '#core/cuts/material.ts'
import { CUT_STEPS_CM } from '#core/cuts/ruler.ts'
import type { LengthUnit } from '#core/quantities/units.ts'
import type { StockedKind } from '#core/sports/kinds.ts'
import type { StoredMaterial } from '#contract/entities.ts'

/** As a shop's ruler is marked, cm. */
const usualStep = (ruler: LengthUnit) => (ruler === 'in' ? CUT_STEPS_CM[2] : CUT_STEPS_CM[0])

/** What a kind usually is, where the fitter has not said otherwise (common practice, no source). @param ruler what the shop measures with */
export function usualMaterial(kind: StockedKind, ruler: LengthUnit): Partial<StoredMaterial> {
  const none = { widthCm: 0, uRel: 0, step: 1, cureHours: null, grip: null, zoneIds: null, reusable: false }
  const cut = { step: usualStep(ruler), uRel: UNWEIGHED_SHARE }
  switch (kind) {
    case 'tape':
      return { ...none, ...cut, unitMassG: 0.1, widthCm: 0.64 }
    case 'sleeve':
      return { ...none, ...cut, unitMassG: 0.3 }
    case 'fill':
      return { ...none, unitMassG: 1 }
    case 'weight':
      return { ...none, unitMassG: 2, reusable: true }
    case 'strings':
      return { ...none, unitMassG: 16 }
    case 'grip':
      return { ...none, unitMassG: 15, grip: 'synthetic' }
    case 'overgrip':
      return { ...none, unitMassG: 5 }
  }
}

/** What a curing fill usually is (from memory): a night, and about three of a hundred grams lost. */
export const CURES: Partial<StoredMaterial> = { cureHours: 12, unitMassG: 0.97, uRel: 0.01 }

/** A tape that nobody has weighed yet. */
export const newMaterial = (ruler: LengthUnit): StoredMaterial => ({
  ...PLAIN_MATERIAL,
  unitMassG: 0.1,
  ...usualMaterial('tape', ruler),
  id: crypto.randomUUID(),
  name: '',
  kind: 'tape',
  retired: false,
  revision: 0,
})
