import { derivedNumbers, estimateOf } from '../frame/state.ts'
import { meansOf } from '../geometry/shape.ts'
import { leverageOf } from '../frame/pieces.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { withPointMasses, shapeAt, type PointMass, type TargetPlace } from '../frame/places.ts'
import { ceilingHere, type FrameNow } from './frameNow.ts'
import type { StrategyId } from './rules/rule.ts'
import { pointMassesWithin, isMinor } from './minors.ts'
import { fromPointMasses, mgriPointMasses } from './methods.ts'
import type { TargetLines } from './target.ts'

export interface Strategy {
  id: StrategyId
  name: string
  /** What it holds to, and so why it differs from the others. */
  holds: string
  grade: 'common practice' | 'thin'
}

/** Schools of fitting (common practice, no source). */
export const STRATEGIES: readonly Strategy[] = [
  {
    id: 'handleFirst',
    name: 'Handle first',
    holds: 'Steadier without a slower swing: 10 g in the handle, the hoop only if that is not enough.',
    grade: 'common practice',
  },
  {
    id: 'ceilingFirst',
    name: 'Ceiling first',
    holds: 'As much swing weight as lasts all session, from the tip, where a gram does most.',
    grade: 'common practice',
  },
  {
    id: 'keepBalance',
    name: 'Keep the balance',
    holds: 'The same character, only more of it: equal moments at 10 and 2 and in the handle.',
    grade: 'common practice',
  },
  {
    id: 'ends',
    name: 'Two ends',
    holds: 'Mass at tip and butt, equal moments: the most recoil weight for the grams.',
    grade: 'common practice',
  },
  {
    id: 'sides',
    name: 'Sides',
    holds: 'Against twisting first: everything at 3 and 9.',
    grade: 'common practice',
  },
  {
    id: 'mgri',
    name: 'M·g·R/I',
    holds: 'The frame’s own swing under gravity tuned to 20 to 21 rad²/s²; the evidence is thin.',
    grade: 'thin',
  },
]

export interface Proposal {
  school: Strategy
  pointMasses: PointMass[]
  lines: TargetLines
  /** Grams in all. */
  massG: number
  recoilKgCm2: number | null
  mgri: number | null
  /** Nothing to do, or it cannot be had. */
  summary: string
}

/** The tuning programme's step: 2 g at 12 o'clock. */
const STEP_G = 2
const HANDLE_G = 10
/** No school adds more swing weight in one go than about two steps of the programme. */
const MOST_STEPS = 2

/**
 * What each school would do for one player, at a like dose: the swing weight of one step of the programme, or of what is left to
 * the ceiling when that is known (two steps at most). Needs mass, balance and swing weight.
 * @throws Problem `state.needs`
 */
export function proposals(frame: FrameNow, player: PlayerFacts | null): Proposal[] {
  const { state, geometry } = frame
  derivedNumbers(state)
  const swing = (place: TargetPlace) => leverageOf(meansOf(shapeAt(place, geometry), geometry), state.axisCm)
  const step = STEP_G * swing('tip').swing
  const ceiling = ceilingHere(frame, player)
  const room = ceiling === null ? step : Math.max(0, Math.min(MOST_STEPS * step, ceiling - state.swingWeightKgCm2!))
  const b = state.balanceCm!
  /** Equal moments about the balance, for `room` more swing weight in all. */
  const pair = (front: TargetPlace, back: TargetPlace): PointMass[] => {
    const f = swing(front)
    const r = swing(back)
    const ratio = (f.xCm - b) / (b - r.xCm)
    const grams = room / (f.swing + ratio * r.swing)
    return [
      { place: front, massG: grams },
      { place: back, massG: ratio * grams },
    ]
  }
  const pointMasses: Record<StrategyId, PointMass[] | null> = {
    handleFirst: [{ place: 'handle', massG: HANDLE_G }],
    ceilingFirst: [{ place: 'tip', massG: room / swing('tip').swing }],
    keepBalance: pair('tenTwo', 'handle'),
    ends: pair('tip', 'butt'),
    sides: [{ place: 'threeNine', massG: room / swing('threeNine').swing }],
    mgri: mgriPointMasses(frame)?.pointMasses ?? null,
  }
  return STRATEGIES.filter(
    // The evidence is thin: nothing to try on children.
    (school) => school.id !== 'mgri' || (frame.profile.id === 'tennis' && !isMinor(player)),
  ).map((school) => {
    const mine = pointMassesWithin(frame, player, pointMasses[school.id] ?? []).filter((d) => d.massG > 0.05)
    const after = withPointMasses(state, mine, geometry)
    const { recoilWeightKgCm2, mgri } = derivedNumbers(after)
    const none = pointMasses[school.id] === null
    return {
      school,
      pointMasses: mine,
      lines: mine.length > 0 ? fromPointMasses(frame, mine, 'school') : {},
      massG: mine.reduce((sum, d) => sum + d.massG, 0),
      recoilKgCm2: recoilWeightKgCm2,
      mgri,
      summary: none
        ? 'no dose within reason reaches it'
        : mine.length > 0
          ? ''
          : school.id === 'mgri'
            ? 'already there'
            : isMinor(player)
              ? 'at the most for the age: nothing is added'
              : 'at the ceiling: no more swing weight',
    }
  })
}

/** Where schools part: the numbers in which their proposals lie further apart than the tolerance, with the lowest and the highest. */
export function disagreements(
  found: readonly Proposal[],
  frame: FrameNow,
): { quantity: Quantity; low: Proposal; high: Proposal; apart: number }[] {
  return QUANTITIES.flatMap((quantity) => {
    const now = estimateOf(frame.state, quantity)?.value
    if (now === undefined) return []
    const value = (p: Proposal) => p.lines[quantity]?.value ?? now
    const sorted = found.filter((p) => p.pointMasses.length > 0).sort((a, b) => value(a) - value(b))
    if (sorted.length < 2) return []
    const [low, high] = [sorted[0], sorted[sorted.length - 1]]
    const apart = value(high) - value(low)
    return apart > frame.profile.tolerance[quantity] ? [{ quantity, low, high, apart }] : []
  })
}
