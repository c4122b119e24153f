import type { Cut } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import type { WorkStep } from '#core/workorder/order.ts'

/** What is lit on the frame at a step: its piece alone; where it is about pieces that lie there already, those. */
export function litCuts(
  step: WorkStep | undefined,
  steps: readonly WorkStep[],
  cuts: readonly Cut[],
  materials: readonly Material[],
): readonly Cut[] {
  if (!step) return []
  switch (step.kind) {
    case 'trial':
    case 'final':
      return cuts
    case 'mask':
      return steps.find((s) => s.kind === 'coat')?.over ?? []
    case 'coat':
    case 'plug':
      return step.over
    case 'barrier':
    case 'cure':
    case 'cap':
      return cuts.filter((cut) => materials.some((m) => m.id === cut.materialId && m.kind === 'fill'))
    default:
      return step.cut ? [step.cut] : []
  }
}
