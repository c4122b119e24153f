import type { Choice } from '../problem/choice.ts'
import type { Cut } from '../../cuts/cut.ts'
import { NO_CONSTRAINT, heuristicPlan, type Plan, type PlanConstraint, type PlanSpace } from '../solve/plan.ts'
import type { CountRow } from '../model/programme.ts'
import { liesWhere, massByPlace, massWhere, shareElsewhere, type Laid } from './whereabouts.ts'

export const ALTERNATIVE_IDS = [
  'best',
  'handleFirst',
  'ends',
  'sides',
  'noLead',
  'hidden',
  'fewest',
  'spread',
  'elsewhere',
  'bevels',
  'bevelsTenTwo',
  'head',
  'leather',
  'handleThenHead',
  'modules',
] as const
export type AlternativeId = (typeof ALTERNATIVE_IDS)[number]

/** An alternative by the bound under which it is the best. Words for the ids live with the interface. */
export interface Alternative {
  id: AlternativeId
  plan: Plan
  /** The plan before it that it would have resembled: at each place it has at most so much of that one's mass. */
  apartFrom?: AlternativeId
}

/** Why an alternative is not offered. */
export interface LeftOut {
  id: AlternativeId
  reason: 'same' | 'notReached' | 'nothingToUse' | 'unlikely'
  /** For `same`: the one it resembles and the share of mass that lies elsewhere. */
  like?: AlternativeId
  elsewhere?: number
  /** For `unlikely`: its chance to land inside every tolerance. */
  chance?: number
}

/** A way is worth offering whose chance to land is at least such a share of the first choice's. */
const FAIR_SHARE = 0.5
export const isFair = (chance: number, ofFirst: number): boolean => chance >= FAIR_SHARE * ofFirst

/** Alternatives must have at least this share of their mass elsewhere. */
export const DIFFERENT_SHARE = 0.3
const HANDLE_SHARE = 0.6
const ELSEWHERE_KEEP = 0.5
/** What a plan may keep at each place of one that it must differ from; leaves a little more than the share above elsewhere. */
const APART_KEEP = 0.65
/** Minutes that a way may ask beyond the one that it is kept apart from, before it is only made up to be another (common practice, no source). */
const APART_MINUTES = 5
export const isWorthApart = (plan: Plan, like: Plan): boolean =>
  plan.score.minutes <= like.score.minutes + APART_MINUTES
/** So many ways are enough: after them, what resembles another is not sought again. */
export const ENOUGH_WAYS = 6

/** Order in which alternatives are sought after the best. What earlier versions offered beside them is read, and offered no more. */
export const SOUGHT_WAYS: readonly Exclude<AlternativeId, 'best'>[] = [
  'ends',
  'sides',
  'head',
  'bevelsTenTwo',
  'bevels',
  'leather',
  'modules',
  'noLead',
  'handleFirst',
  'handleThenHead',
  'hidden',
  'fewest',
  'elsewhere',
]

/** The places of ways that practice knows by their places. */
const WAY_PLACES: Partial<Record<AlternativeId, readonly string[]>> = {
  ends: ['tip', 'butt'],
  sides: ['threeNine', 'tenTwo', 'belowBumper', 'butt'],
  head: ['tip', 'tenTwo', 'threeNine', 'belowBumper', 'bridge'],
  bevelsTenTwo: ['bevels', 'bevelsFromButt', 'tenTwo'],
  bevels: ['bevels', 'bevelsFromButt', 'sleeve'],
}

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

/** How far apart two halves that are laid alike may come, g. */
const HALVES_G = 0.75
/** As many grams where `where` holds as elsewhere. */
export const balancedMass = (choices: readonly Choice[], where: (choice: Choice) => boolean): CountRow => ({
  bound: { kind: 'rule' },
  name: 'halves',
  lower: -HALVES_G,
  upper: HALVES_G,
  terms: choices.flatMap((choice, j): [number, number][] => {
    const grams = choice.upper > 0 ? choice.addedG(1) : 0
    return grams === 0 ? [] : [[j, where(choice) ? grams : -grams]]
  }),
})

/** The extra bound that defines an alternative. */
export function constraintOf(id: AlternativeId, space: PlanSpace, best: Plan | null): PlanConstraint {
  const { choices } = space
  const places = WAY_PLACES[id]
  if (places) return { ...NO_CONSTRAINT, allows: (c) => places.includes(c.zoneId) }
  switch (id) {
    case 'handleFirst':
      return {
        ...NO_CONSTRAINT,
        rows: [atMostShare(choices, 1 - HANDLE_SHARE, 'handle first', (c) => c.region !== 'handle')],
      }
    case 'handleThenHead':
      return {
        ...NO_CONSTRAINT,
        rows: [balancedMass(choices, (c) => c.zoneId === 'tenTwo')],
        allows: (c) => c.zoneId === 'tenTwo' || c.region === 'handle',
      }
    case 'noLead':
      return { ...NO_CONSTRAINT, allows: (c) => !c.material.lead }
    case 'hidden':
      return { ...NO_CONSTRAINT, allows: (c) => !c.visible }
    case 'fewest':
      return { ...NO_CONSTRAINT, placesFirst: true }
    case 'elsewhere':
      return { ...NO_CONSTRAINT, rows: lessThan(best, space, ELSEWHERE_KEEP) }
    case 'leather':
      return { ...NO_CONSTRAINT, rows: [heavierGrip(choices)] }
    case 'modules':
      return { ...NO_CONSTRAINT, rows: [atLeastOne(choices, isMove)], allows: inHoles(space) }
    default:
      return NO_CONSTRAINT
  }
}

/** What sits in a hole goes into another. */
export const isMove = (choice: Choice): boolean => choice.material.kind === 'moved'
/** Modules moved, put in, or taken out: what is done without glue. */
function inHoles({ request }: PlanSpace): (choice: Choice) => boolean {
  const holes = new Set(request.work.profile.zones.flatMap((zone) => (zone.holes ? [zone.id] : [])))
  return (choice) => choice.frees !== null || (choice.material.kind === 'weight' && holes.has(choice.zoneId))
}

/** Some of this is done. */
const atLeastOne = (choices: readonly Choice[], where: (choice: Choice) => boolean): CountRow => ({
  bound: { kind: 'rule' },
  name: 'some',
  lower: 1,
  upper: Infinity,
  terms: choices.flatMap((choice, j): [number, number][] => (where(choice) ? [[j, 1]] : [])),
})

/** A heavier base grip goes on. */
function heavierGrip(choices: readonly Choice[]): CountRow {
  const terms = choices.flatMap((c, j): [number, number][] =>
    c.material.kind === 'grip' && c.momentsOf(1).massG > 0 ? [[j, 1]] : [],
  )
  return { bound: { kind: 'rule' }, name: 'heavier grip', lower: 1, upper: 1, terms }
}

/** At each place at most a share of what a plan puts there, whatever else that place is called. */
function lessThan(plan: Plan | null, space: PlanSpace, keep: number): CountRow[] {
  const { request, choices } = space
  return (plan?.cuts ?? []).flatMap((cut): CountRow[] => {
    const grams = [...massByPlace([cut], request).values()].reduce((sum, g) => sum + g, 0)
    if (grams === 0) return []
    const terms = choices.flatMap((c, j): [number, number][] =>
      c.upper > 0 && c.addedG(1) > 0 && liesWhere(c, cut, request) ? [[j, c.addedG(1)]] : [],
    )
    if (terms.length === 0) return []
    return [{ bound: { kind: 'rule' }, name: `less at ${cut.id}`, lower: -Infinity, upper: keep * grams, terms }]
  })
}

/** The best plan under one rule, or why there is none. Needs only the first plan: what it resembles is told apart later. */
export function planUnder(
  id: Exclude<AlternativeId, 'best'>,
  space: PlanSpace,
  best: Plan | null,
  apartFrom: Alternative | null = null,
): { plan: Plan } | { leftOut: LeftOut } {
  const mustReach = best?.reached ?? true
  const plain = constraintOf(id, space, best)
  const rows = [...plain.rows, ...(apartFrom ? lessThan(apartFrom.plan, space, APART_KEEP) : [])]
  const rule = { ...plain, rows, mustReach }
  if (
    !space.choices.some((choice) => rule.allows(choice)) ||
    rule.rows.some((row) => row.lower > 0 && row.terms.length === 0)
  )
    return { leftOut: { id, reason: 'nothingToUse' } }
  const plan = heuristicPlan(space, rule, 'way')
  if (!plan.reached && mustReach) return { leftOut: { id, reason: 'notReached' } }
  return { plan }
}

/** The one already offered that a plan resembles, with the share of its mass that lies elsewhere; null when it is really different. */
export function resembles(
  id: AlternativeId,
  plan: Plan,
  request: Laid,
  offered: readonly Alternative[],
): { like: Alternative; elsewhere: number } | null {
  // Without lead, another material at the same place is the difference that is asked for.
  const mass = (cuts: readonly Cut[]) => massWhere(cuts, request, id === 'noLead')
  const mine = mass(plan.cuts)
  for (const like of offered) {
    const elsewhere = shareElsewhere(mine, mass(like.plan.cuts))
    if (elsewhere < DIFFERENT_SHARE) return { like, elsewhere }
  }
  return null
}
