import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import type { face, FaceAnswer, FaceRequest } from './face.worker.ts'

export type { FaceAnswer, FaceRequest }
problemsCross()
let remote: Comlink.Remote<typeof face> | null = null

/** Maps of the face, away from the page. */
export function faceWorker(): Comlink.Remote<typeof face> {
  remote ??= Comlink.wrap<typeof face>(new Worker(new URL('./face.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
