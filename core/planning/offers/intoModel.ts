import { headOutline, type FrameGeometry } from '../../geometry/outline.ts'
import { estimateOf, type FrameState } from '../../frame/state.ts'
import { type Estimate } from '../../quantities/estimate.ts'
import { QUANTITIES, type Quantity } from '../../quantities/units.ts'
import { apart as apartU } from '../../quantities/difference.ts'
import type { TargetDeviation } from '../problem/deviations.ts'
import { NO_CONSTRAINT, planSpace, optimalPlan, type Plan } from '../solve/plan.ts'
import { bindingOf, type Binding } from '../explain/reach.ts'
import type { PlanRequest, TargetNumbers } from '../problem/request.ts'

/** One model as it is to be matched: its outline, and its numbers in the state and about the axis of the other. */
export interface Model {
  geometry: FrameGeometry
  state: FrameState
  /** Covariance of its numbers with mine, where one instrument read both. */
  shared?: Partial<Record<Quantity, number>>
}

/** What must be alike before mass can make one model of the other. */
export interface Likeness {
  what: 'length' | 'outline' | 'face'
  /** Lengths: cm, mine and theirs; outline: 0 and the widest gap between the two, cm. */
  mine: number
  theirs: number
  /** So much apart is still alike, cm. */
  within: number
  alike: boolean
}

/** What mass cannot change. Null: not known of that frame. */
export interface Unmatched {
  what: 'beam' | 'pattern' | 'flex'
  mine: string | null
  theirs: string | null
}

/** One number of both, in one state. */
export interface Apart {
  quantity: Quantity
  mine: Estimate
  theirs: Estimate
  /** Theirs less mine, and its standard uncertainty. */
  difference: Estimate
  /** More than twice its uncertainty. */
  told: boolean
}

export type IntoModel =
  | { status: 'refused'; likeness: Likeness[] }
  | ({ status: 'same' } & Compared)
  | ({
      status: 'solved' | 'short'
      target: TargetNumbers
      plan: Plan
      left: TargetDeviation[]
      binding: Binding[]
    } & Compared)

interface Compared {
  likeness: Likeness[]
  apart: Apart[]
  /** Numbers that one of the two is not known by. */
  unknown: Quantity[]
  unmatched: Unmatched[]
}

/** Lengths and outlines nearer than this are one mould read twice (common practice, no source). */
const LENGTH_CM = 0.3
const OUTLINE_CM = 0.5

/** Are two frames of one mould? Length, and the widest gap between the two heads laid tip on tip. */
export function likenessOf(mine: FrameGeometry, theirs: FrameGeometry): Likeness[] {
  const [a, b] = [headOutline(mine, 0), headOutline(theirs, 0)]
  const STEPS = 60
  let gap = 0
  for (let i = 0; i <= STEPS; i++) {
    const p = a.pointAt((a.halfLengthCm * i) / STEPS)
    const q = b.pointAt((b.halfLengthCm * i) / STEPS)
    gap = Math.max(gap, Math.hypot(p.xCm - mine.lengthCm - (q.xCm - theirs.lengthCm), p.yCm - q.yCm))
  }
  const one = (what: Likeness['what'], m: number, t: number, within: number): Likeness => ({
    what,
    mine: m,
    theirs: t,
    within,
    alike: Math.abs(m - t) <= within + 1e-9,
  })
  const solid = (g: FrameGeometry) => (g.face === 'strings' ? 0 : 1)
  return [
    one('length', mine.lengthCm, theirs.lengthCm, LENGTH_CM),
    one('outline', 0, gap, OUTLINE_CM),
    one('face', solid(mine), solid(theirs), 0),
  ]
}

function unmatchedOf(mine: FrameGeometry, theirs: FrameGeometry): Unmatched[] {
  const out: Unmatched[] = []
  if (Math.abs(mine.beamCm - theirs.beamCm) > 0.05)
    out.push({
      what: 'beam',
      mine: `${(10 * mine.beamCm).toFixed(0)} mm`,
      theirs: `${(10 * theirs.beamCm).toFixed(0)} mm`,
    })
  const pattern = (g: FrameGeometry) => `${g.mains} × ${g.crosses}`
  if (mine.face === 'strings' && pattern(mine) !== pattern(theirs))
    out.push({ what: 'pattern', mine: pattern(mine), theirs: pattern(theirs) })
  return [...out, { what: 'flex', mine: null, theirs: null }]
}

/**
 * What turns one model into another: refused where length, head or face are not alike; else the difference of both in one
 * state is planned, with the least mass. A number counts as met within its tolerance or, where that is wider, within twice the
 * uncertainty of the difference: nothing smaller is chased.
 * @param request of my frame; its target is not used
 * @throws Problem `state.needs` when mass or balance of my frame is not known
 */
export function intoModel(request: PlanRequest, theirs: Model): IntoModel {
  const { profile } = request.work
  const mine: Model = { geometry: request.work.geometry, state: request.state }
  const likeness = likenessOf(mine.geometry, theirs.geometry)
  if (likeness.some((l) => !l.alike)) return { status: 'refused', likeness }
  const apart: Apart[] = []
  const unknown: Quantity[] = []
  for (const quantity of QUANTITIES) {
    const [m, t] = [estimateOf(mine.state, quantity), estimateOf(theirs.state, quantity)]
    if (!m || !t) {
      unknown.push(quantity)
      continue
    }
    const difference = { value: t.value - m.value, u: apartU(m.u, t.u, theirs.shared?.[quantity] ?? 0) }
    apart.push({
      quantity,
      mine: m,
      theirs: t,
      difference,
      told: Math.abs(difference.value) > 2 * difference.u,
    })
  }
  const compared: Compared = { likeness, apart, unknown, unmatched: unmatchedOf(mine.geometry, theirs.geometry) }
  const tolerance = (a: Apart) => Math.max(profile.tolerance[a.quantity], 2 * a.difference.u)
  if (apart.every((a) => !a.told || Math.abs(a.difference.value) <= tolerance(a)))
    return { status: 'same', ...compared }
  const target: TargetNumbers = Object.fromEntries(
    apart.map((a) => [a.quantity, { value: a.theirs.value, tolerance: tolerance(a) }]),
  )
  const wanted = { ...request, target }
  const plan = optimalPlan(planSpace(wanted), NO_CONSTRAINT, 'best')
  return {
    status: plan.reached ? 'solved' : 'short',
    ...compared,
    target,
    plan,
    left: plan.deviations.filter((l) => !l.inside),
    binding: plan.reached ? [] : bindingOf(wanted, plan),
  }
}
