import { Problem } from '../problem.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { Material } from './material.ts'
import type { Workpiece } from './cut.ts'

export interface TargetNumber {
  value: number
  tolerance: number
}
export type TargetNumbers = Partial<Record<Quantity, TargetNumber>>

/** The fitter's bounds on a plan. */
export interface PlanLimits {
  /** Materials that may be used, by id; null means all in stock. */
  materialIds: string[] | null
  /** Zones that may be used, by id; null means all. */
  zoneIds: string[] | null
  noLead: boolean
  /** Nothing that shows. */
  hiddenOnly: boolean
  /** Grip and overgrips may be changed. */
  mayChangeGrip: boolean
  /** Most mass that may be added, g; null means no cap. */
  capG: number | null
  /** Most places that may be used; null means no cap. */
  maxPlaces: number | null
}

export const OPEN_LIMITS: PlanLimits = {
  materialIds: null,
  zoneIds: null,
  noLead: false,
  hiddenOnly: false,
  mayChangeGrip: true,
  capG: null,
  maxPlaces: null,
}

/** A planning job, whole: the frame as measured, what it should become, what is in the drawer. */
export interface PlanRequest {
  state: FrameState
  work: Workpiece
  target: TargetNumbers
  materials: Material[]
  limits: PlanLimits
}

/** Target quantities in the fixed order. */
export function aimedAt(target: TargetNumbers): Quantity[] {
  return QUANTITIES.filter((quantity) => target[quantity] !== undefined)
}

/**
 * Refuses a request that cannot be computed: a target for a number that was not measured.
 * Mass and balance are always needed.
 * @throws Problem `state.needs` with the quantity as path
 */
export function checkRequest(request: PlanRequest): void {
  for (const quantity of new Set<Quantity>(['mass', 'balance', ...aimedAt(request.target)])) {
    if (!estimateOf(request.state, quantity)) throw new Problem('state.needs', quantity)
  }
}
