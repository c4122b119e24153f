import { describe, expect, it } from 'vitest'
import { usualRequest } from '#core/planning/fixtures/fixtures.ts'
import type { SetPlan } from '#core/planning/set/set.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import { PlannerPool, type StartedWorker } from './pool.ts'
import type { PlanWorker } from './protocol.ts'

/** Workers that do as they are told, and say when they are ended. */
function poolOf(remote: Partial<PlanWorker>, size = 2, whenStill?: (work: () => void) => void) {
  const started: { ended: boolean }[] = []
  const pool = new PlannerPool(
    (): StartedWorker => {
      const mine = { ended: false }
      started.push(mine)
      return { remote: remote as PlanWorker, terminate: () => (mine.ended = true) }
    },
    size,
    whenStill,
  )
  return { pool, started }
}
const aim = { kind: 'common' } as const

describe('the planner’s pool', () => {
  it('starts as many workers as it is asked for, once', () => {
    const { pool, started } = poolOf({}, 3)
    pool.warm()
    pool.warm()
    expect(started).toHaveLength(3)
  })
  it('lets every worker get to know a frame that will be planned, and stays silent about what goes wrong there', async () => {
    const seen: number[] = []
    const { pool } = poolOf(
      {
        prepare: (request) => {
          seen.push(request.fixedCuts.length)
          return Promise.reject(new Error('no mass'))
        },
      },
      3,
    )
    pool.prepare(usualRequest())
    await new Promise((later) => setTimeout(later))
    expect(seen).toEqual([0, 0, 0])
  })
  it('settles when it is stopped, though its worker never answers, reports nothing more, and starts another in its place', async () => {
    const heard: SetPlan[] = []
    let say: (found: SetPlan) => void = () => undefined
    const { pool, started } = poolOf({
      set: (_frames, _aim, report) => {
        say = report
        return new Promise(() => undefined)
      },
    })
    const going = pool.set([], aim, (found) => heard.push(found))
    say({ totalG: 1 } as SetPlan)
    going.stop()
    going.stop()
    say({ totalG: 2 } as SetPlan)
    expect(await going.finished).toBeNull()
    expect(heard.map((found) => found.totalG)).toEqual([1])
    expect(started.map((worker) => worker.ended)).toEqual([true, false, false])
  })
  it('gives its answer, or its error, when it is not', async () => {
    const good = poolOf({ set: () => Promise.resolve({ totalG: 3 } as SetPlan) })
    expect((await good.pool.set([], aim, () => undefined).finished)?.totalG).toBe(3)
    const bad = poolOf({ set: () => Promise.reject(new Error('no')) })
    await expect(bad.pool.set([], aim, () => undefined).finished).rejects.toThrow('no')
  })
  it('keeps what was found, answers and errors alike, in its order until the page may move, but for what follows a drag', async () => {
    const waiting: (() => void)[] = []
    const heard: string[] = []
    const later = () => new Promise((done) => setTimeout(done))
    const { pool } = poolOf(
      {
        set: (_frames, _aim, report) => {
          report({ totalG: 1 } as SetPlan)
          return Promise.resolve({ totalG: 2 } as SetPlan)
        },
        pair: () => Promise.reject(new Error('no')),
        live: () => Promise.resolve({ counts: [] } as unknown as Plan),
      },
      2,
      (work) => waiting.push(work),
    )
    const say = (word: string) => () => void heard.push(word)
    const set = pool.set([], aim, () => heard.push('better')).finished.then(say('set'))
    await later()
    const pair = pool.pair([], aim).catch(say('no pair'))
    pool.live(say('live'), say('no rest'))(usualRequest())
    await later()
    expect(heard).toEqual(['live'])
    while (waiting.length > 0) waiting.shift()!()
    await Promise.all([set, pair])
    expect(heard.filter((word) => word !== 'no pair')).toEqual(['live', 'better', 'set'])
    expect(heard).toContain('no pair')
  })
  it('answers the newest of many live questions, one at a time, and goes on after an error', async () => {
    const asked: number[] = []
    const answers: ((plan: Plan | Error) => void)[] = []
    const { pool } = poolOf({
      live: (request) => {
        asked.push(request.limits.capG!)
        return new Promise((done, fail) => answers.push((plan) => (plan instanceof Error ? fail(plan) : done(plan))))
      },
    })
    const plans: Plan[] = []
    const errors: unknown[] = []
    const ask = pool.live(
      (plan) => plans.push(plan),
      (error) => errors.push(error),
    )
    const question = (capG: number) => ask({ ...usualRequest(), limits: { ...usualRequest().limits, capG } })
    const settle = async (plan: Plan | Error) => {
      answers.shift()!(plan)
      await new Promise((later) => setTimeout(later))
    }
    for (const capG of [1, 2, 3]) question(capG)
    expect(asked).toEqual([1])
    await settle(new Error('once'))
    expect(asked).toEqual([1, 3])
    await settle({ counts: [7] } as unknown as Plan)
    question(4)
    expect(asked).toEqual([1, 3, 4])
    expect(errors).toHaveLength(1)
    expect(plans.map((plan) => plan.counts)).toEqual([[7]])
  })
})
