// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { Problem } from '#core/problem.ts'
import { usualRequest } from '#core/planning/fixtures/fixtures.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { PlanNews } from '#planner/protocol.ts'
import { usePlanner } from './usePlanner.ts'

interface Asked {
  report: (news: PlanNews) => void
  finish(): void
  fail(error: unknown): void
  stopped: boolean
}
const asked: Asked[] = []
vi.mock('../workers/planner.ts', () => ({
  planner: {
    plan: (_request: unknown, _bases: unknown, report: Asked['report']) => {
      const mine = { report, stopped: false } as Asked
      const finished = new Promise<null | void>((done, failed) => {
        mine.finish = () => done()
        mine.fail = failed
      })
      asked.push(mine)
      return { finished, stop: () => ((mine.stopped = true), mine.finish()) }
    },
  },
}))

/** The composable as a page has it. */
function page() {
  let planner!: ReturnType<typeof usePlanner>
  const wrapper = mount(defineComponent({ setup: () => ((planner = usePlanner()), () => h('i')) }))
  return { planner, wrapper }
}
const chance = { each: {}, all: 0.9, draws: 1 }
const planOf = (addedG: number) => ({ score: { addedG } }) as Plan
const run = (planner: ReturnType<typeof usePlanner>) => planner.run(usualRequest(), () => Promise.resolve([]))

beforeEach(() => void asked.splice(0))

describe('what the planner has found so far', () => {
  it('shows the good plan until its proof is there, then every other way as it comes', async () => {
    const { planner } = page()
    const done = run(planner)
    const [{ report, finish }] = asked
    expect(planner.state.value).toBe('working')
    report({ kind: 'quick', ms: 5, plan: planOf(9), chance })
    expect(planner.ways.value.map((w) => w.plan.score.addedG)).toEqual([9])
    report({ kind: 'best', ms: 50, plan: planOf(8), chance })
    report({ kind: 'alternative', ms: 60, alternative: { id: 'sides', plan: planOf(10), chance } })
    report({ kind: 'leftOut', leftOut: { id: 'hidden', reason: 'notReached' } })
    report({ kind: 'progress', part: 3, parts: 10 })
    expect(planner.ways.value.map((w) => [w.id, w.plan.score.addedG])).toEqual([
      ['best', 8],
      ['sides', 10],
    ])
    expect(planner.leftOut.value.map((l) => l.id)).toEqual(['hidden'])
    expect(planner.progress.value).toBeCloseTo(0.3)
    report({ kind: 'done', ms: 90 })
    finish()
    expect((await done)?.score.addedG).toBe(8)
    expect([planner.state.value, planner.took.value.allMs]).toEqual(['done', 90])
  })
  it('takes the proof of the best in its place, where it comes after the other ways', () => {
    const { planner } = page()
    void run(planner)
    const [{ report }] = asked
    report({ kind: 'best', ms: 50, plan: planOf(8), chance })
    report({ kind: 'alternative', ms: 60, alternative: { id: 'sides', plan: planOf(10), chance } })
    report({ kind: 'proof', plan: planOf(7), chance })
    expect(planner.ways.value.map((w) => [w.id, w.plan.score.addedG])).toEqual([
      ['best', 7],
      ['sides', 10],
    ])
    expect(planner.state.value).toBe('working')
  })
  it('hears nothing of an older question, and stops it', async () => {
    const { planner } = page()
    void run(planner)
    void run(planner)
    expect(asked[0].stopped).toBe(true)
    asked[0].report({ kind: 'quick', ms: 1, plan: planOf(1), chance })
    expect(planner.ways.value).toEqual([])
    asked[1].report({ kind: 'quick', ms: 1, plan: planOf(2), chance })
    expect(planner.ways.value).toHaveLength(1)
  })
  it('keeps what was found when it is stopped, and stops when the page goes', () => {
    const { planner, wrapper } = page()
    void run(planner)
    asked[0].report({ kind: 'quick', ms: 1, plan: planOf(2), chance })
    planner.stop()
    expect([planner.state.value, planner.ways.value.length, asked[0].stopped]).toEqual(['stopped', 1, true])
    void run(planner)
    wrapper.unmount()
    expect(asked[1].stopped).toBe(true)
  })
  it('says in words what went wrong', async () => {
    const { planner } = page()
    const done = run(planner)
    asked[0].fail(new Problem('state.needs', 'balance'))
    expect(await done).toBeNull()
    expect(planner.problem.value).toMatch(/balance/i)
    expect(planner.problem.value).not.toContain('state.needs')
    expect(planner.state.value).toBe('done')
  })
})
