import { asUneven, atLeast } from '../numerics/binomial.ts'
import { seeded } from '../numerics/random.ts'
import { within } from '../numerics/within.ts'
import type { BlindTest } from './document.ts'

/** What a player who can tell two setups apart is taken to get right, and how sure the test shall be to show it. */
export const BLIND_AIM = { right: 0.8, power: 0.8, chance: 0.05 } as const

/**
 * Which setup each bout is played with: as many of one as of the other, or one more, in an order that the seed gives.
 * @throws Problem `number.outside`
 */
export function blindOrder(seed: number, bouts: number): ('A' | 'B')[] {
  within('bouts', bouts, 1, 200)
  const random = seeded(seed)
  const odd = random() < 0.5
  const order = Array.from({ length: bouts }, (_, i): 'A' | 'B' => ((i % 2 === 0) === odd ? 'A' : 'B'))
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[order[i], order[j]] = [order[j], order[i]]
  }
  return order
}

export interface BlindResult {
  bouts: number
  right: number
  /** So often guessing does at least that well. */
  chance: number
  /** Bouts in which one was called better, by what was really played. */
  aBetter: number
  bBetter: number
  /** So often two alike come out at least that uneven. */
  preferenceChance: number
}

/**
 * What the answers of a blind test come to. Every bout is guessed by itself, also where the player counts how many of each are left: the
 * statement is that of an even coin (a counting player could do a little better in the last bouts of few).
 */
export function resultOf(test: Pick<BlindTest, 'seed' | 'bouts' | 'answers'>): BlindResult {
  const order = blindOrder(test.seed, test.bouts)
  const bouts = Math.min(test.answers.length, test.bouts)
  const said = test.answers.slice(0, bouts)
  const right = said.filter((a, i) => a.said === order[i]).length
  // “Better” is said of the bout's letter as the player took it: it counts for what was really in the hand.
  const real = said.flatMap((a, i) =>
    a.better === null ? [] : [a.better === a.said ? order[i] : order[i] === 'A' ? 'B' : 'A'],
  )
  const aBetter = real.filter((letter) => letter === 'A').length
  const bBetter = real.length - aBetter
  return {
    bouts,
    right,
    chance: atLeast(right, bouts, 0.5),
    aBetter,
    bBetter,
    preferenceChance: asUneven(aBetter, real.length),
  }
}

/** Right answers that are needed so that guessing does as well in at most 5 of 100; null where no number is enough. */
export function neededRight(bouts: number): number | null {
  for (let right = 0; right <= bouts; right++) if (atLeast(right, bouts, 0.5) <= BLIND_AIM.chance) return right
  return null
}

/** The fewest bouts from which on a player who is right that often shows it in 80 of 100 tests. */
export function boutsNeeded(right: number = BLIND_AIM.right): number {
  within('share right', right, 0.55, 1)
  const enough = (bouts: number) => {
    const needed = neededRight(bouts)
    return needed !== null && atLeast(needed, bouts, right) >= BLIND_AIM.power
  }
  for (let bouts = 1; bouts <= 400; bouts++) if (enough(bouts)) return bouts
  return 400
}
