import type { Quantity } from '../../quantities/units.ts'
import { addMoments, type Moments } from '../../cuts/moments.ts'
import type { LinearRow, Solve } from '../model/linear.ts'
import { baseOf } from '../problem/deviations.ts'
import type { PlanSpace } from '../solve/plan.ts'
import { looserRanges } from './leastMass/leastMass.ts'
import type { CountRange } from '../model/lines.ts'
import { totalMoments } from '../model/programme.ts'
import type { TargetNumbers } from '../problem/request.ts'
import { fullRanges, jointProgramme, landingInside, massShare } from './jointProgramme.ts'
import {
  aboutMiddle,
  aimed,
  isBetterSet,
  isGood,
  planByCounts,
  RIVAL_G,
  shortOf,
  type SetFrame,
  type SetPlan,
  type Shifts,
} from './set.ts'

/** Where the common target may lie, from and to, core units. */
export type Box = Partial<Record<Quantity, readonly [number, number]>>

/** The least that one frame takes to land somewhere in the reach of a box; `counts` come within a tenth of a gram of it. */
interface Least {
  boundG: number
  counts: readonly number[]
  landing: TargetDeviation
}
type TargetDeviation = Record<Quantity, number>

/** Sets whose target lies in the box and whose counts lie in the ranges. */
interface Node {
  box: Box
  /** For each frame. */
  ranges: readonly (readonly CountRange[])[]
  /** As found for a larger box. */
  least: readonly (Least | null)[]
  /** No set here takes less, g. */
  boundG: number
}

/** Grams by which a frame's own answer may lie above its bound: the last tenth takes longest and decides nothing. */
const LEAST_GAP_G = 0.1
/** How much of a side is left on either hand when a box is parted. */
const LEAST_PART = 0.3
/** Of a tolerance: a side that short is not parted again. */
const SHORTEST = 0.01
const EPS = 1e-9

/**
 * The search over common targets, that a set's proof comes from. A box of targets is bounded twice: by all frames together
 * without whole numbers, and by the sum of what each frame takes by itself, in whole cuts, to land anywhere that some target of
 * the box allows. A box whose bound is no more than half a gram a frame below the best set known is closed; where the frames'
 * own answers agree on a target they are a set; else the box is parted where they disagree most. So nothing is missed, and
 * both bounds come true as boxes grow small.
 */
export class BoxSearch {
  best: SetPlan
  looked = 0
  private open: Node[]
  /** The least bound of what could not be parted further. */
  private givenUpG = Infinity
  private readonly spaces: readonly PlanSpace[]

  /**
   * @param spaces of the frames, aimed at `start`
   * @param known a set to beat; need not be good
   */
  constructor(
    private readonly frames: readonly SetFrame[],
    spaces: readonly PlanSpace[],
    private readonly start: TargetNumbers,
    shifts: Shifts,
    known: SetPlan,
    private readonly solve: Solve,
  ) {
    this.spaces = spaces
    this.best = known
    const box = Object.fromEntries(
      Object.entries(start).map(([q, { value }]) => {
        const [from, to] = shifts[q as Quantity] ?? [0, 0]
        return [q, [value + from, value + to]]
      }),
    ) as Box
    this.open = [{ box, ranges: spaces.map(fullRanges), least: frames.map(() => null), boundG: 0 }]
  }

  /** No set takes less, g; what it takes to be better by half a gram a frame at most. */
  get leastG(): number {
    return Math.min(this.mostG, this.givenUpG, ...this.open.map((node) => node.boundG))
  }

  get proven(): boolean {
    return this.leastG >= this.mostG - EPS
  }

  /** Grams that a better set may take. */
  private get mostG(): number {
    return isGood(this.best) ? Math.max(0, this.best.totalG - RIVAL_G * this.frames.length) : Infinity
  }

  /** Looks at the most promising box. @returns false when none is left */
  step(): boolean {
    let node = this.next()
    if (!node) return false
    if (this.looked++ === 0) {
      node = this.narrowed(this.narrowed(node))
      if (!node) return true
    }
    const spaces = this.spaces.map((space) => aimed(space, this.explainInfeasibility(node.box)))
    const togetherG = this.togetherG(node)
    if (togetherG >= this.mostG - EPS) return true
    const found = this.eachLeast(node, spaces, togetherG)
    if (found) this.part({ ...node, least: found.least, boundG: found.boundG }, found.least)
    return true
  }

  /** Takes a set that was found elsewhere, when it is better. */
  offer(found: SetPlan): void {
    if (isBetterSet(found, this.best)) this.best = found
  }

  /** The middle of where the frames of the most promising box want to be. */
  promising(): TargetNumbers | null {
    const node = this.open[this.open.length - 1]
    if (!node?.least.every((least) => least !== null)) return null
    return this.targetAt(node.box, (q, from, to) => {
      const values = node.least.map((least) => least!.landing[q])
      return Math.min(to, Math.max(from, (Math.max(...values) + Math.min(...values)) / 2))
    })
  }

  private next(): Node | null {
    for (let node = this.open.pop(); node; node = this.open.pop()) if (node.boundG < this.mostG - EPS) return node
    return null
  }

  private targetAt(box: Box, at: (q: Quantity, from: number, to: number) => number): TargetNumbers {
    return Object.fromEntries(
      Object.entries(box).map(([q, [from, to]]) => [
        q,
        { value: at(q as Quantity, from, to), tolerance: this.start[q as Quantity]!.tolerance },
      ]),
    )
  }

  /** Where a frame may land for some target of the box: its middle, and the tolerance widened by half of its side. */
  private explainInfeasibility(box: Box): TargetNumbers {
    return Object.fromEntries(
      Object.entries(box).map(([q, [from, to]]) => [
        q,
        { value: (from + to) / 2, tolerance: this.start[q as Quantity]!.tolerance + (to - from) / 2 },
      ]),
    )
  }

  /** All frames of a node in one programme; its targets are told from the middle of the box. */
  private joint({ box, ranges, least }: Node) {
    const middle = this.targetAt(box, (_, from, to) => (from + to) / 2)
    const shifts = Object.fromEntries(
      Object.entries(box).flatMap(([q, [from, to]]) => (to > from ? [[q, [(from - to) / 2, (to - from) / 2]]] : [])),
    ) as Shifts
    const known = ranges.map((r, i) => ({ ranges: r, leastG: least[i]?.boundG ?? 0 }))
    const spaces = this.spaces.map((space) => aimed(space, middle))
    return { middle, share: massShare(spaces[0], shifts), ...jointProgramme(spaces, shifts, { known }) }
  }

  /** What all frames together take at least for one target of the box, fractions of a cut allowed. */
  private togetherG(node: Node): number {
    const answer = this.solve(this.joint(node).model)
    if (answer.status === 'infeasible') return Infinity
    return answer.status === 'optimal' ? Math.max(node.boundG, answer.bound) : node.boundG
  }

  /** The same without the targets that no set better than the best known has; null where none is left. */
  private narrowed(node: Node | null): Node | null {
    if (!node || this.mostG === Infinity) return node
    const { model, shifts, middle, share } = this.joint(node)
    const terms = model.columns.flatMap((c, j): [number, number][] => (c.cost === 0 ? [] : [[j, c.cost]]))
    const cap: LinearRow = { name: 'grams in all', lower: -Infinity, upper: this.mostG, terms }
    const rows = [...model.rows, cap]
    const box = { ...node.box }
    for (const { quantity, column } of shifts) {
      const ends = [1, -1].map((cost) => {
        const answer = this.solve({
          columns: model.columns.map((c, j) => ({ ...c, cost: j === column ? cost : 0 })),
          rows,
        })
        return answer.status === 'optimal' ? cost * answer.bound : answer.status === 'infeasible' ? null : NaN
      })
      if (ends.includes(null)) return null
      const [from, to] = node.box[quantity]!
      const at = middle[quantity]!.value
      const by = quantity === 'balance' ? share : [1, 1]
      const [low, high] = [Math.min(...by.map((f) => ends[0]! / f)), Math.max(...by.map((f) => ends[1]! / f))]
      box[quantity] = [
        Number.isNaN(low) ? from : Math.max(from, at + low - 1e-6),
        Number.isNaN(high) ? to : Math.min(to, at + high + 1e-6),
      ]
    }
    return { ...node, box }
  }

  /** What each frame takes by itself; null where that closes the box. */
  private eachLeast(
    node: Node,
    spaces: readonly PlanSpace[],
    togetherG: number,
  ): { least: Least[]; boundG: number } | null {
    const least = [...node.least]
    const sum = () => least.reduce((total, one) => total + (one?.boundG ?? 0), 0)
    for (let i = 0; i < spaces.length; i++) {
      const was = least[i]
      if (was && isWithin(was.landing, spaces[i].request.target) && fitsRanges(was.counts, node.ranges[i])) continue
      const answer = this.leastOf(spaces[i], node, i)
      if (answer === 'none') return null
      if (answer === 'unproven') {
        this.givenUpG = Math.min(this.givenUpG, Math.max(togetherG, sum()))
        return null
      }
      least[i] = { ...answer, boundG: Math.max(answer.boundG, was?.boundG ?? 0) }
      if (sum() >= this.mostG - EPS) return null
    }
    return { least: least as Least[], boundG: Math.max(togetherG, sum()) }
  }

  private leastOf(space: PlanSpace, node: Node, unit: number): Least | 'none' | 'unproven' {
    const model = landingInside(space, node.ranges[unit])
    // What the other frames take in any case is not there for this one.
    for (const { bound, row } of model.hard) {
      if (bound.kind !== 'stock') continue
      space.choices.forEach((choice, j) => {
        if (choice.material.id !== bound.materialId) return
        node.ranges.forEach((ranges, k) => {
          if (k !== unit && !ranges[j].zero) row.upper -= choice.stockPerStep * ranges[j].least
        })
      })
    }
    const answer = this.solve(model, LEAST_GAP_G)
    if (answer.status !== 'optimal') return answer.status === 'infeasible' ? 'none' : 'unproven'
    const counts = model.counts.map((count) => answer.values[count])
    return { boundG: answer.bound, counts, landing: landingOf(space, counts) }
  }

  /** Parts a box, or takes what its frames agree on as a set. */
  private part(node: Node, least: readonly Least[]): void {
    const [apart, ratio] = this.mostApart(least)
    const side = apart ? node.box[apart]! : [0, 0]
    const long = apart !== null && side[1] - side[0] > SHORTEST * 2 * this.start[apart]!.tolerance
    if (apart && long && ratio > 1 + EPS) {
      const values = least.map(({ landing }) => landing[apart])
      const [from, to] = side
      const keep = LEAST_PART * (to - from)
      const at = Math.min(to - keep, Math.max(from + keep, (Math.max(...values) + Math.min(...values)) / 2))
      this.push({ ...node, box: { ...node.box, [apart]: [from, at] } })
      this.push({ ...node, box: { ...node.box, [apart]: [at, to] } })
      return
    }
    const plans = this.spaces.map((space, i) => planByCounts(space, least[i].counts))
    this.offer(aboutMiddle(this.frames, plans, this.start))
    if (node.boundG >= this.mostG - EPS) return
    const short = shortOf(this.frames, plans)
    const parts = short.length > 0 ? this.lessOf(short[0], node, least) : this.truer(node, least)
    if (parts.length === 0) this.givenUpG = Math.min(this.givenUpG, node.boundG)
    parts.forEach((part) => this.push(part))
  }

  /** The number that the frames' own answers lie farthest apart in, in tolerances. */
  private mostApart(least: readonly Least[]): [Quantity | null, number] {
    let most: [Quantity | null, number] = [null, 0]
    for (const [q, { tolerance }] of Object.entries(this.start) as [Quantity, { tolerance: number }][]) {
      const values = least.map(({ landing }) => landing[q])
      const ratio = (Math.max(...values) - Math.min(...values)) / (2 * tolerance)
      if (ratio > most[1]) most = [q, ratio]
    }
    return most
  }

  /** Too much of a material is wanted: one frame takes less of it than it would, or that much and leaves the others less. */
  private lessOf(materialId: string, node: Node, least: readonly Least[]): Node[] {
    let most = { unit: -1, j: -1, used: 0 }
    this.spaces.forEach(({ choices }, unit) =>
      choices.forEach((choice, j) => {
        const { zero, least: from } = node.ranges[unit][j]
        const count = least[unit].counts[j]
        const used = choice.material.id === materialId ? choice.stockPerStep * count : 0
        const open = zero || count > from
        if (open && used > most.used) most = { unit, j, used }
      }),
    )
    const { unit, j } = most
    if (unit < 0) return []
    const range = node.ranges[unit][j]
    const count = least[unit].counts[j]
    const fewer = count > range.least ? { ...range, most: count - 1 } : { zero: true, least: 0, most: 0 }
    return [fewer, { zero: false, least: count, most: range.most }].map((r) => withRange(node, unit, j, r))
  }

  /** A frame's answer lies outside by the exact sums: its counts are parted where the straight lines are loosest. */
  private truer(node: Node, least: readonly Least[]): Node[] {
    const reach = this.explainInfeasibility(node.box)
    for (let unit = 0; unit < least.length; unit++) {
      const space = aimed(this.spaces[unit], reach)
      if (isWithin(least[unit].landing, reach)) continue
      const parts = looserRanges(space, node.ranges[unit], least[unit].counts)
      if (parts.length > 0)
        return parts.map((ranges) => ({ ...node, ranges: node.ranges.map((r, k) => (k === unit ? ranges : r)) }))
    }
    return []
  }

  /** Kept in order: the least bound last. */
  private push(node: Node): void {
    let at = this.open.length
    while (at > 0 && this.open[at - 1].boundG < node.boundG) at--
    this.open.splice(at, 0, node)
  }
}

const withRange = (node: Node, unit: number, j: number, range: CountRange): Node => ({
  ...node,
  ranges: node.ranges.map((ranges, k) => (k === unit ? ranges.map((r, i) => (i === j ? range : r)) : ranges)),
})

const fitsRanges = (counts: readonly number[], ranges: readonly CountRange[]) =>
  counts.every((count, j) => (count === 0 ? ranges[j].zero : count >= ranges[j].least && count <= ranges[j].most))

const isWithin = (landing: TargetDeviation, target: TargetNumbers) =>
  Object.entries(target).every(
    ([q, { value, tolerance }]) => Math.abs(landing[q as Quantity] - value) <= tolerance + 1e-6,
  )

/** Where counts land by the exact sums. */
function landingOf({ request, choices }: PlanSpace, counts: readonly number[]): TargetDeviation {
  const sums: Moments = addMoments(baseOf(request).frame, totalMoments(choices, counts))
  return {
    mass: sums.massG,
    balance: sums.moment / sums.massG,
    swingWeight: sums.swing,
    twistWeight: sums.twist,
  }
}
