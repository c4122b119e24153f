import { massOf, runsOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'

/** Putty or loose tape for one place of a plan, to be tried before anything is stuck down. */
export interface TrialLine {
  cut: Cut
  /** In so many lumps of so many g: one on each edge and side, as the strips will lie. */
  lumps: number
  lumpG: number
  massG: number
}

/** What is stuck on or filled in; grips, strings and what comes off are no trial. */
const TRIED: readonly Material['kind'][] = ['tape', 'sleeve', 'fill', 'weight']

/** The trial of a cut list by mass, place by place. Unknown materials and pieces of nothing are left out. */
export function trialOf(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): TrialLine[] {
  return cuts.flatMap((cut): TrialLine[] => {
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material || !TRIED.includes(material.kind)) return []
    const massG = massOf(cut, material, work)
    if (massG <= 0) return []
    const lumps = material.kind === 'tape' ? runsOf(cut, work.geometry) : 1
    return [{ cut, lumps, lumpG: massG / lumps, massG }]
  })
}
