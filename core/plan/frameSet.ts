import { withPieces } from '../frame/pieces.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { piecesOfAll, stockOf } from './cut.ts'
import { continuous, jointProgramme, type JointProgramme, type Shifts } from './jointProgramme.ts'
import type { Solve } from './linear.ts'
import { guardedMiss, guardsFor, landingsOf, outsideBy } from './misses.ts'
import { NO_RULE, planSpace, provenPlan, quickPlan, type Plan, type PlanSpace } from './plan.ts'
import { MASS_STEP_G } from './programme.ts'
import type { PlanRequest, TargetNumbers } from './request.ts'

/** One frame of a set. The target of its request is not used. */
export interface SetFrame {
  id: string
  request: PlanRequest
}

/** What the frames of a set should become: alike with the least mass, like the heaviest of them, or like given numbers. */
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
  /** No common target takes less than this, g. */
  leastG: number
  /** No other way takes less by half a gram a frame or more: shown by the solver. */
  proven: boolean
  /** Every frame lands inside. */
  reached: boolean
  /** The drawer holds enough for all together. */
  inStock: boolean
  spread: Spread[]
}

/** Numbers that all frames are known by; mass and balance are always among them. */
function sharedNumbers(frames: readonly SetFrame[]): Quantity[] {
  return QUANTITIES.filter((q) => frames.every((f) => estimateOf(f.request.state, q) !== null))
}

const valuesOf = (states: readonly FrameState[], quantity: Quantity) =>
  states.map((state) => estimateOf(state, quantity)!.value)

/** How far a common target may lie above the highest of the set (common practice, no source): mass, cm, kg·cm². */
const ABOVE: Record<Quantity, number> = { mass: 40, balance: 1.5, swingWeight: 50, twistWeight: 5 }

/** Of the tolerance, on either side of the common target. */
const HALF = 0.5

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

export const spacesFor = (frames: readonly SetFrame[], target: TargetNumbers): PlanSpace[] =>
  frames.map(({ request }) => planSpace({ ...request, target }))

const TO_THE_EDGE = { ...NO_RULE, toTheEdge: true }

/** Grams a frame by which another way must win: half a gram is not worth another cut. */
export const RIVAL_G = MASS_STEP_G
/** Shares of the tolerances left free when a common target is sought without whole cuts, one after the other. */
const DRAWN_IN = [0, 0.4, 0.8]
/** Times that every frame is planned anew between the others. */
const MOST_ROUNDS = 8
/** Share of a window that a plan is made for: the rest is for what whole cuts leave over. */
const KEPT_FREE = 0.1
/** Share of a tolerance that a frame is given where the others leave it nothing. */
const NARROW = 0.1
/** Frames up to which one programme for all together closes its proof while somebody waits. */
const FEW_FRAMES = 3
/** Better common targets that such a programme may bring. */
const MOST_TARGETS = 4

/**
 * One target for all frames of a set and a plan for each, with the least mass added in all. A programme without whole numbers
 * bounds what any common target takes and says where that lies; every frame is planned for it, then each anew inside what the
 * others leave it, as long as that helps. Where the sum lies within half a gram a frame of the bound nothing better is worth
 * seeking; else, for few frames, one whole-number programme for all either shows that there is nothing better or gives it.
 * Where no common target is in reach, each frame comes as near as it can.
 * @param frames of one mould, in one state and about one axis, with the same drawer; two at least
 * @throws Problem `state.needs` where mass or balance of one is not known
 */
export function planSet(frames: readonly SetFrame[], aim: SetAim, solve: Solve): SetPlan {
  const { target: start, shifts } = startOf(frames, aim)
  const spaces = spacesFor(frames, start)
  const joint = jointProgramme(spaces, shifts)
  const bound = solve(continuous(joint.model))
  const leastG = bound.status === 'optimal' ? bound.objective : 0
  const closes = (found: SetPlan) => good(found) && found.totalG <= leastG + RIVAL_G * frames.length + 1e-9
  const common = aim.kind === 'common' && bound.status === 'optimal'
  let best = setPlan(frames, start, plansFor(frames, start, common ? quickPlan : provenPlan, solve))
  // Where whole cuts find no room about the target that takes least, it is sought again with the tolerances drawn in.
  for (const drawnIn of common ? DRAWN_IN : []) {
    const roomy = jointProgramme(spaces, shifts, { drawnIn })
    const answer = drawnIn === 0 ? bound : solve(continuous(roomy.model))
    if (answer.status !== 'optimal') break
    const target = shifted(start, roomy, answer.values)
    const from = setPlan(frames, target, plansFor(frames, target, quickPlan, solve))
    const found = drawnTogether(frames, from, closes, solve)
    if (isBetterSet(found, best)) best = found
    if (good(best)) break
  }
  if (!closes(best) && bound.status === 'optimal' && frames.length <= FEW_FRAMES)
    return together(frames, start, shifts, spaces, best, leastG, solve)
  return { ...best, leastG, proven: closes(best) }
}

/**
 * Each frame in turn planned anew anywhere within a tolerance of all others, as long as that brings them nearer or takes less:
 * alike is when the highest and the lowest differ by no more than a tolerance, wherever the middle then lies.
 */
function drawnTogether(
  frames: readonly SetFrame[],
  from: SetPlan,
  closes: (found: SetPlan) => boolean,
  solve: Solve,
): SetPlan {
  let best = from
  const plans = from.plans.map(({ plan }) => plan)
  /** Plans one frame anew between the others; true when the set is the better for it. */
  const again = (i: number, planned: typeof quickPlan): boolean => {
    const others = plans.filter((_, k) => k !== i).map((plan) => plan.result)
    const space = planSpace({ ...frames[i].request, target: windowBeside(others, from.target) })
    plans[i] = planned(space, TO_THE_EDGE, solve)
    const found = aboutMiddle(frames, plans, from.target)
    const better = isBetterSet(found, best)
    if (better) best = found
    return better
  }
  const all = frames.map((_, i) => i)
  for (let round = 0; round < MOST_ROUNDS && !closes(best); round++) {
    const helped = all.map((i) => again(i, quickPlan)).includes(true)
    if (!helped && round > 0) break
  }
  // What quick plans leave outside gets the most thorough one, once.
  for (const i of good(best) ? [] : all) {
    best.plans.forEach(({ plan }, k) => (plans[k] = plan))
    if (!best.plans[i].plan.reached) again(i, provenPlan)
    if (good(best)) break
  }
  return best
}

/** Where a frame may land so that it differs from none of the others by more than a whole tolerance. */
function windowBeside(others: readonly FrameState[], target: TargetNumbers): TargetNumbers {
  const numbers = Object.entries(target).map(([quantity, { tolerance }]) => {
    const values = valuesOf(others, quantity as Quantity)
    const whole = tolerance / HALF
    const [low, high] = [Math.max(...values) - whole, Math.min(...values) + whole]
    const half = Math.max(NARROW * whole, (high - low) / 2)
    return [quantity, { value: (low + high) / 2, tolerance: (1 - KEPT_FREE) * half }]
  })
  return Object.fromEntries(numbers) as TargetNumbers
}

/** Plans as a set about the middle of where they land. */
function aboutMiddle(frames: readonly SetFrame[], plans: readonly Plan[], was: TargetNumbers): SetPlan {
  const target = Object.fromEntries(
    Object.entries(was).map(([quantity, { tolerance }]) => {
      const values = valuesOf(
        plans.map((plan) => plan.result),
        quantity as Quantity,
      )
      return [quantity, { value: (Math.max(...values) + Math.min(...values)) / 2, tolerance }]
    }),
  ) as TargetNumbers
  return setPlan(
    frames,
    target,
    plans.map((plan, i) => landed(plan, { ...frames[i].request, target })),
  )
}

/** The same plan judged by another target. */
function landed(plan: Plan, request: PlanRequest): Plan {
  const landings = landingsOf(request, plan.result)
  const guards = guardsFor(request, plan.result)
  const misses = landings.map((l) => l.off)
  return {
    ...plan,
    landings,
    guards,
    score: { ...plan.score, outside: outsideBy(guards, misses), miss: guardedMiss(guards, misses) },
    reached: landings.every((landing) => landing.inside),
  }
}

const good = (set: SetPlan) => set.reached && set.inStock
const isBetterSet = (a: SetPlan, b: SetPlan) =>
  good(a) !== good(b) ? good(a) : good(a) ? a.totalG < b.totalG - 1e-9 : worst(a) < worst(b) - 1e-9
const worst = (set: SetPlan) => set.plans.reduce((sum, { plan }) => sum + plan.score.outside, 0)

/** By one whole-number programme for all: is there a common target that takes half a gram a frame less? */
function together(
  frames: readonly SetFrame[],
  start: TargetNumbers,
  shifts: Shifts,
  spaces: readonly PlanSpace[],
  known: SetPlan,
  bound: number,
  solve: Solve,
): SetPlan {
  let best = known
  for (let looked = 0; looked < MOST_TARGETS; looked++) {
    const mostG = good(best) ? best.totalG - RIVAL_G * frames.length : Infinity
    const joint = jointProgramme(spaces, shifts, { mostG })
    const answer = solve(joint.model)
    if (answer.status === 'infeasible')
      return { ...best, leastG: good(best) ? Math.max(bound, mostG) : bound, proven: good(best) }
    if (answer.status !== 'optimal') break
    // One by one they may want more of one roll than there is; together they were planned within it.
    const counted = aboutMiddle(
      frames,
      spaces.map((space, i) => asCounted(space, joint, answer.values, i)),
      start,
    )
    const alone = setPlan(frames, counted.target, plansFor(frames, counted.target, provenPlan, solve))
    const found = isBetterSet(alone, counted) ? alone : counted
    if (!isBetterSet(found, best)) break
    best = found
  }
  return { ...best, leastG: bound, proven: false }
}

function plansFor(frames: readonly SetFrame[], target: TargetNumbers, planned: typeof quickPlan, solve: Solve): Plan[] {
  return spacesFor(frames, target).map((space) => planned(space, TO_THE_EDGE, solve))
}

function setPlan(frames: readonly SetFrame[], target: TargetNumbers, plans: readonly Plan[]): SetPlan {
  return {
    target,
    plans: plans.map((plan, i) => ({ id: frames[i].id, plan })),
    totalG: plans.reduce((sum, plan) => sum + plan.score.addedG, 0),
    leastG: 0,
    proven: false,
    reached: plans.every((plan) => plan.reached),
    inStock: holds(frames, plans),
    spread: spreadOf(frames, plans),
  }
}

/** The target where the programme put it, in the steps in which targets are written. */
function shifted(start: TargetNumbers, joint: JointProgramme, values: readonly number[]): TargetNumbers {
  const STEP: Record<Quantity, number> = { mass: 0.1, balance: 0.01, swingWeight: 0.1, twistWeight: 0.01 }
  const target = { ...start }
  for (const { quantity, column } of joint.shifts) {
    const { value, tolerance } = start[quantity]!
    target[quantity] = {
      value: Number((Math.round((value + values[column]) / STEP[quantity]) * STEP[quantity]).toFixed(4)),
      tolerance,
    }
  }
  return target
}

/** The plan of one frame by the counts that the joint programme gave it. */
function asCounted(space: PlanSpace, joint: JointProgramme, values: readonly number[], unit: number): Plan {
  const { request, choices } = space
  const { start, length } = joint.counts[unit]
  const counts = values.slice(start, start + length)
  const cuts = choices.flatMap((choice, j) => (counts[j] ? [choice.cutFor(counts[j])] : []))
  const result = withPieces(request.state, piecesOfAll(cuts, request.materials, request.work), request.work.geometry)
  const added = choices.reduce((sum, choice, j) => sum + choice.addedG(counts[j]), 0)
  const score = { outside: 0, miss: 0, addedG: added, places: cuts.length }
  return landed({ cuts, counts, result, landings: [], guards: [], score, reached: false, proven: false }, request)
}

function holds(frames: readonly SetFrame[], plans: readonly Plan[]): boolean {
  const { materials, work } = frames[0].request
  const taken = stockOf(
    plans.flatMap((plan) => plan.cuts),
    materials,
    work,
  )
  return materials.every((m) => (taken.get(m.id) ?? 0) <= m.stock + 1e-6)
}

function spreadOf(frames: readonly SetFrame[], plans: readonly Plan[]): Spread[] {
  const { tolerance } = frames[0].request.work.profile
  const width = (values: number[]) => Math.max(...values) - Math.min(...values)
  return sharedNumbers(frames).map((quantity) => ({
    quantity,
    before: width(
      valuesOf(
        frames.map((f) => f.request.state),
        quantity,
      ),
    ),
    after: width(
      valuesOf(
        plans.map((plan) => plan.result),
        quantity,
      ),
    ),
    tolerance: tolerance[quantity],
  }))
}
