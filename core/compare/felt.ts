import type { Estimate } from '../quantities/estimate.ts'
import type { ShownQuantity } from '../quantities/units.ts'
import { differenceOf } from '../quantities/difference.ts'

/** From which difference on a player is likely to notice, and as what. */
export interface FeltStep {
  quantity: ShownQuantity
  /** Share of the number itself from which the phrase holds. */
  fromShare: number
  up: string
  down: string
  grade: 'measured' | 'common practice'
  source: string
}

const BRODY = 'Brody, Sports Eng. 3 (2000) 145: players told swing weights 2.5 % apart; from memory'
const PRACTICE = 'common practice, no source'

/** The rooms of a number, the largest step first. */
export const FELT: readonly FeltStep[] = [
  {
    quantity: 'swingWeight',
    fromShare: 0.05,
    up: 'plainly slower to bring round, plainly heavier through the ball',
    down: 'plainly quicker to bring round, plainly lighter through the ball',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'swingWeight',
    fromShare: 0.025,
    up: 'a little slower to bring round, heavier through the ball',
    down: 'a little quicker to bring round, lighter through the ball',
    grade: 'measured',
    source: BRODY,
  },
  {
    quantity: 'mass',
    fromShare: 0.04,
    up: 'plainly heavier to carry',
    down: 'plainly lighter to carry',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'mass',
    fromShare: 0.015,
    up: 'a little heavier in the hand',
    down: 'a little lighter in the hand',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'balance',
    fromShare: 0.03,
    up: 'plainly towards the head when carried',
    down: 'plainly towards the hand when carried',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'balance',
    fromShare: 0.012,
    up: 'a little towards the head when carried',
    down: 'a little towards the hand when carried',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'twistWeight',
    fromShare: 0.1,
    up: 'plainly steadier off the axis',
    down: 'turns plainly more off the axis',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'twistWeight',
    fromShare: 0.04,
    up: 'a little steadier off the axis',
    down: 'turns a little more off the axis',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'recoilWeight',
    fromShare: 0.06,
    up: 'plainly steadier in the hand on centred hits',
    down: 'plainly livelier in the hand on centred hits',
    grade: 'common practice',
    source: PRACTICE,
  },
  {
    quantity: 'recoilWeight',
    fromShare: 0.03,
    up: 'a little steadier in the hand on centred hits',
    down: 'a little livelier in the hand on centred hits',
    grade: 'common practice',
    source: PRACTICE,
  },
]

export type Felt =
  | { kind: 'unknown' }
  /** Smaller than twice its uncertainty. */
  | { kind: 'cannotTell' }
  /** Real, but below what players notice; `step` is the first that would be noticed. */
  | { kind: 'notFelt'; step: FeltStep }
  | { kind: 'felt'; step: FeltStep; message: string }

/** What a player would say of other against mine, and by which threshold. */
export function feltOf(mine: Estimate | null, other: Estimate | null, quantity: ShownQuantity, shared = 0): Felt {
  const { difference, verdict } = differenceOf(mine, other, shared)
  if (!difference || verdict === 'unknown') return { kind: 'unknown' }
  if (verdict === 'same') return { kind: 'cannotTell' }
  const steps = FELT.filter((f) => f.quantity === quantity)
  const share = Math.abs(difference.value) / mine!.value
  const step = steps.find((f) => share >= f.fromShare - 1e-12)
  if (!step) return { kind: 'notFelt', step: steps[steps.length - 1] }
  return { kind: 'felt', step, message: difference.value > 0 ? step.up : step.down }
}
