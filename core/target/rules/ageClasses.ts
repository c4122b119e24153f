import type { SportId } from '../../sports/profile.ts'

/** What is usual for an age: the heaviest bare frame, and the highest bare swing weight where the trade names one. */
export interface AgeClass {
  id: string
  sport: SportId
  /** Ages from this one… */
  from: number
  /** …to below this one. */
  to: number
  /** g, bare with a base grip. */
  mostMassG: number
  /** kg·cm² about the sport's axis, bare; null where practice names none. */
  mostSwingKgCm2: number | null
  /** Over it asks for a reason in writing. */
  confirm: boolean
}

/**
 * Classes by age: common practice, no source. Tennis by its bare weight classes and the bands of its juniors; the other sports are
 * wide, from the usual weights of their frames.
 */
export const AGE_CLASSES: readonly AgeClass[] = [
  { id: 'under12', sport: 'tennis', from: 0, to: 12, mostMassG: 260, mostSwingKgCm2: 268, confirm: true },
  { id: 'under15', sport: 'tennis', from: 12, to: 15, mostMassG: 290, mostSwingKgCm2: 285, confirm: true },
  { id: 'under18', sport: 'tennis', from: 15, to: 18, mostMassG: 310, mostSwingKgCm2: 300, confirm: false },
  { id: 'padel.under12', sport: 'padel', from: 0, to: 12, mostMassG: 330, mostSwingKgCm2: null, confirm: true },
  { id: 'padel.under15', sport: 'padel', from: 12, to: 15, mostMassG: 350, mostSwingKgCm2: null, confirm: true },
  { id: 'padel.under18', sport: 'padel', from: 15, to: 18, mostMassG: 365, mostSwingKgCm2: null, confirm: false },
  { id: 'badminton.under12', sport: 'badminton', from: 0, to: 12, mostMassG: 85, mostSwingKgCm2: null, confirm: true },
  {
    id: 'badminton.under18',
    sport: 'badminton',
    from: 12,
    to: 18,
    mostMassG: 90,
    mostSwingKgCm2: null,
    confirm: false,
  },
  {
    id: 'pickleball.under12',
    sport: 'pickleball',
    from: 0,
    to: 12,
    mostMassG: 225,
    mostSwingKgCm2: null,
    confirm: true,
  },
  {
    id: 'pickleball.under18',
    sport: 'pickleball',
    from: 12,
    to: 18,
    mostMassG: 240,
    mostSwingKgCm2: null,
    confirm: false,
  },
]

/** The class of a player; null for adults and where the age is not known. */
export const classOf = (sport: SportId, age: number | null): AgeClass | null =>
  age === null ? null : (AGE_CLASSES.find((c) => c.sport === sport && age >= c.from && age < c.to) ?? null)
