import type { PlayerFacts } from '#core/player/facts.ts'
import { ASKED, COMPLAINT_NAMES } from '#contract/messages/player.ts'

/** What is known of a player, line by line; what was not asked is left out. */
export function factLines(facts: PlayerFacts): { name: string; value: string }[] {
  const line = (name: string, value: string | number | null) =>
    value === null || value === '' ? [] : [{ name, value: String(value) }]
  return [
    ...line('Age', facts.age),
    ...ASKED.flatMap(({ field, label, options }) =>
      line(label, options.find(([value]) => value === facts[field])?.[1] ?? null),
    ),
    ...line('Where it hurts', facts.pain === 'none' ? null : facts.painWhere),
    ...line('Hours a week', facts.hoursPerWeek),
    ...line('Now it', facts.complaints?.map((c) => COMPLAINT_NAMES[c].toLowerCase()).join(', ') ?? null),
    ...line('Wants', facts.wants),
  ]
}
