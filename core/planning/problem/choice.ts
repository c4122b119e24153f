import { massOf, type Cut } from '../../cuts/cut.ts'
import type { Material } from '../../cuts/material.ts'
import { momentsOfCut, NO_MOMENTS, type Moments } from '../../cuts/moments.ts'
import { regionOf, type FrameRegion } from '../../cuts/zones.ts'
import type { Zone } from '../../sports/profile.ts'
import type { PlanRequest } from './request.ts'

/** One whole-number decision of the plan: how many steps of a material in a zone. */
export interface Choice {
  id: string
  zoneId: string
  material: Material
  /** Most steps that the zone could ever take; stock and capacity bound it further as rows. */
  upper: number
  /** Fewest steps when any: shorter than 3 cm, or under 2 g of fill, is not worth cutting (common practice, no source). */
  least: number
  /** Stock used and room of the zone taken by one step. */
  stockPerStep: number
  roomPerStep: number
  /** Part of the frame: for constraints like "handle first". */
  region: FrameRegion
  visible: boolean
  /** The cut for so many steps. */
  cutFor(count: number): Cut
  /** Its exact effect. */
  momentsOf(count: number): Moments
  /** Grams that count as added (a lighter grip or an overgrip taken off adds none). */
  addedG(count: number): number
  /** At most one of the choices that share this may be taken. */
  oneOf: string | null
  /** What a hand sees as one place: a plan of whole strips takes one choice of each. */
  group: string
  /** On one side of the hoop only. */
  side: 'left' | 'right' | null
  /** The hole that it leaves free, for one piece. */
  frees: string | null
}

/** The zone ids of what is changed as a whole; not places that a profile lists. */
export const GRIP_ZONE = 'grip'
export const BED_ZONE = 'bed'
export const OFF_ZONE = 'off'

/** Where what is changed as a whole is. */
export const WHOLE: Omit<Zone, 'id' | 'name'> = { place: 'handle', capacityCm: 0, maxLayers: 1, visible: false }

/** A choice with what follows from its cuts, each worked out once. */
export function made(
  parts: Pick<
    Choice,
    | 'id'
    | 'material'
    | 'cutFor'
    | 'upper'
    | 'least'
    | 'stockPerStep'
    | 'roomPerStep'
    | 'oneOf'
    | 'group'
    | 'side'
    | 'frees'
  > & {
    zone: Zone
    request: PlanRequest
  },
): Choice {
  const { zone, request, material, cutFor } = parts
  const effects = remembered((count) =>
    count === 0 ? NO_MOMENTS : momentsOfCut(cutFor(count), material, request.work, request.state),
  )
  const added = remembered((count) => (count === 0 ? 0 : Math.max(0, massOf(cutFor(count), material, request.work))))
  return {
    id: parts.id,
    material,
    cutFor,
    upper: parts.upper,
    least: parts.least,
    stockPerStep: parts.stockPerStep,
    roomPerStep: parts.roomPerStep,
    oneOf: parts.oneOf,
    group: parts.group,
    side: parts.side,
    frees: parts.frees,
    zoneId: zone.id,
    visible: zone.visible,
    region: regionOf(zone, request.work),
    momentsOf: effects,
    addedG: added,
  }
}

/** Worked out once for each count: searches ask for the same ones over and over. */
function remembered<T>(of: (count: number) => T): (count: number) => T {
  const table: (T | undefined)[] = []
  return (count) => (table[count] ??= of(count))
}
