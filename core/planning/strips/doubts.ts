import type { Group } from './menu.ts'
import { leastVariance, SUMS, type Aim } from './sums.ts'
import { stageRegion, type KnownAim, type Region, type SearchStage } from './stages.ts'

/** Variances are told in such shares of what they are as the frame was read: places that leave numbers as unsure share a region. */
const STEP = 0.05

/** What a place adds to the variance of a number: at least so much, and at least so much for each unit² of what it adds to the number. */
interface Doubt {
  least: number
  perSquare: number
}

/** Numbers that are sums: which, in the order of the sums. */
const SUM_OF = { mass: 0, swingWeight: 2, twistWeight: 3 } as const
const sumOf = ({ quantity }: Aim): number | undefined => SUM_OF[quantity as keyof typeof SUM_OF]

/**
 * How unsure plans leave the numbers at least. What is cut and laid is unsure by a share of what it weighs and reaches; so places that
 * must bring a number to its target bring a variance with it, which is least where they share the work by how sure each is.
 */
export class Doubts {
  readonly #aims: readonly KnownAim[]
  readonly #base: ArrayLike<number>
  readonly #groups: readonly Group[]
  readonly #mostMass: number
  /** Of each number: of each place; worked out when places are first asked about. */
  #of: Doubt[][] | null = null
  readonly #regions = new Map<SearchStage, Map<string, Region | null>>()

  /** @param mostMass the most that a frame inside the tolerances weighs */
  constructor(aims: readonly KnownAim[], base: ArrayLike<number>, groups: readonly Group[], mostMass: number) {
    this.#aims = aims
    this.#base = base
    this.#groups = groups
    this.#mostMass = mostMass
  }

  #doubtsOf(aim: Aim): Doubt[] {
    const a = sumOf(aim)
    const towards = a === undefined ? 0 : Math.sign(aim.target - this.#base[a])
    return this.#groups.map(({ patterns }) => {
      let [least, perSquare] = [Infinity, Infinity]
      for (const p of patterns) {
        const { covariance } = p.uncertainty
        const variance = leastVariance(aim, covariance, this.#mostMass)
        if (variance < least) least = variance
        if (a !== undefined && p.sums[a] * towards > 0) {
          const per = covariance[SUMS * a + a] / p.sums[a] ** 2
          if (per < perSquare) perSquare = per
        }
      }
      return { least, perSquare }
    })
  }

  /** Where plans of a stage with some places may lie; null where they leave too much unsure. @param at indices of groups */
  regionOf(stage: SearchStage, at: readonly number[]): Region | null {
    const steps = this.#aims.map((aim, i) => {
      const read = aim.leastU * aim.leastU
      return read > 1e-24 ? Math.floor(this.addedTo(i, at, stage.placed) / read / STEP) : 0
    })
    const known = this.#regions.get(stage) ?? new Map<string, Region | null>()
    this.#regions.set(stage, known)
    const key = steps.join()
    let region = known.get(key)
    if (region === undefined) {
      region = stageRegion(
        stage,
        this.#aims.map((aim, i) => ({ ...aim, leastU: aim.leastU * Math.sqrt(1 + STEP * steps[i]) })),
      )
      known.set(key, region)
    }
    return region
  }

  /** The least that these places add to the variance of a number that comes so near to its target. */
  addedTo(i: number, at: readonly number[], placed: number): number {
    if (at.length === 0) return 0
    const of = (this.#of ??= this.#aims.map((aim) => this.#doubtsOf(aim)))[i]
    const least = at.reduce((sum, s) => sum + of[s].least, 0)
    const aim = this.#aims[i]
    const a = sumOf(aim)
    if (a === undefined) return least
    const toBring = Math.abs(aim.target - this.#base[a]) - placed * aim.tolerance
    if (toBring <= 0) return least
    // Σ r·x² with Σ x = all of it is least where each brings by 1/r.
    const share = at.reduce((sum, s) => sum + 1 / of[s].perSquare, 0)
    return share > 0 && share < Infinity ? Math.max(least, (toBring * toBring) / share) : least
  }
}
