import { badminton } from './badminton.ts'
import { padel } from './padel.ts'
import { pickleball } from './pickleball.ts'
import type { SportId, SportProfile } from './profile.ts'
import { tennis } from './tennis.ts'

/** Every sport that Kevro knows. Adding one is adding its profile here. */
export const PROFILES: Record<SportId, SportProfile> = { tennis, padel, pickleball, badminton }

export function profileOf(sport: SportId): SportProfile {
  return PROFILES[sport]
}
