import loadHighs from 'highs'
import { solveWith } from '#solver/highs.ts'
import { NOTHING_ON, type Condition } from '../frame/condition.ts'
import { frameState, type FrameState } from '../frame/state.ts'
import { PLAIN_MATERIAL, type Material } from '../plan/material.ts'
import { OPEN_LIMITS, type PlanRequest } from '../plan/request.ts'
import { tennis } from '../sports/tennis.ts'

/** What tests share: a usual strung frame, a full drawer, a real solver. */
export const STRUNG: Condition = { ...NOTHING_ON, stringsG: 16.5, grip: 'base', overgrips: 1 }
export const BARE: Condition = { ...NOTHING_ON, grip: 'base' }

const material = (m: Pick<Material, 'id' | 'kind' | 'unitMassG'> & Partial<Material>): Material => ({
  ...PLAIN_MATERIAL,
  name: m.id,
  step: m.kind === 'tape' ? 0.5 : 1,
  widthCm: 0.635,
  stock: 600,
  ...m,
})

export const DRAWER: Material[] = [
  material({ id: 'lead-quarter', kind: 'tape', unitMassG: 0.25 / 2.54, lead: true }),
  material({ id: 'lead-half', kind: 'tape', unitMassG: 0.5 / 2.54, lead: true, widthCm: 1.27 }),
  material({ id: 'tungsten', kind: 'tape', unitMassG: 0.21 }),
  material({ id: 'putty', kind: 'fill', unitMassG: 1, stock: 80 }),
  material({ id: 'leather', kind: 'grip', unitMassG: 25, stock: 3, grip: 'leather' }),
  material({ id: 'synthetic', kind: 'grip', unitMassG: 15, stock: 3, grip: 'synthetic' }),
  material({ id: 'overgrip', kind: 'overgrip', unitMassG: 5, stock: 10 }),
]

export function usualState(): FrameState {
  return frameState(
    {
      mass: { value: 305.4, u: 0.12 },
      balance: { value: 32.6, u: 0.05 },
      swingWeight: { value: 300, u: 0.7 },
      twistWeight: { value: 13.2, u: 0.1 },
    },
    10.16,
  )
}

export function usualRequest(change: Partial<PlanRequest> = {}): PlanRequest {
  return {
    state: usualState(),
    work: { geometry: tennis.geometry, condition: STRUNG, profile: tennis },
    target: {
      mass: { value: 322, tolerance: 1 },
      balance: { value: 32.3, tolerance: 0.2 },
      swingWeight: { value: 318, tolerance: 2 },
    },
    materials: DRAWER,
    limits: OPEN_LIMITS,
    held: [],
    ...change,
  }
}

export async function realSolver() {
  return solveWith(await loadHighs(), 3600)
}
