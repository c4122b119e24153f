import { beforeAll, describe, expect, it } from 'vitest'
import { DIFFERENT_SHARE, SOUGHT_WAYS } from '#core/planning/offers/alternatives.ts'
import { massByPlace, massWhere, shareElsewhere } from '#core/planning/offers/whereabouts.ts'
import type { Solve } from '#core/planning/model/linear.ts'
import { inHole } from '#core/cuts/items.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { frameState } from '#core/frame/state.ts'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { padel } from '#core/sports/padel.ts'
import { realSolver, usualRequest } from '#core/planning/fixtures/fixtures.ts'
import { planWorkerWith } from './worker.ts'
import type { PlanNews, PlanWithChance } from './protocol.ts'
import { planTogether } from './session.ts'

let solve: Solve
let byTwo: PlanNews[]
beforeAll(async () => {
  solve = await realSolver()
  byTwo = await newsOf(2)
})
async function newsOf(workers: number, request = usualRequest()): Promise<PlanNews[]> {
  const news: PlanNews[] = []
  await planTogether(
    Array.from({ length: workers }, () => planWorkerWith(() => Promise.resolve(solve))),
    request,
    () => Promise.resolve([]),
    (item) => news.push(item),
  )
  return news
}

describe('planning by several workers', () => {
  it('tells a good plan first, then the proven one, every alternative or why not, the curve, and that it is done', () => {
    const news = byTwo
    const kinds = news.map((item) => item.kind)
    expect(kinds.slice(0, 2)).toEqual(['quick', 'best'])
    expect(kinds.slice(-1)).toEqual(['done'])
    expect(kinds).toEqual(expect.arrayContaining(['curve', 'workCurve']))
    expect(kinds.filter((k) => k === 'alternative' || k === 'leftOut')).toHaveLength(SOUGHT_WAYS.length)
    const progress = news.flatMap((item) => (item.kind === 'progress' ? [item.part / item.parts] : []))
    expect(progress).toEqual([...progress].sort((a, b) => a - b))
    expect(progress.at(-1)).toBe(1)
    const request = usualRequest()
    const plans = news.flatMap((item): PlanWithChance[] =>
      item.kind === 'best' ? [item] : item.kind === 'alternative' ? [item.alternative] : [],
    )
    expect(plans.length).toBeGreaterThanOrEqual(5)
    for (const [i, { plan, chance }] of plans.entries()) {
      expect(plan.proven).toBe(true)
      expect(chance.all).toBeGreaterThan(0)
      expect(chance.all).toBeLessThanOrEqual(Math.min(...Object.values(chance.each)))
      for (const other of plans.slice(0, i)) {
        const elsewhere = shareElsewhere(massWhere(plan.cuts, request), massWhere(other.plan.cuts, request))
        const lead = (p: typeof plan) => p.cuts.some((c) => c.materialId.startsWith('lead'))
        expect(elsewhere >= DIFFERENT_SHARE || lead(plan) !== lead(other.plan)).toBe(true)
      }
    }
  })
  it('one that is kept apart from another asks little more than that one', () => {
    const offered = byTwo.flatMap((item) => (item.kind === 'alternative' ? [item.alternative] : []))
    const best = byTwo.flatMap((item) => (item.kind === 'best' ? [item.plan] : []))[0]
    const apart = offered.filter((alternative) => alternative.apartFrom)
    expect(apart.length).toBeGreaterThan(0)
    for (const { plan, apartFrom } of apart) {
      const like = apartFrom === 'best' ? best : offered.find(({ id }) => id === apartFrom)!.plan
      expect(plan.score.minutes).toBeLessThanOrEqual(like.score.minutes + 5)
    }
  })
  it('every plan keeps to what its name says', () => {
    const request = usualRequest()
    const rules = new Map(
      byTwo.flatMap((item) => (item.kind === 'alternative' ? [[item.alternative.id, item.alternative.plan]] : [])),
    )
    expect(rules.size).toBeGreaterThanOrEqual(3)
    for (const [id, plan] of rules) {
      expect(plan.reached && plan.proven, id).toBe(true)
      if (id === 'noLead') expect(plan.cuts.some((cut) => cut.materialId.startsWith('lead'))).toBe(false)
      if (id === 'sides') expect(plan.cuts.some((cut) => cut.zoneId === 'tip')).toBe(false)
      if (id === 'ends') expect(plan.cuts.every((cut) => ['tip', 'butt', 'grip'].includes(cut.zoneId!))).toBe(true)
      if (id === 'spread') {
        const grams = [...massByPlace(plan.cuts, request).values()]
        const total = grams.reduce((sum, g) => sum + g, 0)
        expect(Math.max(...grams) / total).toBeLessThanOrEqual(0.3 + 1e-6)
      }
    }
    for (const item of byTwo)
      if (item.kind === 'leftOut' && item.leftOut.reason === 'same')
        expect(item.leftOut.elsewhere).toBeLessThan(DIFFERENT_SHARE)
  })
  it('every way that is offered lands at least half as often as the first choice; what hardly ever does is named with its chance', async () => {
    const first = (news: PlanNews[]) => news.flatMap((item) => (item.kind === 'best' ? [item.chance.all] : [])).at(-1)!
    // A narrow balance: ways that must lie at its edge land seldom.
    const request = usualRequest()
    const { balance } = request.target
    const narrow = await newsOf(2, {
      ...request,
      target: { ...request.target, ...(balance ? { balance: { ...balance, tolerance: balance.tolerance / 3 } } : {}) },
    })
    for (const news of [byTwo, narrow])
      for (const item of news) {
        if (item.kind === 'alternative') expect(item.alternative.chance.all).toBeGreaterThanOrEqual(first(news) / 2)
        if (item.kind === 'leftOut' && item.leftOut.reason === 'unlikely')
          expect(item.leftOut.chance).toBeLessThan(first(news) / 2)
      }
    const unlikely = narrow.filter((item) => item.kind === 'leftOut' && item.leftOut.reason === 'unlikely')
    expect(unlikely.length).toBeGreaterThan(0)
  })
  it('finds the same with one worker as with two', async () => {
    const strip = (news: PlanNews[]) =>
      news.flatMap((item): unknown[] =>
        item.kind === 'alternative'
          ? [[item.alternative.id, item.alternative.plan.score]]
          : item.kind === 'leftOut'
            ? [[item.leftOut.id, item.leftOut.reason]]
            : [],
      )
    expect(strip(await newsOf(1))).toEqual(strip(byTwo))
  })
  it('what is on the frame already comes off, or goes into another hole: planned, drawn by lot and told as all else', async () => {
    const hole = padel.zones.find((zone) => zone.id === 'holesTip')!
    const item = (id: string, massG: number) =>
      inHole({ id, name: id, massG, atCm: 0, offAxisCm: 0 }, hole, padel.geometry)
    const condition = {
      ...defaultCondition(padel),
      added: [item('pair', 8), { ...item('loose', 3), zoneId: undefined }],
    }
    const state = frameState(
      { mass: { value: 365, u: 0.1 }, balance: { value: 26, u: 0.03 }, swingWeight: { value: 140, u: 0.2 }, twistWeight: { value: 15, u: 0.1 } },
      padel.axisCm,
    ) // prettier-ignore
    // 8 g to the sides and 3 g off: −84 − 127.5 g·cm, −4.55 − 3.14 kg·cm².
    const news = await newsOf(2, {
      state,
      work: { geometry: padel.geometry, condition, profile: padel },
      target: { mass: { value: 362, tolerance: 1 }, swingWeight: { value: 132.3, tolerance: 1 } },
      materials: [],
      limits: { ...OPEN_LIMITS, mayTakeOff: true },
      fixedCuts: [],
    })
    const best = news.flatMap((item) => (item.kind === 'best' ? [item] : [])).at(-1)!
    expect(best.plan.cuts.map((cut) => cut.materialId).sort()).toEqual(['moved:pair', 'off:loose'])
    expect(best.plan.proven && best.plan.reached).toBe(true)
    expect(best.chance.all).toBeGreaterThan(0.9)
    expect(news.at(-1)?.kind).toBe('done')
  })
  it('an unreachable target brings what would open it in place of alternatives', async () => {
    const news = await newsOf(
      2,
      usualRequest({ target: { mass: { value: 306, tolerance: 0.5 }, swingWeight: { value: 330, tolerance: 2 } } }),
    )
    expect(news.map((item) => item.kind)).toContain('relaxations')
    const ranges = news.flatMap((item) => (item.kind === 'ranges' ? item.ranges : []))
    expect(ranges.map((r) => r.quantity)).toEqual(['mass', 'swingWeight'])
    expect(ranges[1].ends!.most).toBeLessThan(328)
    expect(ranges[0].ends!.least).toBeGreaterThan(306.5)
    expect(news.some((item) => item.kind === 'alternative')).toBe(false)
  })
})

describe('a plan worker', () => {
  it('gets to know a frame without leaving the one that is open, and plans it as it would have', async () => {
    const worker = planWorkerWith(() => Promise.resolve(solve))
    await worker.open(usualRequest())
    const before = await worker.quick()
    const heavier = usualRequest({ target: { mass: { value: 325, tolerance: 1 } } })
    await worker.prepare(heavier)
    await worker.prepare(usualRequest({ target: {} }))
    expect(await worker.quick()).toEqual(before)
    const fresh = planWorkerWith(() => Promise.resolve(solve))
    await fresh.open(heavier)
    await worker.open(heavier)
    expect(await worker.quick()).toEqual(await fresh.quick())
  })
  it('has its solver brought only for a target out of reach, once, and again where that failed', async () => {
    let asked = 0
    const worker = planWorkerWith(() => {
      asked++
      return asked === 1 ? Promise.reject(new Error('the server is away')) : Promise.resolve(solve)
    })
    await worker.open(usualRequest())
    const { plan } = await worker.quick()
    await worker.best('soon')
    for (const id of SOUGHT_WAYS) await worker.under(id, plan, null)
    expect(asked).toBe(0)
    await worker.open(
      usualRequest({ target: { mass: { value: 306, tolerance: 0.2 }, swingWeight: { value: 340, tolerance: 0.5 } } }),
    )
    expect((await worker.quick()).plan.reached).toBe(false)
    expect(asked).toBe(1)
    expect((await worker.explain([])).relaxations.length).toBeGreaterThan(0)
    await worker.range('swingWeight')
    expect(asked).toBe(2)
  })
})
