import { describe, expect, it } from 'vitest'
import { piecesOfAll } from '../../cuts/pieces.ts'
import { overlapsOf } from '../../cuts/overlap.ts'
import { withPieces } from '../../frame/pieces.ts'
import { estimateOf } from '../../frame/state.ts'
import { seeded } from '../../numerics/random.ts'
import { usualRequest } from '../fixtures/fixtures.ts'
import { NO_CONSTRAINT, heuristicPlan, planSpace } from '../solve/plan.ts'
import { massByPlace } from './whereabouts.ts'
import { partsOfBuild, turnedOwn, type OwnRecipe } from './ownRecipes.ts'

const request = { ...usualRequest(), target: {} }
const { state, work, materials } = request
const own = (parts: OwnRecipe['parts']): OwnRecipe => ({ id: 'ours', name: 'Ours', sport: 'tennis', parts })
const mass = (s: typeof state) => estimateOf(s, 'mass')!.value

describe('recipes of the shop’s own', () => {
  it('out of any plan and back at its own grams: the same pieces', () => {
    const random = seeded(11)
    let compared = 0
    for (let trial = 0; trial < 12; trial++) {
      const aim = (quantity: 'mass' | 'balance' | 'swingWeight', by: number, tolerance: number) => ({
        value: estimateOf(state, quantity)!.value + by,
        tolerance,
      })
      const target = {
        mass: aim('mass', 6 + 12 * random(), 1),
        swingWeight: aim('swingWeight', 4 + 12 * random(), 1.5),
      }
      const limits = { ...request.limits, mayChangeGrip: false, mayChangeStrings: false, evenSides: false }
      const plan = heuristicPlan(planSpace({ ...request, target, limits }), NO_CONSTRAINT)
      if (!plan.reached) continue
      const { parts, nowhere } = partsOfBuild(plan.cuts, materials, work)
      expect(nowhere).toBe(0)
      const [again] = turnedOwn({ ...request, limits }, 'mass', mass(plan.result) - mass(state), [own(parts)])
      const told = (cuts: typeof plan.cuts) =>
        cuts.map((c) => `${c.zoneId} ${c.materialId} ${c.amount.toFixed(3)}`).sort()
      expect(told(again.plan.cuts)).toEqual(told(plan.cuts))
      expect([again.without, again.instead]).toEqual([[], []])
      compared++
    }
    expect(compared).toBeGreaterThan(6)
  })
  it('turned: the grams asked within a step of each part, in proportion, never more than stock, never a strip on another', () => {
    const random = seeded(5)
    const mix = own([
      { zoneId: 'threeNine', place: 'Sides', materialId: 'tungsten', kind: 'tape', massG: 4, edges: 2 },
      { zoneId: 'butt', place: 'Butt', materialId: 'putty', kind: 'fill', massG: 6 },
    ])
    for (let trial = 0; trial < 30; trial++) {
      const by = 7 + 10 * random()
      const [{ plan }] = turnedOwn(request, 'mass', by, [mix])
      const end = withPieces(state, piecesOfAll(plan.cuts, materials, work), work.geometry)
      // One step of tape on both sides and edges is 0.42 g, one of putty 0.5 or 1 g.
      expect(Math.abs(mass(end) - mass(state) - by)).toBeLessThan(0.8)
      const at = massByPlace(plan.cuts, request)
      expect(Math.abs(at.get('threeNine')! - 0.4 * by)).toBeLessThan(0.9)
      expect(overlapsOf(plan.cuts, work)).toEqual([])
    }
    const few = materials.map((m) => ({ ...m, stock: m.id === 'tungsten' ? 15 : m.stock }))
    const [{ plan }] = turnedOwn({ ...request, materials: few }, 'mass', 20, [mix])
    expect(4 * (plan.cuts.find((c) => c.materialId === 'tungsten')?.amount ?? 0)).toBeLessThanOrEqual(15)
  })
  it('by swing weight as well; what is missing here is named, another material of its kind stands in', () => {
    const mix = own([
      { zoneId: 'tip', place: 'Tip', materialId: 'gone', kind: 'tape', massG: 2, edges: 2 },
      { zoneId: 'heel', place: 'Heel', materialId: 'putty', kind: 'fill', massG: 2 },
    ])
    const [{ plan, without, instead }] = turnedOwn(request, 'swingWeight', 6, [mix])
    expect(Math.abs(estimateOf(plan.result, 'swingWeight')!.value - estimateOf(state, 'swingWeight')!.value - 6)).toBeLessThan(1) // prettier-ignore
    expect(without.map((p) => p.zoneId)).toEqual(['heel'])
    expect(instead.map((i) => i.part.materialId)).toEqual(['gone'])
    expect(turnedOwn(request, 'mass', 6, [{ ...mix, sport: 'padel' }])).toEqual([])
  })
  it('a free strip and a grip are at no place that has a name', () => {
    const free = {
      id: 'a',
      materialId: 'tungsten',
      place: 'hoop' as const,
      zoneId: null,
      atCm: 9,
      amount: 6,
      layerCm: 20,
    }
    const grip = {
      id: 'b',
      materialId: 'leather',
      place: 'grip' as const,
      zoneId: 'grip',
      atCm: 0,
      amount: 1,
      layerCm: 1,
    }
    expect(partsOfBuild([free, grip], materials, work)).toEqual({ parts: [], nowhere: 2 })
  })
})
