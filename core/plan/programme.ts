import type { Choice, ZoneRoom } from './choices.ts'
import { NO_EFFECT, plusEffect, type Effect } from './effect.ts'
import type { LinearColumn, LinearModel, LinearRow } from './linear.ts'
import { aimConstant, baseOf, guardedMiss, linearMiss, missesOf, outsideBy, type Guard } from './misses.ts'
import { GCM2_PER_KGCM2 } from '../quantities/units.ts'
import type { PlanRequest } from './request.ts'

/** A bound on the counts of the choices, exact because mass, stock and length are exactly linear in them. */
export interface CountRow extends LinearRow {
  /** What the row is, for saying why a target is out of reach. */
  bound: BoundName
}
export type BoundName =
  | { kind: 'stock'; materialId: string }
  | { kind: 'zone'; zoneId: string }
  | { kind: 'cap' }
  | { kind: 'capTotal' }
  | { kind: 'oneOf'; group: string }
  | { kind: 'rule' }

/** The integer programme of one plan: whole counts, hard rows, guarded misses. */
export interface Programme {
  request: PlanRequest
  choices: Choice[]
  rows: CountRow[]
  guards: Guard[]
  maxPlaces: number | null
  /** Fewest places before least mass. */
  placesFirst: boolean
  /** Only plans inside every tolerance count; otherwise the answer is "infeasible". */
  mustReach: boolean
}

/** Added mass is compared in half grams, rounded up: less is not worth another cut. */
export const MASS_STEP_G = 0.5
/** Misses outside the tolerances are compared in tenths of a tolerance, guarded misses in quarters. */
export const OUTSIDE_STEP = 0.1
export const MISS_STEP = 0.25

/** The bounds that every plan keeps: stock, room in the zones, one base grip, the cap on added mass. */
export function hardRows(request: PlanRequest, choices: readonly Choice[], rooms: readonly ZoneRoom[]): CountRow[] {
  const rows: CountRow[] = []
  const row = (bound: BoundName, name: string, upper: number, coefficient: (choice: Choice) => number) => {
    const terms = choices.flatMap((choice, j): [number, number][] => {
      const c = coefficient(choice)
      return c === 0 ? [] : [[j, c]]
    })
    if (terms.length > 0) rows.push({ bound, name, lower: -Infinity, upper, terms })
  }
  for (const material of request.materials) {
    row({ kind: 'stock', materialId: material.id }, `stock ${material.id}`, material.stock, (c) =>
      c.material.id === material.id ? c.stockPerStep : 0,
    )
  }
  for (const { zone, room } of rooms) {
    const sides = choices.some((c) => c.zoneId === zone.id && c.side) ? (['left', 'right'] as const) : [null]
    for (const side of sides) {
      row({ kind: 'zone', zoneId: zone.id }, `room ${zone.id}${side ?? ''}`, room, (c) =>
        c.zoneId === zone.id && (!side || !c.side || c.side === side) ? c.roomPerStep : 0,
      )
    }
  }
  for (const group of new Set(choices.flatMap((c) => c.oneOf ?? []))) {
    row({ kind: 'oneOf', group }, `one ${group}`, 1, (c) => (c.oneOf === group ? 1 : 0))
  }
  if (request.limits.capG !== null) row({ kind: 'cap' }, 'cap', request.limits.capG, (c) => c.addedG(1))
  if (request.limits.capTotalG !== null)
    row({ kind: 'capTotal' }, 'cap of the whole', request.limits.capTotalG - request.state.massG!, (c) =>
      c.upper > 0 ? c.effectOf(1).massG : 0,
    )
  return rows
}

/** Exact effect of so many steps of each choice. */
export function totalEffect(choices: readonly Choice[], counts: readonly number[]): Effect {
  return choices.reduce((sum, choice, j) => (counts[j] ? plusEffect(sum, choice.effectOf(counts[j])) : sum), NO_EFFECT)
}

/**
 * The aims of a plan in their order, by the exact sums: inside the tolerances first, then inside the guards. Without the
 * first, a plan could leave one tolerance to sit a little deeper inside the others.
 */
export interface Score {
  outside: number
  miss: number
  addedG: number
  places: number
}

export function scoreOf(programme: Programme, counts: readonly number[]): Score {
  const { request, guards, choices } = programme
  const misses = missesOf(guards, baseOf(request), totalEffect(choices, counts))
  return {
    outside: outsideBy(guards, misses),
    miss: guardedMiss(guards, misses),
    addedG: choices.reduce((sum, choice, j) => sum + choice.addedG(counts[j]), 0),
    places: counts.filter((count) => count !== 0).length,
  }
}

const steps = (value: number, step: number) => Math.ceil(value / step - 1e-4)

/** A score in whole steps, in the order in which plans are compared: tolerances, guarded misses, then mass and places or places and mass. */
export function inSteps(score: Score, placesFirst: boolean): number[] {
  const mass = steps(score.addedG, MASS_STEP_G)
  return [
    steps(score.outside, OUTSIDE_STEP),
    steps(score.miss, MISS_STEP),
    ...(placesFirst ? [score.places, mass] : [mass, score.places]),
  ]
}

/** Is a the better plan? */
export function isBetter(a: Score, b: Score, placesFirst: boolean): boolean {
  const [mine, other] = [inSteps(a, placesFirst), inSteps(b, placesFirst)]
  const at = mine.findIndex((value, i) => value !== other[i])
  return at >= 0 && mine[at] < other[at]
}

/** Which counts of a choice are looked at: none (if `zero`), or from `least` to `most`. */
export interface CountRange {
  zero: boolean
  least: number
  most: number
}

export const fullRange = (choice: Choice): CountRange => ({
  zero: true,
  least: Math.min(choice.least, choice.upper),
  most: choice.upper,
})

/** The miss of a choice in use as a line over its count, with the least and most that it lies off the line. */
export interface Line {
  slope: number
  low: number
  high: number
}
type LineOf = (choice: Choice, j: number, miss: (sums: Effect) => number) => Line

/** Effects are nearly but not exactly straight in the count: the straight line through a range by least squares, and what bounds them about it. */
export function lineOver(choice: Choice, range: CountRange, miss: (sums: Effect) => number): Line {
  const counts: number[] = []
  for (let count = Math.max(1, range.least); count <= range.most; count++) counts.push(count)
  if (counts.length === 0) return { slope: 0, low: 0, high: 0 }
  const misses = counts.map((count) => miss(choice.effectOf(count)))
  const mean = (values: number[]) => values.reduce((sum, v) => sum + v, 0) / values.length
  const [x, y] = [mean(counts), mean(misses)]
  const spread = counts.reduce((sum, count) => sum + (count - x) ** 2, 0)
  const slope = spread === 0 ? 0 : counts.reduce((sum, count, i) => sum + (count - x) * (misses[i] - y), 0) / spread
  const off = misses.map((miss, i) => miss - slope * counts[i])
  return { slope, low: Math.min(...off), high: Math.max(...off) }
}

/** Through the origin with the effect as it is at given counts, and at a usual count for choices not in use. */
const lineAt =
  (counts: readonly number[]): LineOf =>
  (choice, j, miss) => {
    const at = counts[j] || Math.min(choice.upper, 8)
    return {
      slope: at === 0 ? 0 : miss(choice.effectOf(at)) / at,
      low: 0,
      high: 0,
    }
  }

/**
 * The programme made linear about given counts: exact there, nearly so elsewhere. For good first guesses.
 * Columns: counts, then per quantity the part of its miss between guard and tolerance, then per quantity the part outside,
 * then a use mark per choice.
 */
export function linearAbout(programme: Programme, counts: readonly number[]): LinearModel {
  const { frame } = baseOf(programme.request)
  const sums = plusEffect(frame, totalEffect(programme.choices, counts))
  const about = sums.moment / sums.massG
  return linearModel(programme, { ranges: programme.choices.map(fullRange), band: [about, about] }, lineAt(counts))
}

/**
 * A rival to a known plan must win by more than this share of each tolerance: a proof then need not tell apart plans that no
 * bench could.
 */
export const RIVAL_MARGIN = 0.05

/** A part of all plans: counts in ranges and, where recoil weight is aimed at, a balance in a band, cm. */
export interface Region {
  ranges: readonly CountRange[]
  band: readonly [number, number] | null
}

/**
 * A linear relaxation over a region: every whole plan in it keeps the rows with its own exact misses or smaller ones.
 * Recoil weight is I_p − M(b−p)²/1000 with p the middle of the band: linear but for a term between nothing and M·h²/1000,
 * h half the band. What it cannot do no plan in the ranges can; that makes proofs sound although effects are not exactly linear.
 * @param margin share of each tolerance by which guards and tolerances are drawn in
 */
export function relaxationOver(programme: Programme, region: Region, margin: number): LinearModel {
  const drawnIn = {
    ...programme,
    guards: programme.guards.map((g) => ({ ...g, guard: g.guard - margin * g.tolerance })),
  }
  const model = linearModel(drawnIn, region, (choice, j, miss) => lineOver(choice, region.ranges[j], miss))
  programme.guards.forEach((g, i) => (model.columns[overColumn(programme, i)].upper = g.tolerance - g.guard))
  return model
}

function linearModel(programme: Programme, { ranges, band }: Region, lineOf: LineOf): LinearModel {
  const { request, choices, guards } = programme
  const base = baseOf(request)
  const columns: LinearColumn[] = [
    ...choices.map((choice, j) => ({
      name: choice.id,
      cost: 0,
      lower: ranges[j].zero ? 0 : ranges[j].least,
      upper: ranges[j].most,
      integer: true,
    })),
    ...guards.map((g) => ({
      name: `over ${g.quantity}`,
      cost: 0,
      lower: 0,
      upper: g.tolerance - g.guard,
      integer: false,
    })),
    ...guards.map((g) => ({ name: `outside ${g.quantity}`, cost: 0, lower: 0, upper: Infinity, integer: false })),
  ]
  const rows: LinearRow[] = programme.rows.map((row) => ({ ...row }))
  const about = band ? (band[0] + band[1]) / 2 : 0
  const lift = band ? ((band[1] - band[0]) / 2) ** 2 / GCM2_PER_KGCM2 : 0
  /** Terms of a sum over the choices, each on its line from below or from above. */
  const termsOf = (miss: (sums: Effect) => number) => {
    const lines = choices.map((choice, j) => lineOf(choice, j, miss))
    return (end: 'low' | 'high') =>
      lines.flatMap((line, j): [number, number][] => [
        [j, line.slope],
        ...(line[end] === 0 ? [] : [[useColumn(programme, j), line[end]] as [number, number]]),
      ])
  }
  guards.forEach((g, i) => {
    const over = overColumn(programme, i)
    const outside = outsideColumn(programme, i)
    const miss = (sums: Effect) => linearMiss(g, sums, base, about)
    // The least that the miss can be: recoil weight may lie below its straight form by the lift of every gram.
    const least = (sums: Effect) => miss(sums) - (g.quantity === 'recoilWeight' ? lift * sums.massG : 0)
    rows.push({
      name: `above ${g.quantity}`,
      lower: -Infinity,
      upper: g.guard - least(base.frame) + aimConstant(g),
      terms: [...termsOf(least)('low'), [over, -1], [outside, -1]],
    })
    rows.push({
      name: `below ${g.quantity}`,
      lower: -g.guard - miss(base.frame) + aimConstant(g),
      upper: Infinity,
      terms: [...termsOf(miss)('high'), [over, 1], [outside, 1]],
    })
  })
  if (band && band[1] > band[0]) {
    const off = (place: number) => (sums: Effect) => linearMiss({ quantity: 'balance', target: place }, sums, base)
    const [low, high] = [off(band[0]), off(band[1])]
    rows.push({ name: 'band from', lower: -low(base.frame), upper: Infinity, terms: termsOf(low)('high') })
    rows.push({ name: 'band to', lower: -Infinity, upper: -high(base.frame), terms: termsOf(high)('low') })
  }
  const model = { columns, rows }
  choices.forEach((choice, j) => addUseMark(model, choice, j, ranges[j]))
  if (programme.maxPlaces !== null)
    rows.push({
      name: 'places',
      lower: -Infinity,
      upper: programme.maxPlaces,
      terms: choices.map((_, j) => [useColumn(programme, j), 1]),
    })
  return model
}

export const overColumn = (programme: Programme, i: number) => programme.choices.length + i
export const outsideColumn = (programme: Programme, i: number) => programme.choices.length + programme.guards.length + i
export const useColumn = (programme: Programme, j: number) => programme.choices.length + 2 * programme.guards.length + j

/** A yes/no column per choice: 0 means none, 1 means within the range. */
function addUseMark(model: LinearModel, choice: Choice, j: number, range: CountRange): void {
  const mark = model.columns.length
  model.columns.push({ name: `use ${choice.id}`, cost: 0, lower: range.zero ? 0 : 1, upper: 1, integer: true })
  model.rows.push({
    name: `use ${choice.id}`,
    lower: -Infinity,
    upper: 0,
    terms: [
      [j, 1],
      [mark, -range.most],
    ],
  })
  model.rows.push({
    name: `least ${choice.id}`,
    lower: 0,
    upper: Infinity,
    terms: [
      [j, 1],
      [mark, -range.least],
    ],
  })
}
