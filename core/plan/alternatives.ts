import type { Choice } from './choices.ts'
import { GRIP_ZONE } from './choices.ts'
import { massOf, type Cut } from './cut.ts'
import type { Solve } from './linear.ts'
import { mayReach, NO_RULE, provenPlan, quickPlan, type Plan, type PlanRule, type PlanSpace } from './plan.ts'
import type { CountRow } from './programme.ts'

export type AlternativeId =
  'best' | 'handleFirst' | 'ends' | 'sides' | 'noLead' | 'hidden' | 'fewest' | 'spread' | 'elsewhere'

/** An alternative by the bound under which it is the best. Words for the ids live with the interface. */
export interface Alternative {
  id: AlternativeId
  plan: Plan
}

/** Why an alternative is not offered. */
export interface LeftOut {
  id: AlternativeId
  reason: 'same' | 'notReached' | 'notProven' | 'nothingToUse'
  /** For `same`: the one it resembles and the share of mass that lies elsewhere. */
  like?: AlternativeId
  elsewhere?: number
  /** For `notReached`: the nearest it comes. */
  nearest?: Plan
}

/** Alternatives must have at least this share of their mass elsewhere. */
export const DIFFERENT_SHARE = 0.3
const HANDLE_SHARE = 0.6
const SPREAD_SHARE = 0.3
const ELSEWHERE_KEEP = 0.5

/** Order in which alternatives are sought after the best. */
export const SOUGHT: readonly Exclude<AlternativeId, 'best'>[] = [
  'ends',
  'sides',
  'elsewhere',
  'noLead',
  'spread',
  'handleFirst',
  'hidden',
  'fewest',
]

/** At most this share of added mass where `where` holds: a linear row, since mass is linear in the counts. */
function atMostShare(
  choices: readonly Choice[],
  share: number,
  name: string,
  where: (choice: Choice) => boolean,
): CountRow {
  return {
    bound: { kind: 'rule' },
    name,
    lower: -Infinity,
    upper: 0,
    terms: choices.flatMap((choice, j): [number, number][] => {
      const grams = choice.upper > 0 ? choice.addedG(1) : 0
      const c = grams * ((where(choice) ? 1 : 0) - share)
      return c === 0 ? [] : [[j, c]]
    }),
  }
}

/** The extra bound that defines an alternative. */
export function ruleOf(id: AlternativeId, space: PlanSpace, best: Plan | null): PlanRule {
  const { choices } = space
  const zones = [...new Set(choices.map((choice) => choice.zoneId))]
  switch (id) {
    case 'best':
      return NO_RULE
    case 'handleFirst':
      return {
        ...NO_RULE,
        rows: [atMostShare(choices, 1 - HANDLE_SHARE, 'handle first', (c) => c.region !== 'handle')],
      }
    case 'ends':
      return { ...NO_RULE, allows: (c) => c.zoneId === 'tip' || c.zoneId === 'butt' || c.zoneId === GRIP_ZONE }
    case 'sides':
      return { ...NO_RULE, allows: (c) => c.zoneId !== 'tip' && c.region !== 'throat' }
    case 'noLead':
      return { ...NO_RULE, allows: (c) => !c.material.lead }
    case 'hidden':
      return { ...NO_RULE, allows: (c) => !c.visible }
    case 'fewest':
      return { ...NO_RULE, placesFirst: true }
    case 'spread':
      return {
        ...NO_RULE,
        rows: zones.map((zone) => atMostShare(choices, SPREAD_SHARE, `spread ${zone}`, (c) => c.zoneId === zone)),
      }
    case 'elsewhere': {
      const had = best ? massByPlace(best.cuts, space) : new Map<string, number>()
      return {
        ...NO_RULE,
        rows: [...had].flatMap(([zone, grams]): CountRow[] => {
          const terms = choices.flatMap((c, j): [number, number][] =>
            c.zoneId === zone && c.addedG(1) > 0 ? [[j, c.addedG(1)]] : [],
          )
          return grams > 0 && terms.length > 0
            ? [
                {
                  bound: { kind: 'rule' },
                  name: `less at ${zone}`,
                  lower: -Infinity,
                  upper: ELSEWHERE_KEEP * grams,
                  terms,
                },
              ]
            : []
        }),
      }
    }
  }
}

/** Grams added at each zone. */
export function massByPlace(cuts: readonly Cut[], space: PlanSpace): Map<string, number> {
  const byId = new Map(space.request.materials.map((m) => [m.id, m]))
  const out = new Map<string, number>()
  for (const cut of cuts) {
    const grams = Math.max(0, massOf(cut, byId.get(cut.materialId)!, space.request.work))
    out.set(cut.zoneId ?? cut.place, (out.get(cut.zoneId ?? cut.place) ?? 0) + grams)
  }
  return out
}

/** The share of the heavier plan's mass that the two do not have at the same places; 0 alike, 1 nothing in common. */
export function shareElsewhere(a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): number {
  const total = (m: ReadonlyMap<string, number>) => [...m.values()].reduce((sum, g) => sum + g, 0)
  const most = Math.max(total(a), total(b))
  if (most === 0) return 0
  let common = 0
  for (const [zone, grams] of a) common += Math.min(grams, b.get(zone) ?? 0)
  return 1 - common / most
}

/** The alternative under one rule, or why it is left out, given those already offered. */
export function seekAlternative(
  id: Exclude<AlternativeId, 'best'>,
  space: PlanSpace,
  offered: readonly Alternative[],
  solve: Solve,
): { found: Alternative } | { leftOut: LeftOut } {
  const best = offered[0]?.plan ?? null
  const mustReach = best?.reached ?? true
  const rule = { ...ruleOf(id, space, best), mustReach }
  if (!space.choices.some((choice) => rule.allows(choice))) return { leftOut: { id, reason: 'nothingToUse' } }
  if (mustReach && !mayReach(space, rule, solve))
    return { leftOut: { id, reason: 'notReached', nearest: quickPlan(space, rule, solve) } }
  const plan = provenPlan(space, rule, solve)
  if (!plan.reached && mustReach) return { leftOut: { id, reason: 'notReached', nearest: plan } }
  if (!plan.proven) return { leftOut: { id, reason: 'notProven' } }
  const mine = massByMaterialAndPlace(plan.cuts, space)
  for (const other of offered) {
    const elsewhere =
      id === 'noLead'
        ? shareElsewhere(mine, massByMaterialAndPlace(other.plan.cuts, space))
        : shareElsewhere(massByPlace(plan.cuts, space), massByPlace(other.plan.cuts, space))
    if (elsewhere < DIFFERENT_SHARE) return { leftOut: { id, reason: 'same', like: other.id, elsewhere } }
  }
  return { found: { id, plan } }
}

function massByMaterialAndPlace(cuts: readonly Cut[], space: PlanSpace): Map<string, number> {
  const byId = new Map(space.request.materials.map((m) => [m.id, m]))
  return new Map(
    cuts.map((cut) => [
      `${cut.zoneId} ${cut.materialId}`,
      Math.max(0, massOf(cut, byId.get(cut.materialId)!, space.request.work)),
    ]),
  )
}
