import type { Against } from '#core/job/against.ts'
import type { AcceptanceRule, ConformityVerdict } from '#core/job/conformity.ts'

/** Words of proving: the rule that decides, and what it decides. */
export const RULE_WORDS: Record<AcceptanceRule, string> = {
  guarded: 'Guarded acceptance: a number passes where the whole ± of what was read lies inside its tolerance.',
  simple: 'Simple acceptance: a number passes where what was read lies inside its tolerance, whatever its ±.',
}
export const VERDICT_NAMES: Record<ConformityVerdict, string> = {
  passes: 'passes',
  misses: 'misses',
  undecided: 'undecided',
}

/** What a finished frame is held against. */
export const AGAINST_NAMES: Record<Against, string> = {
  prediction: 'What the plan foretold',
  reference: 'The setup that it goes by',
  twin: 'Its twin',
}
export const twinName = ({ label, unit }: { label: string; unit: string }): string =>
  `${AGAINST_NAMES.twin}${unit ? `, ${unit}` : ''}: ${label}`

/** A chance as people say it: never all or nothing. */
export function percentText(share: number): string {
  if (share > 0.995) return 'over 99 %'
  if (share < 0.005) return 'under 1 %'
  return `${Math.round(100 * share)} %`
}
