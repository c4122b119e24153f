import { meets } from '../../cuts/overlap.ts'
import { firstAt, firstOver } from '../../numerics/sorted.ts'
import type { Direction } from './directions.ts'
import type { Pattern } from './patterns.ts'
import type { StripSearch } from './search.ts'
import { bits, type Kin, type Shelf } from './shelf.ts'

/** What a search may still spend, counted in work and not in time so that it ends alike everywhere: some 20 to 60 ns each. */
export interface SearchBudget {
  left: number
}

/** So few patterns are looked at one by one. */
const FEW = 5
/** What an exact comparison costs, and a look at a pattern along so many directions: see `SearchBudget`. */
const OFFER = 80
const DIRECTIONS = 8
/** Directions by which the lengths at a place are narrowed before each is looked at. */
const CLOSEST = 6

/** A direction to look along, and how far off a plan may lie along it as it is now. */
export interface Along {
  direction: Direction
  half: () => number
}

/** A way to lay strips; what its patterns add along every direction is put together when it is first looked at. */
interface Laid {
  kin: Kin
  /** The least and the most of it, direction after direction. */
  ends: Float64Array | null
  /** Of each pattern, pattern after pattern. */
  flat: Float64Array | null
}

/**
 * Goes through every plan that uses each of some places. First the ways to lay strips there, one for each place and the last place first,
 * as far as the minutes allow; then their lengths from the first place on, of which the minutes that are left allow so many different
 * ones: a new length, or one that was measured off already.
 */
export class Descent {
  readonly #search: StripSearch
  readonly #shelves: Shelf[]
  readonly #budget: SearchBudget
  readonly #looks: readonly Along[]
  /** Of each place: the ways to lay strips there, and the one that was chosen. */
  readonly #ways: Laid[][]
  readonly #laid: Laid[] = []
  /** Numbers by place and direction, as `Room` tells them. */
  readonly #low: Float64Array
  readonly #high: Float64Array
  readonly #lowBefore: Float64Array
  readonly #highBefore: Float64Array
  /** The patterns that were picked, their lengths (0 for what is not cut), and their sums along the directions. */
  readonly #picked: Pattern[] = []
  readonly #lengths: number[] = []
  readonly #along: Float64Array
  readonly #half: Float64Array
  /** Of each place: where it stands among the search's. */
  readonly #at: number[]
  /** Of each place: the directions, those first in which the places after it can move least; most sets end before they are asked for. */
  readonly #order: Uint16Array[] = []
  readonly #lookCost: number
  #mostLengths = 0
  #mostMinutes = 0
  #fixedMinutes = 0

  /** @param at indices of the places' shelves */
  constructor(search: StripSearch, at: readonly number[], looks: readonly Along[], budget: SearchBudget) {
    this.#search = search
    this.#budget = budget
    this.#looks = looks
    this.#at = fewestFirst(at, search.shelves)
    this.#shelves = this.#at.map((s) => search.shelves[s])
    const room = search.room.fit(at.length, looks.length)
    this.#low = room.low
    this.#high = room.high
    this.#lowBefore = room.lowBefore
    this.#highBefore = room.highBefore
    this.#along = room.along
    this.#half = room.half
    this.#lookCost = 1 + Math.floor(looks.length / DIRECTIONS)
    const isPlain = isAlong(looks, search.directions.windows)
    this.#ways = this.#shelves.map((shelf) => (isPlain ? plainWays(shelf) : waysAt(shelf)))
    this.#setBounds()
    this.#setBefore()
  }

  #orderAt(depth: number): Uint16Array {
    const after = this.#at.slice(depth + 1)
    const left = this.#looks.map(
      ({ direction: d }, q) => after.reduce((sum, s) => sum + d.high[s] - d.low[s], 0) / this.#half[q],
    )
    return Uint16Array.from([...left.keys()].sort((a, b) => left[a] - left[b]))
  }

  /** What each place has before it, the last of all with every place before; nothing is laid and nothing picked yet. */
  #setBefore(): void {
    const n = this.#looks.length
    const last = this.#at.length * n
    for (let q = 0; q < n; q++) {
      const { from, low, high } = this.#looks[q].direction
      this.#along[q] = this.#lowBefore[q] = this.#highBefore[q] = from
      for (let depth = 0, at = q; depth < this.#at.length; depth++, at += n) {
        this.#lowBefore[at + n] = this.#lowBefore[at] + low[this.#at[depth]]
        this.#highBefore[at + n] = this.#highBefore[at] + high[this.#at[depth]]
      }
      this.#low[last + q] = this.#high[last + q] = 0
    }
    const { minutesBefore, flagsBefore, kindsBefore, cutBefore } = this.#search.room
    minutesBefore[0] = flagsBefore[0] = kindsBefore[0] = cutBefore[0] = 0
    this.#shelves.forEach(({ leastMinutes, always, kind, isCut }, depth) => {
      minutesBefore[depth + 1] = minutesBefore[depth] + leastMinutes
      flagsBefore[depth + 1] = flagsBefore[depth] | always
      kindsBefore[depth + 1] = kindsBefore[depth] | kind
      cutBefore[depth + 1] = cutBefore[depth] | Number(isCut)
    })
  }

  /** @returns false when the budget ended */
  run(): boolean {
    return this.#choose(this.#shelves.length, 0, 0, 0, false)
  }

  /** How far off a plan may lie and what it may take, by the best that is known. */
  #setBounds(): void {
    this.#mostMinutes = this.#search.mostMinutes + 1e-9
    for (let q = 0; q < this.#looks.length; q++) this.#half[q] = this.#looks[q].half() + 1e-9
  }

  /** A way to lay strips at each place before one. */
  #choose(before: number, own: number, flags: number, kinds: number, isCut: boolean): boolean {
    if (before === 0) return this.#chosen(own, flags, isCut)
    const depth = before - 1
    const { room } = this.#search
    const rest = { flags: room.flagsBefore[depth], kinds: room.kindsBefore[depth], isCut: room.cutBefore[depth] > 0 }
    const least = own + room.minutesBefore[depth]
    const leastShared = this.#search.sharedMinutes(
      isCut || rest.isCut ? 1 : 0,
      this.#materials(before) + bits(rest.kinds & ~kinds),
      flags | rest.flags,
    )
    for (const laid of this.#ways[depth]) {
      const { kin } = laid
      // The others take no less by themselves, and none lessens what is shared.
      if (least + kin.minutes + leastShared > this.#mostMinutes) break
      if ((this.#budget.left -= this.#lookCost) < 0) return false
      // Nearly all end here.
      if (!this.#canReach(depth, laid)) continue
      this.#laid[depth] = laid
      const shared = this.#search.sharedMinutes(
        isCut || kin.isCut || rest.isCut ? 1 : 0,
        this.#materials(depth) + bits(rest.kinds & ~(kinds | kin.kind)),
        flags | kin.flags | rest.flags,
      )
      if (least + kin.minutes + shared > this.#mostMinutes) continue
      if (!this.#choose(depth, own + kin.minutes, flags | kin.flags, kinds | kin.kind, isCut || kin.isCut)) return false
    }
    return true
  }

  /** Can a way at a place, with the ways chosen after it and whatever is laid before it, bring the sums in along every direction? */
  #canReach(depth: number, laid: Laid): boolean {
    const n = this.#looks.length
    const ends = (laid.ends ??= endsOf(laid.kin, this.#looks))
    const [low, high] = [this.#low, this.#high]
    for (let q = 0, now = depth * n, next = now + n; q < n; q++, now++, next++) {
      const least = low[next] + ends[2 * q]
      const most = high[next] + ends[2 * q + 1]
      if (least + this.#lowBefore[now] > this.#half[q] || most + this.#highBefore[now] < -this.#half[q]) return false
      low[now] = least
      high[now] = most
    }
    return true
  }

  /** How many materials the ways chosen from a place on take out. */
  #materials(from: number): number {
    let count = 0
    for (let i = from; i < this.#shelves.length; i++) {
      const { material } = this.#laid[i].kin
      let seen = material < 0
      for (let k = from; k < i && !seen; k++) seen = this.#laid[k].kin.material === material
      if (!seen) count++
    }
    return count
  }

  #chosen(own: number, flags: number, isCut: boolean): boolean {
    const k = this.#shelves.length
    this.#fixedMinutes = own + this.#search.sharedMinutes(0, this.#materials(0), flags)
    const perLength = this.#search.sharedMinutes(1, 0, 0)
    const left = this.#mostMinutes - this.#fixedMinutes
    this.#mostLengths = !isCut || perLength === 0 ? k : Math.min(k, Math.floor(left / perLength))
    return this.#lengthAt(0, 0)
  }

  /** A length at each place from a depth on. @param measured different lengths so far */
  #lengthAt(depth: number, measured: number): boolean {
    const { kin } = this.#laid[depth]
    if (kin.isCut && measured >= this.#mostLengths) return this.#measuredOff(depth, measured)
    const lengths = this.#lengths
    const [from, to] = this.#between(depth)
    for (let i = from; i < to; i++) {
      if (!this.#reaches(depth, i)) continue
      const { length } = kin.patterns[i]
      let isNew = length > 0
      for (let d = 0; d < depth && isNew; d++) isNew = lengths[d] !== length
      if (!this.#with(depth, kin.patterns[i], measured + (isNew ? 1 : 0))) return false
    }
    return this.#budget.left >= 0
  }

  /** Patterns at a depth among which all lie that can come in along the directions that close most there: first, and one after the last. */
  #between(depth: number): readonly [number, number] {
    const { kin } = this.#laid[depth]
    const n = this.#looks.length
    const [now, next] = [depth * n, (depth + 1) * n]
    let [from, to] = [0, kin.patterns.length]
    if (to < FEW) return [from, to]
    const order = (this.#order[depth] ??= this.#orderAt(depth))
    for (let k = 0; k < Math.min(n, CLOSEST) && from < to; k++) {
      const q = order[k]
      const { each, rises } = this.#looks[q].direction.of(kin)
      const sum = this.#along[now + q]
      const least = -this.#half[q] - this.#high[next + q] - sum
      const most = this.#half[q] - this.#low[next + q] - sum
      this.#budget.left--
      if (rises === 0) continue
      from = firstAt(each, rises, from, to, rises > 0 ? least : -most)
      to = firstOver(each, rises, from, to, rises > 0 ? most : -least)
    }
    return [from, to]
  }

  /** Only the lengths that were measured off for a place before. */
  #measuredOff(depth: number, measured: number): boolean {
    const { kin } = this.#laid[depth]
    for (let d = 0; d < depth; d++) {
      const length = this.#lengths[d]
      if (length === 0 || this.#lengths.indexOf(length) < d) continue
      const i = kin.atLength.get(length)
      if (i !== undefined && this.#reaches(depth, i) && !this.#with(depth, kin.patterns[i], measured)) return false
    }
    return this.#budget.left >= 0
  }

  /** Adds a pattern to the sums; true where what the places after it add can bring every one of them in. */
  #reaches(depth: number, i: number): boolean {
    this.#budget.left -= this.#lookCost
    const n = this.#looks.length
    const [now, next] = [depth * n, (depth + 1) * n]
    const along = this.#along
    const [low, high] = [this.#low, this.#high]
    const half = this.#half
    const adds = this.#flatAt(depth)
    const at = i * n
    for (let q = 0; q < n; q++) {
      const sum = along[now + q] + adds[at + q]
      if (sum + low[next + q] > half[q] || sum + high[next + q] < -half[q]) return false
      along[next + q] = sum
    }
    return true
  }

  /** What the patterns of the way chosen at a place add, pattern after pattern: in one piece of memory, since it is read most of all. */
  #flatAt(depth: number): Float64Array {
    const laid = this.#laid[depth]
    if (laid.flat) return laid.flat
    const n = this.#looks.length
    const flat = new Float64Array(n * laid.kin.patterns.length)
    for (let q = 0; q < n; q++) {
      const { each } = this.#looks[q].direction.of(laid.kin)
      for (let i = 0; i < each.length; i++) flat[n * i + q] = each[i]
    }
    laid.flat = flat
    return flat
  }

  #with(depth: number, pattern: Pattern, measured: number): boolean {
    if (this.#budget.left < 0) return false
    const { stretch } = pattern
    for (let d = 0; stretch && d < depth; d++) {
      const other = this.#picked[d].stretch
      if (other && meets(stretch, other)) return true
    }
    this.#picked[depth] = pattern
    this.#lengths[depth] = pattern.length
    if (depth < this.#shelves.length - 1) return this.#lengthAt(depth + 1, measured)
    this.#budget.left -= OFFER
    if (this.#search.offer(this.#picked, this.#fixedMinutes + this.#search.sharedMinutes(measured, 0, 0)))
      this.#setBounds()
    return true
  }
}

/** Some places, those of the fewest patterns first. They are few, and sorted thousands of times. */
function fewestFirst(at: readonly number[], shelves: readonly Shelf[]): number[] {
  const sorted: number[] = []
  for (const s of at) {
    let i = sorted.length
    for (; i > 0 && shelves[sorted[i - 1]].size > shelves[s].size; i--) sorted[i] = sorted[i - 1]
    sorted[i] = s
  }
  return sorted
}

const waysAt = ({ kin }: Shelf): Laid[] => kin.map((k) => ({ kin: k, ends: null, flat: null }))

/** Of each place along the windows alone, which are the same for every set of places. */
const plain = new WeakMap<Shelf, Laid[]>()

function plainWays(shelf: Shelf): Laid[] {
  let ways = plain.get(shelf)
  if (!ways) plain.set(shelf, (ways = waysAt(shelf)))
  return ways
}

function endsOf(kin: Kin, looks: readonly Along[]): Float64Array {
  const ends = new Float64Array(2 * looks.length)
  for (let q = 0; q < looks.length; q++) {
    const { low, high } = looks[q].direction.of(kin)
    ends[2 * q] = low
    ends[2 * q + 1] = high
  }
  return ends
}

function isAlong(looks: readonly Along[], directions: readonly Direction[]): boolean {
  if (looks.length !== directions.length) return false
  for (let q = 0; q < looks.length; q++) if (looks[q].direction !== directions[q]) return false
  return true
}
