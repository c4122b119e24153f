import type { Solve } from '../model/linear.ts'
import { jointProgramme } from './jointProgramme.ts'
import { planSet } from './planSet.ts'
import { RIVAL_G, spacesFor, startOf, type SetAim, type SetFrame, type SetPlan } from './set.ts'

/** Two frames of a batch as a pair: what making them alike takes at least, and, where it was worked out, what it takes. */
export interface Pair {
  ids: [string, string]
  /** No way takes less, g; Infinity where they cannot be brought together. */
  leastG: number
  /** Worked out for the pairs that could be the best; null for the others. */
  plan: SetPlan | null
}

/** The most promising pairs that are worked out in any case. */
const SHOWN = 3

/**
 * Which two of several frames take the least mass to become alike. Every pair is bounded without whole numbers; then pairs are
 * worked out in the order of their bounds until none that is left could be better by half a gram a frame.
 * @returns pairs, the best first, of two that cost alike the nearer one; those that were not worked out after those that were
 */
export function bestPair(frames: readonly SetFrame[], aim: SetAim, solve: Solve): Pair[] {
  const pairs: Pair[] = []
  for (let i = 0; i < frames.length; i++)
    for (let k = i + 1; k < frames.length; k++) {
      const two = [frames[i], frames[k]]
      const { target, shifts } = startOf(two, aim)
      const answer = solve(jointProgramme(spacesFor(two, target), shifts).model)
      const leastG = answer.status === 'optimal' ? answer.objective : Infinity
      pairs.push({ ids: [frames[i].id, frames[k].id], leastG, plan: null })
    }
  pairs.sort((a, b) => a.leastG - b.leastG)
  let best = Infinity
  for (const [at, pair] of pairs.entries()) {
    if (pair.leastG === Infinity || (at >= SHOWN && pair.leastG > best - RIVAL_G * 2)) break
    const two = pair.ids.map((id) => frames.find((f) => f.id === id)!)
    pair.plan = planSet(two, aim, solve)
    if (pair.plan.reached) best = Math.min(best, pair.plan.totalG)
  }
  const costOf = (pair: Pair) => (pair.plan?.reached ? pair.plan.totalG : Infinity)
  const apart = ({ plan }: Pair) => Math.max(0, ...(plan?.spread ?? []).map((s) => s.after / s.tolerance))
  return pairs.sort(
    (a, b) =>
      Number(b.plan !== null) - Number(a.plan !== null) ||
      costOf(a) - costOf(b) ||
      apart(a) - apart(b) ||
      a.leastG - b.leastG,
  )
}
