import type { AgeClass } from '../../sports/profile.ts'
import { PROFILES, SPORTS, type SportId } from '../../sports/sports.ts'

/** The classes by age of every sport, as its profile says them. */
export const AGE_CLASSES: readonly (AgeClass & { sport: SportId })[] = SPORTS.flatMap((sport) =>
  PROFILES[sport].ageClasses.map((c) => ({ ...c, sport })),
)

/** The class of a player; null for adults and where the age is not known. */
export const ageClassOf = (sport: string, age: number | null): AgeClass | null =>
  age === null ? null : (AGE_CLASSES.find((c) => c.sport === sport && age >= c.from && age < c.to) ?? null)
