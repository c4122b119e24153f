import { isGood, RIVAL_MINUTES, type SetPlan } from '#core/planning/set/set.ts'
import { fixed } from '#core/quantities/write.ts'

/** What a set asks, as it is said. */
export const minutesAndGrams = ({ minutes, totalG }: SetPlan): string =>
  totalG < 0.05 && minutes === 0 ? 'Nothing to do' : `About ${Math.ceil(minutes)} min, +${fixed(totalG, 1)} g`

/** What is known of a set beside the others that there could be. @param looking for better ones still */
export function setVerdict(set: SetPlan, looking: boolean): string {
  if (looking && !isGood(set)) return 'Not alike yet: looking further…'
  if (!set.reached) return 'No common target found: this is the nearest.'
  if (!set.inStock) return 'There is not enough in the drawer for all of them.'
  if (set.proven)
    return set.effort < RIVAL_MINUTES * set.plans.length
      ? 'No other way asks less.'
      : 'No other way saves half a minute a frame, a gram counted as a minute.'
  const share = set.effort > 0 ? Math.floor((100 * set.leastEffort) / set.effort) : 100
  const bound = `No way asks less than ${share} % of this, a gram counted as a minute`
  return looking ? `${bound}; looking for better…` : `${bound}; a better one may exist.`
}
