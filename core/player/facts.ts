import type { GripRoutine } from './grip.ts'

/** What a player says is wrong with the frame now. */
export const COMPLAINTS = ['twists', 'unsteady', 'late', 'tired', 'heavy', 'weak', 'power'] as const
export type Complaint = (typeof COMPLAINTS)[number]

export const BUILDS = ['slight', 'average', 'strong'] as const
export const LEVELS = ['beginner', 'club', 'strong', 'competition'] as const
export const HANDS = ['right', 'left'] as const
export const STYLES = ['flat', 'spin', 'all-court', 'touch'] as const
/** Where off-centre hits land. */
export const MISHITS = ['tip', 'sides', 'centre', 'throat'] as const
export const TIRED = ['no', 'a little', 'yes'] as const
export const PAINS = ['none', 'past', 'now'] as const
export const CAME_FROM = ['nothing', 'racket sport'] as const

/** What a fitter asks a player, because it changes a decision. Null: not asked or not known. */
export interface PlayerFacts {
  name: string
  age: number | null
  /** The year of birth, or the day where it is known: `2012`, `2012-05-03`; the age follows from it. */
  born: string | null
  /** As told on a day; a growing player's frame goes by it. */
  height: { cm: number; on: string } | null
  build: (typeof BUILDS)[number] | null
  level: (typeof LEVELS)[number] | null
  hand: (typeof HANDS)[number] | null
  hoursPerWeek: number | null
  style: (typeof STYLES)[number] | null
  mishits: (typeof MISHITS)[number] | null
  /** Balls of ten on which this player is late. */
  lateInTen: number | null
  tired: (typeof TIRED)[number] | null
  pain: (typeof PAINS)[number] | null
  painWhere: string
  /** Null: not asked; empty: none. */
  complaints: Complaint[] | null
  /** What was played before this sport. */
  cameFrom: (typeof CAME_FROM)[number] | null
  /** The heaviest swing that lasts a session, strung as played. */
  ceiling: { swingWeightKgCm2: number; axisCm: number } | null
  /** How this player likes the grip. */
  grip: GripRoutine | null
  /** The day on which the player, or for a minor a parent, agreed to these notes being kept. */
  consentOn: string | null
  wants: string
}

/** Facts of which nothing is known yet but the name. */
export function unknownPlayer(name: string): PlayerFacts {
  return {
    name,
    age: null,
    born: null,
    height: null,
    build: null,
    level: null,
    hand: null,
    hoursPerWeek: null,
    style: null,
    mishits: null,
    lateInTen: null,
    tired: null,
    pain: null,
    painWhere: '',
    complaints: null,
    cameFrom: null,
    ceiling: null,
    grip: null,
    consentOn: null,
    wants: '',
  }
}
