import type { Cut } from '../cuts/cut.ts'

/** What is said of a setup after play, against another: the first five first. */
export const PLAY_ASPECTS = [
  'stability',
  'power',
  'manoeuvrability',
  'comfort',
  'feel',
  'plough-through',
  'spin',
  'launch',
  'direction',
  'depth',
  'first serve',
  'second serve',
  'return',
  'volley',
  'slice',
] as const
export type PlayAspect = (typeof PLAY_ASPECTS)[number]
export const FRONT_ASPECTS: readonly PlayAspect[] = PLAY_ASPECTS.slice(0, 5)

export const SESSION_KINDS = ['practice', 'match', 'lesson'] as const
export type SessionKind = (typeof SESSION_KINDS)[number]
export const PLAY_CONDITIONS = ['hot', 'cold', 'wet', 'windy', 'high', 'indoors'] as const
export type PlayCondition = (typeof PLAY_CONDITIONS)[number]
export const ENERGIES = ['fresh', 'usual', 'tired'] as const
export type Energy = (typeof ENERGIES)[number]
export const BODY_PLACES = ['wrist', 'forearm', 'elbow', 'shoulder', 'back', 'elsewhere'] as const
export type BodyPlace = (typeof BODY_PLACES)[number]
export const PLAY_DECISIONS = ['keep', 'step back', 'reject', 'go on'] as const
export type PlayDecision = (typeof PLAY_DECISIONS)[number]
/** What a step of a school asks beside lateness, energy and pain. */
export const TUNING_ASKS = ['twisting', 'unsteady', 'heavy'] as const
export type TuningAsk = (typeof TUNING_ASKS)[number]

/** Where a ball met the face, cm: along it from the middle of the head towards the tip, and to the right seen from the butt. */
export interface Mishit {
  alongCm: number
  offCm: number
}

/** One session of play with one setup. Null: not said. */
export interface PlaySession {
  id: string
  /** Day, and time where it was said: ISO. */
  on: string
  minutes: number | null
  kind: SessionKind | null
  conditions: PlayCondition[]
  /** What ball, in the player's words, and how high above the sea it was played, m. */
  ball: string
  altitudeM: number | null
  /** What was played, and what it is held against: setups of the tuning, the frame as built under `BUILT`. */
  setupId: string
  againstId: string | null
  /** Against the other setup: −2 much worse … +2 much better. */
  ratings: Partial<Record<PlayAspect, number>>
  /** Balls of ten on which the player was late. */
  lateInTen: number | null
  energy: Energy | null
  pain: 'none' | 'yes' | null
  /** 1 to 10. */
  painLevel: number | null
  painAt: BodyPlace[]
  painWhere: string
  asked: Partial<Record<TuningAsk, boolean>>
  mishits: Mishit[]
  strings: string
  note: string
  decision: PlayDecision | null
  reason: string
}

/** The setup that a tuning begins with: the frame as it was built, or as it was measured where nothing was. */
export const BUILT = 'built'

export const SCHOOL_IDS = [
  'ceilingFirst',
  'handleFirst',
  'keepBalance',
  'lighterArm',
  'matchDay',
  'growing',
  'own',
] as const
export type SchoolId = (typeof SCHOOL_IDS)[number]

/** A bed of strings as it was strung. */
export interface StringBed {
  kind: string
  gaugeMm: number | null
  /** As the meter at hand shows it, whatever its unit; null: not read. */
  stiffness: number | null
  mainsLb: number | null
  crossesLb: number | null
  strungOn: string | null
}

/** A frame as it was played: everything that lies on it, said whole, so that going back is exact. */
export interface TunedSetup {
  id: string
  name: string
  /** When it was made, ISO. */
  at: string
  by: string
  /** All cuts on the frame, those of the build among them. */
  cuts: Cut[]
  /** The setup that it was made out of, and which it went back to. */
  fromId: string
  backToId: string | null
  /** The school's step that it is; null: by hand. */
  step: { school: SchoolId; id: string } | null
  strings: StringBed | null
}

export interface BlindAnswer {
  said: 'A' | 'B'
  better: 'A' | 'B' | null
}
/** In place of a setup in a blind test: a frame of its own, by name. */
export const OTHER_FRAME = 'other'
/** Two setups under letters: which one a bout was played with follows from the seed. */
export interface BlindTest {
  id: string
  at: string
  aId: string
  bId: string
  /** What the other frame is called, where B is one. */
  otherName: string
  /** As many as were begun with: their order follows from them, also where it was stopped before. */
  bouts: number
  seed: number
  answers: BlindAnswer[]
  /** Opened: the letters are told, nothing more is answered. */
  opened: boolean
}

export interface PlayDocument {
  school: SchoolId | null
  setups: TunedSetup[]
  sessions: PlaySession[]
  blind: BlindTest[]
  /** The bed that was on when the tuning began. */
  strings: StringBed | null
  /** Beds that were cut out, the oldest first. */
  pastBeds: StringBed[]
  /** The day on which the overgrip was wound; null: not noted. */
  overgripOn: string | null
}
export const EMPTY_PLAY: PlayDocument = {
  school: null,
  setups: [],
  sessions: [],
  blind: [],
  strings: null,
  pastBeds: [],
  overgripOn: null,
}

/** A session of which nothing is said yet. */
export function emptySession(id: string, on: string, setupId: string, againstId: string | null): PlaySession {
  return {
    id,
    on,
    minutes: null,
    kind: null,
    conditions: [],
    ball: '',
    altitudeM: null,
    setupId,
    againstId,
    ratings: {},
    lateInTen: null,
    energy: null,
    pain: null,
    painLevel: null,
    painAt: [],
    painWhere: '',
    asked: {},
    mishits: [],
    strings: '',
    note: '',
    decision: null,
    reason: '',
  }
}
