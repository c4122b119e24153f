import { shortestWay, type Direction, type Window } from './windows.ts'
import type { Pattern } from './menu.ts'
import type { Kin, Shelf, StripSearch } from './search.ts'

/** What an exact comparison costs, in patterns looked at. */
const OFFER = 80

/** Counts what was looked at, so that a search can be given up. */
export interface Budget {
  left: number
}

/**
 * Every plan of so many places that could be better than the best known is looked at; the best of them is then known. Sets of places are
 * taken in the order of the least work that they could ask; a set that asks more than the best is closed, and so is a part of one whose
 * sums can no longer come into the windows.
 * @returns true when none was left out
 */
export function exhaust(search: StripSearch, places: number, budget: Budget): boolean {
  if (places > search.mostPlaces) return true
  const sets = setsWithin(search, places, budget)
  if (!sets) return false
  for (const { shelves, least } of sets.sort((a, b) => a.least - b.least)) {
    if (least > search.mostMinutes + 1e-9) break
    if (mayReach(search, shelves) && !new Descent(search, shelves, budget).run()) return false
  }
  return true
}

/** More places ask more work: true where no set of one place more than these asks as little as the best. */
export function isClosedBeyond(search: StripSearch, places: number, budget: Budget): boolean {
  if (places >= search.mostPlaces) return true
  return setsWithin(search, places + 1, budget)?.length === 0
}

/** Minutes under which no plan with these places can be made. */
function leastMinutes(search: StripSearch, shelves: readonly Shelf[]): number {
  const flags = shelves.reduce((all, s) => all | s.always, 0)
  const kinds = shelves.reduce((all, s) => all | s.kind, 0)
  const measured = shelves.some((s) => s.isCut) ? 1 : 0
  const own = shelves.reduce((sum, s) => sum + s.leastMinutes, 0)
  return own + search.sharedMinutes(measured, bits(kinds), flags)
}

/** Can these places bring every sum into its window, each by itself? */
function mayReach(search: StripSearch, shelves: readonly Shelf[]): boolean {
  const { windows } = search
  return windows.every((w, q) => {
    const half = halfOf(w, search.slack)
    const least = shelves.reduce((sum, s) => sum + s.low[q], w.from)
    const most = shelves.reduce((sum, s) => sum + s.high[q], w.from)
    return least <= half && most >= -half
  })
}

/** Half the width of a window as wide as a plan may lie. @param slack see `StripSearch.slack` */
const halfOf = (w: Window, slack: number) => w.half * (slack < 0 ? 1 + slack : 1 + slack / w.weight) + 1e-9

function bits(mask: number): number {
  let count = 0
  for (let rest = mask; rest !== 0; rest &= rest - 1) count++
  return count
}

/** Sets of so many places that could be made in the minutes of the best, with the least that each asks; null where the budget ended. */
function setsWithin(search: StripSearch, places: number, budget: Budget): { shelves: Shelf[]; least: number }[] | null {
  const { shelves } = search
  const out: { shelves: Shelf[]; least: number }[] = []
  const add = (chosen: Shelf[], from: number): boolean => {
    if (--budget.left < 0) return false
    const least = leastMinutes(search, chosen)
    // What a place adds it adds to whatever is there: a part that asks too much is in no set.
    if (least > search.mostMinutes + 1e-9) return true
    if (chosen.length === places) {
      out.push({ shelves: chosen, least })
      return true
    }
    for (let i = from; i <= shelves.length - (places - chosen.length); i++)
      if (!add([...chosen, shelves[i]], i + 1)) return false
    return true
  }
  return add([], 0) ? out : null
}

/** Rounds in which the direction is sought in which some places fall shortest. */
const ROUNDS = 24

/** A way to lay strips with what its patterns add to every window, and to the sum of windows in which its places fall shortest. */
interface Laid {
  kin: Kin
  along: Float64Array
  low: number[]
  high: number[]
}

/** What the places from a depth on bring, whichever way strips are laid there. */
interface Rest {
  /** Of each window: least and most. */
  low: number[]
  high: number[]
  minutes: number
  flags: number
  kinds: number
  isCut: boolean
}

/**
 * Goes through every plan that uses each of some places. First the ways to lay strips there, one for each place, as far as the minutes
 * allow; then their lengths, of which the minutes that are left allow so many different ones: a new length, or one that was measured off
 * already. At the last place the patterns that fit are found by halving.
 */
class Descent {
  readonly #search: StripSearch
  readonly #shelves: Shelf[]
  readonly #budget: Budget
  /** The ways that were chosen, and what all places from each on add at least and at most, window by window. */
  readonly #kin: Kin[] = []
  readonly #laid: Laid[] = []
  /** Of each place: the ways to lay strips there. */
  readonly #ways: Laid[][]
  readonly #low: Float64Array
  readonly #high: Float64Array
  /** The patterns that were picked, their lengths (0 for what is not cut), and their sums along the windows. */
  readonly #picked: Pattern[] = []
  readonly #lengths: number[] = []
  readonly #along: Float64Array
  /** How many windows there are: numbers by place and window lie place after place. */
  readonly #windows: number
  /** Of each window: half its width as it is now. */
  readonly #half: Float64Array
  readonly #rest: Rest[]
  /** The direction in which these places fall shortest; null where it is not worth seeking. */
  readonly #short: Direction | null
  #mostLengths = 0
  #fixedMinutes = 0

  constructor(search: StripSearch, shelves: readonly Shelf[], budget: Budget) {
    this.#search = search
    this.#budget = budget
    this.#shelves = [...shelves].sort((a, b) => a.size - b.size)
    const { windows } = search
    const from = windows.map((w) => w.from / w.half)
    const places = this.#shelves.map((s) => s.scaled)
    this.#short = windows.length < 2 || shelves.length < 3 ? null : shortestWay(from, places, false, ROUNDS)
    const weights = this.#short?.weights
    this.#windows = windows.length + (weights ? 1 : 0)
    const perDepth = () => new Float64Array((shelves.length + 1) * this.#windows)
    this.#low = perDepth()
    this.#high = perDepth()
    this.#along = perDepth()
    this.#along.set(windows.map((w) => w.from))
    if (weights) this.#along[windows.length] = from.reduce((sum, v, q) => sum + weights[q] * v, 0)
    this.#ways = this.#shelves.map((shelf) => shelf.kin.map((kin) => laidOf(kin, windows, weights)))
    this.#half = new Float64Array(this.#windows)
    const bounds = [...this.#half]
    this.#rest = Array.from({ length: shelves.length + 1 }, (_, depth) => {
      const rest = this.#shelves.slice(depth)
      return {
        low: bounds.map((_, q) =>
          this.#ways.slice(depth).reduce((sum, ways) => sum + Math.min(...ways.map((w) => w.low[q])), 0),
        ),
        high: bounds.map((_, q) =>
          this.#ways.slice(depth).reduce((sum, ways) => sum + Math.max(...ways.map((w) => w.high[q])), 0),
        ),
        minutes: rest.reduce((sum, s) => sum + s.leastMinutes, 0),
        flags: rest.reduce((all, s) => all | s.always, 0),
        kinds: rest.reduce((all, s) => all | s.kind, 0),
        isCut: rest.some((s) => s.isCut),
      }
    })
    this.#setHalf()
  }

  /** @returns false when the budget ended */
  run(): boolean {
    // Further off than the best may be, whatever is laid there.
    if (this.#short && this.#short.least > this.#half[this.#windows - 1]) return true
    return !this.#canReach(0) || this.#choose(0, 0, 0, 0, false)
  }

  /** Can the ways chosen before a depth, with whatever comes after, bring the sums into every window? */
  #canReach(depth: number): boolean {
    const { low, high } = this.#rest[depth]
    for (let q = 0; q < this.#half.length; q++) {
      let least = this.#along[q] + low[q]
      let most = this.#along[q] + high[q]
      for (let d = 0; d < depth; d++) {
        least += this.#laid[d].low[q]
        most += this.#laid[d].high[q]
      }
      if (least > this.#half[q] || most < -this.#half[q]) return false
    }
    return true
  }

  #setHalf(): void {
    const { windows, slack } = this.#search
    windows.forEach((w, q) => (this.#half[q] = halfOf(w, slack)))
    if (this.#windows === windows.length) return
    const weight = windows.reduce((least, w) => Math.min(least, w.weight), 1)
    this.#half[windows.length] = halfOf({ ...windows[0], half: 1, weight }, slack)
  }

  /** A way to lay strips at each place from a depth on. */
  #choose(depth: number, own: number, flags: number, kinds: number, isCut: boolean): boolean {
    if (depth === this.#shelves.length) return this.#chosen(own, flags, isCut)
    const rest = this.#rest[depth + 1]
    for (const laid of this.#ways[depth]) {
      if (--this.#budget.left < 0) return false
      const { kin } = laid
      this.#laid[depth] = laid
      this.#kin[depth] = kin
      const shared = this.#search.sharedMinutes(
        isCut || kin.isCut || rest.isCut ? 1 : 0,
        this.#materials(depth + 1) + bits(rest.kinds & ~(kinds | kin.kind)),
        flags | kin.flags | rest.flags,
      )
      if (own + kin.minutes + rest.minutes + shared > this.#search.mostMinutes + 1e-9 || !this.#canReach(depth + 1))
        continue
      if (!this.#choose(depth + 1, own + kin.minutes, flags | kin.flags, kinds | kin.kind, isCut || kin.isCut))
        return false
    }
    return true
  }

  /** How many materials the ways chosen before a depth take out. */
  #materials(before: number): number {
    let count = 0
    for (let i = 0; i < before; i++) {
      const { material } = this.#kin[i]
      let seen = material < 0
      for (let k = 0; k < i && !seen; k++) seen = this.#kin[k].material === material
      if (!seen) count++
    }
    return count
  }

  #chosen(own: number, flags: number, isCut: boolean): boolean {
    const k = this.#shelves.length
    for (let depth = k - 1; depth >= 0; depth--)
      for (let q = 0, n = this.#windows; q < n; q++) {
        this.#low[depth * n + q] = this.#low[(depth + 1) * n + q] + this.#laid[depth].low[q]
        this.#high[depth * n + q] = this.#high[(depth + 1) * n + q] + this.#laid[depth].high[q]
      }
    this.#fixedMinutes = own + this.#search.sharedMinutes(0, this.#materials(k), flags)
    const perLength = this.#search.sharedMinutes(1, 0, 0)
    const left = this.#search.mostMinutes + 1e-9 - this.#fixedMinutes
    this.#mostLengths = !isCut || perLength === 0 ? k : Math.min(k, Math.floor(left / perLength))
    return this.#lengthAt(0, 0)
  }

  /** A length at each place from a depth on. @param measured different lengths so far */
  #lengthAt(depth: number, measured: number): boolean {
    const kin = this.#kin[depth]
    if (kin.isCut && measured >= this.#mostLengths) return this.#measuredOff(depth, measured)
    const isLast = depth === this.#shelves.length - 1
    const lengths = this.#lengths
    const sum = isLast && this.#windows > 0 ? this.#along[depth * this.#windows] : NaN
    const upTo = this.#half[0] - sum
    for (
      let i = isLast && this.#windows > 0 ? lowerBound(kin.first, -this.#half[0] - sum) : 0;
      i < kin.patterns.length;
      i++
    ) {
      if (kin.first[i] > upTo) break
      if (!this.#reaches(depth, i)) continue
      const { length } = kin.patterns[i]
      let isNew = length > 0
      for (let d = 0; d < depth && isNew; d++) isNew = lengths[d] !== length
      if (!this.#with(depth, kin.patterns[i], measured + (isNew ? 1 : 0))) return false
    }
    return this.#budget.left >= 0
  }

  /** Only the lengths that were measured off for a place before. */
  #measuredOff(depth: number, measured: number): boolean {
    const kin = this.#kin[depth]
    for (let d = 0; d < depth; d++) {
      const length = this.#lengths[d]
      if (length === 0 || this.#lengths.indexOf(length) < d) continue
      const i = kin.atLength.get(length)
      if (i !== undefined && this.#reaches(depth, i) && !this.#with(depth, kin.patterns[i], measured)) return false
    }
    return this.#budget.left >= 0
  }

  /** Adds a pattern to the sums; true where what the places after it add can bring every one of them into its window. */
  #reaches(depth: number, i: number): boolean {
    this.#budget.left--
    const n = this.#windows
    const [now, next] = [depth * n, (depth + 1) * n]
    const along = this.#along
    const adds = this.#laid[depth].along
    for (let q = 0; q < n; q++) {
      const sum = along[now + q] + adds[i * n + q]
      if (sum + this.#low[next + q] > this.#half[q] || sum + this.#high[next + q] < -this.#half[q]) return false
      along[next + q] = sum
    }
    return true
  }

  #with(depth: number, pattern: Pattern, measured: number): boolean {
    if (this.#budget.left < 0) return false
    this.#picked[depth] = pattern
    this.#lengths[depth] = pattern.length
    if (depth < this.#shelves.length - 1) return this.#lengthAt(depth + 1, measured)
    this.#budget.left -= OFFER
    if (this.#search.offer(this.#picked, this.#fixedMinutes + this.#search.sharedMinutes(measured, 0, 0)))
      this.#setHalf()
    return true
  }
}

function laidOf(kin: Kin, windows: readonly Window[], weights: readonly number[] | undefined): Laid {
  if (!weights) return { kin, along: kin.along, low: kin.low, high: kin.high }
  const n = windows.length
  const along = new Float64Array(kin.patterns.length * (n + 1))
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < kin.patterns.length; i++) {
    let sum = 0
    for (let q = 0; q < n; q++) {
      along[i * (n + 1) + q] = kin.along[i * n + q]
      sum += (weights[q] * kin.along[i * n + q]) / windows[q].half
    }
    along[i * (n + 1) + n] = sum
    low = Math.min(low, sum)
    high = Math.max(high, sum)
  }
  return { kin, along, low: [...kin.low, low], high: [...kin.high, high] }
}

/** First index whose value is not below `at`, in values that rise. */
function lowerBound(values: Float64Array, at: number): number {
  let [low, high] = [0, values.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (values[middle] < at) low = middle + 1
    else high = middle
  }
  return low
}
