import type { LinearRow } from '../model/linear.ts'
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

/** A straight sum over what is laid, within which plans must come: |from + Σ adds| ≤ half. */
export abstract class Direction {
  /** Least and most that a pattern of each shelf adds. */
  readonly low: Float64Array
  readonly high: Float64Array
  /** By the number of the kin. */
  readonly #adds: (Adds | undefined)[] = []

  /** @param from the sum with nothing added */
  constructor(
    readonly from: number,
    shelves: readonly Shelf[],
  ) {
    this.low = new Float64Array(shelves.length).fill(Infinity)
    this.high = new Float64Array(shelves.length).fill(-Infinity)
  }

  /** What each of these patterns adds. */
  protected abstract eachOf(kin: Kin): Float64Array

  /** What patterns at some places, one at each, bring the sum to at least and at most. @param at indices of shelves */
  reach(at: readonly number[]): readonly [least: number, most: number] {
    let [least, most] = [this.from, this.from]
    for (const s of at) {
      least += this.low[s]
      most += this.high[s]
    }
    return [least, most]
  }

  /** Does every plan of one pattern at each of these places come no nearer to nothing than this? @param at indices of shelves */
  isClosed(at: readonly number[], half: number): boolean {
    const [least, most] = this.reach(at)
    return least > half + 1e-9 || most < -half - 1e-9
  }

  /** How far apart patterns at these places, one at each, can bring the sum. @param at indices of shelves */
  span(at: readonly number[]): number {
    let span = 0
    for (let i = 0; i < at.length; i++) span += this.high[at[i]] - this.low[at[i]]
    return span
  }

  of(kin: Kin): Adds {
    return (this.#adds[kin.id] ??= addsOf(this.eachOf(kin)))
  }
}

/** A sum of all windows, each over its half width: Σ weights·(sum of the window)/half, with Σ|weights| = 1. How far off it may lie depends on the stage. */
export class WindowSum extends Direction {
  /** @param id numbers them from 0 on
   * @param isAcross some places do nothing along it, and no window alone says so */
  constructor(
    readonly id: number,
    readonly weights: readonly number[],
    readonly isAcross: boolean,
    windows: readonly Window[],
    shelves: readonly Shelf[],
  ) {
    super(
      windows.reduce((sum, w, q) => sum + (weights[q] * w.from) / w.half, 0),
      shelves,
    )
    const n = weights.length
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

  protected eachOf({ scaled, patterns }: Kin): Float64Array {
    const { weights } = this
    const n = weights.length
    const each = new Float64Array(patterns.length)
    for (let i = 0; i < each.length; i++) for (let q = 0; q < n; q++) each[i] += weights[q] * scaled[n * i + q]
    return each
  }
}

/** What patterns at each place that a row is about, one at each, add to it at least and at most; those at the other places add nothing. */
interface RowEnds {
  coefficients: ReadonlyMap<number, number>
  ofShelf: ReadonlyMap<number, readonly [low: number, high: number]>
  lowest: number
  highest: number
}

/** @param shelfOf of each choice that is on a shelf: its index */
function rowEnds({ terms }: LinearRow, shelves: readonly Shelf[], shelfOf: ReadonlyMap<number, number>): RowEnds {
  const coefficients = new Map<number, number>()
  const ofShelf = new Map<number, readonly [number, number]>()
  for (const [choice, c] of terms) coefficients.set(choice, (coefficients.get(choice) ?? 0) + c)
  let [lowest, highest] = [0, 0]
  for (const [choice] of terms) {
    const s = shelfOf.get(choice)
    if (s === undefined || ofShelf.has(s)) continue
    const ends = endsOf(shelves[s], coefficients)
    ofShelf.set(s, ends)
    lowest += Math.min(0, ends[0])
    highest += Math.max(0, ends[1])
  }
  return { coefficients, ofShelf, lowest, highest }
}

/** The bounds that places together could break; most rows are about one place of many, and none of these. */
export function rowSums(
  rows: readonly LinearRow[],
  shelves: readonly Shelf[],
  shelfOf: ReadonlyMap<number, number>,
): RowSum[] {
  return rows.flatMap((row) => {
    const ends = rowEnds(row, shelves, shelfOf)
    const mayBreak = ends.lowest < row.lower - 1e-9 || ends.highest > row.upper + 1e-9
    return mayBreak ? [new RowSum(row, ends, shelves)] : []
  })
}

/** A bound on the counts, of stock or of grams for example, as a sum that lies within its half whatever the stage. */
export class RowSum extends Direction {
  readonly half: number
  readonly #coefficients: ReadonlyMap<number, number>

  constructor({ lower, upper }: LinearRow, ends: RowEnds, shelves: readonly Shelf[]) {
    const [least, most] = [Math.max(lower, ends.lowest), Math.min(upper, ends.highest)]
    super(-(least + most) / 2, shelves)
    this.half = (most - least) / 2
    this.#coefficients = ends.coefficients
    this.low.fill(0)
    this.high.fill(0)
    for (const [s, [low, high]] of ends.ofShelf) {
      this.low[s] = low
      this.high[s] = high
    }
  }

  /** Does it leave out most of what these places can do, so that it pays to look along it? @param at indices of shelves */
  closesMost(at: readonly number[]): boolean {
    return this.span(at) > 4 * this.half
  }

  protected eachOf({ patterns }: Kin): Float64Array {
    const each = new Float64Array(patterns.length)
    // Of one choice all.
    const perStep = this.#coefficients.get(patterns[0].choice) ?? 0
    for (let i = 0; i < each.length; i++) each[i] = perStep * patterns[i].count
    return each
  }
}

function endsOf({ kin }: Shelf, coefficients: ReadonlyMap<number, number>): readonly [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (const { patterns } of kin) {
    // Of one choice all, by rising count.
    const perStep = coefficients.get(patterns[0].choice) ?? 0
    for (const { count } of [patterns[0], patterns[patterns.length - 1]]) {
      if (perStep * count < low) low = perStep * count
      if (perStep * count > high) high = perStep * count
    }
  }
  return [low, high]
}

function addsOf(each: Float64Array): Adds {
  let [falls, rises] = [false, false]
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < each.length; i++) {
    if (i > 0 && each[i] < each[i - 1]) falls = true
    if (i > 0 && each[i] > each[i - 1]) rises = true
    if (each[i] < low) low = each[i]
    if (each[i] > high) high = each[i]
  }
  return { each, low, high, rises: falls ? (rises ? 0 : -1) : 1 }
}

/** How far off plans may lie along a direction, in shares of the windows: `along`, and what is known of it at once. */
export interface Bounds {
  along(direction: WindowSum): number
  atMost(direction: WindowSum): number
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
  readonly #known = new Map<string, WindowSum | null>()
  readonly #of = new Map<string, readonly WindowSum[]>()
  #alone: WindowSum[] | null = null

  constructor(windows: readonly Window[], shelves: readonly Shelf[]) {
    this.#windows = windows
    this.#shelves = shelves
    const unit = windows.map((_, q) => windows.map((_, i) => (i === q ? 1 : 0)))
    this.#vectors = [...shelves.map(({ scaled }) => meanOf(scaled, windows.length)), ...unit]
  }

  /** The windows by themselves. */
  get windows(): readonly WindowSum[] {
    return (this.#alone ??= this.#windows.flatMap((_, q) => {
      const others = this.#windows.flatMap((_, i) => (i === q ? [] : [this.#shelves.length + i]))
      return this.#across(others) ?? []
    }))
  }

  /** Those of some places beside the windows. @param places indices of shelves, rising */
  beside(places: readonly number[]): readonly WindowSum[] {
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

  #across(those: readonly number[]): WindowSum | null {
    const key = those.join()
    const known = this.#known.get(key)
    if (known !== undefined) return known
    const vectors = those.map((i) => this.#vectors[i])
    const weights = acrossAll(vectors, this.#windows.length)
    const isAcross = those.every((i) => i < this.#shelves.length)
    const direction = weights && new WindowSum(this.#known.size, weights, isAcross, this.#windows, this.#shelves)
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
