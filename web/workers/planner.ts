import * as Comlink from 'comlink'
import { PlannerPool } from '#planner/pool.ts'
import { problemsCross } from '#planner/problems.ts'
import type { PlanWorker } from '#planner/protocol.ts'
import { afterClick } from '../browser/press.ts'

problemsCross()

/** More workers than this find little more to do at once. */
const MOST_WORKERS = 4

/** The page's plan workers, as many as the machine can run at once. */
export const planner = new PlannerPool(
  () => {
    const worker = new Worker(new URL('./planner.worker.ts', import.meta.url), { type: 'module' })
    return { remote: Comlink.wrap<PlanWorker>(worker), terminate: () => worker.terminate() }
  },
  Math.max(2, Math.min(MOST_WORKERS, globalThis.navigator?.hardwareConcurrency ?? 2)),
  afterClick,
)
