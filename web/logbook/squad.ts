import { monthsLater } from '#core/quantities/days.ts'
import { fixed } from '#core/quantities/write.ts'
import type { SquadPage } from '#contract/squad.ts'
import { COMING_BACK_NAMES } from '#contract/messages/comingBack.ts'

type Member = SquadPage['members'][number]

/** How a frame stands, in a word: what is worst first. */
export function standingText(frame: Member['frames'][number]): { text: string; heavy: boolean } {
  const { standing } = frame
  if (!standing) return { text: 'not measured yet', heavy: false }
  if (standing.classesOver > 0)
    return {
      text: standing.classesOver === 1 ? 'one class too heavy' : `${standing.classesOver} classes too heavy`,
      heavy: true,
    }
  if (standing.overCeilingKgCm2 !== null && standing.overCeilingKgCm2 > 0)
    return { text: `${fixed(standing.overCeilingKgCm2, 0)} kg·cm² over the ceiling`, heavy: true }
  return { text: standing.messages.length > 0 ? 'look at it' : 'fits', heavy: standing.messages.length > 0 }
}

/** The band of swing weight that is usual for a player, with the side on which the frame lies. */
export function bandText({ bandKgCm2, inBand }: NonNullable<Member['frames'][number]['standing']>): string {
  if (!bandKgCm2) return ''
  const [low, high] = bandKgCm2
  const band = high === null ? `from ${fixed(low, 0)}` : `${fixed(low, 0)}–${fixed(high, 0)}`
  return inBand === null || inBand === 0 ? band : `${band}, ${inBand < 0 ? 'below' : 'above'}`
}

/** One dated step of a season. */
export interface SeasonStep {
  day: string
  name: string
  what: string
}

/** What the next twelve months bring to a squad, by the day: the next class by age, and whatever somebody comes back for. */
export function seasonOf({ members }: SquadPage, today: string): SeasonStep[] {
  const until = monthsLater(today, 12)
  const steps = members.flatMap((m): SeasonStep[] => [
    ...(m.nextClassOn ? [{ day: m.nextClassOn, name: m.name, what: 'comes into the next class by age' }] : []),
    ...m.frames.flatMap((f) =>
      f.comingBack
        .filter((c) => !c.dropped)
        .map((c) => ({
          day: c.putOffTo ?? c.due,
          name: m.name,
          what: `${COMING_BACK_NAMES[c.rule].toLowerCase().replace('?', '')}, ${f.label}`,
        })),
    ),
  ])
  return steps
    .filter((s) => s.day <= until)
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : a.name < b.name ? -1 : 1))
}

/** Strings that the drawer must hold to string every frame once: how many beds of each. */
export function squadBeds({ members }: SquadPage): { strings: string; beds: number }[] {
  const count = new Map<string, number>()
  for (const frame of members.flatMap((m) => m.frames))
    if (frame.strings) count.set(frame.strings, (count.get(frame.strings) ?? 0) + 1)
  return [...count]
    .map(([strings, beds]) => ({ strings, beds }))
    .sort((a, b) => b.beds - a.beds || (a.strings < b.strings ? -1 : 1))
}
