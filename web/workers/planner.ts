import * as Comlink from 'comlink'
import { problemsCross } from './problems.ts'
import type { Pair } from '#core/plan/set/pair.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/plan/set/set.ts'
import type { IntoModel, Model } from '#core/plan/intoModel.ts'
import type { Plan } from '#core/plan/plan.ts'
import type { BaseFrame } from '#core/plan/opening.ts'
import type { PlanRequest } from '#core/plan/request.ts'
import type { PlannerWorker } from './planner.worker.ts'
import { planTogether, type PlanNews } from './planning.ts'

problemsCross()
interface Held {
  worker: Worker
  remote: Comlink.Remote<PlannerWorker>
}
const HANDS = 2
let hands: Held[] = []
let liveHand: Held | null = null

function started(): Held {
  const worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: Comlink.wrap<PlannerWorker>(worker) }
}
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** Gets the solvers ready before they are asked for. */
export function warmPlanner(): void {
  while (hands.length < HANDS) hands.push(started())
}

interface Stoppable<T> {
  /** Null when it was stopped. */
  finished: Promise<T | null>
  stop(): void
}
/** Work by some hands that can be ended at once: what they would still tell is not heard, and others take their places. */
export function stoppable<News, T>(
  mine: readonly Pick<Held, 'worker'>[],
  tell: (news: News) => void,
  work: (tell: (news: News) => void) => Promise<T>,
): Stoppable<T> {
  let stopped = false
  let end: (nothing: null) => void
  // Hands that are let go never answer: whoever waits is told all the same.
  const ended = new Promise<null>((settle) => (end = settle))
  const working = work((news) => {
    if (!stopped) tell(news)
  })
  return {
    finished: Promise.race([working, ended]),
    stop() {
      if (stopped) return
      stopped = true
      end(null)
      for (const { worker } of mine) worker.terminate()
      hands = hands.map((hand) => (mine.some((one) => one.worker === hand.worker) ? started() : hand))
    },
  }
}

/** Works out plans away from the page. News comes as it is found; `stop` ends the work at once and keeps what was told. */
export function startPlanning(
  request: PlanRequest,
  bases: () => Promise<BaseFrame[]>,
  tell: (news: PlanNews) => void,
): Stoppable<void> {
  warmPlanner()
  const mine = hands
  return stoppable(mine, tell, (heard) =>
    planTogether(
      mine.map((hand) => hand.remote as never),
      plain(request),
      async () => plain(await bases()),
      heard,
    ),
  )
}

/** What turns the frame of a request into another model. */
export function planIntoModel(request: PlanRequest, theirs: Model): Promise<IntoModel> {
  warmPlanner()
  return hands[0].remote.intoModel(plain(request), plain(theirs))
}

/** One target and a plan for each of several frames: better ones are told as they are found, the proof comes last. */
export function startFrameSet(
  frames: readonly SetFrame[],
  aim: SetAim,
  tell: (found: SetPlan) => void,
): Stoppable<SetPlan> {
  warmPlanner()
  const [hand] = hands
  return stoppable([hand], tell, (heard) => hand.remote.set(plain(frames), plain(aim), Comlink.proxy(heard)))
}

/** Which two of several frames take the least to be alike. */
export function pickPair(frames: readonly SetFrame[], aim: SetAim): Promise<Pair[]> {
  warmPlanner()
  return hands[1].remote.pair(plain(frames), plain(aim))
}

/** The rest of a plan around the pieces that are held, while one of them is under the hand; the newest question wins. */
export function livePlanner(tell: (plan: Plan, ms: number) => void, failed: (error: unknown) => void) {
  let next: PlanRequest | null = null
  let busy = false
  liveHand ??= started()
  const { remote } = liveHand
  async function work(): Promise<void> {
    busy = true
    while (next) {
      const request = next
      next = null
      const start = performance.now()
      try {
        const plan = await remote.live(plain(request))
        // An answer to an older place is still nearer than none.
        tell(plan, performance.now() - start)
      } catch (error) {
        failed(error)
      }
    }
    busy = false
  }
  return (request: PlanRequest) => {
    next = request
    if (!busy) void work()
  }
}
