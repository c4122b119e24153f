import type { wrongWithBirth } from '#core/player/age.ts'
import type { Complaint, PlayerFacts } from '#core/player/facts.ts'

/** What a player is asked by choosing. */
export type PlayerQuestion = keyof PlayerFacts &
  ('level' | 'build' | 'style' | 'mishits' | 'lateInTen' | 'tired' | 'pain' | 'hand' | 'cameFrom')

export const COMPLAINT_NAMES: Record<Complaint, string> = {
  twists: 'Twists off the axis',
  unsteady: 'Unsteady on centred hits',
  late: 'Late',
  tired: 'Tires the arm',
  heavy: 'Too heavy',
  weak: 'No weight behind it',
  power: 'Too much power',
}

/** The questions with their answers, as they stand on the page. */
export const ASKED: { field: PlayerQuestion; label: string; options: [string | number, string][] }[] = [
  {
    field: 'level',
    label: 'Level',
    options: [
      ['beginner', 'Beginner'],
      ['club', 'Club'],
      ['strong', 'Strong'],
      ['competition', 'Competition'],
    ],
  },
  {
    field: 'build',
    label: 'Build',
    options: [
      ['slight', 'Slight'],
      ['average', 'Average'],
      ['strong', 'Strong'],
    ],
  },
  {
    field: 'style',
    label: 'Game',
    options: [
      ['flat', 'Flat'],
      ['spin', 'Spin'],
      ['all-court', 'All-court'],
      ['touch', 'Touch'],
    ],
  },
  {
    field: 'mishits',
    label: 'Mishits land',
    options: [
      ['tip', 'Tip'],
      ['sides', 'Sides'],
      ['centre', 'Centre'],
      ['throat', 'Throat'],
    ],
  },
  {
    field: 'lateInTen',
    label: 'Late, of ten balls',
    options: [
      [0, 'None'],
      [1, '1'],
      [2, '2'],
      [3, '3'],
      [5, '5'],
    ],
  },
  {
    field: 'tired',
    label: 'Tired at the end',
    options: [
      ['no', 'No'],
      ['a little', 'A little'],
      ['yes', 'Yes'],
    ],
  },
  {
    field: 'pain',
    label: 'Arm or shoulder',
    options: [
      ['none', 'No pain'],
      ['past', 'In the past'],
      ['now', 'Now'],
    ],
  },
  {
    field: 'cameFrom',
    label: 'Played before',
    options: [
      ['nothing', 'Nothing like it'],
      ['racket sport', 'Another racket sport'],
    ],
  },
  {
    field: 'hand',
    label: 'Hand',
    options: [
      ['right', 'Right'],
      ['left', 'Left'],
    ],
  },
]

/** Why a birth is not taken. */
export const BIRTH_FAULTS: Record<NonNullable<ReturnType<typeof wrongWithBirth>>, string> = {
  unread: 'A year, or a day as 2012-05-03.',
  future: 'This is still to come.',
  tooOld: 'Nobody who plays is older than 110.',
}
