import { sharedCm } from '../../cuts/overlap.ts'
import type { Programme } from '../model/programme.ts'
import type { WorkMinutes } from '../problem/work.ts'
import { aimsOf, chanceLost, landingsOf, mostChance, sumsCovariance, SUMS, valueFrom, type Aim } from './sums.ts'
import type { Group, Pattern } from './menu.ts'
import {
  ROUNDED,
  comesBefore,
  depthLost,
  effortOf,
  inSteps,
  MIDDLE,
  STEP,
  WORTH_MINUTES,
  type Order,
  type Score,
} from './score.ts'
import { shortestWay, sumAlong, windowsOf, type Window } from './windows.ts'

/** A plan as patterns, one a place, with its score. */
export interface Candidate {
  patterns: Pattern[]
  score: Score
}

/** Patterns of a place that ask the same work but for their length: one choice, a material laid in one way. In the order of what they do to the first window. */
export interface Kin {
  patterns: Pattern[]
  /** What each pattern adds to the sum of the first window, rising; and to all of them, pattern after pattern. */
  first: Float64Array
  along: Float64Array
  /** Of each window: least and most of these. */
  low: number[]
  high: number[]
  /** Index of the pattern that is measured off at a length; one that is not cut has none. */
  atLength: Map<number, number>
  isCut: boolean
  minutes: number
  material: number
  kind: number
  /** 1: grip off; 2: cure. */
  flags: number
}

/** A group as the search reads it. */
export interface Shelf {
  group: Group
  kin: Kin[]
  size: number
  /** What each pattern adds to every window over its half width, pattern after pattern. */
  scaled: Float64Array
  /** Of each window: least and most that a pattern of this group adds. */
  low: number[]
  high: number[]
  leastMinutes: number
  /** Flags that every pattern has. */
  always: number
  /** A bit for the kind of material that every pattern is of; 0 where they differ or none is taken out. */
  kind: number
  /** Every pattern is measured off. */
  isCut: boolean
}

/** Rounds in which it is sought how far off every plan is at least. */
const ROUNDS = 24

/** One search for the plan of least work: the menu, what it aims at, the best so far. */
export class StripSearch {
  readonly shelves: Shelf[]
  readonly windows: Window[]
  readonly order: Order
  /** How far the worst number of any plan is off at least, in tolerances. */
  readonly leastWorst: number
  best: Candidate | null = null
  /** Where plans are sought: in the middle of every tolerance, or as near to it as any can be, in all of it, or as near as they come. */
  within: 'middle' | 'tolerances' | 'nearest' = 'middle'
  readonly #programme: Programme
  readonly #aims: Aim[]
  readonly #axisCm: number
  readonly #base: Float64Array
  readonly #covariance: Float64Array
  readonly #mostChance: number
  readonly #minutes: WorkMinutes
  #bestSteps: number[] | null = null
  /** Of the plan that is being scored. */
  readonly #sums = new Float64Array(SUMS)
  /** Of each choice: rows with its coefficient. */
  readonly #rowsOf: (readonly [row: number, coefficient: number])[][]

  constructor(programme: Programme, groups: readonly Group[]) {
    const { request, choices, rows, placesFirst } = programme
    const { state, limits } = request
    this.#programme = programme
    this.#aims = aimsOf(request)
    this.#axisCm = state.axisCm
    this.#minutes = limits.minutes
    const M = state.massG!
    this.#base = Float64Array.of(
      M,
      M * state.balanceCm!,
      state.swingWeightKgCm2 ?? 0,
      state.twistWeightKgCm2 ?? 0,
      M * state.lateralCm,
    )
    this.#covariance = sumsCovariance(state)
    this.#mostChance = mostChance(this.#aims, state)
    this.#rowsOf = choices.map((_, j) =>
      rows.flatMap((row, r) => row.terms.filter(([column]) => column === j).map(([, c]) => [r, c] as const)),
    )
    const kept = withinRows(groups, rows, this.#rowsOf)
    this.windows = windowsOf(this.#aims, this.#base, kept, state.axisCm)
    this.shelves = kept.map((group) => shelfOf(group, this.windows))
    const from = this.windows.map((w) => w.from / w.half)
    const places = this.shelves.map((shelf) => shelf.scaled)
    this.leastWorst = from.length === 0 ? 0 : Math.max(0, shortestWay(from, places, true, ROUNDS).least)
    const leastMass = !this.#aims.some((aim) => aim.quantity === 'mass')
    this.order = { placesFirst, leastMass }
  }

  /** Most places that a plan may have to be as good as the best. */
  get mostPlaces(): number {
    const most = this.#programme.maxPlaces ?? Infinity
    return this.order.placesFirst && this.best && this.best.score.outside <= 1e-9
      ? Math.min(most, this.best.score.places)
      : most
  }

  /** How far outside, in tolerances and weighted, a plan may still be to be as good as the best; below nothing so far inside it must be. */
  get slack(): number {
    if (this.within === 'middle') return Math.min(1, MIDDLE + STEP.depth * (this.#leastDepthLost + ROUNDED)) - 1
    if (this.within === 'tolerances') return 0
    if (!this.best) return Infinity
    return (Math.ceil(this.best.score.outside / STEP.outside - ROUNDED) + ROUNDED) * STEP.outside
  }

  /** Most minutes that a plan of as many places may take to be as good as the best; no bound while the best does not reach. */
  get mostMinutes(): number {
    if (!this.best || this.best.score.outside > 1e-9) return Infinity
    // What lies further out gives up more for the minutes that it saves.
    const leastLost = this.#leastDepthLost + (this.within === 'middle' ? 0 : 1)
    return effortOf(this.best.score) - WORTH_MINUTES.depth * leastLost + ROUNDED * STEP.minutes
  }

  /** Every plan lies so far outside the middle. */
  get #leastDepthLost(): number {
    return depthLost({ worst: this.leastWorst })
  }

  /** Minutes that patterns share: each length, each material, the grip off and on, the cure. */
  sharedMinutes(lengths: number, materials: number, flags: number): number {
    const m = this.#minutes
    return lengths * m.length + materials * m.material + (flags & 1 ? m.gripOff : 0) + (flags & 2 ? m.cure : 0)
  }

  /** Takes these patterns where they keep all bounds and are better than the best. */
  offer(patterns: readonly Pattern[], minutes = this.minutesOf(patterns)): boolean {
    const score = this.#scoreOf(patterns, minutes)
    if (this.within !== 'nearest' && score.outside > 1e-9) return false
    // What cannot be better whatever its chance need not be told how likely it lands.
    if (!this.#isBetter(score) || !this.#keeps(patterns)) return false
    if (score.outside <= 1e-9) {
      score.chanceLost = chanceLost(
        landingsOf(this.#aims, this.#sums, this.#covarianceWith(patterns), this.#axisCm),
        this.#mostChance,
      )
      if (!this.#isBetter(score)) return false
    }
    this.best = { patterns: [...patterns], score }
    this.#bestSteps = inSteps(score, this.order)
    return true
  }

  #isBetter(score: Score): boolean {
    return this.#bestSteps === null || comesBefore(inSteps(score, this.order), this.#bestSteps)
  }

  /** By the exact sums; the chance is not yet counted. */
  #scoreOf(patterns: readonly Pattern[], minutes: number): Score {
    const sums = this.#sums
    sums.set(this.#base)
    let addedG = 0
    let cost = 0
    for (const p of patterns) {
      for (let a = 0; a < SUMS; a++) sums[a] += p.sums[a]
      addedG += p.addedG
      cost += p.cost
    }
    let outside = 0
    let deviation = 0
    let worst = 0
    for (const { quantity, target, tolerance, weight } of this.#aims) {
      const off = Math.abs(valueFrom(quantity, sums, this.#axisCm) - target)
      outside += (weight * Math.max(0, off - tolerance - 1e-9)) / tolerance
      deviation += (weight * off) / tolerance
      worst = Math.max(worst, off / tolerance)
    }
    return { outside, chanceLost: 0, worst, minutes, places: patterns.length, deviation, addedG, cost }
  }

  minutesOf(patterns: readonly Pattern[]): number {
    const lengths = new Set(patterns.flatMap((p) => p.length || []))
    const materials = new Set(patterns.flatMap((p) => (p.material < 0 ? [] : [p.material])))
    const flags = patterns.reduce((all, p) => all | flagsOf(p), 0)
    return patterns.reduce((sum, p) => sum + p.ownMinutes, 0) + this.sharedMinutes(lengths.size, materials.size, flags)
  }

  #keeps(patterns: readonly Pattern[]): boolean {
    if (patterns.length > (this.#programme.maxPlaces ?? Infinity)) return false
    for (let i = 1; i < patterns.length; i++)
      for (let k = 0; k < i; k++) {
        const [a, b] = [patterns[i].stretch, patterns[k].stretch]
        // Between places a hand keeps edges free: what shares a stretch is not planned, whichever edge it is on.
        if (a && b && sharedCm({ ...a, edges: 2 }, b) > 0) return false
      }
    const { rows } = this.#programme
    const at = new Float64Array(rows.length)
    for (const { choice, count } of patterns) for (const [r, c] of this.#rowsOf[choice]) at[r] += c * count
    return rows.every((row, r) => at[r] <= row.upper + 1e-9 && at[r] >= row.lower - 1e-9)
  }

  #covarianceWith(patterns: readonly Pattern[]): Float64Array {
    const sum = Float64Array.from(this.#covariance)
    const rolls = new Map<number, number[]>()
    for (const { covariance, roll } of patterns) {
      for (let i = 0; i < sum.length; i++) sum[i] += covariance[i]
      if (!roll) continue
      const of = rolls.get(roll.material)
      rolls.set(roll.material, of ? of.map((v, i) => v + roll.along[i]) : roll.along)
    }
    for (const r of rolls.values())
      for (let a = 0; a < SUMS; a++) for (let b = 0; b < SUMS; b++) sum[SUMS * a + b] += r[a] * r[b]
    return sum
  }
}

export const flagsOf = (p: Pattern) => (p.gripOff ? 1 : 0) | (p.cure ? 2 : 0)

/** The menu without what breaks a row by itself. */
function withinRows(
  groups: readonly Group[],
  rows: Programme['rows'],
  rowsOf: readonly (readonly (readonly [row: number, coefficient: number])[])[],
): Group[] {
  // A row that some choice can lower, a share of the whole, is not broken by one place alone.
  const isPlain = rows.map((row) => row.terms.every(([, c]) => c >= 0))
  return groups.flatMap((group): Group[] => {
    const patterns = group.patterns.filter(({ choice, count }) =>
      rowsOf[choice].every(([r, c]) => !isPlain[r] || c * count <= rows[r].upper + 1e-9),
    )
    return patterns.length > 0 ? [{ ...group, patterns }] : []
  })
}

function shelfOf(group: Group, windows: readonly Window[]): Shelf {
  const alike = new Map<string, Pattern[]>()
  for (const p of group.patterns) {
    // Within one choice a length is one pattern; short strips ask more.
    const key = `${p.choice} ${p.ownMinutes}`
    const those = alike.get(key)
    if (those) those.push(p)
    else alike.set(key, [p])
  }
  const kin = [...alike.values()].map((patterns) => kinOf(patterns, windows)).sort((a, b) => a.minutes - b.minutes)
  const kinds = new Set(kin.map((k) => k.kind))
  return {
    group,
    kin,
    size: group.patterns.length,
    scaled: Float64Array.from(group.patterns.flatMap((p) => windows.map((w) => sumAlong(w, p.sums) / w.half))),
    low: windows.map((_, q) => Math.min(...kin.map((k) => k.low[q]))),
    high: windows.map((_, q) => Math.max(...kin.map((k) => k.high[q]))),
    leastMinutes: kin[0].minutes,
    always: kin.reduce((all, k) => all & k.flags, 3),
    kind: kinds.size === 1 ? kin[0].kind : 0,
    isCut: kin.every((k) => k.isCut),
  }
}

function kinOf(found: readonly Pattern[], windows: readonly Window[]): Kin {
  const [first] = windows
  const patterns = first ? [...found].sort((a, b) => sumAlong(first, a.sums) - sumAlong(first, b.sums)) : [...found]
  const values = windows.map((w) => patterns.map((p) => sumAlong(w, p.sums)))
  return {
    patterns,
    first: Float64Array.from(values[0] ?? []),
    along: Float64Array.from(patterns.flatMap((_, i) => values.map((of) => of[i]))),
    low: values.map((of) => of.reduce((a, b) => Math.min(a, b), Infinity)),
    high: values.map((of) => of.reduce((a, b) => Math.max(a, b), -Infinity)),
    atLength: new Map(patterns.map((p, i) => [p.length, i])),
    isCut: patterns[0].length > 0,
    minutes: patterns[0].ownMinutes,
    material: patterns[0].material,
    kind: patterns[0].kind,
    flags: flagsOf(patterns[0]),
  }
}
