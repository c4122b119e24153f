import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import type { FrameState } from '#core/frame/state.ts'
import { impactChange, faceGrid, faceMap, type ImpactChange, type FaceMap } from '#core/impact/faceMap.ts'
import { EFFORT_BAND } from '#core/impact/impact.ts'
import { type ImpactAssumptions } from '#core/sports/kinds.ts'
import { partsOf, Problem, type ProblemParts } from '#core/problem.ts'

export interface FaceRequest {
  now: { state: FrameState; geometry: FrameGeometry }
  /** By name: the target, a setup, … each with its own face. */
  others: { key: string; state: FrameState; geometry: FrameGeometry }[]
  assumed: ImpactAssumptions
  stepCm: number
}
export interface FaceSheet {
  /** From the butt end. */
  x: number[]
  y: number[]
  map: FaceMap
  /** Against the frame as it is now. */
  effect: ImpactChange | null
}
export interface FaceAnswer {
  sheets: Record<string, FaceSheet | ProblemParts>
  /** Time of one map, ms. */
  ms: number
}

export const face = {
  /** Maps for the frame as it is now and for each other one. */
  maps({ now, others, assumed, stepCm }: FaceRequest): FaceAnswer {
    const sheets: FaceAnswer['sheets'] = {}
    const times: number[] = []
    const one = (state: FrameState, geometry: FrameGeometry) => {
      const start = performance.now()
      const grid = faceGrid(geometry, stepCm)
      const map = faceMap(state, now.state, geometry, grid, assumed)
      times.push(performance.now() - start)
      return { grid, map }
    }
    const caught = (error: unknown) => {
      if (!(error instanceof Problem)) throw error
      return partsOf(error)
    }
    let first: ReturnType<typeof one> | null = null
    try {
      first = one(now.state, now.geometry)
      sheets.now = { x: [...first.grid.x], y: [...first.grid.y], map: first.map, effect: null }
    } catch (error) {
      sheets.now = caught(error)
    }
    for (const { key, state, geometry } of others) {
      try {
        const { grid, map } = one(state, geometry)
        const effect = first
          ? impactChange({ ...now, map: first.map }, { state, geometry, map }, assumed, EFFORT_BAND)
          : null
        sheets[key] = { x: [...grid.x], y: [...grid.y], map, effect }
      } catch (error) {
        sheets[key] = caught(error)
      }
    }
    times.sort((a, b) => a - b)
    return { sheets, ms: times[Math.floor(times.length / 2)] ?? 0 }
  },
}

problemsCross()
Comlink.expose(face)
