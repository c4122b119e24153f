// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, shallowReactive, type EffectScope } from 'vue'
import { EMPTY_PLAN } from '#core/job/documents.ts'
import { BARE, usualState } from '#core/frame/fixtures.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/planning/set/set.ts'
import { Problem } from '#core/problem.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { BatchUnit } from '#contract/batch.ts'
import type { OpenBatch } from './useBatch.ts'
import { useSet } from './useSet.ts'

interface Asked {
  frames: SetFrame[]
  aim: SetAim
  tell: (better: SetPlan) => void
  finish: (answer: SetPlan | null) => void
  fail: (error: unknown) => void
  stopped: boolean
}
const asked: Asked[] = []
vi.mock('../workers/planner.ts', () => ({
  planner: {
    set: (frames: SetFrame[], aim: SetAim, tell: Asked['tell']) => {
      const mine = { frames, aim, tell, stopped: false } as Asked
      const finished = new Promise<SetPlan | null>((done, failed) =>
        Object.assign(mine, { finish: done, fail: failed }),
      )
      asked.push(mine)
      return { finished, stop: () => ((mine.stopped = true), mine.finish(null)) }
    },
    pair: () => Promise.reject(new Problem('state.needs', 'balance')),
  },
}))
const shop = shallowReactive({ materials: DRAWER.map((m) => ({ ...m, retired: false, revision: 0 })), initials: 'JQ' })
vi.mock('../stores/shop.ts', () => ({ useShop: () => shop }))
const saved: [stage: string, body: Record<string, unknown>][] = []
const opened: string[] = []
vi.mock('../stores/job.ts', () => ({
  useJob: () => ({
    open: (id: string) => Promise.resolve(void opened.push(id)),
    save: (stage: string, body: Record<string, unknown>) => void saved.push([stage, body]),
    flush: () => Promise.resolve(),
  }),
}))
vi.mock('./jobOfUnit.ts', () => ({ jobOfUnit: () => Promise.resolve('job-new') }))

const unit = (id: string, massG: number, balanceCm: number | null = 31.4) => ({
  unit: { id, name: id, jobId: null } as BatchUnit,
  summary: { state: { ...usualState(), massG, balanceCm } },
})
function batchOf(...units: ReturnType<typeof unit>[]) {
  return {
    body: ref({ label: 'Boxed', geometry: tennis.geometry, condition: BARE, limits: OPEN_LIMITS, units: units.map((u) => u.unit) }), // prettier-ignore
    profile: ref(tennis),
    summaries: ref(units),
    wanted: ref({}),
    aimed: ref(null as { player: { age: number } } | null),
    save: vi.fn(),
    send: () => Promise.resolve(),
  }
}
let scope: EffectScope
function page(batch: ReturnType<typeof batchOf>) {
  scope = effectScope()
  return scope.run(() => useSet(batch as unknown as OpenBatch))!
}
const setOf = (totalG: number, ids: string[] = []) =>
  ({
    totalG,
    target: { mass: { value: 305, tolerance: 1 } },
    plans: ids.map((id) => ({ id, plan: { cuts: [{ id: `${id}-cut` }] } })),
  }) as unknown as SetPlan

beforeEach(() => [asked, saved, opened].forEach((list) => list.splice(0)))

describe('several units made alike', () => {
  it('begins by itself with all that have weight and balance, and shows every better set as it comes', async () => {
    const set = page(batchOf(unit('a', 300), unit('b', 302), unit('c', 301, null)))
    expect(asked.map(({ frames }) => frames.map((f) => f.id))).toEqual([['a', 'b']])
    expect(set.looking.value).toBe(true)
    asked[0].tell(setOf(9))
    expect(set.found.value!.totalG).toBe(9)
    asked[0].finish(setOf(8))
    await flushPromises()
    expect([set.found.value!.totalG, set.looking.value]).toEqual([8, false])
  })
  it('a unit left out ends the search under way; what that one still says is not of this set', async () => {
    const set = page(batchOf(unit('a', 300), unit('b', 302), unit('c', 301)))
    set.out.value = ['c']
    await nextTick()
    expect(asked.map(({ stopped }) => stopped)).toEqual([true, false])
    expect(asked[1].frames.map((f) => f.id)).toEqual(['a', 'b'])
    asked[1].finish(setOf(4))
    asked[0].finish(setOf(99))
    await flushPromises()
    expect([set.found.value!.totalG, set.looking.value]).toEqual([4, false])
  })
  it('stopped, it keeps what was found; one unit alone is not made alike', async () => {
    const set = page(batchOf(unit('a', 300), unit('b', 302)))
    asked[0].tell(setOf(9))
    set.stop()
    await flushPromises()
    expect([set.found.value!.totalG, set.looking.value, set.problem.value]).toEqual([9, false, ''])
    set.only(['a'])
    await nextTick()
    expect([asked.length, set.found.value]).toEqual([1, null])
  })
  it('what goes wrong is said in words, and a page that is left leaves nothing running', async () => {
    const set = page(batchOf(unit('a', 300), unit('b', 302)))
    asked[0].fail(new Problem('state.needs', 'balance'))
    await flushPromises()
    expect(set.problem.value).not.toBe('')
    expect(set.problem.value).not.toContain('state.needs')
    await set.choosePair()
    expect([set.pairs.value, set.pairing.value]).toEqual([null, false])
    set.kind.value = 'given'
    await nextTick()
    // Nothing is wanted: there is nothing to look for.
    expect(asked).toHaveLength(1)
    set.kind.value = 'common'
    await nextTick()
    scope.stop()
    expect(asked[1].stopped).toBe(true)
  })
  it('what is retired is not used; a minor’s set keeps off lead', async () => {
    shop.materials = shop.materials.map((m, i) => ({ ...m, retired: i === 0 }))
    const batch = batchOf(unit('a', 300), unit('b', 302))
    batch.aimed.value = { player: { age: 11 } }
    page(batch)
    const { request } = asked[0].frames[0]
    expect(request.materials[0].stock).toBe(0)
    expect(request.limits.noLead).toBe(true)
    shop.materials = shop.materials.map((m) => ({ ...m, retired: false }))
    await nextTick()
    expect(asked).toHaveLength(2)
  })
  it('a unit goes to a bench of its own with the common target and its own plan', async () => {
    const batch = batchOf(unit('a', 300), unit('b', 302))
    const set = page(batch)
    asked[0].finish(setOf(4, ['a', 'b']))
    await flushPromises()
    expect(await set.toBench(batch.body.value.units[1])).toBe('job-new')
    expect(opened).toEqual(['job-new'])
    expect(batch.save).toHaveBeenCalledWith({ units: [expect.objectContaining({ id: 'a', jobId: null }), expect.objectContaining({ id: 'b', jobId: 'job-new' })] }) // prettier-ignore
    expect(saved.map(([stage]) => stage)).toEqual(['target', 'plan'])
    expect(saved[0][1]).toMatchObject({ lines: { mass: { value: 305, tolerance: 1 } } })
    expect(saved[1][1]).toMatchObject({ ...EMPTY_PLAN, byHand: true, cuts: [{ id: 'b-cut' }] })
  })
})
