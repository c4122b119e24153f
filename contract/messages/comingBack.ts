import { ASK_DAYS, GROW_MONTHS, type ComingBackRule } from '#core/logbook/comingBack.ts'
import { MEASURE_HOURS, MEASURE_MONTHS, RESTRING_HOURS, RESTRING_MONTHS } from '#core/tuning/drift.ts'

/** What somebody comes back for. */
export const COMING_BACK_NAMES: Record<ComingBackRule, string> = {
  howWasIt: 'How was it?',
  cure: 'Look at the cured fill',
  restring: 'New strings',
  measure: 'Measure again',
  grow: 'Next step up',
}

/** Why it is due just then. */
export function comingBackWhy({
  rule,
  since,
  byHours,
}: {
  rule: ComingBackRule
  since: string
  byHours: boolean
}): string {
  switch (rule) {
    case 'howWasIt':
      return `Proven ${since}; no session was told yet. Asked after ${ASK_DAYS} days.`
    case 'cure':
      return `Cured ${since}; it is weighed and read the next day.`
    case 'restring':
      return byHours
        ? `Strung ${since}; about ${RESTRING_HOURS} h of play by then.`
        : `Strung ${since}; strings are changed after ${RESTRING_MONTHS} months.`
    case 'measure':
      return byHours
        ? `Proven ${since}; about ${MEASURE_HOURS} h of play by then.`
        : `Proven ${since}; measured again after ${MEASURE_MONTHS} months.`
    case 'grow':
      return `Since ${since} ${GROW_MONTHS} months of growing: ask whether the next step is easy now.`
  }
}
