import { describe, expect, it } from 'vitest'
import { varianceAlong } from '../numerics/covariance.ts'
import { seeded } from '../numerics/random.ts'
import { AIM_QUANTITIES } from '../quantities/units.ts'
import { usualRequest } from './fixtures/fixtures.ts'
import { NO_CONSTRAINT, planSpace, programmeFor } from './solve/plan.ts'
import { OPEN_LIMITS } from './problem/request.ts'
import { Directions, rowSums } from './strips/directions.ts'
import { Doubts } from './strips/doubts.ts'
import type { Pattern } from './strips/patterns.ts'
import { cappedMass, Nearest } from './strips/nearest.ts'
import { StripSearch } from './strips/search.ts'
import { shelfOfChoices } from './strips/shelf.ts'
import { boxAlong, reachAlong, stageRegion, stagesOf, type KnownAim } from './strips/stages.ts'
import {
  searchAims,
  chanceLost,
  chanceLostFrom,
  leastVariance,
  sumsOf,
  valueFrom,
  varianceFrom,
} from './strips/sums.ts'
import { mostOf, sumAlong } from './strips/windows.ts'

const FOUR = {
  mass: { value: 308, tolerance: 1 },
  balance: { value: 32.4, tolerance: 0.2 },
  swingWeight: { value: 318, tolerance: 2 },
  twistWeight: { value: 13.6, tolerance: 0.3 },
}

/** Aims as a frame might be read, some well and some badly. */
function randomAims(random: () => number): KnownAim[] {
  return AIM_QUANTITIES.slice(0, 2 + Math.floor(3 * random())).map((quantity) => {
    const u = 0.05 + 0.6 * random()
    return { quantity, target: 1, tolerance: 1, weight: [1 / 3, 1, 3][Math.floor(3 * random())], u, leastU: u }
  })
}

describe('stages of a search', () => {
  it('hold every landing that gives up no more: by the chance itself, and along any sum of the numbers', () => {
    const random = seeded(41)
    let inside = 0
    for (let n = 0; n < 300; n++) {
      const aims = randomAims(random)
      const stages = stagesOf(aims, 0)
      const most =
        1 -
        chanceLost(
          aims.map((aim) => ({ ...aim, off: 0 })),
          1,
        )
      for (let k = 0; k < 20; k++) {
        const offs = aims.map(() => 2 * random() - 1)
        const lost = chanceLost(
          aims.map((aim, i) => ({ ...aim, off: offs[i] })),
          most,
        )
        const worst = Math.max(...offs.map(Math.abs))
        for (const stage of stages) {
          if (lost > 1 - Math.exp(-stage.mostLost) - 1e-9 || worst > stage.placed) continue
          inside++
          const region = stageRegion(stage, aims)!
          offs.forEach((off, i) => expect(Math.abs(off)).toBeLessThanOrEqual(region.shares[i] + 1e-9))
          const weights = aims.map(() => 2 * random() - 1)
          const at = weights.reduce((sum, w, i) => sum + w * offs[i], 0)
          expect(Math.abs(at)).toBeLessThanOrEqual(reachAlong(region, weights) + 1e-9)
          expect(reachAlong(region, weights)).toBeLessThanOrEqual(boxAlong(region, weights) + 1e-12)
        }
      }
    }
    expect(inside).toBeGreaterThan(2000)
  })

  it('give up what the next one does not: minutes rise from stage to stage, and the last holds all that reaches', () => {
    const aims = randomAims(seeded(3))
    const stages = stagesOf(aims, 1)
    expect(stages.map((s) => s.givenUp)).toEqual([...stages.map((s) => s.givenUp)].sort((a, b) => a - b))
    expect(stageRegion(stages.at(-1)!, aims)!.shares).toEqual(aims.map(() => 1))
  })

  it('a number that nothing can make likely enough closes a stage', () => {
    const aim: KnownAim = { quantity: 'mass', target: 1, tolerance: 1, weight: 1, u: 0.2, leastU: 2 }
    const [middle, , , , all] = stagesOf([{ ...aim, leastU: 0.2 }], 0)
    expect(stageRegion(middle, [aim])).toBeNull()
    expect(stageRegion(all, [aim])).not.toBeNull()
  })
})

describe('what plans of some places can do at most', () => {
  const request = usualRequest({ target: FOUR })
  const space = planSpace(request)
  const search = new StripSearch(programmeFor(space, NO_CONSTRAINT), space.menu())
  const random = seeded(7)
  const pick = (places: readonly number[]): Pattern[] =>
    places.map((s) => {
      const { patterns } = search.shelves[s].group
      return patterns[Math.floor(patterns.length * random())]
    })
  const somePlaces = () => [...search.shelves.keys()].filter(() => random() < 0.5).slice(0, 5)

  it('lies between the ends of every direction that is looked along', () => {
    let looked = 0
    const directions = new Directions(search.windows, search.shelves)
    for (let n = 0; n < 60; n++) {
      const places = somePlaces()
      const patterns = pick(places)
      for (const { weights, from, low, high } of [...directions.windows, ...directions.beside(places)]) {
        const at = search.windows.reduce(
          (sum, w, q) => sum + (weights[q] * patterns.reduce((all, p) => all + sumAlong(w, p.sums), w.from)) / w.half,
          0,
        )
        expect(at).toBeGreaterThanOrEqual(places.reduce((sum, s) => sum + low[s], from) - 1e-9)
        expect(at).toBeLessThanOrEqual(places.reduce((sum, s) => sum + high[s], from) + 1e-9)
        expect(weights.reduce((sum, w) => sum + Math.abs(w), 0)).toBeCloseTo(1, 12)
        looked++
      }
    }
    expect(looked).toBeGreaterThan(1000)
  })

  it('leaves the numbers at least as unsure as is reckoned', () => {
    const base = Float64Array.of(300, 300 * 32, 300, 13, 0)
    const groups = search.shelves.map((s) => s.group)
    const aims: KnownAim[] = (['mass', 'swingWeight', 'twistWeight'] as const).map((quantity) => ({
      quantity,
      target: FOUR[quantity].value,
      tolerance: FOUR[quantity].tolerance,
      weight: 1,
      u: 0.05,
      leastU: 0.05,
    }))
    const most = mostOf(aims, base, groups).mass
    const doubts = new Doubts(aims, base, groups, most)
    let reached = 0
    for (let n = 0; n < 4000; n++) {
      const places = somePlaces()
      const patterns = pick(places)
      aims.forEach((aim, i) => {
        const a = { mass: 0, swingWeight: 2, twistWeight: 3 }[aim.quantity as 'mass']
        const brings = patterns.reduce((sum, p) => sum + p.sums[a], 0)
        if (Math.abs(base[a] + brings - aim.target) > aim.tolerance) return
        reached++
        const really = patterns.reduce((sum, p) => sum + leastVariance(aim, p.uncertainty.covariance, most), 0)
        expect(really).toBeGreaterThanOrEqual(doubts.addedTo(i, places, 1) - 1e-12)
      })
    }
    expect(reached).toBeGreaterThan(200)
  })

  it('breaks a bound on grams only where its sum says so', () => {
    const capped = usualRequest({ target: FOUR, limits: { ...OPEN_LIMITS, capG: 9 } })
    const row = programmeFor(planSpace(capped), NO_CONSTRAINT).rows.find((r) => r.bound.kind === 'cap')!
    const [sum] = rowSums([row], search.shelves, shelfOfChoices(search.shelves))
    let broken = 0
    for (let n = 0; n < 300; n++) {
      const places = somePlaces()
      const patterns = pick(places)
      const grams = patterns.reduce((all, p) => all + p.addedG, 0)
      const at = patterns.reduce((all, p, i) => {
        const kin = search.shelves[places[i]].kin.find((k) => k.patterns.includes(p))!
        return all + sum.of(kin).each[kin.patterns.indexOf(p)]
      }, sum.from)
      expect(Math.abs(at) <= sum.half + 1e-9).toBe(grams <= 9 + 1e-9)
      if (grams > 9) broken++
      const [least, most] = sum.reach(places)
      expect(at).toBeGreaterThanOrEqual(least - 1e-9)
      expect(at).toBeLessThanOrEqual(most + 1e-9)
    }
    expect(broken).toBeGreaterThan(30)
  })

  it('leaves every number at least as far outside as is reckoned, under a cap on the whole frame too', () => {
    const far = { ...FOUR, mass: { value: 325, tolerance: 1 } }
    const capped = usualRequest({ target: far, limits: { ...OPEN_LIMITS, capTotalG: 318 } })
    const space = planSpace(capped)
    const programme = programmeFor(space, NO_CONSTRAINT)
    const near = new StripSearch(programme, space.menu())
    const groups = near.shelves.map((s) => s.group)
    const base = sumsOf(capped.state)
    const aims = searchAims(capped)
    const cap = cappedMass(base[0], programme.rows, groups)
    expect(cap).toBeGreaterThanOrEqual(318)
    expect(near.leastWorst).toBeGreaterThanOrEqual(325 - cap)
    const nearest = new Nearest(near.windows, near.directions.windows, cap - 325)
    let kept = 0
    for (let n = 0; n < 3000; n++) {
      const places = [...near.shelves.keys()].filter(() => random() < 0.15)
      const patterns = places.map((s) => groups[s].patterns[Math.floor(groups[s].patterns.length * random())])
      const sums = base.map((v, a) => v + patterns.reduce((all, p) => all + p.sums[a], 0))
      if (sums[0] > 318) continue
      kept++
      const off = aims.map((aim) => valueFrom(aim.quantity, sums, capped.state.axisCm) - aim.target)
      const outside = near.windows.map((w) => {
        const i = aims.findIndex((aim) => aim.quantity === w.quantity)
        return Math.max(0, Math.abs(off[i]) / aims[i].tolerance - 1)
      })
      nearest.outside(places).forEach((o, q) => expect(outside[q]).toBeGreaterThanOrEqual(o - 1e-9))
      // And within the bounds of what is as good as itself, along every direction.
      const slack = outside.reduce((all, o, q) => all + near.windows[q].weight * o, 0)
      const bounds = nearest.boundsFor(places, () => slack + 1e-9)!
      for (const direction of near.directions.windows) {
        const at = near.windows.reduce(
          (all, w, q) =>
            all + (direction.weights[q] * patterns.reduce((x, p) => x + sumAlong(w, p.sums), w.from)) / w.half,
          0,
        )
        expect(Math.abs(at)).toBeLessThanOrEqual(bounds.along(direction) + 1e-6)
      }
    }
    expect(kept).toBeGreaterThan(300)
  })

  it('leaves a chance that is reckoned from the sums as it is from the slopes of every number', () => {
    const { axisCm } = request.state
    const sums = [312, 312 * 32.5, 318, 13.7, 6]
    const unsure = Array.from({ length: 5 }, () => Array.from({ length: 5 }, () => (random() - 0.5) * 0.3))
    // A covariance is a product of something with itself.
    const covariance = sums.map((_, a) => sums.map((_, b) => unsure.reduce((all, r) => all + r[a] * r[b], 0)))
    for (const quantity of AIM_QUANTITIES) {
      const slope = sums.map((v, a) => {
        const by = (d: number) => valueFrom(quantity, sums.with(a, v + d), axisCm)
        return (by(1e-4) - by(-1e-4)) / 2e-4
      })
      const variance = varianceFrom(quantity, sums, covariance.flat(), axisCm)
      expect(variance / varianceAlong(slope, covariance), quantity).toBeCloseTo(1, 5)
      const aim = { quantity, target: valueFrom(quantity, sums, axisCm) - 0.1, tolerance: 0.2, weight: 2 }
      const told = chanceLost([{ ...aim, off: 0.1, u: Math.sqrt(variance) }], 0.9)
      expect(chanceLostFrom([aim], sums, covariance.flat(), axisCm, 0.9)).toBeCloseTo(told, 9)
    }
  })
})
