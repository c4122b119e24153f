import type { CountRow } from '../model/programme.ts'
import type { Bounds, WindowSum } from './directions.ts'
import type { Group } from './menu.ts'
import type { Window } from './windows.ts'

/** The most that a frame may weigh by the caps on grams. @param massG as it is */
export function cappedMass(massG: number, rows: readonly CountRow[], groups: readonly Group[]): number {
  let most = Infinity
  for (const { bound, upper, terms } of rows) {
    if (bound.kind !== 'cap' && bound.kind !== 'capTotal') continue
    const perStep = new Map(terms)
    // What a piece weighs beside what the cap counts of it.
    const beside = groups.reduce(
      (sum, { patterns }) =>
        sum + patterns.reduce((top, p) => Math.max(top, p.sums[0] - (perStep.get(p.choice) ?? 0) * p.count), 0),
      0,
    )
    most = Math.min(most, massG + upper + beside)
  }
  return most
}

/**
 * How far off plans may lie that need not reach, to be as good as the best. What they lie outside is shared by their numbers; of some
 * numbers it is known how far outside any plan leaves them, so that the less is left to the others.
 */
export class Nearest {
  readonly #windows: readonly Window[]
  readonly #alone: readonly WindowSum[]
  readonly #mostMass: number

  /**
   * @param alone the windows as directions, each by itself
   * @param mostMass how far over the mass that is aimed at a frame may come, in its tolerances: below 0 where a cap forbids the target
   */
  constructor(windows: readonly Window[], alone: readonly WindowSum[], mostMass: number) {
    this.#windows = windows
    this.#alone = alone
    this.#mostMass = mostMass
  }

  /** How far outside plans leave each number at least, in its tolerances. @param at indices of shelves, each of which is used */
  outside(at: readonly number[]): number[] {
    return this.#windows.map((window, q) => this.#outsideOf(window, this.#alone[q].reach(at)))
  }

  #outsideOf({ quantity, loose }: Window, [least, most]: readonly [number, number]): number {
    const capped = quantity === 'mass' ? Math.min(most, this.#mostMass) : most
    return Math.max(0, Math.max(least, -capped) / loose - 1 - 1e-9)
  }

  /**
   * @param at indices of shelves, each of which is used
   * @param slack how far outside a plan may be in all, weighted
   * @returns null where these places leave more than that
   */
  boundsFor(at: readonly number[], slack: () => number): Bounds | null {
    const windows = this.#windows
    const outside = this.outside(at)
    const least = outside.reduce((sum, o, q) => sum + windows[q].weight * o, 0)
    if (least > slack()) return null
    const along = ({ weights }: WindowSum) => {
      const left = Math.max(0, slack() - least)
      let [sum, most] = [0, 0]
      for (let q = 0; q < windows.length; q++) {
        const loose = Math.abs(weights[q]) * windows[q].loose
        sum += loose * (1 + outside[q])
        most = Math.max(most, loose / windows[q].weight)
      }
      return sum + left * most
    }
    return { along, atMost: along }
  }
}
