import type { Quantity } from '../quantities/units.ts'
import { headOutline } from '../frame/outline.ts'
import type { LinearModel, Solve } from './linear.ts'
import { NO_RULE, planSpace, programmeFor, provenPlan, quickPlan, type Plan } from './plan.ts'
import { linearAbout, outsideColumn, overColumn, type BoundName } from './programme.ts'
import type { PlanRequest } from './request.ts'

/** A bound that stands in the way. */
export type Obstacle =
  | { kind: 'tolerance'; quantity: Quantity }
  | { kind: 'stock'; materialId: string }
  | { kind: 'zone'; zoneId: string }
  | { kind: 'cap' }
  | { kind: 'places' }
  | { kind: 'lead' }
  | { kind: 'hidden' }
  | { kind: 'grip' }
  | { kind: 'zones' }
  | { kind: 'materials' }

/** One change that makes the target reachable, tried by solving again. `by`: core units of the quantity, cm or g of stock, cm of run, g of cap, places; 0 for a yes/no. */
export interface Opening {
  obstacle: Obstacle
  by: number
}

export interface Reach {
  reached: boolean
  nearest: Plan
  /** Smallest change first; empty when no single change does it. */
  openings: Opening[]
}

/** The request with one bound relaxed. Pure: the old request is left as it is. */
export function relaxed(request: PlanRequest, { obstacle, by }: Opening): PlanRequest {
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
    case 'zones':
      return { ...request, limits: { ...limits, zoneIds: null } }
    case 'materials':
      return { ...request, limits: { ...limits, materialIds: null } }
  }
}

/** Steps in which amounts are stated, rounded up so that the stated amount is enough. */
const STATED_STEP: Record<Quantity, number> = { mass: 0.1, balance: 0.01, swingWeight: 0.1, twistWeight: 0.01 }

/**
 * Why a target is out of reach: every single bound is relaxed in turn by the least amount that opens the target, and the
 * stated amount is kept only when a fresh solve with it lands inside every tolerance.
 */
export function reachOf(request: PlanRequest, solve: Solve): Reach {
  const space = planSpace(request)
  const nearest = provenPlan(space, NO_RULE, solve)
  if (nearest.reached) return { reached: true, nearest, openings: [] }
  const openings = obstaclesOf(request).flatMap((obstacle): Opening[] => {
    const by = leastRelaxation(request, obstacle, nearest, solve)
    if (by === null) return []
    const step = stepOf(obstacle)
    for (let extra = 0; extra < 4; extra++) {
      const opening = {
        obstacle,
        by: step === 0 ? 0 : Number(((Math.ceil(by / step - 1e-6) + extra) * step).toFixed(6)),
      }
      if (reaches(relaxed(request, opening), solve)) return [opening]
    }
    return []
  })
  return { reached: false, nearest, openings: openings.sort((a, b) => effort(request, a) - effort(request, b)) }
}

/** Is there a plan inside every tolerance? */
export function reaches(request: PlanRequest, solve: Solve): boolean {
  const space = planSpace(request)
  return quickPlan(space, NO_RULE, solve).reached || provenPlan(space, { ...NO_RULE, mustReach: true }, solve).reached
}

function obstaclesOf(request: PlanRequest): Obstacle[] {
  const { limits, target, materials, work } = request
  return [
    ...(Object.keys(target) as Quantity[]).map((quantity): Obstacle => ({ kind: 'tolerance', quantity })),
    ...(limits.capG !== null ? [{ kind: 'cap' } as const] : []),
    ...(limits.maxPlaces !== null ? [{ kind: 'places' } as const] : []),
    ...materials.filter((m) => m.kind !== 'grip').map((m): Obstacle => ({ kind: 'stock', materialId: m.id })),
    ...work.profile.zones.map((z): Obstacle => ({ kind: 'zone', zoneId: z.id })),
    ...(limits.noLead ? [{ kind: 'lead' } as const] : []),
    ...(limits.hiddenOnly ? [{ kind: 'hidden' } as const] : []),
    ...(limits.mayChangeGrip ? [] : [{ kind: 'grip' } as const]),
    ...(limits.zoneIds ? [{ kind: 'zones' } as const] : []),
    ...(limits.materialIds ? [{ kind: 'materials' } as const] : []),
  ]
}

/** Far beyond any need, yet small enough for sound arithmetic: 100 m of tape, 1 kg, a hoop's quarter. */
const AMPLE: Partial<Record<Obstacle['kind'], number>> = { stock: 10000, cap: 1000, places: 50 }

/** How far a zone may be stretched before its runs would meet its neighbours, cm. */
function zoneStretch(request: PlanRequest, zoneId: string): number {
  const zone = request.work.profile.zones.find((z) => z.id === zoneId)!
  if (zone.place !== 'hoop') return 4
  return headOutline(request.work.geometry).halfLengthCm / 8
}

function leastRelaxation(request: PlanRequest, obstacle: Obstacle, nearest: Plan, solve: Solve): number | null {
  if (
    obstacle.kind === 'lead' ||
    obstacle.kind === 'hidden' ||
    obstacle.kind === 'grip' ||
    obstacle.kind === 'zones' ||
    obstacle.kind === 'materials'
  ) {
    return 0
  }
  const ample =
    obstacle.kind === 'tolerance'
      ? 0
      : obstacle.kind === 'zone'
        ? zoneStretch(request, obstacle.zoneId)
        : AMPLE[obstacle.kind]!
  const wide = ample === 0 ? request : relaxed(request, { obstacle, by: ample })
  const space = planSpace(wide)
  const programme = programmeFor(space, NO_RULE)
  const about = space.choices.map((choice) => {
    const j = nearest.cuts.findIndex((cut) => cut.id === choice.id)
    return j < 0 ? 0 : Math.min(choice.upper, Math.round(nearest.cuts[j].amount / choice.material.step))
  })
  programme.guards = programme.guards.map((g) => ({ ...g, guard: g.tolerance }))
  const model = linearAbout(programme, about)
  const step = stepOf(obstacle)
  const slack = model.columns.length
  model.columns.push({ name: 'slack', cost: 1, lower: 0, upper: ample === 0 ? 1e6 : ample / step, integer: true })
  programme.guards.forEach((g, i) => {
    const loosened = obstacle.kind === 'tolerance' && obstacle.quantity === g.quantity
    model.columns[overColumn(programme, i)].upper = 0
    model.columns[outsideColumn(programme, i)].upper = loosened ? Infinity : 0
    if (loosened)
      model.rows.push({
        name: 'slack',
        lower: -Infinity,
        upper: 0,
        terms: [
          [outsideColumn(programme, i), 1],
          [slack, -step],
        ],
      })
  })
  if (obstacle.kind !== 'tolerance') addSlack(model, slack, obstacle, request, ample)
  const answer = solve(model)
  return answer.status === 'optimal' ? Math.round(answer.objective) * step : null
}

/** Replaces the widened row by the old bound plus a slack, in the steps in which it is stated. */
function addSlack(model: LinearModel, slack: number, obstacle: Obstacle, request: PlanRequest, ample: number): void {
  const is = (bound: BoundName | undefined) =>
    bound !== undefined &&
    bound.kind === obstacle.kind &&
    (bound.kind !== 'stock' || (obstacle.kind === 'stock' && bound.materialId === obstacle.materialId)) &&
    (bound.kind !== 'zone' || (obstacle.kind === 'zone' && bound.zoneId === obstacle.zoneId))
  for (const row of model.rows) {
    const mine = row.name === 'places' ? obstacle.kind === 'places' : is((row as { bound?: BoundName }).bound)
    if (!mine) continue
    const perUnit = obstacle.kind === 'zone' ? zoneStepsPerCm(request, obstacle.zoneId) : 1
    row.upper -= ample * perUnit
    row.terms = [...row.terms, [slack, -perUnit * stepOf(obstacle)]]
  }
}

function zoneStepsPerCm(request: PlanRequest, zoneId: string): number {
  const zone = request.work.profile.zones.find((z) => z.id === zoneId)!
  return zone.place === 'handle' ? request.work.profile.handleFillGPerCm : zone.maxLayers / 0.5
}

function stepOf(obstacle: Obstacle): number {
  switch (obstacle.kind) {
    case 'tolerance':
      return STATED_STEP[obstacle.quantity]
    case 'stock':
    case 'places':
      return 1
    case 'zone':
    case 'cap':
      return 0.5
    default:
      return 0
  }
}

/** For ordering: how large a change is beside what it changes. */
function effort(request: PlanRequest, { obstacle, by }: Opening): number {
  switch (obstacle.kind) {
    case 'tolerance':
      return by / request.target[obstacle.quantity]!.tolerance
    case 'stock':
      return 0.2 + by / 1000
    case 'cap':
    case 'zone':
      return by / 5
    case 'places':
      return by
    default:
      return 0.5
  }
}
