import type { Condition } from '../frame/condition.ts'
import { besideLine, headOutline, type Edge, type FrameGeometry, type Wall } from '../geometry/outline.ts'
import { ZONE_PLACES, type SportProfile } from '../sports/profile.ts'
import type { Material } from './material.ts'

/** Where a strip on the hoop can cross the long axis. */
export const ACROSS = ['tip', 'bridge'] as const
export type Across = (typeof ACROSS)[number]
/** Where a piece is: at a kind of zone, or changed as a whole. */
export const PLACES = [...ZONE_PLACES, 'grip', 'bed', 'off'] as const
export type Place = (typeof PLACES)[number]
export const SIDES = ['left', 'right'] as const
/** End of a run that stays where it is when its length changes. */
export const ANCHORS = ['tip', 'butt'] as const

/** One line of the cut list: a material at a place, in the amount that a hand measures off. */
export interface Cut {
  id: string
  materialId: string
  place: Place
  zoneId: string | null
  /** Hoop: arc length of the middle from 12 o'clock, cm (0 is the tip, the far end is the throat bridge). Else the lower end, cm from the butt. */
  atCm: number
  /** Tape, sleeve: cm of each run, all layers together. Fill: g. The rest: pieces. */
  amount: number
  /** Tape, sleeve: the longest that one layer may be, cm. */
  layerCm: number
  /** Hoop, off the long axis: on one side only. */
  side?: (typeof SIDES)[number]
  /** Hoop: one strip across the long axis, its middle there whatever `atCm` says; null: beside it. Cuts of earlier versions do not say. */
  across?: Across | null
  /** Spots: so far to both sides of the long axis, cm. */
  offCm?: number
  /** Hoop: on one edge of the tube, or side by side on both. Cuts that do not say lie on one. */
  edges?: 1 | 2
  /** Hoop, on one edge: which, as the frame lies before you. */
  edge?: Edge
  /** Hoop: on this wall of the tube, one strip or two side by side. Left out: on its edges, in the middle of the tube. */
  wall?: Wall
  /** Bevels: on two of them or on all four. Cuts that do not say lie on four. */
  bevels?: 2 | 4
  /** The end that keeps its landmark; a cut that does not say keeps its middle on the hoop, its lower end elsewhere. */
  anchor?: (typeof ANCHORS)[number]
}

/** Do two cuts say the same, whatever the order in which they say it? */
export function sameCut(a: Cut, b: Cut): boolean {
  const keys = Object.keys(a) as (keyof Cut)[]
  return keys.length === Object.keys(b).length && keys.every((key) => key in b && (a[key] ?? null) === (b[key] ?? null))
}

/** Where mass can be on this frame with what is on it: all that turning cuts into pieces needs. */
export interface Workpiece {
  geometry: FrameGeometry
  condition: Condition
  profile: SportProfile
  /** What goes on with a piece beside the piece; a workpiece that does not say has strips and fills alone. */
  finish?: Finish
}

/** What no cut list names and still weighs: coats over lead on the outside, the plug above a fill. */
export interface Finish {
  /** Thin coats over lead. */
  coats: number
  /** Of one plug of cotton, g. */
  plugG: number
}

/** Thin coats over lead (common practice, no source). */
export const COATS = { adult: 2, minor: 4 } as const
/** What an ordinary shop puts on beside the pieces; a plug of cotton of 0.4 g is common practice, without a source. */
export const finishFor = (minor: boolean): Finish => ({ coats: minor ? COATS.minor : COATS.adult, plugG: 0.4 })

/** Is it under the grip or in the handle: done with the grip off? */
export const isOnHandle = (cut: Cut, material: Pick<Material, 'kind'>): boolean =>
  cut.place === 'bevels' ||
  cut.place === 'handle' ||
  cut.place === 'sleeve' ||
  (cut.place === 'grip' && material.kind === 'grip')

const RUNS: Record<Place, number> = {
  hoop: 2,
  shaft: 2,
  bevels: 4,
  handle: 1,
  sleeve: 1,
  spot: 1,
  grip: 1,
  bed: 1,
  off: 1,
}

/** Cuts that do not say lay nearer than this to an end of the hoop when they went across, and never when they lay beside it. */
const UNSAID_CM = 0.3

/** Does a strip cross the long axis, and where? Said by the cut; of one of an earlier version by how near to an end it lies. */
export function acrossOf(cut: Pick<Cut, 'place' | 'atCm' | 'side' | 'across'>, geometry: FrameGeometry): Across | null {
  if (cut.place !== 'hoop' || cut.side) return null
  return cut.across === undefined ? acrossAt(cut.atCm, geometry, UNSAID_CM) : cut.across
}

/** The crossing that a place on the hoop is at. @param withinCm so near is there */
export function acrossAt(atCm: number, geometry: FrameGeometry, withinCm = 1e-6): Across | null {
  if (atCm <= withinCm) return 'tip'
  return atCm >= headOutline(geometry).halfLengthCm - withinCm ? 'bridge' : null
}

/**
 * How many equal strips one layer of a cut is made of: one across the tip or the throat bridge, two on the sides or the shaft, two or
 * four on the bevels; on the hoop twice as many where both edges carry them.
 */
export function runsOf(
  cut: Pick<Cut, 'place' | 'atCm' | 'side' | 'across' | 'offCm' | 'edges' | 'bevels'>,
  geometry: FrameGeometry,
): number {
  if (cut.place === 'spot') return cut.offCm ? 2 : 1
  if (cut.place === 'bevels') return cut.bevels ?? RUNS.bevels
  if (cut.place !== 'hoop') return RUNS[cut.place]
  return (cut.side || acrossOf(cut, geometry) ? 1 : 2) * (cut.edges ?? 1)
}

/** What a cut takes out of the drawer: cm, g or pieces. */
export function stockTaken(cut: Cut, material: Material, work: Workpiece): number {
  if (material.kind === 'off' || material.kind === 'moved') return 0
  if (material.kind === 'fill') return cut.amount
  return cut.amount * runsOf(cut, work.geometry)
}

/** What a cut list takes out of the drawer, by material; materials that are not in it are left out. */
export function stockOf(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): Map<string, number> {
  const taken = new Map<string, number>()
  for (const cut of cuts) {
    const material = materials.find((m) => m.id === cut.materialId)
    const amount = material ? stockTaken(cut, material, work) : 0
    if (amount > 0) taken.set(cut.materialId, (taken.get(cut.materialId) ?? 0) + amount)
  }
  return taken
}

/** What a cut costs, or null when the price is not known. Reusable things cost nothing: they come back. */
export function costOf(cut: Cut, material: Material, work: Workpiece): number | null {
  if (material.reusable || stockTaken(cut, material, work) === 0) return 0
  return material.cost === null ? null : material.cost * stockTaken(cut, material, work)
}

/** Mass in g that a cut adds, at the material's weighed mass; less than nothing for what comes off. */
export function massOf(cut: Cut, material: Material, work: Workpiece): number {
  switch (material.kind) {
    case 'grip':
      return material.unitMassG - work.profile.layers.grips[work.condition.grip].massG
    case 'strings':
      return material.unitMassG - (work.condition.stringsG ?? 0)
    case 'off':
      return -cut.amount * material.unitMassG
    case 'moved':
      return 0
    default:
      return cut.amount * material.unitMassG * (material.kind === 'fill' ? 1 : runsOf(cut, work.geometry))
  }
}

/** The layers of a cut, longest first: lengths in cm of each run. */
export function layersOf(cut: Cut): number[] {
  if (cut.amount <= cut.layerCm) return cut.amount > 1e-9 ? [cut.amount] : []
  const full = Math.floor(cut.amount / cut.layerCm + 1e-9)
  const rest = cut.amount - full * cut.layerCm
  return [...new Array<number>(full).fill(cut.layerCm), ...(rest > 1e-9 ? [rest] : [])]
}

/** Lower end of a layer of a straight strip, cm from the butt: a shorter layer lies on the middle of the longest. */
export function layerFrom(cut: Cut, lengthCm: number): number {
  return cut.atCm + (Math.min(cut.amount, cut.layerCm) - lengthCm) / 2
}

/** So far outside of the middle of the hoop's tube lies a layer of a strip, cm; inside is less than nothing. @param layer 0 lies on the tube */
export function besideCm(
  { wall }: Pick<Cut, 'wall'>,
  { tubeCm }: Pick<FrameGeometry, 'tubeCm'>,
  { thicknessMm } = { thicknessMm: 0 },
  layer = 0,
): number {
  if (!wall) return 0
  const cm = tubeCm / 2 + ((layer + 0.5) * thicknessMm) / 10
  return wall === 'outside' ? cm : -cm
}

/**
 * The span on the right half of the hoop of a run of a cut; of a strip across the axis it is the half of it there. Along the middle of the
 * tube: what lies on a wall is as long there as a tape on that wall measures.
 */
export function hoopSpan(cut: Cut, lengthCm: number, geometry: FrameGeometry): [number, number] {
  const { outline, across, back } = besideLine(geometry, besideCm(cut, geometry))
  const half = outline.halfLengthCm
  const over = acrossOf(cut, geometry)
  if (over === 'tip') return [0, back(lengthCm / 2)]
  if (over === 'bridge') return [back(half - lengthCm / 2), headOutline(geometry).halfLengthCm]
  const middle = Math.min(Math.max(across(cut.atCm), lengthCm / 2), half - lengthCm / 2)
  return [back(middle - lengthCm / 2), back(middle + lengthCm / 2)]
}

/** Where the middle of a run lies that begins at a place on the hoop and goes away from the tip, or towards it: along the middle of the tube, cm. */
export function middleFrom(
  cut: Pick<Cut, 'wall'>,
  fromCm: number,
  lengthCm: number,
  towards: 'tip' | 'butt',
  geometry: FrameGeometry,
): number {
  const { outline, across, back } = besideLine(geometry, besideCm(cut, geometry))
  const at = across(fromCm) + (towards === 'butt' ? lengthCm / 2 : -lengthCm / 2)
  return back(Math.min(outline.halfLengthCm, Math.max(0, at)))
}
