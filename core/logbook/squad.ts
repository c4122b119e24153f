import type { PlayerFacts } from '../player/facts.ts'
import { ageOn } from '../player/age.ts'
import type { AgeClass } from '../sports/profile.ts'
import { bandFor } from '../targets/methods.ts'
import { ceilingHere, rulesFacts, type FrameNow } from '../targets/frameNow.ts'
import { cautionsOnFrame } from '../targets/warnings.ts'

/** How a frame stands to who plays it. */
export interface Standing {
  bareMassG: number | null
  bareSwingKgCm2: number | null
  /** Classes by age that it is too heavy for: 0 where it fits, or nobody can tell. */
  classesOver: number
  /** Swing weight as it stands above the player's ceiling on this frame, kg·cm²; null where none is known. */
  overCeilingKgCm2: number | null
  /** The usual swing weight for this player, bare; open above where there is no upper edge. Null where no rule says one. */
  bandKgCm2: readonly [low: number, high: number | null] | null
  /** Below it, in it, above it; null where either is not known. */
  inBand: -1 | 0 | 1 | null
  /** Cautions, in words. */
  messages: string[]
}

/**
 * How many classes a frame is above its player's: the fewest older ones until one would bear it; one more than there are where none does.
 * @param classes by age, the youngest first
 */
export function classesAbove(
  classes: readonly AgeClass[],
  age: number | null,
  bare: { massG: number | null; swingKgCm2: number | null },
): number {
  const mine = age === null ? -1 : classes.findIndex((c) => age >= c.from && age < c.to)
  if (mine < 0) return 0
  const bears = ({ mostMassG, mostSwingKgCm2 }: AgeClass) =>
    (bare.massG === null || bare.massG <= mostMassG) &&
    (bare.swingKgCm2 === null || mostSwingKgCm2 === null || bare.swingKgCm2 <= mostSwingKgCm2)
  const at = classes.slice(mine).findIndex(bears)
  return at < 0 ? classes.length - mine : at
}

const sideOf = (value: number, [low, high]: readonly [number, number | null]) =>
  value < low ? -1 : high !== null && value > high ? 1 : 0

/** A frame as it stands, held against age, class and ceiling of its player. */
export function standingOf(frame: FrameNow, player: PlayerFacts): Standing {
  const facts = rulesFacts(frame, player)
  const number = (value: unknown) => (typeof value === 'number' ? value : null)
  const bare = { massG: number(facts.bareMassG), swingKgCm2: number(facts.bareSwingKgCm2) }
  const ceiling = ceilingHere(frame, player)
  const swing = frame.state.swingWeightKgCm2
  const band = bandFor(facts)?.band.swingWeight ?? null
  return {
    bareMassG: bare.massG,
    bareSwingKgCm2: bare.swingKgCm2,
    classesOver: classesAbove(frame.profile.ageClasses, player.age, bare),
    overCeilingKgCm2: ceiling === null || swing === null ? null : swing - ceiling,
    bandKgCm2: band,
    inBand: band === null || bare.swingKgCm2 === null ? null : sideOf(bare.swingKgCm2, band),
    messages: cautionsOnFrame(frame, player).map((c) => c.message),
  }
}

/** The day on which a player comes into the next class by age; null for adults, and where no birth is known to the day. */
export function nextClassOn(classes: readonly AgeClass[], born: string | null, today: string): string | null {
  if (born === null || born.length < 10) return null
  const age = ageOn(born, today)
  const mine = age === null ? undefined : classes.find((c) => age >= c.from && age < c.to)
  if (!mine) return null
  const year = Number(born.slice(0, 4)) + mine.to
  // Who is born on 29 February is that old on 1 March of a common year.
  const leap = born.slice(5) === '02-29' && new Date(Date.UTC(year, 1, 29)).getUTCMonth() !== 1
  return `${year}-${leap ? '03-01' : born.slice(5)}`
}
