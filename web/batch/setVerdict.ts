import type { Pair } from '#core/planning/set/pair.ts'
import { isGood, RIVAL_MINUTES, type SetPlan } from '#core/planning/set/set.ts'
import { fixed } from '#core/quantities/write.ts'

/** What a set asks, as it is said. */
export const minutesAndGrams = ({ minutes, totalG }: SetPlan): string =>
  totalG < 0.05 && minutes === 0 ? 'Nothing to do' : `About ${Math.ceil(minutes)} min, +${fixed(totalG, 1)} g`

const gramText = (minutes: number): string =>
  minutes === 0 ? 'grams not counted' : `a gram counted as ${minutes === 1 ? 'a minute' : `${minutes} minutes`}`

/** What is known of a set beside the others that there could be. @param looking for better ones still  @param gram minutes that a gram is worth */
export function setVerdict(set: SetPlan, looking: boolean, gram: number): string {
  if (looking && !isGood(set)) return 'Not alike yet: looking further…'
  if (!set.reached) return 'No common target found: this is the nearest.'
  if (!set.inStock) return 'There is not enough in the drawer for all of them.'
  if (set.proven) return `No other way saves half a minute a frame, ${gramText(gram)}.`
  const share = set.effort > 0 ? Math.floor((100 * set.leastEffort) / set.effort) : 100
  const bound = `No way asks less than ${share} % of this, ${gramText(gram)}`
  return looking ? `${bound}; looking for better…` : `${bound}; a better one may exist.`
}

/** What one pair asks. */
export const pairText = ({ plan, leastEffort }: Pair): string =>
  plan && isGood(plan)
    ? minutesAndGrams(plan)
    : leastEffort === Infinity || plan
      ? 'Cannot be made alike'
      : 'Not worked out'

/** What is known of the first of some pairs beside the others. */
export function pairsVerdict([first, ...others]: readonly Pair[], gram: number): string {
  if (!first?.plan || !isGood(first.plan)) return ''
  const most = first.plan.effort - 2 * RIVAL_MINUTES
  return others.every((pair) => pair.leastEffort >= most - 1e-9)
    ? `Of all ${others.length + 1} pairs none asks a minute less than the first, ${gramText(gram)}.`
    : `Of ${others.length + 1} pairs one that asks less may exist: the search ended before its proof.`
}
