import { describe, expect, it } from 'vitest'
import { frameState } from '../../frame/state.ts'
import { normal, seeded } from '../../numerics/random.ts'
import { QUANTITIES } from '../../quantities/units.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER, usualRequest } from '../fixtures/fixtures.ts'
import { STRUNG } from '../../frame/fixtures.ts'
import { stockOf } from '../../cuts/cut.ts'
import { planSet } from './planSet.ts'
import { RIVAL_MINUTES, type SetFrame } from './set.ts'
import { bestPair } from './pair.ts'
import { planSpace } from '../solve/plan.ts'
import { addMoments, NO_MOMENTS, type Moments } from '../../cuts/moments.ts'
import type { Cut } from '../../cuts/cut.ts'
import { overlapsOf } from '../../cuts/overlap.ts'
import { OPEN_LIMITS } from '../problem/request.ts'
import { USUAL_MINUTES, workOfCuts } from '../problem/work.ts'

/** Frames of one model as they come: apart by a gram, a millimetre, two units (a seeded batch). */
function batch(count: number, seed: number, change: Parameters<typeof usualRequest>[0] = {}): SetFrame[] {
  const n = normal(seeded(seed))
  return Array.from({ length: count }, (_, i) => ({
    id: `unit-${i + 1}`,
    request: usualRequest({
      state: frameState(
        {
          mass: { value: 305 + 1.2 * n(), u: 0.1 },
          balance: { value: 32.4 + 0.1 * n(), u: 0.03 },
          swingWeight: { value: 300 + 1.8 * n(), u: 0.5 },
          twistWeight: { value: 13.4 + 0.12 * n(), u: 0.08 },
        },
        10.16,
      ),
      ...change,
    }),
  }))
}

/** What frames with few places ask at least to be alike, by trying every way of each with every way of the others, apart from any search. */
function leastOfAllWays(frames: readonly SetFrame[]): number {
  interface Way {
    minutes: number
    used: Map<string, number>
    numbers: Record<(typeof QUANTITIES)[number], number>
  }
  const { materials, work, limits } = frames[0].request
  const waysOf = ({ request }: SetFrame): Way[] => {
    const { choices } = planSpace({ ...request, target: { mass: { value: 305, tolerance: 1 } } })
    const groups = [...new Set(choices.map((c) => c.group))]
    const ways: Way[] = []
    const s = request.state
    const go = (g: number, effect: Moments, cuts: Cut[]): void => {
      if (g === groups.length) {
        const mass = s.massG! + effect.massG
        const numbers = {
          mass,
          balance: (s.massG! * s.balanceCm! + effect.moment) / mass,
          swingWeight: s.swingWeightKgCm2! + effect.swing,
          twistWeight: s.twistWeightKgCm2! + effect.twist,
        }
        const minutes = Math.ceil(workOfCuts(cuts, materials, work, limits.minutes).minutes - 1e-4)
        ways.push({ minutes, used: stockOf(cuts, materials, work), numbers })
        return
      }
      go(g + 1, effect, cuts)
      for (const choice of choices)
        if (choice.group === groups[g])
          for (let n = choice.least; n <= choice.upper; n++)
            go(g + 1, addMoments(effect, choice.momentsOf(n)), [...cuts, choice.cutFor(n)])
    }
    go(0, NO_MOMENTS, [])
    return ways.sort((a, b) => a.minutes - b.minutes)
  }
  const all = frames.map(waysOf)
  let least = Infinity
  const together = (i: number, chosen: Way[], minutes: number): void => {
    if (minutes >= least) return
    const ends = (q: (typeof QUANTITIES)[number]) => {
      const values = chosen.map((way) => way.numbers[q])
      return [Math.min(...values), Math.max(...values)]
    }
    if (QUANTITIES.some((q) => ends(q)[1] - ends(q)[0] > tennis.tolerance[q] + 1e-9)) return
    if (i === frames.length) {
      const enough = materials.every(
        (m) => chosen.reduce((sum, way) => sum + (way.used.get(m.id) ?? 0), 0) <= m.stock + 1e-6,
      )
      const middle = (ends('mass')[0] + ends('mass')[1]) / 2
      const raised = frames.reduce((sum, f) => sum + Math.max(0, middle - f.request.state.massG!), 0)
      if (enough) least = Math.min(least, minutes + limits.minutes.gram * raised)
      return
    }
    for (const way of all[i]) {
      if (minutes + way.minutes >= least) break
      together(i + 1, [...chosen, way], minutes + way.minutes)
    }
  }
  together(0, [], 0)
  return least
}

describe('a set of frames', () => {
  it.each([1, 2])(
    'seed %i: lands alike, no two apart by more than a tolerance, and asks no less than its bound',
    (seed) => {
      const frames = batch(4, seed)
      const set = planSet(frames, { kind: 'common' })
      expect(set.reached && set.inStock).toBe(true)
      for (const { quantity, after, tolerance } of set.spread) {
        const values = set.plans.map(({ plan }) => numberOf(plan.result, quantity))
        expect(Math.max(...values) - Math.min(...values)).toBeCloseTo(after, 9)
        expect(after).toBeLessThanOrEqual(tolerance + 1e-6)
      }
      // Strips as a hand cuts them: none over another's, each frame's minutes those of its cut list.
      for (const [i, { plan }] of set.plans.entries()) {
        const { work, materials, limits } = frames[i].request
        expect(overlapsOf(plan.cuts, work)).toEqual([])
        const asked = workOfCuts(plan.cuts, materials, work, limits.minutes)
        expect(plan.score.minutes).toBeCloseTo(asked.minutes, 9)
        expect(asked.lengths).toBeLessThanOrEqual(2)
      }
      expect(set.effort).toBeGreaterThanOrEqual(set.leastEffort - 1e-6)
      expect(set.proven).toBe(true)
      expect(set.effort).toBeLessThanOrEqual(set.leastEffort + RIVAL_MINUTES * 4 + 1e-9)
    },
  )

  /** Two or three frames, two places, two materials: so few ways that all can be gone through. One in three has too little putty for all to take what they like. */
  function few(seed: number, gram: number): SetFrame[] {
    const zones = tennis.zones
      .filter((z) => z.id === 'tip' || z.id === 'butt')
      .map((z) => ({ ...z, edges: 1 as const, capacityCm: 6, maxLayers: 1 }))
    const materials = DRAWER.filter((m) => m.id === 'lead-half' || m.id === 'putty').map((m) =>
      m.id === 'putty' && seed % 3 === 0 ? { ...m, stock: 7 } : m,
    )
    return batch(2 + (seed % 2), seed, {
      materials,
      work: { geometry: tennis.geometry, condition: STRUNG, profile: { ...tennis, zones } },
      limits: { ...OPEN_LIMITS, minutes: { ...USUAL_MINUTES, gram } },
    })
  }

  it('asks the least that any way asks, by going through all ways of two and three frames at two places', () => {
    let reached = 0
    let short = 0
    for (let seed = 20; seed < 50; seed++) {
      // What a gram is worth is the shop's to say.
      const gram = [1, 0, 3, 1][seed % 4]
      const frames = few(seed, gram)
      const least = leastOfAllWays(frames)
      const set = planSet(frames, { kind: 'common' })
      expect(set.reached && set.inStock, `seed ${seed}`).toBe(Number.isFinite(least))
      if (!Number.isFinite(least)) continue
      reached++
      if (seed % 3 === 0) short++
      // The dearer a gram the nearer a proof must come in mass: not every one ends.
      if (gram <= 1) expect(set.proven, `seed ${seed}`).toBe(true)
      expect(set.leastEffort).toBeLessThanOrEqual(least + 1e-6)
      expect(set.effort).toBeGreaterThanOrEqual(least - 1e-6)
      expect(set.effort).toBeLessThanOrEqual(least + RIVAL_MINUTES * frames.length + 1e-6)
    }
    expect(reached).toBeGreaterThan(8)
    expect(short).toBeGreaterThan(1)
  })

  it('all to the heaviest: its numbers are the target, and it gets nothing', () => {
    const frames = batch(3, 8)
    const heaviest = frames.reduce((a, b) => (b.request.state.massG! > a.request.state.massG! ? b : a))
    const set = planSet(frames, { kind: 'heaviest' })
    expect(set.target.mass!.value).toBe(heaviest.request.state.massG)
    expect(set.plans.find((p) => p.id === heaviest.id)!.plan.cuts).toEqual([])
  })

  it('to given numbers: every frame to them, each tolerance halved', () => {
    const target = { mass: { value: 312, tolerance: 1 }, swingWeight: { value: 308, tolerance: 2 } }
    const set = planSet(batch(3, 9), { kind: 'given', target })
    expect(set.reached).toBe(true)
    for (const { plan } of set.plans) {
      expect(Math.abs(plan.result.massG! - 312)).toBeLessThanOrEqual(0.5 + 1e-9)
      expect(Math.abs(plan.result.swingWeightKgCm2! - 308)).toBeLessThanOrEqual(1 + 1e-9)
    }
  })

  it('one drawer for all: together they take no more of a roll than there is, or it says so', () => {
    const target = { mass: { value: 314, tolerance: 1 } }
    const short = DRAWER.filter((m) => m.id === 'lead-half').map((m) => ({ ...m, stock: 60 }))
    const frames = batch(3, 10, { materials: short })
    const set = planSet(frames, { kind: 'given', target })
    const taken = stockOf(
      set.plans.flatMap(({ plan }) => plan.cuts),
      short,
      frames[0].request.work,
    )
    expect(set.inStock).toBe((taken.get('lead-half') ?? 0) <= 60)
    // Some 8 g a frame want 120 cm of it in all; any one of them could have its own.
    expect(Math.min(...frames.map((f) => 314 - f.request.state.massG!)) * 3).toBeGreaterThan(60 * 0.2)
    expect(set.inStock && set.reached).toBe(false)
  })
})

describe('which two of several', () => {
  it('the pair that asks least of all pairs, by a minute', () => {
    const frames = batch(5, 12)
    const [first, ...others] = bestPair(frames, { kind: 'common' })
    expect(first.plan!.reached).toBe(true)
    expect(others).toHaveLength(9)
    for (const pair of others) {
      const two = frames.filter((f) => pair.ids.includes(f.id))
      expect(pair.leastEffort).toBeLessThanOrEqual(planSet(two, { kind: 'common' }).effort + 1e-6)
      if (pair.plan?.reached) expect(pair.plan.effort).toBeGreaterThanOrEqual(first.plan!.effort - 1e-9)
      else expect(pair.leastEffort).toBeGreaterThan(first.plan!.effort - 2 * RIVAL_MINUTES - 1e-9)
    }
  })
})

function numberOf(state: ReturnType<typeof frameState>, quantity: (typeof QUANTITIES)[number]): number {
  const field = {
    mass: state.massG,
    balance: state.balanceCm,
    swingWeight: state.swingWeightKgCm2,
    twistWeight: state.twistWeightKgCm2,
  }
  return field[quantity]!
}
