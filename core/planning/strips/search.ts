import { meets } from '../../cuts/overlap.ts'
import { estimateOf } from '../../frame/state.ts'
import type { Programme } from '../model/programme.ts'
import type { WorkMinutes } from '../problem/work.ts'
import {
  searchAims,
  chanceLostFrom,
  leastVariance,
  mostChance,
  sumsCovariance,
  sumsOf,
  SUMS,
  valueFrom,
  type Aim,
} from './sums.ts'
import { Doubts } from './doubts.ts'
import { Directions, rowSums, type RowSum, type Bounds, type WindowSum } from './directions.ts'
import { cappedMass, Nearest } from './nearest.ts'
import type { Group } from './menu.ts'
import type { Pattern, Uncertainty } from './patterns.ts'
import { Room } from './room.ts'
import { ROUNDED, comesBefore, depthLost, effortOf, scoreSteps, STEP, type Order, type Score } from './score.ts'
import {
  anywhereInside,
  boxAlong,
  lossesOf,
  lossWithin,
  reachAlong,
  stagesOf,
  WHOLE_TOLERANCES,
  type Region,
  type SearchStage,
} from './stages.ts'
import { flagsOf, shelfOfChoices, shelvesOf, withinRows, type Shelf } from './shelf.ts'
import { leastWorstOf, mostOf, windowsOf, type Window } from './windows.ts'

/** A plan as patterns, one a place, with its score. */
export interface Candidate {
  patterns: Pattern[]
  score: Score
}

/** Plans that need not reach: those that come nearer than the best by a step, and those that come as near and ask less. */
export type Nearing = 'nearer' | 'asNear'
export const isNearing = (stage: SearchStage | Nearing): stage is Nearing => typeof stage === 'string'

/** Rounds in which it is sought how far off every plan is at least. */
const ROUNDS = 24
/** Places up to which all directions across them are looked at. */
const MOST_ACROSS = 14

/** One search for the plan of least work: the menu, what it aims at, the best so far. */
export class StripSearch {
  readonly shelves: Shelf[]
  readonly windows: Window[]
  readonly order: Order
  /** How far the worst number of any plan is off at least, in tolerances. */
  readonly leastWorst: number
  best: Candidate | null = null
  /** The parts of the plans that reach, and where plans are sought now: in one of them, or among those that need not reach. */
  readonly stages: SearchStage[]
  stage: SearchStage | Nearing
  readonly directions: Directions
  readonly room = new Room()
  /** The bounds on stock, room and grams that places together could break. */
  readonly rows: RowSum[]
  readonly #doubts: Doubts | null = null
  readonly #nearest: Nearest
  /** Of each number: what it loses at least, up to the edge of its tolerance; none where anywhere inside is as good as the middle. */
  readonly #losses: Float64Array[] = []
  /** How far off plans may lie where anywhere inside is as good as the middle. */
  readonly #wholly: Bounds | null = null
  readonly #bounds = new Map<Region, Bounds>()
  /** Of the stage that was last asked about, of any places. */
  #anywhere: { stage: SearchStage; region: Region | null } | null = null
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
  readonly #inRows: Float64Array
  readonly #unsure = new Float64Array(SUMS * SUMS)
  readonly #along = new Float64Array(SUMS)
  /** Of each choice: rows with its coefficient. */
  readonly #rowsOf: (readonly [row: number, coefficient: number])[][]

  /** @param isThorough seeks directions in which places fall short, and what they leave unsure: much is closed by it, and it takes its time */
  constructor(
    programme: Programme,
    groups: readonly Group[],
    readonly isThorough = true,
  ) {
    const { request, choices, rows, placesFirst } = programme
    const { state, limits } = request
    this.#programme = programme
    this.#aims = searchAims(request)
    this.#axisCm = state.axisCm
    this.#minutes = limits.minutes
    this.#base = sumsOf(state)
    this.#covariance = sumsCovariance(state)
    this.#mostChance = programme.toTheEdge ? 0 : mostChance(this.#aims, state)
    this.#rowsOf = choices.map(() => [])
    for (const [r, { terms }] of rows.entries()) for (const [column, c] of terms) this.#rowsOf[column].push([r, c])
    this.#inRows = new Float64Array(rows.length)
    const kept = withinRows(groups, rows, this.#rowsOf)
    const most = mostOf(this.#aims, this.#base, kept)
    this.windows = windowsOf(this.#aims, this.#base, kept, state.axisCm, most)
    this.shelves = shelvesOf(kept, this.windows)
    this.directions = new Directions(this.windows, this.shelves)
    this.rows = rowSums(rows, this.shelves, shelfOfChoices(this.shelves))
    const mass = this.#aims.find((aim) => aim.quantity === 'mass')
    const capped = mass ? (cappedMass(this.#base[0], rows, kept) - mass.target) / mass.tolerance : Infinity
    this.#nearest = new Nearest(this.windows, this.directions.windows, capped)
    this.leastWorst = Math.max(this.#leastWorst(), -capped)
    if (programme.toTheEdge) {
      this.stages = [WHOLE_TOLERANCES]
      this.#wholly = this.#boundsIn(anywhereInside(this.#aims))
    } else {
      const known = this.#aims.map((aim) => {
        const u = estimateOf(state, aim.quantity)!.u
        return { ...aim, u, leastU: Math.sqrt(leastVariance(aim, this.#covariance, most.mass)) }
      })
      this.#losses = known.map((aim) => lossesOf(aim, 1))
      this.#doubts = new Doubts(known, this.#base, kept, most.mass)
      this.stages = stagesOf(known, depthLost({ worst: this.leastWorst }))
    }
    this.stage = this.stages[0]
    const leastMass = !this.#aims.some((aim) => aim.quantity === 'mass')
    this.order = { placesFirst, leastMass }
  }

  /** How far off every plan is at least: by the directions across all places, or by one that is sought where these are too many. */
  #leastWorst(): number {
    const { windows, shelves } = this
    if (windows.length === 0) return 0
    if (!this.isThorough || shelves.length > MOST_ACROSS) {
      const from = windows.map((w) => w.from / w.half)
      const places = shelves.map((shelf) => shelf.scaled)
      return leastWorstOf(from, places, ROUNDS)
    }
    return [...this.directions.windows, ...this.directions.beside([...shelves.keys()])].reduce(
      (worst, { from, low, high }) => {
        const least = low.reduce((sum, v) => sum + Math.min(0, v), from)
        const most = high.reduce((sum, v) => sum + Math.max(0, v), from)
        return Math.max(worst, least, -most)
      },
      0,
    )
  }

  /** Most places that a plan may have to be as good as the best. */
  get mostPlaces(): number {
    const most = this.#programme.maxPlaces ?? Infinity
    return this.order.placesFirst && this.best && this.best.score.outside <= 1e-9
      ? Math.min(most, this.best.score.places)
      : most
  }

  /** How far off plans of this stage with some places may lie; null where none of them is likely enough to land. @param at indices of shelves */
  boundsFor(at: readonly number[]): Bounds | null {
    if (isNearing(this.stage)) return this.#nearest.boundsFor(at, () => this.#slack)
    if (this.#wholly) return this.#wholly
    const region = this.isThorough ? this.#doubts!.regionOf(this.stage, at) : this.#regionAnywhere(this.stage)
    if (!region) return null
    let bounds = this.#bounds.get(region)
    if (!bounds) {
      bounds = this.#boundsIn(region)
      this.#bounds.set(region, bounds)
    }
    return bounds
  }

  /** Where plans of a stage may lie that leave no more unsure than the frame as it was read. */
  #regionAnywhere(stage: SearchStage): Region | null {
    if (this.#anywhere?.stage !== stage) this.#anywhere = { stage, region: this.#doubts!.regionOf(stage, []) }
    return this.#anywhere.region
  }

  #boundsIn(region: Region): Bounds {
    const along: number[] = []
    const indices = this.#aims.map((aim) => this.windows.findIndex((w) => w.quantity === aim.quantity))
    const weightsOf = ({ weights }: WindowSum) => indices.map((q) => (q < 0 ? 0 : weights[q]))
    return {
      atMost: (direction) => along[direction.id] ?? boxAlong(region, weightsOf(direction)),
      along: (direction) => (along[direction.id] ??= reachAlong(region, weightsOf(direction))),
    }
  }

  /** How far outside, in tolerances and weighted, a plan may still be to be better than the best, or as good. */
  get #slack(): number {
    if (!this.best) return Infinity
    const steps = Math.ceil(this.best.score.outside / STEP.outside - ROUNDED)
    return (steps - (this.stage === 'nearer' ? 1 : 0) + ROUNDED) * STEP.outside
  }

  /** Most minutes that a plan of this stage may take to be as good as the best; no bound for one that comes nearer. */
  get mostMinutes(): number {
    const { mostMinutes } = this.#programme
    const { best, stage } = this
    if (!best || stage === 'nearer') return mostMinutes
    if (best.score.outside > 1e-9 && (!isNearing(stage) || this.order.placesFirst)) return mostMinutes
    const givenUp = isNearing(stage) ? 0 : stage.givenUp
    return Math.min(mostMinutes, effortOf(best.score) - givenUp + ROUNDED * STEP.minutes)
  }

  /** Minutes that patterns share: each length, each material, the grip off and on, the cure. */
  sharedMinutes(lengths: number, materials: number, flags: number): number {
    const m = this.#minutes
    return lengths * m.length + materials * m.material + (flags & 1 ? m.gripOff : 0) + (flags & 2 ? m.cure : 0)
  }

  /** Takes these patterns where they keep all bounds and are better than the best. */
  offer(patterns: readonly Pattern[], minutes = this.minutesOf(patterns)): boolean {
    if (minutes > this.#programme.mostMinutes + 1e-9) return false
    // By what it loses at least; what cannot be better with that need not be told how likely it lands.
    const score = this.#scoreOf(patterns, minutes)
    if (!isNearing(this.stage) && score.outside > 1e-9) return false
    if (!this.#isBetter(score) || !this.#keeps(patterns)) return false
    if (score.outside <= 1e-9) {
      const covariance = this.#covarianceWith(patterns)
      score.chanceLost = chanceLostFrom(this.#aims, this.#sums, covariance, this.#axisCm, this.#mostChance)
      if (!this.#isBetter(score)) return false
    }
    this.best = { patterns: [...patterns], score }
    this.#bestSteps = scoreSteps(score, this.order)
    return true
  }

  #isBetter(score: Score): boolean {
    return this.#bestSteps === null || comesBefore(scoreSteps(score, this.order), this.#bestSteps)
  }

  /** By the exact sums; of the chance what is lost at least. */
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
    let lost = 0
    const { toTheEdge } = this.#programme
    for (let i = 0; i < this.#aims.length; i++) {
      const { quantity, target, tolerance, weight } = this.#aims[i]
      const off = Math.abs(valueFrom(quantity, sums, this.#axisCm) - target)
      outside += (weight * Math.max(0, off - tolerance - 1e-9)) / tolerance
      deviation += (weight * off) / tolerance
      if (toTheEdge) continue
      worst = Math.max(worst, off / tolerance)
      lost += lossWithin(this.#losses[i], off / tolerance)
    }
    const chanceLost = outside > 1e-9 || this.#mostChance <= 0 ? 0 : Math.max(0, 1 - Math.exp(-lost))
    return { outside, chanceLost, worst, minutes, places: patterns.length, deviation, addedG, cost }
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
        if (a && b && meets(a, b)) return false
      }
    const { rows } = this.#programme
    const at = this.#inRows.fill(0)
    for (const { choice, count } of patterns) for (const [r, c] of this.#rowsOf[choice]) at[r] += c * count
    return rows.every((row, r) => at[r] <= row.upper + 1e-9 && at[r] >= row.lower - 1e-9)
  }

  #covarianceWith(patterns: readonly Pattern[]): Float64Array {
    const sum = this.#unsure
    sum.set(this.#covariance)
    const each = patterns.map((p) => p.uncertainty)
    for (const { covariance } of each) for (let i = 0; i < sum.length; i++) sum[i] += covariance[i]
    for (let i = 0; i < each.length; i++) {
      const { roll } = each[i]
      if (roll && isFirstOfRoll(each, i)) this.#addRoll(each, i, roll.material)
    }
    return sum
  }

  /** What is cut from one roll shares its error. */
  #addRoll(each: readonly Uncertainty[], from: number, material: number): void {
    const along = this.#along.fill(0)
    for (let i = from; i < each.length; i++) {
      const { roll } = each[i]
      if (roll?.material === material) for (let a = 0; a < SUMS; a++) along[a] += roll.along[a]
    }
    for (let a = 0; a < SUMS; a++) for (let b = 0; b < SUMS; b++) this.#unsure[SUMS * a + b] += along[a] * along[b]
  }
}

function isFirstOfRoll(each: readonly Uncertainty[], at: number): boolean {
  const material = each[at].roll?.material
  for (let i = 0; i < at; i++) if (each[i].roll?.material === material) return false
  return true
}
