import type { Alternative, AlternativeId, LeftOut } from '#core/planning/offers/alternatives.ts'
import type { IntoModel, Model } from '#core/planning/offers/intoModel.ts'
import type { OwnRecipe, OwnTurned } from '#core/planning/offers/ownRecipes.ts'
import type { Knob, Turned } from '#core/planning/offers/recipes.ts'
import type { TradePoint } from '#core/planning/offers/tradeOff.ts'
import type { WorkPoint } from '#core/planning/offers/workCurve.ts'
import type { Chance } from '#core/planning/explain/chance.ts'
import type { NumberRange } from '#core/planning/explain/ranges.ts'
import type { Binding } from '#core/planning/explain/reach.ts'
import type { BaseFrame, Relaxation } from '#core/planning/problem/relaxation.ts'
import type { PlanRequest } from '#core/planning/problem/request.ts'
import type { Pair } from '#core/planning/set/pair.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/planning/set/set.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { AimQuantity } from '#core/quantities/units.ts'
import type { Rest, RestPlan, WithoutPiece } from '#core/workorder/resolve.ts'

/** A plan with its chance to land. */
export interface PlanWithChance {
  plan: Plan
  chance: Chance
}
export type Offer = Alternative & { chance: Chance }
/** The best plan under the constraint of an alternative, or why it is left out. */
export type Sought = PlanWithChance | { leftOut: LeftOut }
export type SoughtId = Exclude<AlternativeId, 'best'>

/** Recipes turned to one amount: those that practice knows by name, and the shop's own. */
export interface AllTurned {
  known: Turned[]
  own: OwnTurned[]
}

/** What is left of a build planned again, beside how it lands as it was planned. */
export interface RestOffer {
  before: Chance
  found: RestPlan
  /** A piece that would better come off first. */
  without: WithoutPiece | null
}

/** One that works out plans: a worker in the page, a thread on the server or in a benchmark. All speak of the request that was opened last. */
export interface PlanWorker {
  /** Gets to know a frame that is going to be planned, while nobody waits for it. */
  prepare(request: PlanRequest): Promise<void>
  open(request: PlanRequest): Promise<void>
  quick(): Promise<PlanWithChance>
  /** The best plan: as far as it is found soon, or until it is proven. */
  best(how: 'soon' | 'proven'): Promise<PlanWithChance>
  under(id: SoughtId, best: Plan, apartFrom: Alternative | null): Promise<Sought>
  explain(bases: readonly BaseFrame[]): Promise<{ relaxations: Relaxation[]; binding: Binding[] }>
  /** How far a number can be brought with the others held. */
  range(quantity: AimQuantity): Promise<NumberRange>
  curve(best: Plan): Promise<TradePoint[]>
  /** What more work buys in chance. */
  workCurve(best: Plan): Promise<WorkPoint[]>
  /** The rest worked out anew around what is fixed: a good plan, at once. */
  live(request: PlanRequest): Promise<Plan>
  /** Every recipe of the sport, and the shop's own, turned to one amount. */
  recipes(request: PlanRequest, knob: Knob, by: number, own: readonly OwnRecipe[]): Promise<AllTurned>
  /** What is left of a build planned again: good at once, or the best that is found and proven soon. @param loose pieces that a hand can still get at, by id */
  rest(rest: Rest, loose: readonly string[], how: 'good' | 'proven'): Promise<RestOffer>
  intoModel(request: PlanRequest, theirs: Model): Promise<IntoModel>
  set(frames: readonly SetFrame[], aim: SetAim, report: (found: SetPlan) => void): Promise<SetPlan>
  pair(frames: readonly SetFrame[], aim: SetAim): Promise<Pair[]>
}

/** What is reported while plans are worked out. `part` of `parts` is done. */
export type PlanNews =
  | ({ kind: 'quick'; ms: number } & PlanWithChance)
  | ({ kind: 'best'; ms: number } & PlanWithChance)
  /** The best plan once more, where its proof came after the ways. */
  | ({ kind: 'proof' } & PlanWithChance)
  | { kind: 'relaxations'; relaxations: Relaxation[]; binding: Binding[] }
  | { kind: 'ranges'; ranges: NumberRange[] }
  | { kind: 'alternative'; alternative: Offer; ms: number }
  | { kind: 'leftOut'; leftOut: LeftOut }
  | { kind: 'curve'; points: TradePoint[] }
  | { kind: 'workCurve'; points: WorkPoint[] }
  | { kind: 'progress'; part: number; parts: number }
  | { kind: 'done'; ms: number }
