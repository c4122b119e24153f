// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { usualRequest } from '#core/planning/fixtures/fixtures.ts'
import { Problem } from '#core/problem.ts'
import { EMPTY_ORDER, type StepMark, type WorkOrder } from '#core/workorder/marks.ts'
import type { RestOffer } from '#planner/protocol.ts'
import type { OpenOrder } from './useWorkOrder.ts'
import { useRest } from './useRest.ts'

const request = usualRequest()
vi.mock('../stores/planRequest.ts', () => ({
  usePlanRequest: () => ({ open: ref(request), released: ref({ ...request, target: {} }) }),
}))
vi.mock('#core/workorder/resolve.ts', () => ({ restOf: (whole: unknown, steps: unknown) => ({ whole, steps, left: [] }) })) // prettier-ignore
interface Asked {
  how: string
  loose: string[]
  finish: (offer: RestOffer) => void
  fail: (error: unknown) => void
}
const asked: Asked[] = []
vi.mock('../workers/planner.ts', () => ({
  planner: {
    rest: (_rest: unknown, loose: string[], how: string) =>
      new Promise((finish, fail) => asked.push({ how, loose, finish, fail })),
  },
}))

const tip = { id: 'tip', place: 'hoop' } as Cut
const butt = { id: 'butt', place: 'handle' } as Cut
const done = { doneAt: '2026-03-02T10:00:00Z' } as StepMark
function orderOf() {
  return {
    body: ref<WorkOrder>({ ...EMPTY_ORDER, cuts: [tip, butt], marks: { tip: done } }),
    followed: ref({ open: null as unknown, laid: [tip, butt] }),
    steps: ref([{ id: 'tip' }, { id: 'butt' }]),
    checkpoints: ref([{ mark: done, bare: false }]),
    next: ref({ kind: 'fill' }),
    saveBoth: vi.fn(),
  }
}
/** The plan at hand lands so often, the rest planned again so often, and with a piece off first. */
const offerOf = (before: number, after: number, without: number | null = null, reached = true) =>
  ({
    before: { all: before },
    found: { plan: { reached, proven: true, deviations: [{ quantity: 'mass', inside: reached }] }, cuts: [butt], chance: { all: after } }, // prettier-ignore
    without:
      without === null
        ? null
        : { plan: { reached: true, deviations: [] }, cuts: [butt], chance: { all: without }, off: tip },
  }) as unknown as RestOffer
let scope: EffectScope | null = null
async function page(order = orderOf()) {
  scope?.stop()
  scope = effectScope()
  const rest = scope.run(() => useRest(order as unknown as OpenOrder))!
  await settled()
  return { rest, order }
}
async function settled() {
  await nextTick()
  await vi.advanceTimersByTimeAsync(300)
  await flushPromises()
}
async function answer(offer: RestOffer) {
  asked.shift()!.finish(offer)
  await flushPromises()
}

beforeEach(() => (vi.useFakeTimers(), void asked.splice(0)))
afterEach(() => (scope?.stop(), void vi.useRealTimers()))

describe('what is left of a build, planned again', () => {
  it('is offered where the plan at hand lands seldom and another oftener, at once and then proven', async () => {
    const { rest } = await page()
    expect(asked.map(({ how, loose }) => [how, loose])).toEqual([['good', ['tip']]])
    await answer(offerOf(0.6, 0.9))
    expect(rest.offers.value.map((o) => o.chance.all)).toEqual([0.9])
    expect(asked.map(({ how }) => how)).toEqual(['proven'])
    await answer(offerOf(0.6, 0.92))
    expect([rest.offers.value[0].chance.all, rest.proven.value, rest.busy.value]).toEqual([0.92, true, false])
  })
  it('is not offered where the plan at hand lands well, nor for a hair', async () => {
    const { rest } = await page()
    await answer(offerOf(0.97, 1))
    expect([rest.offers.value, asked]).toEqual([[], []])
    const second = await page()
    await answer(offerOf(0.6, 0.61))
    expect(second.rest.offers.value).toEqual([])
  })
  it('is not asked for while readings stand that nobody has settled, nor before anything is laid', async () => {
    const order = orderOf()
    order.followed.value = { ...order.followed.value, open: {} }
    await page(order)
    expect(asked).toEqual([])
    const fresh = orderOf()
    fresh.body.value = { ...fresh.body.value, marks: {} }
    const { rest } = await page(fresh)
    expect([asked, rest.rest.value, rest.before.value]).toEqual([[], null, null])
  })
  it('an answer to an earlier question does not show', async () => {
    const { rest, order } = await page()
    const [early] = asked.splice(0)
    order.followed.value = { ...order.followed.value, laid: [tip] }
    order.steps.value = [{ id: 'tip' }]
    await settled()
    early.finish(offerOf(0.1, 0.9))
    await flushPromises()
    expect([rest.offers.value, rest.busy.value]).toEqual([[], true])
    await answer(offerOf(0.6, 0.8))
    expect(rest.offers.value.map((o) => o.chance.all)).toEqual([0.8])
  })
  it('declined, it stays away until something else is done or read', async () => {
    const { rest, order } = await page()
    await answer(offerOf(0.6, 0.9))
    await answer(offerOf(0.6, 0.9))
    rest.decline()
    expect([rest.offers.value, rest.keepsPlan.value]).toEqual([[], true])
    rest.think()
    expect(rest.offers.value).toHaveLength(1)
    rest.decline()
    order.steps.value = [{ id: 'tip' }, { id: 'butt' }, { id: 'cap' }]
    await settled()
    await answer(offerOf(0.6, 0.9))
    expect(rest.offers.value).toHaveLength(1)
  })
  it('taken, what is done stays, what has to come off becomes a step, and its old mark goes', async () => {
    const { rest, order } = await page()
    await answer(offerOf(0.3, 0.5, 0.8))
    await answer(offerOf(0.3, 0.5, 0.8))
    expect(rest.offers.value.map((o) => o.off?.id)).toEqual([undefined, 'tip'])
    rest.take(rest.offers.value[1])
    expect(order.saveBoth).toHaveBeenCalledWith(expect.objectContaining({ cuts: [tip, butt], peeled: ['tip'], marks: { tip: done } })) // prettier-ignore
  })
  it('says which numbers nothing brings inside, and what went wrong in words', async () => {
    const { rest } = await page()
    await answer(offerOf(0.1, 0.05, null, false))
    expect(rest.outOfReach.value.map((d) => d.quantity)).toEqual(['mass'])
    const second = await page()
    asked.shift()!.fail(new Problem('state.needs', 'balance'))
    await flushPromises()
    expect(second.rest.problem.value).not.toBe('')
    expect(second.rest.busy.value).toBe(false)
  })
})
