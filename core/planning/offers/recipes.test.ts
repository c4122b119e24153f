import { describe, expect, it } from 'vitest'
import { estimateOf } from '../../frame/state.ts'
import { withPieces } from '../../frame/pieces.ts'
import { piecesOfAll } from '../../cuts/pieces.ts'
import { seeded } from '../../numerics/random.ts'
import { PROFILES } from '../../sports/sports.ts'
import { tennis } from '../../sports/tennis.ts'
import { usualRequest } from '../fixtures/fixtures.ts'
import { massByPlace } from './whereabouts.ts'
import { RECIPES, turnedRecipes } from './recipes.ts'

const { target: _none, ...bare } = usualRequest()
const request = { ...bare, target: {} }
const value = (state: Parameters<typeof estimateOf>[0], q: 'mass' | 'balance' | 'swingWeight') =>
  estimateOf(state, q)!.value

describe('recipes', () => {
  it('add the grams that are asked and keep what they promise, at any turn of the knob', () => {
    const random = seeded(4)
    for (let trial = 0; trial < 12; trial++) {
      const by = 3 + 11 * random()
      const turned = turnedRecipes(request, 'mass', by)
      expect(turned.length).toBeGreaterThanOrEqual(7)
      for (const { recipe, plan } of turned) {
        if (!plan.reached || recipe.heavierGrip) continue
        // By the cuts themselves, put on the frame.
        const end = withPieces(request.state, piecesOfAll(plan.cuts, request.materials, request.work), tennis.geometry)
        expect(Math.abs(value(end, 'mass') - value(request.state, 'mass') - by), recipe.id).toBeLessThanOrEqual(
          0.5 + 1e-9,
        )
        for (const q of recipe.keeps)
          if (q === 'balance')
            expect(Math.abs(value(end, q) - value(request.state, q)), recipe.id).toBeLessThanOrEqual(0.1 + 1e-9)
        for (const cut of plan.cuts) expect(recipe.zoneIds).toContain(cut.zoneId)
      }
      // Those that keep the balance use both ends of it.
      for (const id of ['bevelsTenTwo', 'buttTip'])
        expect(turned.find((t) => t.recipe.id === id)?.plan.cuts.length ?? 2, id).toBe(2)
    }
  })
  it('second step of handle first: as many grams at 10 and 2 as in the handle', () => {
    const { plan } = turnedRecipes(request, 'mass', 10).find((t) => t.recipe.id === 'handleThenHead')!
    const at = massByPlace(plan.cuts, request)
    const head = at.get('tenTwo') ?? 0
    expect(plan.reached).toBe(true)
    expect(Math.abs(head - ([...at.values()].reduce((a, b) => a + b, 0) - head))).toBeLessThanOrEqual(0.75 + 1e-9)
    expect(head).toBeGreaterThan(4)
  })
  it('turn by swing weight as well', () => {
    for (const { recipe, plan } of turnedRecipes(request, 'swingWeight', 8)) {
      if (!plan.reached) continue
      expect(Math.abs(value(plan.result, 'swingWeight') - 308), recipe.id).toBeLessThanOrEqual(1 + 1e-9)
    }
  })
  it('a heavier grip comes as it weighs', () => {
    const grip = turnedRecipes(request, 'mass', 8).find((t) => t.recipe.heavierGrip)!
    expect(grip.plan.cuts.map((c) => c.materialId)).toEqual(['leather'])
    expect(grip.plan.result.massG! - request.state.massG!).toBeCloseTo(25 - tennis.layers.grips.base.massG, 9)
  })
  it('tape that is cut in quarters of an inch comes in quarters of an inch', () => {
    const inches = {
      ...request,
      materials: request.materials.map((m) => (m.kind === 'tape' ? { ...m, step: 0.635 } : m)),
    }
    const cuts = turnedRecipes(inches, 'mass', 9).flatMap((t) => t.plan.cuts)
    const strips = cuts.filter((c) => request.materials.find((m) => m.id === c.materialId)!.kind === 'tape')
    expect(strips.length).toBeGreaterThan(6)
    for (const cut of strips) expect(Math.abs(cut.amount / 0.635 - Math.round(cut.amount / 0.635))).toBeLessThan(1e-6)
  })
  it('name places that some sport has, each once', () => {
    expect(new Set(RECIPES.map((r) => r.id)).size).toBe(RECIPES.length)
    const known = Object.values(PROFILES).flatMap((p) => [...p.zones, ...p.moreZones].map((z) => z.id))
    for (const recipe of RECIPES) for (const id of recipe.zoneIds) expect(known).toContain(id)
  })
})
