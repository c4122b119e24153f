import { estimateOf } from '../../frame/state.ts'
import type { Quantity } from '../../quantities/units.ts'
import type { StockedKind } from '../../sports/kinds.ts'
import type { Choice } from '../problem/choice.ts'
import type { PlanRequest, TargetNumbers } from '../problem/request.ts'
import { heuristicPlan, NO_CONSTRAINT, planSpace, type Plan } from '../solve/plan.ts'
import { balancedMass, isMove } from './alternatives.ts'

/** What a recipe is turned by: grams added, or swing weight. */
export const KNOBS = ['mass', 'swingWeight'] as const
export type Knob = (typeof KNOBS)[number]

/** A build that practice knows by name, with one knob and no target (common practice, no source). Data only. */
export interface Recipe {
  id: string
  /** The places that it uses; a profile that has none of them does not offer it. */
  zoneIds: readonly string[]
  /** Numbers that stay as they are. */
  keeps: readonly Quantity[]
  /** A heavier base grip goes on instead. */
  heavierGrip?: boolean
  /** As many grams at these of its places as at the others. */
  halfAt?: readonly string[]
  /** What goes on is in holes made for it. */
  kind?: StockedKind
  /** Nothing goes on: what sits in holes goes into others. */
  moves?: boolean
}

export const RECIPES: readonly Recipe[] = [
  { id: 'bevels', zoneIds: ['bevels', 'bevelsFromButt'], keeps: [] },
  { id: 'bevelsTenTwo', zoneIds: ['bevels', 'bevelsFromButt', 'tenTwo'], keeps: ['balance'] },
  { id: 'handleThenHead', zoneIds: ['bevels', 'bevelsFromButt', 'butt', 'tenTwo'], keeps: [], halfAt: ['tenTwo'] },
  { id: 'buttTip', zoneIds: ['butt', 'tip'], keeps: ['balance'] },
  { id: 'sidesButt', zoneIds: ['threeNine', 'butt'], keeps: ['balance'] },
  { id: 'tip', zoneIds: ['tip'], keeps: [] },
  { id: 'sides', zoneIds: ['threeNine'], keeps: [] },
  { id: 'belowBumper', zoneIds: ['belowBumper'], keeps: [] },
  { id: 'bridge', zoneIds: ['bridge'], keeps: [] },
  { id: 'shaft', zoneIds: ['shaft'], keeps: [] },
  { id: 'modules', zoneIds: ['holesTip', 'holesSides', 'holesHeart'], keeps: [], kind: 'weight' },
  { id: 'modulesMoved', zoneIds: [], keeps: ['mass'], moves: true },
  { id: 'leather', zoneIds: [], keeps: [], heavierGrip: true },
]

/** Share of a sport's tolerance within which a knob is met. */
const MET = 0.5

/** A recipe turned so far: the plan, and whether it does what was asked. */
export interface Turned {
  recipe: Recipe
  plan: Plan
}
const fits = (recipe: Recipe, choice: Choice) =>
  recipe.heavierGrip
    ? choice.material.kind === 'grip' && choice.momentsOf(1).massG > 0
    : recipe.moves
      ? isMove(choice)
      : recipe.zoneIds.includes(choice.zoneId) && (!recipe.kind || choice.material.kind === recipe.kind)

/** The request with what a turn of the knob comes to as its target. */
export function turnedTo(request: PlanRequest, knob: Knob, by: number, keeps: readonly Quantity[]): PlanRequest {
  const { tolerance } = request.work.profile
  const now = (quantity: Quantity) => estimateOf(request.state, quantity)
  const aim = (quantity: Quantity, rise: number): TargetNumbers[Quantity] => ({
    value: (now(quantity)?.value ?? 0) + rise,
    tolerance: MET * tolerance[quantity],
  })
  const target: TargetNumbers = { [knob]: aim(knob, by) }
  for (const quantity of keeps) if (now(quantity)) target[quantity] = aim(quantity, 0)
  return { ...request, target }
}

/**
 * Every recipe of the sport turned to the same amount, with the least work: what it adds, in grams or swing weight, and what stays. A plan
 * that does not reach says so. A grip weighs what it weighs: its recipe comes as it is.
 * @param by how much the knob's number rises, core units
 * @throws Problem `state.needs` where the number of the knob was not measured
 */
export function turnedRecipes(request: PlanRequest, knob: Knob, by: number): Turned[] {
  return RECIPES.flatMap((recipe): Turned[] => {
    const space = planSpace(turnedTo(request, knob, by, recipe.keeps))
    const mine = space.choices.filter((choice) => fits(recipe, choice))
    const { halfAt } = recipe
    const two = halfAt && [true, false].every((at) => mine.some((c) => halfAt.includes(c.zoneId) === at))
    if (mine.length === 0 || (halfAt && !two)) return []
    const rows = recipe.heavierGrip
      ? [
          {
            bound: { kind: 'rule' as const },
            name: recipe.id,
            lower: 1,
            upper: 1,
            terms: space.choices.flatMap((c, j): [number, number][] => (fits(recipe, c) ? [[j, 1]] : [])),
          },
        ]
      : halfAt
        ? [balancedMass(space.choices, (c) => halfAt.includes(c.zoneId))]
        : []
    const rule = { ...NO_CONSTRAINT, rows, allows: (choice: Choice) => fits(recipe, choice) }
    const plan = heuristicPlan(space, rule, 'glance')
    return plan.cuts.length > 0 ? [{ recipe, plan }] : []
  })
}
