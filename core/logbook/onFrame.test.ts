import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { massOf, type Cut } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { removable } from '../cuts/items.ts'
import { conditionText, defaultCondition } from '../frame/condition.ts'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf, frameState } from '../frame/state.ts'
import type { ProofBody } from '../job/proof.ts'
import { zeros } from '../numerics/covariance.ts'
import { cutsFrom } from '../planning/fixtures/cutsFrom.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { PROFILES, SPORTS, type SportId } from '../sports/sports.ts'
import { conditionAfter, cutsToOriginal, provenWith } from './onFrame.ts'

const SILICONE = { ...DRAWER.find((m) => m.id === 'putty')!, id: 'silicone', name: 'silicone', cureHours: 24 }
const MATERIALS = [...DRAWER, SILICONE]

/** A proof of a frame with these cuts on it. */
function proofWith(sport: SportId, cuts: Cut[]): ProofBody {
  const profile = PROFILES[sport]
  const condition = defaultCondition(profile)
  const work = { geometry: profile.geometry, condition, profile }
  return {
    condition,
    axisCm: profile.axisCm,
    geometry: profile.geometry,
    rule: 'guarded',
    lines: [],
    covariance: zeros(5),
    pieces: cuts.map((cut) => {
      const material = MATERIALS.find((m) => m.id === cut.materialId)!
      return { cut, material, massG: massOf(cut, material, work) }
    }),
    photoIds: [],
  }
}
const at = (sport: SportId, zoneId: string, materialId: string, amount: number): Cut => {
  const profile = PROFILES[sport]
  const work = { geometry: profile.geometry, condition: defaultCondition(profile), profile }
  return cutIn(profile.zones.find((z) => z.id === zoneId)!, MATERIALS.find((m) => m.id === materialId)!, amount, work, `${zoneId}-${materialId}`) // prettier-ignore
}

describe('what is on a frame after a signed job', () => {
  it('taken off again gives the numbers of before, whatever was put where, in four sports', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPORTS),
        fc.array(fc.tuple(fc.nat(50), fc.nat(50), fc.double({ min: 0.2, max: 1, noNaN: true })), {
          minLength: 1,
          maxLength: 5,
        }),
        (sport, picks) => {
          const profile = PROFILES[sport]
          const condition = defaultCondition(profile)
          const work = { geometry: profile.geometry, condition, profile }
          const cuts = cutsFrom(picks, DRAWER, work)
          const middle = Object.fromEntries(QUANTITIES.map((q) => [q, { value: (profile.usual[q][0] + profile.usual[q][1]) / 2, u: 0 }])) // prettier-ignore
          const before = frameState(middle, profile.axisCm)
          const built = withPieces(before, piecesOfAll(cuts, MATERIALS, work), profile.geometry)
          const after = conditionAfter(proofWith(sport, cuts), 7, profile)
          expect(after.added).toHaveLength(cuts.length)
          const here = { ...work, condition: after }
          const off = cutsToOriginal(after)
          const back = withPieces(built, piecesOfAll(off, removable(after, profile), here), profile.geometry)
          expect(estimateOf(back, 'mass')!.value).toBeCloseTo(middle.mass.value, 9)
          expect(estimateOf(back, 'balance')!.value).toBeCloseTo(middle.balance.value, 9)
          expect(estimateOf(back, 'twistWeight')!.value).toBeCloseTo(middle.twistWeight.value, 9)
          // A long strip that ends at the tip is taken for an even one of its own scatter, a hair too short.
          expect(Math.abs(estimateOf(back, 'swingWeight')!.value - middle.swingWeight.value)).toBeLessThan(0.05)
        },
      ),
      { numRuns: 200 },
    )
  })
  it('lies where this frame’s own hollow holds it: taken off again it gives the numbers of before', () => {
    const profile = PROFILES.tennis
    const geometry = { ...profile.geometry, landmarks: { hollowGPerCm: 1.1, hollowToCm: 14 } }
    const work = { geometry, condition: defaultCondition(profile), profile }
    const putty = MATERIALS.find((m) => m.id === 'putty')!
    const fill = cutIn(
      profile.zones.find((z) => z.id === 'butt')!,
      putty,
      12,
      work,
      'fill',
    )
    const state = { mass: { value: 320, u: 0 }, balance: { value: 32, u: 0 }, swingWeight: { value: 320, u: 0 } }
    const built = withPieces(frameState(state, profile.axisCm), piecesOfAll([fill], MATERIALS, work), geometry)
    // 12 g at 1.1 g a cm from 1 cm up: 10.9 cm long, its middle at 6.45 cm; as usual it would lie under 5.7 cm.
    expect(estimateOf(built, 'balance')!.value).toBeCloseTo((320 * 32 + 12 * (1 + 6 / 1.1)) / 332, 9)
    const proof: ProofBody = {
      ...proofWith('tennis', []),
      geometry,
      pieces: [{ cut: fill, material: putty, massG: 12 }],
    }
    const after = conditionAfter(proof, 7, profile)
    const here = { ...work, condition: after }
    const back = withPieces(built, piecesOfAll(cutsToOriginal(after), removable(after, profile), here), geometry)
    expect(estimateOf(back, 'balance')!.value).toBeCloseTo(32, 9)
    expect(Math.abs(estimateOf(back, 'swingWeight')!.value - 320)).toBeLessThan(0.001)
  })
  it('keeps what cured inside, and says of every piece what it is and from which job', () => {
    const after = conditionAfter(proofWith('tennis', [at('tennis', 'tip', 'tungsten', 12), at('tennis', 'butt', 'silicone', 6)]), 12, PROFILES.tennis) // prettier-ignore
    expect(after.added.map((a) => [a.name, a.stays ?? false])).toEqual([
      ['tungsten, tip (job 12)', false],
      ['silicone, inside the butt (job 12)', true],
    ])
    expect(cutsToOriginal(after).map((c) => c.materialId)).toEqual(['off:job12-tip-tungsten'])
    expect(removable(after, PROFILES.tennis).map((m) => m.id)).not.toContain('off:job12-butt-silicone')
    expect(conditionText(after, PROFILES.tennis)).toContain('added earlier')
  })
  it('counts what came off as gone, and a new grip or overgrip as the frame’s own', () => {
    const profile = PROFILES.tennis
    const first = conditionAfter(proofWith('tennis', [at('tennis', 'tip', 'tungsten', 12)]), 3, profile)
    const leather = MATERIALS.find((m) => m.id === 'leather')!
    const grip: Cut = { id: 'g', materialId: 'leather', place: 'grip', zoneId: 'grip', atCm: 0, amount: 1, layerCm: 1 }
    const [off] = cutsToOriginal(first)
    const offMaterial = removable(first, profile).find((m) => m.id === off.materialId)!
    const second: ProofBody = {
      ...proofWith('tennis', []),
      condition: first,
      pieces: [
        { cut: off, material: offMaterial, massG: -offMaterial.unitMassG },
        { cut: grip, material: leather, massG: 8 },
      ],
    }
    const after = conditionAfter(second, 4, profile)
    expect(after.added).toEqual([])
    expect(after.grip).toBe('leather')
  })
})

describe('what is on a frame after tuning', () => {
  it('is what was tuned, with the pieces that lie as they were proven as they were proven', () => {
    const [tip, butt] = [at('tennis', 'tip', 'tungsten', 10), at('tennis', 'butt', 'putty', 5)]
    const proof = proofWith('tennis', [tip, butt])
    proof.pieces[1] = { ...proof.pieces[1], massG: 4.7 }
    const longer = { ...tip, amount: 15 }
    const sides = at('tennis', 'threeNine', 'tungsten', 4)
    const now = provenWith(proof, [longer, butt, sides], MATERIALS, PROFILES.tennis)
    const after = conditionAfter(now, 7, PROFILES.tennis)
    // 2 strips of 15 cm and 4 of 4 cm at 0.21 g/cm; the fill as it was weighed then.
    expect(after.added.map((a) => Number(a.massG.toFixed(2)))).toEqual([6.3, 4.7, 3.36])
    expect(provenWith(proof, [tip, butt], MATERIALS, PROFILES.tennis)).toEqual(proof)
  })
})
