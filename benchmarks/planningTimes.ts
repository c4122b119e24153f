import { Worker } from 'node:worker_threads'
import * as Comlink from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { BATCH } from '#demo/batch.ts'
import { MATERIALS } from '#demo/world.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { frameState } from '#core/frame/state.ts'
import { normal, seeded } from '#core/numerics/random.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { planSet } from '#core/planning/set/planSet.ts'
import type { SetFrame } from '#core/planning/set/set.ts'
import { bestPair } from '#core/planning/set/pair.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan, heuristicPlan } from '#core/planning/solve/plan.ts'
import { around, OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { PlanNews, PlanWorker } from '#planner/protocol.ts'
import { planTogether } from '#planner/session.ts'
import { requests, unseen } from './planTime.ts'

/** Two workers in threads of their own, as the page has them. */
export async function withPlanWorkers<T>(work: (workers: PlanWorker[]) => Promise<T>): Promise<T> {
  const threads = [0, 1].map(() => new Worker(new URL('./planWorkerThread.js', import.meta.url)))
  try {
    return await work(threads.map((thread) => Comlink.wrap<PlanWorker>(nodeEndpoint(thread)) as unknown as PlanWorker))
  } finally {
    await Promise.all(threads.map((thread) => thread.terminate()))
  }
}

/** From the question to the first good plan, the proven one, five proven plans with their chances, and everything. */
export async function togetherTimes(repeats: number) {
  return withPlanWorkers(async (workers) => {
    const rows = []
    for (const { name, request } of requests()) {
      const quick: number[] = []
      const best: number[] = []
      const five: number[] = []
      const all: number[] = []
      let offered = 0
      for (let i = 0; i <= repeats; i++) {
        const asked = unseen(request)
        // As on the page: who asks for a plan has looked at its target.
        await Promise.all(workers.map((worker) => worker.prepare(asked)))
        const start = performance.now()
        let found = 0
        const at: Partial<Record<'quick' | 'best' | 'five' | 'done', number>> = {}
        await planTogether(
          workers,
          asked,
          () => Promise.resolve([]),
          (news: PlanNews) => {
            const ms = performance.now() - start
            if (news.kind === 'quick') at.quick = ms
            if (news.kind === 'best') at.best = ms
            if (news.kind === 'best' || news.kind === 'alternative') found++
            if (found === 5) at.five ??= ms
            if (news.kind === 'done') at.done = ms
          },
        )
        // The first round warms the solvers.
        if (i === 0) continue
        quick.push(at.quick!)
        best.push(at.best!)
        if (at.five) five.push(at.five)
        all.push(at.done!)
        offered = found
      }
      rows.push({ name, offered, quick, best, five, all })
    }
    return rows
  })
}

/** One question of a drag: the rest worked out around a piece beside the tip or further down. */
export function liveTimes(moves: number): number[] {
  const times: number[] = []
  for (const { request } of requests()) {
    const { cuts } = optimalPlan(planSpace(request), NO_CONSTRAINT)
    const piece: Cut = { ...(cuts.find((cut) => cut.place === 'hoop') ?? cuts[0]), across: null }
    const half = headOutline(request.work.geometry).halfLengthCm
    // The first round warms: who follows a hand has planned the job before.
    for (const round of ['warm', 'timed'])
      for (let i = 0; i < moves; i++) {
        const atCm = 6 + ((half - 12) * i) / moves
        const start = performance.now()
        heuristicPlan(planSpace(around(request, [{ ...piece, atCm }])), NO_CONSTRAINT, 'following')
        if (round === 'timed') times.push(performance.now() - start)
      }
  }
  return times
}

const SIZES = [5, 10, 15, 20, 25, 30]
/** Rounds before those that are timed: a thread that has planned. */
const WARMING = 3

/** How the time grows with the number of places, all of the same drawer; one of each size in turn, since this machine's speed changes. */
export function growthTimes(repeats: number) {
  const [, { request }] = requests()
  const half = headOutline(request.work.geometry).halfLengthCm
  const rows = SIZES.map((zones) => {
    const hoop = zones - 2
    const profile = {
      ...tennis,
      zones: [
        ...tennis.zones.filter((z) => z.id === 'bevels' || z.id === 'butt'),
        ...Array.from({ length: hoop }, (_, i) => ({
          id: `hoop-${i}`,
          name: `Hoop ${i}`,
          place: 'hoop' as const,
          alongCm: (half * i) / (hoop - 1),
          // Each long enough for a strip, however many there are: neighbours exclude each other.
          capacityCm: Math.max(6, half / hoop),
          maxLayers: 2,
          visible: true,
        })),
      ],
    }
    const asked = { ...request, work: { ...request.work, profile } }
    return { zones, asked, choices: 0, proven: 0, quick: new Array<number>(), best: new Array<number>() }
  })
  for (let i = -WARMING; i < repeats; i++)
    for (const row of rows) {
      const asked = unseen(row.asked)
      const start = performance.now()
      const space = planSpace(asked)
      heuristicPlan(space, NO_CONSTRAINT)
      const quick = performance.now() - start
      const again = performance.now()
      const { proven } = optimalPlan(space, NO_CONSTRAINT)
      const best = performance.now() - again
      row.choices = space.choices.length
      if (i < 0) continue
      row.quick.push(quick)
      row.best.push(best)
      if (proven) row.proven++
    }
  return rows
}

/** The demo batch as frames of a set. */
function demoFrames(): SetFrame[] {
  return BATCH.body.units.map((unit) => {
    const of = (quantity: string, u: number) => ({
      value: unit.readings.find((r) => r.quantity === quantity)!.value,
      u,
    })
    return {
      id: unit.id,
      request: {
        state: frameState(
          {
            mass: of('mass', 0.13),
            balance: of('balance', 0.05),
            swingWeight: of('swingWeight', 0.6),
            twistWeight: of('twistWeight', 0.1),
          },
          tennis.axisCm,
        ),
        work: { geometry: BATCH.body.geometry, condition: BATCH.body.condition, profile: tennis },
        target: {},
        materials: MATERIALS,
        limits: OPEN_LIMITS,
        fixedCuts: [],
      },
    }
  })
}

/** Six frames of one model as they come, by a seed: apart by a gram, a millimetre, two units. */
function seededFrames(seed: number): SetFrame[] {
  const n = normal(seeded(seed))
  return demoFrames()
    .slice(0, 6)
    .map(({ id, request }) => ({
      id,
      request: {
        ...request,
        state: frameState(
          {
            mass: { value: 300 + 1.2 * n(), u: 0.1 },
            balance: { value: 31.5 + 0.1 * n(), u: 0.03 },
            swingWeight: { value: 288 + 1.8 * n(), u: 0.5 },
            twistWeight: { value: 13.3 + 0.12 * n(), u: 0.08 },
          },
          tennis.axisCm,
        ),
      },
    }))
}

/** Sets to the first good one and to the end of the search, with its proof: the demo batch, and seeded ones. */
export async function setTimes(repeats: number) {
  const demo = demoFrames()
  const rows = []
  const batches: [string, SetFrame[]][] = [
    ['six of the demo batch', demo.slice(0, 6)],
    ['eight of the demo batch', demo],
    ...[1, 2, 3, 4].map((seed): [string, SetFrame[]] => [`six by seed ${seed}`, seededFrames(seed)]),
  ]
  for (const [name, frames] of batches) {
    const good: number[] = []
    const all: number[] = []
    let set = null
    for (let i = 0; i < (name.includes('demo') ? repeats : 1); i++) {
      const start = performance.now()
      let first = 0
      set = planSet(frames, { kind: 'common' }, (found) => {
        if (found.reached && found.inStock) first ||= performance.now() - start
      })
      all.push(performance.now() - start)
      good.push(first || all[i])
    }
    rows.push({ name, good, all, set: set! })
  }
  const pair: number[] = []
  for (let i = 0; i < repeats; i++) {
    const start = performance.now()
    bestPair(demo, { kind: 'common' })
    pair.push(performance.now() - start)
  }
  return { rows, pair }
}
