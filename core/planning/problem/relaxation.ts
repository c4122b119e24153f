import type { FrameState } from '../../frame/state.ts'
import type { AimQuantity } from '../../quantities/units.ts'
import type { Workpiece } from '../../cuts/cut.ts'
import { PLAIN_MATERIAL, type Material } from '../../cuts/material.ts'
import type { PlanRequest } from './request.ts'

/** A bound that stands in the way. */
export type Obstacle =
  | { kind: 'tolerance'; quantity: AimQuantity }
  | { kind: 'stock'; materialId: string }
  | { kind: 'zone'; zoneId: string }
  | { kind: 'cap' }
  | { kind: 'capTotal' }
  | { kind: 'places' }
  | { kind: 'lead' }
  | { kind: 'hidden' }
  | { kind: 'grip' }
  | { kind: 'strings' }
  | { kind: 'takeOff' }
  | { kind: 'move' }
  | { kind: 'zones' }
  | { kind: 'materials' }
  /** A base grip, or a string bed, lighter or heavier than the one that is on. */
  | { kind: 'otherGrip' }
  | { kind: 'otherStrings' }
  /** Another of the shop's frames to start from. */
  | { kind: 'base'; id: string; name: string }

/** Another frame that the shop could start from, in the same state and about the same axis. */
export interface BaseFrame {
  id: string
  name: string
  state: FrameState
  work: Workpiece
}

/**
 * One change that makes the target reachable, tried by solving again. `by`: core units of the quantity, cm or g of stock, cm
 * of run, g of cap, places, g that another grip or bed is heavier (less than nothing: lighter); 0 for a yes/no.
 */
export interface Relaxation {
  obstacle: Obstacle
  by: number
}

/** The request with one bound relaxed. Pure: the old request is left as it is. */
export function relaxed(request: PlanRequest, opening: Relaxation, bases: readonly BaseFrame[] = []): PlanRequest {
  const { obstacle, by } = opening
  const { limits, work } = request
  switch (obstacle.kind) {
    case 'tolerance': {
      const number = request.target[obstacle.quantity]!
      return {
        ...request,
        target: { ...request.target, [obstacle.quantity]: { ...number, tolerance: number.tolerance + by } },
      }
    }
    case 'stock':
      return {
        ...request,
        materials: request.materials.map((m) => (m.id === obstacle.materialId ? { ...m, stock: m.stock + by } : m)),
      }
    case 'zone': {
      const zones = work.profile.zones.map((z) =>
        z.id === obstacle.zoneId ? { ...z, capacityCm: z.capacityCm + by } : z,
      )
      return { ...request, work: { ...work, profile: { ...work.profile, zones } } }
    }
    case 'cap':
      return { ...request, limits: { ...limits, capG: limits.capG === null ? null : limits.capG + by } }
    case 'places':
      return { ...request, limits: { ...limits, maxPlaces: limits.maxPlaces === null ? null : limits.maxPlaces + by } }
    case 'lead':
      return { ...request, limits: { ...limits, noLead: false } }
    case 'hidden':
      return { ...request, limits: { ...limits, hiddenOnly: false } }
    case 'grip':
      return { ...request, limits: { ...limits, mayChangeGrip: true } }
    case 'capTotal':
      return { ...request, limits: { ...limits, capTotalG: limits.capTotalG === null ? null : limits.capTotalG + by } }
    case 'strings':
      return { ...request, limits: { ...limits, mayChangeStrings: true } }
    case 'takeOff':
      return { ...request, limits: { ...limits, mayTakeOff: true } }
    case 'move':
      return { ...request, limits: { ...limits, mayMove: true } }
    case 'zones':
      return { ...request, limits: { ...limits, zoneIds: null } }
    case 'materials':
      return { ...request, limits: { ...limits, materialIds: null } }
    case 'otherGrip':
    case 'otherStrings':
      return {
        ...request,
        materials: [...request.materials, imagined(obstacle.kind, by, work)],
        limits: {
          ...limits,
          mayChangeGrip: limits.mayChangeGrip || obstacle.kind === 'otherGrip',
          mayChangeStrings: limits.mayChangeStrings || obstacle.kind === 'otherStrings',
          materialIds: limits.materialIds && [...limits.materialIds, IMAGINED],
        },
      }
    case 'base': {
      const base = bases.find((b) => b.id === obstacle.id)!
      const profile = request.work.profile
      return { ...request, state: base.state, work: { ...base.work, profile } }
    }
  }
}

const IMAGINED = 'imagined'

/** A grip or a string bed that is not in the drawer, so many grams heavier than the one that is on. */
function imagined(kind: 'otherGrip' | 'otherStrings', by: number, { condition, profile }: Workpiece): Material {
  const common = { ...PLAIN_MATERIAL, id: IMAGINED, name: IMAGINED, stock: 1 }
  return kind === 'otherStrings'
    ? { ...common, kind: 'strings', unitMassG: (condition.stringsG ?? 0) + by }
    : {
        ...common,
        kind: 'grip',
        unitMassG: profile.layers.grips[condition.grip].massG + by,
        grip: condition.grip === 'leather' ? 'synthetic' : 'leather',
      }
}
