import { STOCKED_KINDS, type GripKind } from '../sports/kinds.ts'
import { conditionPieces, type AddedMass, type Condition } from '../frame/condition.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import type { SportProfile } from '../sports/profile.ts'

export const MATERIAL_KINDS = [...STOCKED_KINDS, 'off'] as const
export type MaterialKind = (typeof MATERIAL_KINDS)[number]

/** How one of a kind is counted, for its stock and its price. */
export const COUNTED_IN: Record<MaterialKind, 'cm' | 'g' | 'pieces'> = {
  tape: 'cm',
  sleeve: 'cm',
  fill: 'g',
  weight: 'pieces',
  strings: 'pieces',
  grip: 'pieces',
  overgrip: 'pieces',
  off: 'pieces',
}

/** Something in the drawer that adds mass. Stock in cm for tape and sleeve, g for fill, pieces for the rest. */
export interface Material {
  id: string
  name: string
  kind: MaterialKind
  /** Tape, one strip, and sleeve: g per cm, weighed. Fill: what stays of one g, less than 1 where it loses some as it cures. The rest: g each. */
  unitMassG: number
  /** Standard uncertainty of `unitMassG` over it: all pieces of one material share it. */
  uRel: number
  /** The step a hand works in: cm for tape and sleeve, g for fill, 1 for the rest. */
  step: number
  /** Tape only: width, cm. */
  widthCm: number
  /** Of one layer, mm. */
  thicknessMm: number
  stock: number
  lead: boolean
  /** Hours that it cures on the frame; null where it does not. */
  cureHours: number | null
  /** Comes off whole and can be used again. */
  reusable: boolean
  /** For one cm, g or piece, in the shop's money; null when not known. */
  cost: number | null
  /** Weights only: the places they are made for; null where any will do. */
  zoneIds: string[] | null
  /** Grips only. */
  grip: Exclude<GripKind, 'none'> | null
}

/** Standard uncertainty over the mass of what is cut by length and was never weighed (common practice, no source). */
export const UNWEIGHED_SHARE = 0.05
export const isByLength = (kind: MaterialKind): boolean => COUNTED_IN[kind] === 'cm'

/** What a material is when nothing more is said about it. */
export const PLAIN_MATERIAL: Omit<Material, 'id' | 'name' | 'kind' | 'unitMassG'> = {
  uRel: 0,
  step: 1,
  widthCm: 0,
  thicknessMm: 0,
  stock: 0,
  lead: false,
  cureHours: null,
  reusable: false,
  cost: null,
  zoneIds: null,
  grip: null,
}

const OFF = 'off:'

/** What is on the frame in a condition and can come off by itself, with what each weighs. Strings and base grip are changed, not taken off. */
export function removable(condition: Condition, profile: SportProfile): Material[] {
  const { layers } = profile
  const one = (id: string, name: string, massG: number, stock = 1): Material[] =>
    massG > 0 ? [{ ...PLAIN_MATERIAL, id: OFF + id, name, kind: 'off', unitMassG: massG, stock }] : []
  return [
    ...one('overgrip', 'Overgrip', condition.overgrips > 0 ? layers.overgrip.massG : 0, condition.overgrips),
    ...one('dampener', 'Dampener', condition.dampener ? (layers.dampener?.massG ?? 0) : 0),
    ...one('guardTape', 'Guard tape', condition.guardTapeG),
    ...one('film', 'Film on the grip', condition.film ? layers.film.massG : 0),
    ...condition.added.flatMap((item: AddedMass) => (item.stays ? [] : one(item.id, item.name, item.massG))),
  ]
}

/** The condition once so many of something are off. */
export function conditionWithout(condition: Condition, materialId: string, count: number): Condition {
  const what = materialId.slice(OFF.length)
  switch (what) {
    case 'overgrip':
      return { ...condition, overgrips: Math.max(0, condition.overgrips - count) }
    case 'dampener':
      return { ...condition, dampener: false }
    case 'guardTape':
      return { ...condition, guardTapeG: 0 }
    case 'film':
      return { ...condition, film: false }
    default:
      return { ...condition, added: condition.added.filter((item) => item.id !== what) }
  }
}

/** Taking something off as pieces of negative mass, where it lies on this frame. */
export function piecesOff(
  materialId: string,
  count: number,
  condition: Condition,
  geometry: FrameGeometry,
  profile: SportProfile,
) {
  return conditionPieces(condition, conditionWithout(condition, materialId, count), geometry, profile)
}
