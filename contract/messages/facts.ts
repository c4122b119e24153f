import type { PlayerFacts } from '#core/player/facts.ts'
import { gripText } from '#core/player/grip.ts'
import { fixed } from '#core/quantities/write.ts'
import { ASKED, COMPLAINT_NAMES } from './player.ts'

const answer = (field: keyof PlayerFacts, value: unknown): string | null =>
  ASKED.find((a) => a.field === field)?.options.find(([v]) => v === value)?.[1] ?? null
const labelOf = (field: keyof PlayerFacts): string => ASKED.find((a) => a.field === field)?.label ?? ''

const heightText = ({ cm, on }: NonNullable<PlayerFacts['height']>) => `${fixed(cm, 0)} cm (${on})`

/** What is known of a player, line by line; what was not asked is left out. */
export function factLines(facts: PlayerFacts): { name: string; value: string }[] {
  const line = (name: string, value: string | number | null) =>
    value === null || value === '' ? [] : [{ name, value: String(value) }]
  return [
    ...line('Age', facts.age),
    ...line('Born', facts.born),
    ...line('Height', facts.height && heightText(facts.height)),
    ...ASKED.flatMap(({ field, label }) => line(label, answer(field, facts[field]))),
    ...line('Where it hurts', facts.pain === 'none' ? null : facts.painWhere),
    ...line('Hours a week', facts.hoursPerWeek),
    ...line('Now it', facts.complaints?.map((c) => COMPLAINT_NAMES[c].toLowerCase()).join(', ') ?? null),
    ...line('Ceiling', facts.ceiling && `${fixed(facts.ceiling.swingWeightKgCm2, 1)} kg·cm² as played`),
    ...line('Grip', facts.grip && gripText(facts.grip)),
    ...line('Agreed to notes', facts.consentOn),
    ...line('Wants', facts.wants),
  ]
}

const OTHER_NAMES: Partial<Record<keyof PlayerFacts, string>> = {
  name: 'name',
  age: 'age',
  born: 'born',
  height: 'height',
  hoursPerWeek: 'hours a week',
  painWhere: 'hurts',
  wants: 'wants',
  consentOn: 'agreed to notes',
}

/** What was told of something that is more than one word. */
const TOLD: { [F in keyof PlayerFacts]?: (value: NonNullable<PlayerFacts[F]>) => string } = {
  complaints: (value) => `now it: ${value.map((c) => COMPLAINT_NAMES[c].toLowerCase()).join(', ')}`,
  height: ({ cm }) => `height: ${fixed(cm, 0)} cm`,
  ceiling: ({ swingWeightKgCm2 }) => `ceiling ${fixed(swingWeightKgCm2, 1)} kg·cm²`,
  grip: (value) => `grip: ${gripText(value).toLowerCase().replace(/\.$/, '')}`,
}

/** One thing that was told, in words; empty where it says that nothing is known. */
export function toldText(field: keyof PlayerFacts, value: unknown): string {
  if (value === null || value === '' || (Array.isArray(value) && value.length === 0)) {
    const name = OTHER_NAMES[field] ?? labelOf(field).toLowerCase()
    return name ? `${name}: no longer said` : ''
  }
  const told = TOLD[field] as ((value: unknown) => string) | undefined
  if (told) return told(value)
  const said = answer(field, value)
  if (said !== null) return `${labelOf(field).toLowerCase()}: ${said.toLowerCase()}`
  return `${OTHER_NAMES[field] ?? field}: ${String(value)}`
}
