import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import type { LeftOut } from '#core/planning/offers/alternatives.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { BaseFrame, Relaxation } from '#core/planning/problem/relaxation.ts'
import type { NumberRange } from '#core/planning/explain/ranges.ts'
import type { Binding } from '#core/planning/explain/reach.ts'
import type { PlanRequest } from '#core/planning/problem/request.ts'
import type { TradePoint } from '#core/planning/offers/tradeOff.ts'
import type { WorkPoint } from '#core/planning/offers/workCurve.ts'
import { planner } from '../workers/planner.ts'
import type { Stoppable } from '#planner/pool.ts'
import type { Offer, PlanWithChance } from '#planner/protocol.ts'
import { messageOf } from '#contract/messages/job.ts'

/** What the planner has found so far. */
export function usePlanner() {
  const quick = shallowRef<PlanWithChance | null>(null)
  const found = shallowRef<Offer[]>([])
  const curve = shallowRef<TradePoint[]>([])
  const workCurve = shallowRef<WorkPoint[]>([])
  /** Share of the work that is done. */
  const progress = ref(0)
  const leftOut = shallowRef<LeftOut[]>([])
  const relaxations = shallowRef<Relaxation[] | null>(null)
  const binding = shallowRef<Binding[]>([])
  const ranges = shallowRef<NumberRange[]>([])
  const state = ref<'idle' | 'working' | 'done' | 'stopped'>('idle')
  const problem = ref('')
  const took = ref({ quickMs: 0, bestMs: 0, threeMs: 0, allMs: 0 })
  let running: Stoppable<void> | null = null

  async function run(request: PlanRequest, bases: () => Promise<BaseFrame[]>): Promise<Plan | null> {
    if (state.value === 'working') running?.stop()
    quick.value = null
    found.value = []
    leftOut.value = []
    relaxations.value = null
    ranges.value = []
    curve.value = []
    workCurve.value = []
    progress.value = 0
    problem.value = ''
    took.value = { quickMs: 0, bestMs: 0, threeMs: 0, allMs: 0 }
    state.value = 'working'
    const mine = planner.plan(request, bases, (news) => {
      if (running !== mine) return
      switch (news.kind) {
        case 'quick':
          quick.value = { plan: news.plan, chance: news.chance }
          took.value.quickMs = news.ms
          break
        case 'best':
          found.value = [{ id: 'best', plan: news.plan, chance: news.chance }]
          took.value.bestMs = news.ms
          break
        case 'proof':
          found.value = [{ id: 'best', plan: news.plan, chance: news.chance }, ...found.value.slice(1)]
          break
        case 'relaxations':
          relaxations.value = news.relaxations
          binding.value = news.binding
          break
        case 'ranges':
          ranges.value = news.ranges
          break
        case 'alternative':
          found.value = [...found.value, news.alternative]
          if (found.value.length === 4) took.value.threeMs = news.ms
          break
        case 'leftOut':
          leftOut.value = [...leftOut.value, news.leftOut]
          break
        case 'curve':
          curve.value = news.points
          break
        case 'workCurve':
          workCurve.value = news.points
          break
        case 'progress':
          progress.value = news.part / news.parts
          break
        case 'done':
          took.value.allMs = news.ms
          state.value = 'done'
      }
    })
    running = mine
    try {
      await mine.finished
    } catch (error) {
      if (running === mine) {
        problem.value = messageOf(error)
        state.value = 'done'
      }
    }
    return found.value[0]?.plan ?? null
  }
  function stop(): void {
    running?.stop()
    running = null
    state.value = 'stopped'
  }
  onBeforeUnmount(() => state.value === 'working' && stop())
  /** The quick plan stands in until its proof is there. */
  const ways = computed<Offer[]>(() =>
    found.value.length > 0 ? found.value : quick.value ? [{ id: 'best', ...quick.value }] : [],
  )
  return {
    ways,
    found,
    leftOut,
    relaxations,
    binding,
    ranges,
    curve,
    workCurve,
    progress,
    state,
    problem,
    took,
    run,
    stop,
  }
}
