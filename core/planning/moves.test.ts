import { describe, expect, it } from 'vitest'
import { conditionWithout } from '../cuts/items.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { withPieces } from '../frame/pieces.ts'
import { conditionPieces, NOTHING_ON, type AddedMass, type Condition } from '../frame/condition.ts'
import { estimateOf, frameState, type FrameState } from '../frame/state.ts'
import { seeded } from '../numerics/random.ts'
import { padel } from '../sports/padel.ts'
import { spotCm } from '../cuts/zones.ts'
import { planUnder } from './offers/alternatives.ts'
import { turnedRecipes } from './offers/recipes.ts'
import { around, OPEN_LIMITS, type PlanLimits, type PlanRequest } from './problem/request.ts'
import { heuristicPlan, NO_CONSTRAINT, optimalPlan, planSpace } from './solve/plan.ts'

const HOLES = padel.zones.filter((zone) => zone.holes)
/** A pair of modules in a hole. */
function inHole(id: string, massG: number, zoneId: string): AddedMass {
  const zone = HOLES.find((z) => z.id === zoneId)!
  return { id, name: id, massG, atCm: spotCm(zone, padel.geometry), offAxisCm: zone.spot!.offCm, zoneId }
}
const STATE: FrameState = frameState(
  {
    mass: { value: 365, u: 0.1 },
    balance: { value: 26, u: 0.03 },
    swingWeight: { value: 140, u: 0.3 },
    twistWeight: { value: 15, u: 0.05 },
  },
  10.16,
)
const QUANTITIES = ['mass', 'balance', 'swingWeight', 'twistWeight'] as const
const TOLERANCE = { mass: 0.5, balance: 0.06, swingWeight: 0.9, twistWeight: 0.15 }

function requestFor(added: AddedMass[], aim: FrameState, limits: Partial<PlanLimits> = {}): PlanRequest {
  const condition: Condition = { ...NOTHING_ON, grip: 'base', added }
  return {
    state: STATE,
    work: { geometry: padel.geometry, condition, profile: padel },
    target: Object.fromEntries(
      QUANTITIES.map((q) => [q, { value: estimateOf(aim, q)!.value, tolerance: TOLERANCE[q] }]),
    ),
    materials: [],
    limits: { ...OPEN_LIMITS, mayTakeOff: true, ...limits },
    fixedCuts: [],
  }
}

/** Every way in which items can be left, moved or taken off, two pairs at most in a hole. */
function* ways(items: readonly AddedMass[]): Generator<AddedMass[]> {
  if (items.length === 0) {
    yield []
    return
  }
  const [first, ...rest] = items
  for (const others of ways(rest)) {
    yield others
    for (const hole of HOLES) {
      if (others.filter((o) => o.zoneId === hole.id).length < 2)
        yield [inHole(first.id, first.massG, hole.id), ...others]
    }
  }
}
const stateWith = (from: AddedMass[], to: AddedMass[]) =>
  withPieces(
    STATE,
    conditionPieces({ ...NOTHING_ON, grip: 'base', added: from }, { ...NOTHING_ON, grip: 'base', added: to }, padel.geometry, padel),
    padel.geometry,
  ) // prettier-ignore

describe('modules moved from hole to hole', () => {
  it('finds what was really done, wherever nothing simpler does it: against every way there is', () => {
    const random = seeded(11)
    const pickOf = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]
    let moved = 0
    for (let trial = 0; trial < 40; trial++) {
      const items: AddedMass[] = []
      for (const [i, massG] of [2, 4, 6.5].entries()) {
        const open = HOLES.filter((hole) => items.filter((item) => item.zoneId === hole.id).length < 2)
        items.push(inHole(`m${i}`, massG, pickOf(open).id))
      }
      const all = [...ways(items)]
      const hidden = pickOf(all)
      const request = requestFor(items, stateWith(items, hidden))
      const plan = optimalPlan(planSpace(request), NO_CONSTRAINT)
      expect(plan.proven, `trial ${trial}`).toBe(true)
      expect(plan.reached, `trial ${trial}`).toBe(true)
      // What the plan leaves on the frame, by its own words.
      const changed = (way: AddedMass[]) => items.filter((item) => way.find((w) => w.id === item.id)?.zoneId !== item.zoneId).length // prettier-ignore
      const inside = all.filter((way) => {
        const end = stateWith(items, way)
        return QUANTITIES.every((q) => Math.abs(estimateOf(end, q)!.value - request.target[q]!.value) <= TOLERANCE[q])
      })
      expect(plan.cuts.length).toBeLessThanOrEqual(Math.max(...inside.map(changed)))
      for (const hole of HOLES) {
        const leaving = plan.cuts.filter((cut) => items.find((i) => cut.materialId.endsWith(`:${i.id}`))?.zoneId === hole.id).length // prettier-ignore
        const coming = plan.cuts.filter((cut) => cut.zoneId === hole.id).length
        expect(items.filter((i) => i.zoneId === hole.id).length - leaving + coming).toBeLessThanOrEqual(2)
      }
      expect(new Set(plan.cuts.map((cut) => cut.materialId.split(':')[1])).size).toBe(plan.cuts.length)
      moved += plan.cuts.filter((cut) => cut.materialId.startsWith('moved:')).length
    }
    expect(moved).toBeGreaterThan(30)
  })
  it('is offered as a way of its own where something sits in a hole, with modules of the drawer beside it', () => {
    const items = [inHole('a', 4, 'holesTip')]
    const aim = stateWith(items, [inHole('a', 4, 'holesSides'), inHole('b', 4, 'holesHeart')])
    const materials: Material[] = [
      { ...PLAIN_MATERIAL, id: 'module', name: 'Module', kind: 'weight', unitMassG: 2, stock: 8, zoneIds: HOLES.map((z) => z.id) },
      { ...PLAIN_MATERIAL, id: 'lead', name: 'Lead', kind: 'tape', unitMassG: 0.1, step: 0.5, widthCm: 0.6, stock: 400, lead: true },
    ] // prettier-ignore
    const space = planSpace({ ...requestFor(items, aim), materials })
    const best = heuristicPlan(space, NO_CONSTRAINT)
    const under = planUnder('modules', space, best)
    expect('plan' in under && under.plan.reached).toBe(true)
    if ('plan' in under)
      // Both weigh the same: it does not matter which goes where.
      expect([under.plan.cuts.map((c) => c.materialId).sort(), under.plan.cuts.map((c) => c.zoneId).sort()]).toEqual([
        ['module', 'moved:a'],
        ['holesHeart', 'holesSides'],
      ])
    const none = planSpace({ ...requestFor([], aim), materials })
    expect(planUnder('modules', none, best)).toEqual({ leftOut: { id: 'modules', reason: 'nothingToUse' } })
    // Where it may not be moved, it is not.
    const held = planSpace(requestFor(items, aim, { mayMove: false }))
    expect(held.choices.map((c) => c.id)).toEqual(['off:a'])
  })
  it('a full hole is open for what comes once something has left it; what stays where it is said takes its room', () => {
    const items = [inHole('a', 4, 'holesTip'), inHole('b', 4, 'holesSides'), inHole('c', 4, 'holesSides')]
    const request = { ...requestFor(items, STATE), target: {} }
    const space = planSpace(request)
    const intoSides = space.choices.filter((c) => c.zoneId === 'holesSides')
    expect(intoSides.map((c) => c.id)).toEqual(['moved:a-holesSides'])
    // Locked: `a` goes to the sides. Of it nothing is chosen any more, and there is no room for others.
    const fixed = planSpace(around(request, [intoSides[0].cutFor(1)]))
    expect(fixed.choices.some((c) => c.id.includes(':a'))).toBe(false)
    expect(fixed.rooms.find((r) => r.zone.id === 'holesSides')!.room).toBe(-1)
  })
  it('as a recipe it turns swing weight with no gram more, and is not there for grams', () => {
    const items = [inHole('a', 4, 'holesHeart'), inHole('b', 2, 'holesTip')]
    const request = { ...requestFor(items, STATE), target: {} }
    const turned = turnedRecipes(request, 'swingWeight', 4).find((t) => t.recipe.id === 'modulesMoved')!
    expect(turned.plan.cuts.map((c) => [c.materialId, c.zoneId])).toEqual([['moved:a', 'holesTip']])
    expect(turned.plan.result.massG).toBeCloseTo(365, 9)
    expect(turnedRecipes(request, 'mass', 4).some((t) => t.recipe.id === 'modulesMoved')).toBe(false)
    expect(conditionWithout(request.work.condition, 'off:a', 1).added.map((a) => a.id)).toEqual(['b'])
  })
})
