import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import type { motion, MotionAnswer, Trace } from './motion.worker.ts'

export type { MotionAnswer, Trace }
problemsCross()
let remote: Comlink.Remote<typeof motion> | null = null

/** The fit of motion recordings, away from the page. */
export function motionWorker(): Comlink.Remote<typeof motion> {
  remote ??= Comlink.wrap<typeof motion>(new Worker(new URL('./motion.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
