import type { Material } from '../../cuts/material.ts'
import type { Quantity } from '../../quantities/units.ts'
import type { TargetNumbers } from '../problem/request.ts'
import type { PlanSpace } from '../solve/plan.ts'
import { gramsPerStock, leastOf, mostApart, stillHolds, type Least, type Taken } from './least.ts'
import {
  aboutMiddle,
  effortOfSet,
  isBetterSet,
  isGood,
  planByCounts,
  minutesRaised,
  RIVAL_MINUTES,
  setShortage,
  type SetFrame,
  type SetPlan,
  type Shifts,
} from './set.ts'

/** Where the common target may lie, from and to, core units. */
type Box = Partial<Record<Quantity, readonly [number, number]>>

/** Sets whose target lies in the box and whose frames take so much of each material. */
interface Node {
  box: Box
  /** For each frame. */
  taken: readonly Taken[]
  /** How often a box was parted to come to it. */
  depth: number
  /** Of each frame the answer that lands in the box; null where none was found soon. */
  least: readonly (Least | null)[]
  /** Of each frame: minutes that it asks at least. */
  minutes: readonly number[]
  /** No set here asks less, minutes. */
  effort: number
}

/** How much of a side is left on either hand when a box is parted. */
const LEAST_PART = 0.3
/** Of a tolerance: a side that short is not parted again. */
const SHORTEST = 0.005
/** What an answer costs beside the shortest. */
const COST = { glance: 1, first: 10 } as const
const EPS = 1e-9

/**
 * The search over common targets, that a set's proof comes from. A box of targets is bounded by the least work with which each frame
 * by itself lands anywhere that some target of the box allows, every way of laying strips looked at, and by what its lightest
 * target makes the frames heavier. A box whose bound is no more than half a minute a frame below the best set known is closed; where the
 * frames' own answers agree on a target they are a set; else the box is parted where they disagree most. So nothing is missed, and the bound
 * comes true as boxes grow small.
 */
export class BoxSearch {
  /** Need not be good; null before any is known. */
  best: SetPlan | null = null
  /** Answers of frames that were worked out, in the shortest. */
  looked = 0
  readonly #open: Node[] = []
  #at: Node | null = null
  #turn = false
  /** The least bound of what could not be parted further. */
  #givenUp = Infinity
  readonly #frames: readonly SetFrame[]
  readonly #spaces: readonly PlanSpace[]
  readonly #start: TargetNumbers
  readonly #mostEffort: number
  readonly #gramsOf: ReadonlyMap<string, number>

  /**
   * @param spaces of the frames, aimed at `start`
   * @param mostEffort sets that ask as much as this are of no use, minutes
   */
  constructor(
    frames: readonly SetFrame[],
    spaces: readonly PlanSpace[],
    start: TargetNumbers,
    shifts: Shifts,
    mostEffort = Infinity,
  ) {
    this.#mostEffort = mostEffort
    this.#frames = frames
    this.#spaces = spaces
    this.#start = start
    this.#gramsOf = gramsPerStock(spaces[0].choices)
    const box = Object.fromEntries(
      Object.entries(start).map(([q, { value }]) => {
        const [from, to] = shifts[q as Quantity] ?? [0, 0]
        return [q, [value + from, value + to]]
      }),
    ) as Box
    this.#look(
      { box, taken: frames.map(() => ({})) },
      { least: frames.map(() => null), minutes: frames.map(() => 0), depth: 0 },
    )
  }

  /** No set asks less, minutes; no more is said than what is of use. Infinity where there is no common target. */
  get leastEffort(): number {
    return Math.min(this.#most, this.#givenUp, ...this.#open.map((node) => node.effort))
  }

  /** The best, where it is a set. */
  get good(): SetPlan | null {
    return this.best && isGood(this.best) ? this.best : null
  }

  /** No set that is of use is better than the best. */
  get isDone(): boolean {
    return this.leastEffort >= this.#most - EPS
  }

  /** No set is better than the best by half a minute a frame. */
  get proven(): boolean {
    return this.good !== null && this.leastEffort >= this.#mostToWin - EPS
  }

  get #mostToWin(): number {
    return this.good ? Math.max(0, this.good.effort - RIVAL_MINUTES * this.#frames.length) : Infinity
  }

  /** Minutes that are too many for a set to be of use. */
  get #most(): number {
    return Math.min(this.#mostEffort, this.#mostToWin)
  }

  /** Parts the most promising box, or takes what its frames agree on. @returns false when none is left */
  step(): boolean {
    const node = this.#next()
    if (!node) return false
    this.#at = node
    this.#part(node)
    return true
  }

  /** Takes a set that was found elsewhere, when it is better. */
  offer(found: SetPlan | null): void {
    if (found && (!this.best || isBetterSet(found, this.best))) this.best = found
  }

  /** The middle of where the frames of the box that was parted last want to be. */
  promising(): TargetNumbers | null {
    const node = this.#at
    if (!node?.least.every((least) => least !== null)) return null
    return this.#targetAt(node.box, (q, from, to) => {
      const values = node.least.map((least) => least!.landing[q])
      return Math.min(to, Math.max(from, (Math.max(...values) + Math.min(...values)) / 2))
    })
  }

  /** The box of the least bound; as long as no set is known, in turn with the smallest where every frame has an answer: there they agree soonest. */
  #next(): Node | null {
    this.#turn = !this.#turn
    if (!this.good && this.#turn) {
      const rank = ({ least, depth }: Node) => (least.includes(null) ? 0 : depth + 1)
      const most = this.#open.reduce((top, node) => Math.max(top, rank(node)), 0)
      const at = this.#open.findLastIndex((node) => rank(node) === most)
      return this.#open.splice(at, 1)[0] ?? null
    }
    for (let node = this.#open.pop(); node; node = this.#open.pop()) if (node.effort < this.#most - EPS) return node
    return null
  }

  #targetAt(box: Box, at: (q: Quantity, from: number, to: number) => number): TargetNumbers {
    return Object.fromEntries(
      Object.entries(box).map(([q, [from, to]]) => [
        q,
        { value: at(q as Quantity, from, to), tolerance: this.#start[q as Quantity]!.tolerance },
      ]),
    )
  }

  /** Where a frame may land for some target of the box: its middle, and the tolerance widened by half of its side. */
  #reachOf(box: Box): TargetNumbers {
    return Object.fromEntries(
      Object.entries(box).map(([q, [from, to]]) => [
        q,
        { value: (from + to) / 2, tolerance: this.#start[q as Quantity]!.tolerance + (to - from) / 2 },
      ]),
    )
  }

  /** Works out what each frame asks by itself and keeps the box, where that does not close it: the least bound last. */
  #look(part: Pick<Node, 'box' | 'taken'>, from: Pick<Node, 'least' | 'minutes' | 'depth'>): void {
    const reach = this.#reachOf(part.box)
    const raised = minutesRaised(this.#frames, part.box.mass?.[0])
    const minutes = [...from.minutes]
    const least: (Least | null)[] = []
    for (const [i, was] of from.least.entries()) {
      const effort = effortOfSet(minutes, raised)
      if (effort >= this.#most - EPS) return
      const asked = { reach, materials: this.#leftFor(i, part.taken), taken: part.taken[i] }
      const holds = was !== null && stillHolds(was, asked)
      if (holds && !(was.isOpen && this.good)) {
        least.push(was)
        continue
      }
      const patience = (was && !holds) || from.depth === 0 || !this.good ? 'glance' : 'first'
      this.looked += COST[patience]
      const tooMany = this.#most - (effort - minutes[i])
      const answer = leastOf({ ...asked, tooMany, patience }, this.#spaces[i], this.#gramsOf)
      if (answer === 'none') return
      least.push(answer)
      if (answer) minutes[i] = Math.max(minutes[i], answer.minutes)
    }
    const effort = effortOfSet(minutes, raised)
    if (effort >= this.#most - EPS) return
    let at = this.#open.length
    while (at > 0 && this.#open[at - 1].effort < effort) at--
    this.#open.splice(at, 0, { ...part, least, minutes, effort, depth: from.depth + 1 })
  }

  /** The drawer for one frame: what the others take in any case is not there for it. */
  #leftFor(unit: number, taken: readonly Taken[]): Material[] {
    return this.#spaces[unit].request.materials.map((m) => {
      const left = taken.reduce((rest, of, k) => rest - (k === unit ? 0 : (of[m.id]?.[0] ?? 0)), m.stock)
      return { ...m, stock: Math.max(0, Math.min(taken[unit][m.id]?.[1] ?? Infinity, left)) }
    })
  }

  /** Parts a box, or takes what its frames agree on as a set. */
  #part(node: Node): void {
    const least = node.least.filter((one) => one !== null)
    const [apart, ratio] = mostApart(least, this.#start)
    if (apart && ratio > 1 + EPS) {
      const values = least.map(({ landing }) => landing[apart])
      this.#partAt(node, apart, (Math.max(...values) + Math.min(...values)) / 2)
      return
    }
    if (least.length < node.least.length) {
      this.#partAt(node, this.#longest(node.box))
      return
    }
    const plans = this.#spaces.map((space, i) => planByCounts(space, least[i].counts))
    const found = aboutMiddle(this.#frames, plans, this.#start)
    this.offer(found)
    if (node.effort >= this.#most - EPS) return
    const short = setShortage(this.#frames, plans)
    if (short.length > 0) this.#partStock(short[0], node, least)
    // The same work about a lighter target: what is left between the bound and the set.
    else this.#partAt(node, 'mass', found.target.mass?.value)
  }

  /** The side that is longest beside its tolerance. */
  #longest(box: Box): Quantity {
    const length = (q: Quantity) => (box[q]![1] - box[q]![0]) / this.#start[q]!.tolerance
    return (Object.keys(box) as Quantity[]).reduce((a, b) => (length(b) > length(a) ? b : a))
  }

  #partAt(node: Node, quantity: Quantity, at?: number): void {
    const [from, to] = node.box[quantity] ?? [0, 0]
    if (to - from <= SHORTEST * 2 * (this.#start[quantity]?.tolerance ?? Infinity)) {
      this.#givenUp = Math.min(this.#givenUp, node.effort)
      return
    }
    const keep = LEAST_PART * (to - from)
    const cut = Math.min(to - keep, Math.max(from + keep, at ?? (from + to) / 2))
    const sides = [
      [from, cut],
      [cut, to],
    ] as const
    for (const side of sides) this.#look({ box: { ...node.box, [quantity]: side }, taken: node.taken }, node)
  }

  /** Too much of a material is wanted: the frame that takes most takes less of it than it would, or that much and leaves the others less. */
  #partStock(id: string, node: Node, least: readonly Least[]): void {
    const free = least.map(({ taken }, unit) =>
      (taken[id] ?? 0) > (node.taken[unit][id]?.[0] ?? 0) + EPS ? taken[id] : 0,
    )
    const used = Math.max(...free)
    const unit = free.indexOf(used)
    if (used <= 0) {
      this.#givenUp = Math.min(this.#givenUp, node.effort)
      return
    }
    const [from, to] = node.taken[unit][id] ?? [0, Infinity]
    // Half of it first; near the end less by a step, which is more than this.
    const at = used - from > 1 ? (from + used) / 2 : used - 1e-6
    const parts = [
      [from, at],
      [at, to],
    ] as const
    for (const taken of parts)
      this.#look({ box: node.box, taken: node.taken.map((t, k) => (k === unit ? { ...t, [id]: taken } : t)) }, node)
  }
}
