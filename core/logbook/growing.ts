import { factsOn } from '../player/age.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { daysLater } from '../quantities/days.ts'
import type { SportProfile } from '../sports/profile.ts'
import { nextClassOn } from './squad.ts'

/** How fast children grow between their first years and the spurt, cm a year (handbook figure, from memory). */
export const GROWTH_CM_A_YEAR = 6
const DAYS_A_YEAR = 365
/** A frame counts as of a length when it is no more than so much shorter, cm. */
const AS_LONG_CM = 1

/** When a growing player outgrows a frame, and by what. */
export interface NextFrame {
  due: string
  since: string
  by: 'height' | 'age'
}

/**
 * The day from which a longer or heavier frame is usual: by height, as told and growing on from there, or by the next class of age,
 * whichever comes first. Null for adults, and where neither height nor birthday is known.
 * @param day ISO, on which the frame was last looked at
 */
export function nextFrameOn(
  facts: PlayerFacts,
  profile: Pick<SportProfile, 'ageClasses' | 'lengthsByHeight'>,
  lengthCm: number,
  day: string,
): NextFrame | null {
  const { age, height, born } = factsOn(facts, day)
  if (age === null || age >= 18) return null
  const found: NextFrame[] = []
  // The longest of the list that is no longer than the frame; a frame longer than all of them is an adult's.
  const lengths = profile.lengthsByHeight
  const grownUp = lengths.every((l) => l.lengthCm < lengthCm - AS_LONG_CM)
  const most = grownUp ? null : (lengths.findLast((l) => l.lengthCm <= lengthCm + AS_LONG_CM)?.toHeightCm ?? null)
  if (height && most !== null) {
    const days = Math.ceil((DAYS_A_YEAR * Math.max(0, most - height.cm)) / GROWTH_CM_A_YEAR)
    found.push({ due: daysLater(height.on, days), since: height.on, by: 'height' })
  }
  const birthday = nextClassOn(profile.ageClasses, born, day)
  if (birthday) found.push({ due: birthday, since: birthday, by: 'age' })
  return found.sort((a, b) => (a.due < b.due ? -1 : 1))[0] ?? null
}
