import type { GripKind } from '../frame/condition.ts'

/** Something in the drawer that adds mass. Stock in cm for tape, g for fill, pieces for grips. */
export interface Material {
  id: string
  name: string
  kind: 'tape' | 'fill' | 'grip' | 'overgrip'
  /** Tape: g per cm of one strip, weighed. Fill: 1. Grips: g each. */
  unitMassG: number
  /** The step a hand works in: cm for tape, g for fill, 1 for grips. */
  step: number
  /** Tape only: width, cm. */
  widthCm: number
  stock: number
  lead: boolean
  /** Grips only. */
  grip: Exclude<GripKind, 'none'> | null
}
