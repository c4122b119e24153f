import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { massOf } from '../cuts/cut.ts'
import { piecesOf } from '../cuts/pieces.ts'
import { defaultCondition } from '../frame/condition.ts'
import { cutsFrom } from '../planning/fixtures/cutsFrom.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { PROFILES, SPORTS } from '../sports/sports.ts'
import { orderOfWork, USUAL_ORDER } from './order.ts'
import { trialOf } from './trial.ts'

describe('the trial of a plan', () => {
  it('weighs what the plan weighs, place by place, and as much as its step in the order of work says, in four sports', () => {
    const pick = fc.tuple(fc.nat(50), fc.nat(50), fc.double({ min: 0.2, max: 1, noNaN: true }))
    fc.assert(
      fc.property(fc.constantFrom(...SPORTS), fc.array(pick, { minLength: 1, maxLength: 5 }), (sport, picks) => {
        const profile = PROFILES[sport]
        const work = { geometry: profile.geometry, condition: defaultCondition(profile), profile }
        const cuts = cutsFrom(picks, DRAWER, work, (zoneId, material) => `${zoneId}-${material}`)
        const lines = trialOf(cuts, DRAWER, work)
        for (const { cut, lumps, lumpG, massG } of lines) {
          expect(lumps * lumpG).toBeCloseTo(massG, 9)
          const material = DRAWER.find((m) => m.id === cut.materialId)!
          expect(piecesOf(cut, material, work).reduce((sum, p) => sum + p.massG, 0)).toBeCloseTo(massG, 9)
          expect(massOf(cut, material, work)).toBeCloseTo(massG, 9)
        }
        const step = orderOfWork(cuts, DRAWER, work, USUAL_ORDER).find((s) => s.kind === 'trial')
        const stuck = cuts.filter((cut) => ['overgrip', 'grip', 'strings'].includes(DRAWER.find((m) => m.id === cut.materialId)!.kind)) // prettier-ignore
        if (stuck.length === 0) expect(lines.reduce((sum, l) => sum + l.massG, 0)).toBeCloseTo(step?.massG ?? 0, 9)
      }),
      { numRuns: 150 },
    )
  })
})
