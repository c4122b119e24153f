import { badminton } from './badminton.ts'
import { padel } from './padel.ts'
import { pickleball } from './pickleball.ts'
import type { SportProfile } from './profile.ts'
import { tennis } from './tennis.ts'

/** Every sport that Kevro knows, in the order in which they are offered. Adding one is adding its profile here. */
export const PROFILES = { tennis, padel, pickleball, badminton } satisfies Record<string, SportProfile>
export type SportId = keyof typeof PROFILES
export const SPORTS = Object.keys(PROFILES) as [SportId, ...SportId[]]

const known = (sport: SportId) => ({ ...PROFILES[sport], id: sport })
const KNOWN = new Map(SPORTS.map((sport) => [sport, known(sport)]))

/** The profile of a sport, its id being its key here. */
export const profileOf = (sport: SportId): ReturnType<typeof known> => KNOWN.get(sport) ?? known(sport)
