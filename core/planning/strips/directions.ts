import type { Kin, Shelf } from './shelf.ts'
import type { Window } from './windows.ts'

/** What patterns of one kin add along a direction, pattern after pattern. */
export interface Adds {
  each: Float64Array
  low: number
  high: number
  /** 1 where it never falls from one pattern to the next, −1 where it never rises, else 0. */
  rises: -1 | 0 | 1
}

/** A sum of all windows, each over its half width: Σ weights·(sum of the window)/half, with Σ|weights| = 1. */
export class Direction {
  /** The sum with nothing added. */
  readonly from: number
  /** Least and most that a pattern of each shelf adds. */
  readonly low: Float64Array
  readonly high: Float64Array
  readonly #adds = new Map<Kin, Adds>()

  /** @param id numbers directions from 0 on
   * @param isAcross some places do nothing along it, and no window alone says so */
  constructor(
    readonly id: number,
    readonly weights: readonly number[],
    readonly isAcross: boolean,
    windows: readonly Window[],
    shelves: readonly Shelf[],
  ) {
    const n = weights.length
    this.from = windows.reduce((sum, w, q) => sum + (weights[q] * w.from) / w.half, 0)
    this.low = new Float64Array(shelves.length).fill(Infinity)
    this.high = new Float64Array(shelves.length).fill(-Infinity)
    for (let s = 0; s < shelves.length; s++) {
      const { scaled } = shelves[s]
      for (let i = 0; i < scaled.length; i += n) {
        let sum = 0
        for (let q = 0; q < n; q++) sum += weights[q] * scaled[i + q]
        if (sum < this.low[s]) this.low[s] = sum
        if (sum > this.high[s]) this.high[s] = sum
      }
    }
  }

  of(kin: Kin): Adds {
    let adds = this.#adds.get(kin)
    if (!adds) this.#adds.set(kin, (adds = addsOf(kin, this.weights)))
    return adds
  }
}

function addsOf({ scaled, patterns }: Kin, weights: readonly number[]): Adds {
  const n = weights.length
  const each = new Float64Array(patterns.length)
  let [falls, rises] = [false, false]
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < each.length; i++) {
    let sum = 0
    for (let q = 0; q < n; q++) sum += weights[q] * scaled[n * i + q]
    each[i] = sum
    if (i > 0 && sum < each[i - 1]) falls = true
    if (i > 0 && sum > each[i - 1]) rises = true
    if (sum < low) low = sum
    if (sum > high) high = sum
  }
  return { each, low, high, rises: falls ? (rises ? 0 : -1) : 1 }
}

/**
 * Sums of the windows in which few places do anything, so that these alone decide whether they come in. Whatever the weights, such a sum
 * must lie within what the windows allow of it; the ones across as many places and windows as leave one way are the faces of what places
 * can reach, so that nearly every set of places that cannot come into all windows at once is closed by one of them.
 */
export class Directions {
  readonly #windows: readonly Window[]
  readonly #shelves: readonly Shelf[]
  /** What each shelf adds on average, and each window by itself. */
  readonly #vectors: number[][]
  readonly #known = new Map<string, Direction | null>()
  readonly #of = new Map<string, readonly Direction[]>()
  #alone: Direction[] | null = null

  constructor(windows: readonly Window[], shelves: readonly Shelf[]) {
    this.#windows = windows
    this.#shelves = shelves
    const unit = windows.map((_, q) => windows.map((_, i) => (i === q ? 1 : 0)))
    this.#vectors = [...shelves.map(({ scaled }) => meanOf(scaled, windows.length)), ...unit]
  }

  /** The windows by themselves. */
  get windows(): readonly Direction[] {
    return (this.#alone ??= this.#windows.flatMap((_, q) => {
      const others = this.#windows.flatMap((_, i) => (i === q ? [] : [this.#shelves.length + i]))
      return this.#across(others) ?? []
    }))
  }

  /** Those of some places beside the windows. @param places indices of shelves, rising */
  beside(places: readonly number[]): readonly Direction[] {
    const n = this.#windows.length
    const key = places.join()
    let found = this.#of.get(key)
    if (!found) {
      const all = [...places, ...this.#windows.map((_, q) => this.#shelves.length + q)]
      found =
        n < 2
          ? []
          : subsetsOf(all, n - 1).flatMap((those) =>
              those[0] < this.#shelves.length ? (this.#across(those) ?? []) : [],
            )
      this.#of.set(key, found)
    }
    return found
  }

  #across(those: readonly number[]): Direction | null {
    const key = those.join()
    const known = this.#known.get(key)
    if (known !== undefined) return known
    const vectors = those.map((i) => this.#vectors[i])
    const weights = acrossAll(vectors, this.#windows.length)
    const isAcross = those.every((i) => i < this.#shelves.length)
    const direction = weights && new Direction(this.#known.size, weights, isAcross, this.#windows, this.#shelves)
    this.#known.set(key, direction)
    return direction
  }
}

function meanOf(scaled: Float64Array, n: number): number[] {
  const sum = new Array<number>(n).fill(0)
  for (let i = 0; i < scaled.length; i++) sum[i % n] += scaled[i]
  const size = Math.hypot(...sum)
  return size > 0 ? sum.map((x) => x / size) : sum
}

function subsetsOf<T>(all: readonly T[], size: number): T[][] {
  if (size === 0) return [[]]
  return all.flatMap((one, i) => subsetsOf(all.slice(i + 1), size - 1).map((rest) => [one, ...rest]))
}

/** The weights, of size 1, at right angles to n − 1 vectors, by Gram and Schmidt; null where more than one way is. */
function acrossAll(vectors: readonly (readonly number[])[], n: number): number[] | null {
  const basis: number[][] = []
  const rest = (v: readonly number[]) => {
    let left = [...v]
    for (let twice = 0; twice < 2; twice++)
      for (const b of basis) {
        const along = b.reduce((sum, x, q) => sum + x * left[q], 0)
        left = left.map((x, q) => x - along * b[q])
      }
    return left
  }
  for (const v of vectors) {
    const left = rest(v)
    const size = Math.hypot(...left)
    if (size < 1e-4) return null
    basis.push(left.map((x) => x / size))
  }
  let best: number[] = []
  for (let q = 0; q < n; q++) {
    const left = rest(Array.from({ length: n }, (_, i) => (i === q ? 1 : 0)))
    if (Math.hypot(...left) > Math.hypot(...best)) best = left
  }
  const size = best.reduce((sum, x) => sum + Math.abs(x), 0)
  return best.map((x) => x / size)
}
