import { describe, expect, it } from 'vitest'
import { materialSchema } from '#contract/entities.ts'
import { rulerOf } from '#core/cuts/ruler.ts'
import { STOCKED_KINDS } from '#core/sports/kinds.ts'
import { CURES, newMaterial, usualMaterial } from './usualMaterial.ts'

describe('a material that is begun', () => {
  it('is a tape of the shop’s ruler that nobody has weighed', () => {
    for (const ruler of ['cm', 'in'] as const) {
      const begun = newMaterial(ruler)
      expect([begun.kind, rulerOf(begun), begun.uRel > 0]).toEqual(['tape', ruler, true])
    }
    expect(rulerOf(newMaterial('mm'))).toBe('cm')
    expect(newMaterial('cm').id).not.toBe(newMaterial('cm').id)
  })
  it('can be kept as every kind as it usually is, and nothing of the kind before is left', () => {
    const odd = { ...newMaterial('in'), cureHours: 9, zoneIds: ['spot'], grip: 'leather' as const, reusable: true }
    for (const kind of STOCKED_KINDS) {
      const now = materialSchema.parse({ ...odd, name: kind, kind, ...usualMaterial(kind, 'cm') })
      expect([now.cureHours, now.zoneIds]).toEqual([null, null])
      expect(now.grip).toBe(kind === 'grip' ? 'synthetic' : null)
      expect(now.reusable).toBe(kind === 'weight')
    }
  })
  it('that cures is no more when it is said not to', () => {
    const cured = { ...newMaterial('cm'), ...usualMaterial('fill', 'cm'), ...CURES }
    expect({ ...cured, ...usualMaterial('fill', 'cm') }).toMatchObject({ cureHours: null, unitMassG: 1, uRel: 0 })
  })
})
