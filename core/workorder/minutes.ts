import type { Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import { workOfCut, type WorkMinutes } from '../planning/problem/work.ts'
import type { StepKind, WorkStep } from './order.ts'

/** Minutes of what no plan counts, each time (common practice, no source). */
const BESIDE: Partial<Record<StepKind, number>> = {
  inspect: 2,
  trial: 5,
  plug: 1,
  barrier: 1,
  cap: 1,
  mask: 2,
  coat: 2,
  peel: 1,
  reserve: 2,
}
/** Reading weight, balance and swing weight once (common practice, no source). */
const READING_MINUTES = 2

/** The minutes of a step at the bench, without what is waited for. */
export interface StepMinutes {
  /** Its share of what the plan counts; over all steps they are the plan's minutes. */
  planned: number
  /** What a plan does not count: reading, masking, coats, plug and cap. */
  beside: number
}

/**
 * The minutes of each step, by its id. A length is measured off and a material taken out where it is first needed; the grip is half off
 * and half on.
 */
export function stepMinutes(
  steps: readonly WorkStep[],
  materials: readonly Material[],
  work: Workpiece,
  minutes: WorkMinutes,
): Map<string, StepMinutes> {
  const lengths = new Set<number>()
  const taken = new Set<string>()
  const cures = (step: WorkStep) =>
    step.kind === 'cure' || materials.some((m) => m.id === step.cut?.materialId && m.cureHours !== null)
  // Waiting for it has a step of its own where the handle is closed after it; elsewhere it is the fill's.
  const waited = steps.find((step) => step.kind === 'cure') ?? steps.find(cures)
  return new Map(
    steps.map((step) => {
      const material = materials.find((m) => m.id === step.cut?.materialId)
      let planned = step.kind === 'gripOff' || step.kind === 'gripOn' ? minutes.gripOff / 2 : 0
      if (step === waited) planned += minutes.cure
      if (step.cut && material && step.kind !== 'peel' && step.kind !== 'cure') {
        const asked = workOfCut(step.cut, material, work, minutes)
        planned += asked.ownMinutes
        for (const length of asked.lengths.filter((l) => !lengths.has(l))) {
          lengths.add(length)
          planned += minutes.length
        }
        if (asked.materialId !== null && !taken.has(asked.materialId)) {
          taken.add(asked.materialId)
          planned += minutes.material
        }
      }
      return [step.id, { planned, beside: (BESIDE[step.kind] ?? 0) + (step.reads ? READING_MINUTES : 0) }]
    }),
  )
}
