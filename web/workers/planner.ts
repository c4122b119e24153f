import * as Comlink from 'comlink'
import type { PlanRequest } from '#core/plan/request.ts'
import type { planner, PlanNews } from './planner.worker.ts'

export type { PlanNews }

let worker: Worker | null = null
let remote: Comlink.Remote<typeof planner> | null = null

function started(): Comlink.Remote<typeof planner> {
  if (!remote) {
    worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })
    remote = Comlink.wrap<typeof planner>(worker)
  }
  return remote
}

/** Gets the solver ready before it is asked for. */
export function warmPlanner(): void {
  void started().warm()
}

/** Works out plans away from the page. News comes as it is found; `stop` ends the work at once and keeps what was told. */
export function startPlanning(
  request: PlanRequest,
  tell: (news: PlanNews) => void,
): { finished: Promise<void>; stop(): void } {
  let stopped = false
  const finished = started().plan(
    JSON.parse(JSON.stringify(request)) as PlanRequest,
    Comlink.proxy((news: PlanNews) => {
      if (!stopped) tell(news)
    }),
  )
  return {
    finished,
    stop() {
      if (stopped) return
      stopped = true
      worker?.terminate()
      worker = null
      remote = null
      warmPlanner()
    },
  }
}
