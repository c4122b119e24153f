import type { ComingBack, ComingBackRule } from '#core/logbook/comingBack.ts'
import type { Intervals } from '#core/tuning/intervals.ts'

/** What somebody comes back for. */
export const COMING_BACK_NAMES: Record<ComingBackRule, string> = {
  howWasIt: 'How was it?',
  cure: 'Look at the cured fill',
  restring: 'New strings',
  measure: 'Measure again',
  grow: 'Next step up',
  nextFrame: 'Next frame',
}

/** Why it is due just then. */
export function comingBackWhy({ rule, since, due, by }: ComingBack, intervals: Intervals): string {
  switch (rule) {
    case 'howWasIt':
      return `Proven ${since}; no session was told yet. Asked after ${intervals.askDays} days.`
    case 'cure':
      return `Cured ${since}; it is weighed and read the next day.`
    case 'restring':
      return by === 'hours'
        ? `Strung ${since}; about ${intervals.restringHours} h of play by then.`
        : `Strung ${since}; strings are changed after ${intervals.restringMonths} months.`
    case 'measure':
      return by === 'hours'
        ? `Proven ${since}; about ${intervals.measureHours} h of play by then.`
        : `Proven ${since}; measured again after ${intervals.measureMonths} months.`
    case 'grow':
      return `Since ${since} ${intervals.growMonths} months of growing: ask whether the next step is easy now.`
    case 'nextFrame':
      return by === 'height'
        ? `Measured for height ${since}; tall enough for a longer frame by about then.`
        : `Comes into the next class by age on ${due}.`
  }
}
