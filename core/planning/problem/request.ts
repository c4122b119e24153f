import { Problem } from '../../problem.ts'
import type { TargetPlace } from '../../frame/places.ts'
import { withPieces, type Piece } from '../../frame/pieces.ts'
import type { FrameGeometry } from '../../geometry/outline.ts'
import type { Shape } from '../../geometry/shape.ts'
import { estimateOf, frameState, type FrameState } from '../../frame/state.ts'
import {
  AIM_QUANTITIES,
  GCM2_PER_KGCM2,
  GRAVITY_CM_S2,
  type AimQuantity,
  type Quantity,
} from '../../quantities/units.ts'
import type { Zone } from '../../sports/profile.ts'
import { materialsOn } from '../../cuts/items.ts'
import { isInDrawer, type Material } from '../../cuts/material.ts'
import { USUAL_MINUTES, type WorkMinutes } from './work.ts'
import { massOf, stockTaken, type Cut, type Workpiece } from '../../cuts/cut.ts'
import { piecesOfAll } from '../../cuts/pieces.ts'

export interface TargetNumber {
  value: number
  tolerance: number
}
export type TargetNumbers = Partial<Record<AimQuantity, TargetNumber>>

/** The fitter's bounds on a plan. */
export interface PlanLimits {
  /** Materials that may be used, by id; null means all in stock. */
  materialIds: string[] | null
  /** Zones that may be used, by id; null means all. */
  zoneIds: string[] | null
  noLead: boolean
  /** For a minor: the adult who wants lead all the same, and why; null keeps lead out. */
  leadAgreed: { by: string; words: string } | null
  /** Nothing that shows. */
  hiddenOnly: boolean
  /** Grip and overgrips may be changed. */
  mayChangeGrip: boolean
  mayChangeStrings: boolean
  /** What is on the frame and comes off by itself may come off. */
  mayTakeOff: boolean
  /** What sits in a hole of the frame may go into another. */
  mayMove: boolean
  /** Strips on one side only are allowed, to bring the centre of mass onto the long axis. */
  evenSides: boolean
  /** Most mass that may be added, g; null means no cap. */
  capG: number | null
  /** Most mass of the finished frame, g; null means no cap. */
  capTotalG: number | null
  /** Most places that may be used; null means no cap. */
  maxPlaces: number | null
  /** Fewest places before least work. */
  fewPlaces: boolean
  /** Minutes that this shop's hands take. */
  minutes: WorkMinutes
  /** Numbers that stay as measured. */
  keep: Quantity[]
  /** Numbers that count for more or for less than the others. */
  matters: Partial<Record<AimQuantity, Weight>>
  /** Grams left out of the plan, for the last correction, and where they will go. */
  reserveG: number
  /** Usually the tip for swing weight, the sides for twist, the handle for balance. */
  reserveAt: TargetPlace
  /** Places that this frame has beside its sport's usual ones. */
  ownZones: Zone[]
}

/** How much a number counts: three times, or a third. */
export const WEIGHT_IDS = ['most', 'least'] as const
export type Weight = (typeof WEIGHT_IDS)[number]
export const WEIGHTS: Record<Weight, number> = { most: 3, least: 1 / 3 }

export const OPEN_LIMITS: PlanLimits = {
  materialIds: null,
  zoneIds: null,
  noLead: false,
  leadAgreed: null,
  hiddenOnly: false,
  mayChangeGrip: true,
  mayChangeStrings: false,
  mayTakeOff: false,
  mayMove: true,
  evenSides: false,
  capG: null,
  capTotalG: null,
  maxPlaces: null,
  fewPlaces: false,
  minutes: USUAL_MINUTES,
  keep: [],
  matters: {},
  reserveG: 0,
  reserveAt: 'tip',
  ownZones: [],
}

/** The bounds as they hold for this player: no lead on a minor's frame, unless an adult has said so in writing. */
export const limitsFor = (limits: PlanLimits, minor: boolean): PlanLimits =>
  minor && limits.leadAgreed === null ? { ...limits, noLead: true } : limits

/** A planning job, whole: the frame as measured, what it should become, what is in the drawer. */
export interface PlanRequest {
  state: FrameState
  work: Workpiece
  target: TargetNumbers
  /** What is in the drawer; what is on the frame already is said by its condition. */
  materials: Material[]
  limits: PlanLimits
  /** Pieces that stay where they are. The state has them in it already: see `around`. */
  fixedCuts: Cut[]
}

/** Off the long axis less than this is even (common practice, no source). */
const EVEN = { value: 0, tolerance: 0.05 }

/**
 * The target under the fitter's wishes: what is kept is aimed at as measured, uneven sides are brought to the middle, and the plan
 * aims at the frame as it is before what is held back goes on: every number without those grams at their place.
 * @param reserve where the grams that are held back will lie
 */
export function aimsUnder(
  target: TargetNumbers,
  limits: PlanLimits,
  measured: FrameState,
  { profile, geometry }: Pick<Workpiece, 'profile' | 'geometry'>,
  reserve: Shape,
): TargetNumbers {
  let aims = { ...target }
  for (const quantity of limits.keep) {
    const now = estimateOf(measured, quantity)
    if (now)
      aims[quantity] = { value: now.value, tolerance: target[quantity]?.tolerance ?? profile.tolerance[quantity] }
  }
  if (limits.reserveG > 0 && !limits.keep.includes('mass'))
    aims = withoutReserve(aims, measured, { massG: limits.reserveG, shape: reserve }, geometry)
  if (limits.evenSides) aims.lateral = EVEN
  return aims
}

/** What is aimed at, less some grams at a place. A number that is not aimed at is taken as measured where another needs it. */
function withoutReserve(
  aims: TargetNumbers,
  measured: FrameState,
  { massG, shape }: { massG: number; shape: Shape },
  geometry: FrameGeometry,
): TargetNumbers {
  const value = (quantity: AimQuantity) => aims[quantity]?.value ?? estimateOf(measured, quantity)?.value ?? null
  const [mass, balance, twist] = [value('mass'), value('balance'), value('twistWeight')]
  const taken = { massG: -massG, shape, uMassG: 0, uPlaceCm: 0 }
  const out: TargetNumbers = {}
  for (const quantity of aimedAt(aims)) {
    const aim = aims[quantity]!
    const swing = swingFor(quantity, aim.value, mass, balance, measured.axisCm) ?? value('swingWeight')
    const known = { mass, balance, swingWeight: swing, twistWeight: twist }
    const end = frameState(
      Object.fromEntries(Object.entries(known).map(([q, v]) => [q, v === null ? null : { value: v, u: 0 }])),
      measured.axisCm,
      { value: value('lateral') ?? 0, u: 0 },
    )
    const before = estimateOf(withPieces(end, [taken], geometry), quantity)
    out[quantity] = before ? { ...aim, value: before.value } : aim
  }
  return out
}

/** The swing weight of a frame with this recoil weight or M·g·R/I; null for other numbers. */
function swingFor(quantity: AimQuantity, aim: number, mass: number | null, balance: number | null, axisCm: number) {
  if (mass === null || balance === null) return null
  if (quantity === 'recoilWeight') return aim + (mass * (balance - axisCm) ** 2) / GCM2_PER_KGCM2
  if (quantity !== 'mgri') return null
  const butt = (GRAVITY_CM_S2 * mass * balance) / aim
  return (butt - mass * (2 * axisCm * balance - axisCm * axisCm)) / GCM2_PER_KGCM2
}

/**
 * The same request with some pieces fixed where they are: they count as part of the frame, and what they take of drawer,
 * places and caps is no longer there for the rest.
 */
export function around(request: PlanRequest, fixedCuts: readonly Cut[]): PlanRequest {
  if (fixedCuts.length === 0) return request
  const pieces = piecesOfCuts(fixedCuts, request)
  return withFixed({ ...request, state: withPieces(request.state, pieces, request.work.geometry) }, fixedCuts)
}

/** The same request of a frame that has these pieces on it already: only what they take of drawer, places and caps is gone. */
export function withFixed(request: PlanRequest, fixedCuts: readonly Cut[]): PlanRequest {
  const { limits, work } = request
  const byId = materialsById(request)
  const known = fixedCuts.filter((cut) => byId.has(cut.materialId))
  const addedG = known.reduce((sum, cut) => sum + Math.max(0, massOf(cut, byId.get(cut.materialId)!, work)), 0)
  const taken = (id: string) =>
    known.reduce((sum, cut) => sum + (cut.materialId === id ? stockTaken(cut, byId.get(id)!, work) : 0), 0)
  return {
    ...request,
    materials: request.materials.map((m) => ({
      ...m,
      stock: !isInDrawer(m) ? m.stock : Math.max(0, m.stock - taken(m.id)),
    })),
    limits: {
      ...limits,
      capG: limits.capG === null ? null : Math.max(0, limits.capG - addedG),
      maxPlaces: limits.maxPlaces === null ? null : Math.max(0, limits.maxPlaces - known.length),
    },
    fixedCuts: [...request.fixedCuts, ...known],
  }
}

/** Every material that a cut of this request may be of, by id: what is in the drawer, and what is on the frame already. */
export const materialsById = ({ materials, work }: Pick<PlanRequest, 'materials' | 'work'>): Map<string, Material> =>
  new Map([...materials, ...materialsOn(work.condition, work.profile)].map((m) => [m.id, m]))

/** What cuts of this request bring to the frame; those of materials that are gone are left out. */
export function piecesOfCuts(cuts: readonly Cut[], request: Pick<PlanRequest, 'materials' | 'work'>): Piece[] {
  const byId = materialsById(request)
  return piecesOfAll(
    cuts.filter((cut) => byId.has(cut.materialId)),
    [...byId.values()],
    request.work,
  )
}

/** Target quantities in the fixed order. */
export function aimedAt(target: TargetNumbers): AimQuantity[] {
  return AIM_QUANTITIES.filter((quantity) => target[quantity] !== undefined)
}

/**
 * Refuses a request that cannot be computed: a target for a number that was not measured.
 * Mass and balance are always needed.
 * @throws Problem `state.needs` with the quantity as path
 */
export function checkRequest(request: PlanRequest): void {
  for (const quantity of new Set<AimQuantity>(['mass', 'balance', ...aimedAt(request.target)])) {
    if (!estimateOf(request.state, quantity)) throw new Problem('state.needs', quantity)
  }
}
