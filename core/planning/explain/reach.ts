import { movable } from '../../cuts/items.ts'
import { STATED_STEP, type AimQuantity } from '../../quantities/units.ts'
import { fillGPerCm } from '../../sports/landmarks.ts'
import { headOutline } from '../../geometry/outline.ts'
import { estimateOf } from '../../frame/state.ts'
import { addVariable, type Solve, type Variable } from '../model/linear.ts'
import { relaxed, type BaseFrame, type Obstacle, type Relaxation } from '../problem/relaxation.ts'
import {
  isRelaxationFeasible,
  NO_CONSTRAINT,
  planSpace,
  programmeFor,
  optimalPlan,
  heuristicPlan,
  type Plan,
} from '../solve/plan.ts'
import { linearAbout, type PlanModel } from '../model/planModel.ts'
import type { BoundName } from '../model/programme.ts'
import type { PlanRequest } from '../problem/request.ts'

/** What holds the nearest plan back: a bound that is used up, or a number that is already above its target and only grows. */
export type Binding = BoundName | { kind: 'places' } | { kind: 'above'; quantity: AimQuantity; by: number }

export interface Reach {
  reached: boolean
  nearest: Plan
  binding: Binding[]
  /** Smallest change first; empty when no single change does it. */
  relaxations: Relaxation[]
}

/** Grams by which a grip or a bed may be other than it is: what is made is not lighter or heavier (common practice, no source). */
const GRIP_RANGE_G = [8, 40] as const
const BED_SHARE = 0.3
/** Grips or beds that could do by fractions of a cut and are then tried with whole ones. */
const MOST_LOOKED = 3

/**
 * Why a target is out of reach: what binds the nearest plan, and every single bound relaxed in turn by the least amount that
 * opens the target; an amount is stated only when a fresh solve with it lands inside every tolerance.
 * @param bases other frames of the shop to start from
 */
export function explainInfeasibility(request: PlanRequest, solve: Solve, bases: readonly BaseFrame[] = []): Reach {
  const space = planSpace(request)
  const nearest = optimalPlan(space, NO_CONSTRAINT, 'best')
  const binding = nearest.reached ? [] : bindingOf(request, nearest)
  if (nearest.reached) return { reached: true, nearest, binding, relaxations: [] }
  const opens = (opening: Relaxation) => reaches(relaxed(request, opening, bases), solve)
  const relaxations = obstaclesOf(request).flatMap((obstacle): Relaxation[] => {
    const by = leastRelaxation(request, obstacle, nearest, solve)
    if (by === null) return []
    const step = stepOf(obstacle)
    const opening = (steps: number): Relaxation => ({ obstacle, by: Number((steps * step).toFixed(6)) })
    const steps =
      step === 0
        ? leastWhere(0, 0, () => opens(opening(0)))
        : leastWhere(Math.ceil(by / step - 1e-6), MOST_EXTRA, (n) => opens(opening(n)))
    return steps === null ? [] : [opening(steps)]
  })
  for (const kind of ['otherGrip', 'otherStrings'] as const)
    relaxations.push(...(leastOther(kind, request, opens) ?? []))
  for (const { id, name } of bases) {
    const opening: Relaxation = { obstacle: { kind: 'base', id, name }, by: 0 }
    if (opens(opening)) relaxations.push(opening)
  }
  return {
    reached: false,
    nearest,
    binding,
    relaxations: relaxations.sort((a, b) => effort(request, a) - effort(request, b)),
  }

  /** The grip or bed nearest to the one that is on, by whole grams either way. */
  function leastOther(
    kind: 'otherGrip' | 'otherStrings',
    { work: { condition, profile } }: PlanRequest,
    tried: (opening: Relaxation) => boolean,
  ): Relaxation[] | null {
    const now = kind === 'otherGrip' ? profile.layers.grips[condition.grip].massG : (condition.stringsG ?? 0)
    if (now <= 0) return null
    const [low, high] = kind === 'otherGrip' ? GRIP_RANGE_G : [now * (1 - BED_SHARE), now * (1 + BED_SHARE)]
    let looked = 0
    for (let grams = 1; looked < MOST_LOOKED && (now - grams >= low || now + grams <= high); grams++) {
      for (const by of [-grams, grams]) {
        if (now + by < low || now + by > high) continue
        const opening: Relaxation = { obstacle: { kind }, by }
        if (!isRelaxationFeasible(planSpace(relaxed(request, opening)), NO_CONSTRAINT, solve)) continue
        looked++
        if (tried(opening)) return [opening]
      }
    }
    return null
  }
}

/** Steps beyond the least that straight lines allow before an opening is given up. */
const MOST_EXTRA = 64

/** The least whole number from one on at which something holds, found by doubling and halving; null where it does not within `most` more. */
function leastWhere(from: number, most: number, holds: (n: number) => boolean): number | null {
  if (holds(from)) return from
  let [low, high] = [0, 1]
  while (high <= most && !holds(from + high)) [low, high] = [high, 2 * high]
  if (high > most) return null
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (holds(from + middle)) high = middle
    else low = middle
  }
  return from + high
}

/** The bounds that are used up in a plan, and the numbers that are above their targets with nothing added and can only grow. */
export function bindingOf(request: PlanRequest, nearest: Plan): Binding[] {
  const space = planSpace(request)
  const programme = programmeFor(space, NO_CONSTRAINT)
  const full = programme.rows.flatMap((row): Binding[] => {
    if (row.bound.kind === 'oneOf' || row.bound.kind === 'rule') return []
    const used = row.terms.reduce((sum, [j, c]) => sum + c * nearest.counts[j], 0)
    // Used up: not one more step of anything that is in use there fits.
    const inUse = row.terms.filter(([j, c]) => c > 0 && nearest.counts[j] > 0)
    const step = Math.min(...inUse.map(([, c]) => c))
    // A place is full as well where no strip of the kind that lies there may be longer.
    const longest = row.bound.kind === 'zone' && inUse.some(([j]) => nearest.counts[j] >= space.choices[j].upper)
    return Number.isFinite(step) && (used + step > row.upper + 1e-9 || longest) ? [row.bound] : []
  })
  const places = nearest.counts.filter((n) => n > 0).length
  if (request.limits.maxPlaces !== null && places >= request.limits.maxPlaces) full.push({ kind: 'places' })
  const ONLY_GROW = { mass: 'massG', swingWeight: 'swing', twistWeight: 'twist' } as const
  for (const quantity of ['mass', 'swingWeight', 'twistWeight'] as const) {
    const aim = request.target[quantity]
    const now = estimateOf(request.state, quantity)
    if (!aim || !now || now.value <= aim.value + aim.tolerance) continue
    const falls = space.choices.some((c) => c.upper > 0 && c.momentsOf(c.least)[ONLY_GROW[quantity]] < -1e-9)
    if (!falls) full.push({ kind: 'above', quantity, by: now.value - aim.value })
  }
  return full
}

/** Is there a plan inside every tolerance? Where not even fractions of a cut would do, no whole ones are sought. */
export function reaches(request: PlanRequest, solve: Solve): boolean {
  const space = planSpace(request)
  if (!isRelaxationFeasible(space, NO_CONSTRAINT, solve)) return false
  return heuristicPlan(space, { ...NO_CONSTRAINT, mustReach: true }, 'question').reached
}

function obstaclesOf(request: PlanRequest): Obstacle[] {
  const { limits, target, materials, work } = request
  return [
    ...(Object.keys(target) as AimQuantity[]).map((quantity): Obstacle => ({ kind: 'tolerance', quantity })),
    ...(limits.capG !== null ? [{ kind: 'cap' } as const] : []),
    ...(limits.capTotalG !== null ? [{ kind: 'capTotal' } as const] : []),
    ...(limits.maxPlaces !== null ? [{ kind: 'places' } as const] : []),
    ...materials
      .filter((m) => m.kind !== 'grip' && m.kind !== 'strings')
      .map((m): Obstacle => ({ kind: 'stock', materialId: m.id })),
    ...work.profile.zones.map((z): Obstacle => ({ kind: 'zone', zoneId: z.id })),
    ...(limits.noLead ? [{ kind: 'lead' } as const] : []),
    ...(limits.hiddenOnly ? [{ kind: 'hidden' } as const] : []),
    ...(limits.mayChangeGrip ? [] : [{ kind: 'grip' } as const]),
    ...(limits.mayChangeStrings || work.condition.stringsG === null ? [] : [{ kind: 'strings' } as const]),
    ...(limits.mayTakeOff ? [] : [{ kind: 'takeOff' } as const]),
    ...(limits.mayMove || movable(work.condition, work.profile).length === 0 ? [] : [{ kind: 'move' } as const]),
    ...(limits.zoneIds ? [{ kind: 'zones' } as const] : []),
    ...(limits.materialIds ? [{ kind: 'materials' } as const] : []),
  ]
}

/** Far beyond any need, yet small enough for sound arithmetic: 100 m of tape, 1 kg, a hoop's quarter. */
const AMPLE: Partial<Record<Obstacle['kind'], number>> = { stock: 10000, cap: 1000, capTotal: 1000, places: 50 }

/** Changes without an amount: done or not. */
const YES_NO = ['lead', 'hidden', 'grip', 'strings', 'takeOff', 'move', 'zones', 'materials']

/** How far a zone may be stretched before its runs would meet its neighbours, cm. */
function zoneStretch(request: PlanRequest, zoneId: string): number {
  const zone = request.work.profile.zones.find((z) => z.id === zoneId)!
  if (zone.place !== 'hoop') return 4
  return headOutline(request.work.geometry).halfLengthCm / 8
}

function leastRelaxation(request: PlanRequest, obstacle: Obstacle, nearest: Plan, solve: Solve): number | null {
  if (YES_NO.includes(obstacle.kind)) return 0
  const ample =
    obstacle.kind === 'tolerance'
      ? 0
      : obstacle.kind === 'zone'
        ? zoneStretch(request, obstacle.zoneId)
        : AMPLE[obstacle.kind]!
  const wide = ample === 0 ? request : relaxed(request, { obstacle, by: ample })
  const space = planSpace(wide)
  const programme = programmeFor(space, NO_CONSTRAINT)
  const before = planSpace(request).choices
  const about = space.choices.map((choice) => {
    const j = before.findIndex(({ id }) => id === choice.id)
    return j < 0 ? 0 : Math.min(choice.upper, nearest.counts[j])
  })
  programme.acceptance = programme.acceptance.map((g) => ({ ...g, halfWidth: g.tolerance }))
  const model = linearAbout(programme, about)
  const step = stepOf(obstacle)
  const slack = addVariable(model, {
    name: 'slack',
    cost: 1,
    lower: 0,
    upper: ample === 0 ? 1e6 : ample / step,
    integer: true,
  })
  programme.acceptance.forEach((g, i) => {
    const loosened = obstacle.kind === 'tolerance' && obstacle.quantity === g.quantity
    model.columns[model.over[i]].upper = 0
    model.columns[model.outside[i]].upper = loosened ? Infinity : 0
    if (loosened)
      model.rows.push({
        name: 'slack',
        lower: -Infinity,
        upper: 0,
        terms: [
          [model.outside[i], 1],
          [slack, -step],
        ],
      })
  })
  if (obstacle.kind !== 'tolerance') addSlack(model, slack, obstacle, request, ample)
  const answer = solve(model)
  return answer.status === 'optimal' ? Math.round(answer.objective) * step : null
}

/** Replaces the widened row by the old bound plus a slack, in the steps in which it is stated. */
function addSlack(model: PlanModel, slack: Variable, obstacle: Obstacle, request: PlanRequest, ample: number): void {
  const is = (bound: BoundName) =>
    bound.kind === obstacle.kind &&
    (bound.kind !== 'stock' || (obstacle.kind === 'stock' && bound.materialId === obstacle.materialId)) &&
    (bound.kind !== 'zone' || (obstacle.kind === 'zone' && bound.zoneId === obstacle.zoneId))
  const rows = model.hard.filter(({ bound }) => is(bound)).map(({ row }) => row)
  for (const row of model.places && obstacle.kind === 'places' ? [model.places] : rows) {
    const perUnit = obstacle.kind === 'zone' ? roomPerCm(request, obstacle.zoneId) : 1
    row.upper -= ample * perUnit
    row.terms = [...row.terms, [slack, -perUnit * stepOf(obstacle)]]
  }
}

/** Room in the zone's row for one more cm, or piece, of capacity. */
function roomPerCm(request: PlanRequest, zoneId: string): number {
  const zone = request.work.profile.zones.find((z) => z.id === zoneId)!
  if (zone.place === 'handle') return fillGPerCm(request.work)
  return zone.place === 'spot' ? 1 : zone.maxLayers
}

function stepOf(obstacle: Obstacle): number {
  switch (obstacle.kind) {
    case 'tolerance':
      // Rounded up to whole steps, so that the stated amount is enough.
      return STATED_STEP[obstacle.quantity]
    case 'stock':
    case 'places':
      return 1
    case 'zone':
    case 'cap':
    case 'capTotal':
      return 0.5
    default:
      return 0
  }
}

/** For ordering: how large a change is beside what it changes. */
function effort(request: PlanRequest, { obstacle, by }: Relaxation): number {
  switch (obstacle.kind) {
    case 'tolerance':
      return by / request.target[obstacle.quantity]!.tolerance
    case 'stock':
      return 0.2 + by / 1000
    case 'cap':
    case 'capTotal':
    case 'zone':
      return by / 5
    case 'otherGrip':
    case 'otherStrings':
      return 0.6 + Math.abs(by) / 10
    case 'base':
      return 2
    case 'places':
      return by
    default:
      return 0.5
  }
}
