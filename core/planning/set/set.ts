import { estimateOf, type FrameState } from '../../frame/state.ts'
import { QUANTITIES, type Quantity } from '../../quantities/units.ts'
import { stockOf, type Cut } from '../../cuts/cut.ts'
import { predicted } from '../problem/choices.ts'
import { acceptanceFor, targetDeviations } from '../problem/deviations.ts'
import { checkRequest, type PlanRequest, type TargetNumbers } from '../problem/request.ts'
import { planSpace, scoreOfPlan, type Plan, type PlanSpace } from '../solve/plan.ts'
import { wholeMinutes } from '../strips/score.ts'

/** One frame of a set. The target of its request is not used. */
export interface SetFrame {
  id: string
  request: PlanRequest
}

/** What the frames of a set should become: alike with the least work and mass, like the heaviest of them, or like given numbers. */
export type SetAim = { kind: 'common' } | { kind: 'heaviest' } | { kind: 'given'; target: TargetNumbers }

/** How far apart a set lies in one number, before and after: highest less lowest. */
export interface Spread {
  quantity: Quantity
  before: number
  after: number
  tolerance: number
}

export interface SetPlan {
  /** With the tolerances that the set is held to: half of the sport's, so that no two differ by more than a whole one. */
  target: TargetNumbers
  plans: { id: string; plan: Plan }[]
  /** Grams added to all together. */
  totalG: number
  /** Minutes of work in all of them. */
  minutes: number
  /** What it asks: see `effortOfSet`. */
  effort: number
  /** No way asks less than this. */
  leastEffort: number
  /** No other way saves half a minute a frame or more: every one that could was looked at. */
  proven: boolean
  /** Every frame lands inside. */
  reached: boolean
  /** The drawer holds enough for all together. */
  inStock: boolean
  spread: Spread[]
}

/** Minutes a frame by which another way must win: one strip. */
export const RIVAL_MINUTES = 0.5

/** Of the tolerance, on either side of the common target. */
export const HALF = 0.5

/** How far the common target may lie from the one that a search begins with, core units. */
export type Shifts = Partial<Record<Quantity, readonly [number, number]>>

/** How far a common target may lie above the highest of the set (common practice, no source): mass, cm, kg·cm². */
const ABOVE: Record<Quantity, number> = { mass: 40, balance: 1.5, swingWeight: 50, twistWeight: 5 }

/**
 * What a set asks, in minutes: of every frame its work, in whole minutes, and what it is worth not to make it heavier.
 * @param raised see `minutesRaised`
 */
export const effortOfSet = (minutes: readonly number[], raised: number): number =>
  minutes.reduce((sum, m) => sum + wholeMinutes(m), 0) + raised

/** The minutes' worth of the grams by which frames become heavier, all together, when each weighs so much; none where no mass is aimed at. */
export function minutesRaised(frames: readonly SetFrame[], massG = 0): number {
  const raised = ({ request: { state, limits } }: SetFrame) => limits.minutes.gram * Math.max(0, massG - state.massG!)
  return frames.reduce((sum, frame) => sum + raised(frame), 0)
}

/** Numbers that all frames are known by; mass and balance are always among them. */
function sharedNumbers(frames: readonly SetFrame[]): Quantity[] {
  return QUANTITIES.filter((q) => frames.every((f) => estimateOf(f.request.state, q) !== null))
}

export const valuesOf = (states: readonly FrameState[], quantity: Quantity) =>
  states.map((state) => estimateOf(state, quantity)!.value)

/** Where the search begins, and how far the common target may move from there. */
export function startOf(frames: readonly SetFrame[], aim: SetAim): { target: TargetNumbers; shifts: Shifts } {
  const { tolerance } = frames[0].request.work.profile
  const states = frames.map((f) => f.request.state)
  if (aim.kind === 'given') {
    const halved = Object.entries(aim.target).map(([q, n]) => [q, { ...n, tolerance: HALF * n.tolerance }])
    return { target: Object.fromEntries(halved) as TargetNumbers, shifts: {} }
  }
  const target: TargetNumbers = {}
  const shifts: Shifts = {}
  const heaviest = states.reduce((a, b) => (b.massG! > a.massG! ? b : a))
  for (const q of sharedNumbers(frames)) {
    const all = valuesOf(states, q)
    target[q] = { value: estimateOf(heaviest, q)!.value, tolerance: HALF * tolerance[q] }
    if (aim.kind === 'heaviest') continue
    const from = target[q].value
    shifts[q] = [Math.min(...all) - (q === 'balance' ? ABOVE.balance : 0) - from, Math.max(...all) + ABOVE[q] - from]
  }
  return { target, shifts }
}

/** One menu for all: what a piece adds does not depend on the frame that it is put on. Work comes first, whatever was said of places. */
export function spacesFor(frames: readonly SetFrame[], target: TargetNumbers): PlanSpace[] {
  const requests = frames.map(({ request }) => ({
    ...request,
    target,
    limits: { ...request.limits, fewPlaces: false },
  }))
  requests.forEach(checkRequest)
  const first = planSpace(requests[0])
  return requests.map((request) => ({ ...first, request }))
}

/** The same choices and rooms aimed elsewhere: neither depends on the target. */
export const aimed = (space: PlanSpace, target: TargetNumbers): PlanSpace => ({
  ...space,
  request: { ...space.request, target },
})

/** Plans as a set about a target. */
export function setOf(frames: readonly SetFrame[], target: TargetNumbers, plans: readonly Plan[]): SetPlan {
  return {
    target,
    plans: plans.map((plan, i) => ({ id: frames[i].id, plan })),
    totalG: plans.reduce((sum, plan) => sum + plan.score.addedG, 0),
    minutes: plans.reduce((sum, plan) => sum + plan.score.minutes, 0),
    effort: effortOfSet(
      plans.map((plan) => plan.score.minutes),
      minutesRaised(frames, target.mass?.value),
    ),
    leastEffort: 0,
    proven: false,
    reached: plans.every((plan) => plan.reached),
    inStock: setShortage(frames, plans).length === 0,
    spread: spreadOf(frames, plans),
  }
}

export const plansOf = (set: SetPlan): Plan[] => set.plans.map(({ plan }) => plan)

/** Plans as a set about the middle of where they land, with the tolerances of another target. */
export function aboutMiddle(frames: readonly SetFrame[], plans: readonly Plan[], was: TargetNumbers): SetPlan {
  const states = plans.map((plan) => plan.result)
  const middle = Object.entries(was).map(([quantity, { tolerance }]) => {
    const values = valuesOf(states, quantity as Quantity)
    return [quantity, { value: (Math.max(...values) + Math.min(...values)) / 2, tolerance }]
  })
  const target = Object.fromEntries(middle) as TargetNumbers
  return setOf(
    frames,
    target,
    plans.map((plan, i) => landed({ ...frames[i].request, target }, plan.cuts, plan.counts, plan.result)),
  )
}

/** The plan of one frame by counts that were found elsewhere. */
export function planByCounts({ request, choices }: PlanSpace, counts: readonly number[]): Plan {
  const cuts = choices.flatMap((choice, j) => (counts[j] ? [choice.cutFor(counts[j])] : []))
  return landed(request, cuts, counts, predicted(request, choices, counts))
}

/** Cuts and what they come to, judged by a target. */
function landed(request: PlanRequest, cuts: Cut[], counts: readonly number[], result: FrameState): Plan {
  const deviations = targetDeviations(request, result)
  return {
    cuts,
    counts: [...counts],
    result,
    deviations,
    acceptance: acceptanceFor(request, result),
    score: scoreOfPlan(request, cuts, result),
    reached: deviations.every((landing) => landing.inside),
    proven: false,
  }
}

export const isGood = (set: SetPlan) => set.reached && set.inStock
export const isBetterSet = (a: SetPlan, b: SetPlan) =>
  isGood(a) !== isGood(b) ? isGood(a) : isGood(a) ? a.effort < b.effort - 1e-9 : outsideOf(a) < outsideOf(b) - 1e-9
const outsideOf = (set: SetPlan) => set.plans.reduce((sum, { plan }) => sum + plan.score.outside, 0)

/** Materials of which the plans together want more than there is. */
export function setShortage(frames: readonly SetFrame[], plans: readonly Plan[]): string[] {
  const { materials, work } = frames[0].request
  const taken = stockOf(
    plans.flatMap((plan) => plan.cuts),
    materials,
    work,
  )
  return materials.flatMap((m) => ((taken.get(m.id) ?? 0) > m.stock + 1e-6 ? [m.id] : []))
}

function spreadOf(frames: readonly SetFrame[], plans: readonly Plan[]): Spread[] {
  const { tolerance } = frames[0].request.work.profile
  const width = (values: number[]) => Math.max(...values) - Math.min(...values)
  const before = frames.map((f) => f.request.state)
  const after = plans.map((plan) => plan.result)
  return sharedNumbers(frames).map((quantity) => ({
    quantity,
    before: width(valuesOf(before, quantity)),
    after: width(valuesOf(after, quantity)),
    tolerance: tolerance[quantity],
  }))
}
