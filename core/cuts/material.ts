import { STOCKED_KINDS, type GripKind, type StockedKind } from '../sports/kinds.ts'

export const MATERIAL_KINDS = [...STOCKED_KINDS, 'off', 'moved'] as const
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
  moved: 'pieces',
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
/** No hand works in finer steps, cm or g (common practice, no source). */
export const FINEST_STEP = 0.05
/**
 * Is it taken out of the drawer? What is on the frame already comes off it, or is moved on it.
 * @example isInDrawer(oneGram) // true
 */
export const isInDrawer = <M extends Pick<Material, 'kind'>>(material: M): material is M & { kind: StockedKind } =>
  material.kind !== 'off' && material.kind !== 'moved'
/**
 * Is it cut by length?
 * @example isByLength('tape') // true
 */
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
