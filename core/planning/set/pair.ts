import { QUANTITIES } from '../../quantities/units.ts'
import { BoxSearch } from './boxes.ts'
import { planSet } from './planSet.ts'
import { isGood, RIVAL_MINUTES, spacesFor, startOf, valuesOf, type SetAim, type SetFrame, type SetPlan } from './set.ts'

/** Two frames of a batch as a pair: what making them alike asks at least, and, where it was worked out, what it asks. */
export interface Pair {
  ids: [string, string]
  /** No way asks less, minutes (see `effortOfSet`); Infinity where they cannot be brought together. */
  leastEffort: number
  /** Null where it was seen before the end that others ask less. */
  plan: SetPlan | null
}

/** Answers of frames by which it is seen soon whether a pair is worth working out. */
const SOON = 16

/** Pairs that are worked out to the end in any case: the nearest as they are. */
const SHOWN = 3

/**
 * Which two of several frames ask least to become alike. Pairs are worked out from the nearest on, each until it is seen that it asks no
 * less than the best so far.
 * @returns pairs, the best first, of two that ask alike the nearer one; those that were not worked out after those that were
 */
export function bestPair(frames: readonly SetFrame[], aim: SetAim): Pair[] {
  const twos = frames.flatMap((a, i) => frames.slice(i + 1).map((b) => [a, b] as const))
  twos.sort((a, b) => apartAsTheyAre(a, aim) - apartAsTheyAre(b, aim))
  let best = Infinity
  const pairs = twos.map((two, at): Pair => {
    const ids: Pair['ids'] = [two[0].id, two[1].id]
    const mostEffort = at < SHOWN ? Infinity : Math.max(0, best - RIVAL_MINUTES * 2)
    const leastSoon = at < SHOWN ? 0 : soonSeen(two, aim, mostEffort)
    if (leastSoon >= mostEffort) return { ids, leastEffort: leastSoon, plan: null }
    const plan = planSet(two, aim, undefined, { mostEffort })
    const { leastEffort } = plan
    const isBest = isGood(plan) && plan.effort < best
    if (isBest) best = plan.effort
    return { ids, leastEffort, plan: isBest || leastEffort < mostEffort || leastEffort === Infinity ? plan : null }
  })
  const effortOf = (pair: Pair) => (pair.plan && isGood(pair.plan) ? pair.plan.effort : Infinity)
  const apart = ({ plan }: Pair) => Math.max(0, ...(plan?.spread ?? []).map((s) => s.after / s.tolerance))
  return pairs.sort(
    (a, b) =>
      Number(b.plan !== null) - Number(a.plan !== null) ||
      effortOf(a) - effortOf(b) ||
      apart(a) - apart(b) ||
      a.leastEffort - b.leastEffort,
  )
}

/** What is seen soon of what two frames ask at least, minutes; no more is said than what is of use. */
function soonSeen(two: readonly SetFrame[], aim: SetAim, mostEffort: number): number {
  if (mostEffort <= 0) return 0
  const { target, shifts } = startOf(two, aim)
  const search = new BoxSearch(two, spacesFor(two, target), target, shifts, mostEffort)
  while (search.looked < SOON && !search.isDone && search.step());
  return search.leastEffort
}

/** How far two frames lie apart in the number in which they lie farthest, in tolerances. */
function apartAsTheyAre(two: readonly SetFrame[], aim: SetAim): number {
  const { target } = startOf(two, aim)
  return Math.max(
    ...QUANTITIES.flatMap((q) => {
      const aimed = target[q]
      if (!aimed) return []
      const [a, b] = valuesOf(
        two.map((f) => f.request.state),
        q,
      )
      return [Math.abs(a - b) / aimed.tolerance]
    }),
  )
}
