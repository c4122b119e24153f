import type { Choice, Effect, ZoneRoom } from './choices.ts'
import { plusEffect, NO_EFFECT } from './choices.ts'
import type { LinearColumn, LinearModel, LinearRow, Solve } from './linear.ts'
import { guardedMiss, massScale, missBefore, missOfEffect, outsideBy, type Guard } from './misses.ts'
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
  | { kind: 'oneGrip' }
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
/** The guarded miss is compared in twentieths of a tolerance. */
export const MISS_STEP = 0.05
const HOLD = 1e-6

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
    row({ kind: 'stock', materialId: material.id }, `stock ${material.id}`, material.stock, (c) => (c.material.id === material.id ? c.stockPerStep : 0))
  }
  for (const { zone, capacitySteps } of rooms) {
    row({ kind: 'zone', zoneId: zone.id }, `room ${zone.id}`, capacitySteps, (c) => (c.zoneId === zone.id ? c.zoneStepsPerStep : 0))
  }
  row({ kind: 'oneGrip' }, 'one base grip', 1, (c) => (c.oneOf ? 1 : 0))
  if (request.limits.capG !== null) row({ kind: 'cap' }, 'cap', request.limits.capG, (c) => c.addedG(1))
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
  const scale = massScale(request)
  const effect = totalEffect(choices, counts)
  const misses = guards.map((g) => missBefore(g.quantity, request.state, g.target, scale) + missOfEffect(g.quantity, effect, g.target, scale))
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
  return [steps(score.outside, MISS_STEP), steps(score.miss, MISS_STEP), ...(placesFirst ? [score.places, mass] : [mass, score.places])]
}

/** Is a the better plan? */
export function isBetter(a: Score, b: Score, placesFirst: boolean): boolean {
  const [mine, other] = [inSteps(a, placesFirst), inSteps(b, placesFirst)]
  const at = mine.findIndex((value, i) => value !== other[i])
  return at >= 0 && mine[at] < other[at]
}

/**
 * The programme with the effects made linear about the given counts: exact there, since an effect is its exact sum divided by its count.
 * Columns: counts, then per quantity the part of its miss between guard and tolerance, then per quantity the part outside,
 * then a use mark per choice.
 */
export function linearAbout(programme: Programme, counts: readonly number[]): LinearModel {
  const { request, choices, guards } = programme
  const scale = massScale(request)
  const slopes = choices.map((choice, j) => {
    const at = counts[j] || Math.min(choice.upper, 8)
    return at === 0 ? NO_EFFECT : plusEffect(NO_EFFECT, choice.effectOf(at), 1 / at)
  })
  const columns: LinearColumn[] = [
    ...choices.map((choice) => ({ name: choice.id, cost: 0, lower: 0, upper: choice.upper, integer: true })),
    ...guards.map((g) => ({ name: `over ${g.quantity}`, cost: 0, lower: 0, upper: g.tolerance - g.guard, integer: false })),
    ...guards.map((g) => ({ name: `outside ${g.quantity}`, cost: 0, lower: 0, upper: Infinity, integer: false })),
  ]
  const rows: LinearRow[] = programme.rows.map((row) => ({ ...row, terms: row.terms }))
  guards.forEach((g, i) => {
    const terms = slopes.map((slope, j): [number, number] => [j, missOfEffect(g.quantity, slope, g.target, scale)])
    const before = missBefore(g.quantity, request.state, g.target, scale)
    const over = overColumn(programme, i)
    const outside = outsideColumn(programme, i)
    rows.push({ name: `above ${g.quantity}`, lower: -Infinity, upper: g.guard - before, terms: [...terms, [over, -1], [outside, -1]] })
    rows.push({ name: `below ${g.quantity}`, lower: -g.guard - before, upper: Infinity, terms: [...terms, [over, 1], [outside, 1]] })
  })
  const model = { columns, rows }
  const used = addUseMarks(model, choices)
  if (programme.maxPlaces !== null) rows.push({ name: 'places', lower: -Infinity, upper: programme.maxPlaces, terms: used.map((c) => [c, 1]) })
  return model
}

export const overColumn = (programme: Programme, i: number) => programme.choices.length + i
export const outsideColumn = (programme: Programme, i: number) => programme.choices.length + programme.guards.length + i

export const useColumn = (programme: Programme, j: number) => programme.choices.length + 2 * programme.guards.length + j

/** Adds a yes/no column per choice: 0 means none, 1 means at least the least worth cutting; returns their indices. */
function addUseMarks(model: LinearModel, choices: readonly Choice[]): number[] {
  return choices.map((choice, j) => {
    const mark = model.columns.length
    model.columns.push({ name: `use ${choice.id}`, cost: 0, lower: 0, upper: 1, integer: true })
    model.rows.push({ name: `use ${choice.id}`, lower: -Infinity, upper: 0, terms: [[j, 1], [mark, -choice.upper]] })
    if (choice.least > 1) model.rows.push({ name: `least ${choice.id}`, lower: 0, upper: Infinity, terms: [[j, 1], [mark, -choice.least]] })
    return mark
  })
}

export type Levels = { status: 'optimal'; counts: number[]; solves: number } | { status: 'infeasible' } | { status: 'unproven'; reason: string }

/**
 * Solves the aims one after the other, each to proven optimality, holding the earlier ones at their best.
 * Misses count in twentieths of a tolerance and mass in half grams, rounded up: finer is beyond any hand, and whole
 * steps let the solver close its proof.
 * @param known the score of counts already known to keep the rows: no need to look for worse
 */
export function solveLevels(programme: Programme, about: readonly number[], known: Score, solve: Solve): Levels {
  const { choices, guards } = programme
  const model = linearAbout(programme, about)
  const n = choices.length
  let solves = 0
  const least = (column: number) => {
    for (const c of model.columns) c.cost = 0
    model.columns[column].cost = 1
    solves++
    return solve(model)
  }
  /** A whole-number column that is at least so many steps of an aim; made least, then held. */
  const aim = (name: string, terms: [number, number][], step: number, atMost: number): number => {
    const column = model.columns.length
    model.columns.push({ name, cost: 0, lower: 0, upper: atMost, integer: true })
    model.rows.push({ name, lower: -Infinity, upper: HOLD, terms: [...terms.map(([c, w]): [number, number] => [c, w / step]), [column, -1]] })
    return column
  }
  const outsideTerms = guards.map((g, i): [number, number] => [outsideColumn(programme, i), 1 / g.tolerance])
  const missTerms = [...outsideTerms, ...guards.map((g, i): [number, number] => [overColumn(programme, i), 1 / g.tolerance])]
  // While the solves only match what is known, the known score bounds the next aim as well.
  let matchesKnown = true
  const settle = (column: number, knownSteps: number) => {
    const answer = least(column)
    if (answer.status !== 'optimal') return answer
    const best = Math.round(answer.objective)
    model.columns[column].upper = best
    matchesKnown &&= best === knownSteps
    return answer
  }
  if (programme.mustReach) for (const [column] of outsideTerms) model.columns[column].upper = 0
  matchesKnown = !programme.mustReach || known.outside <= HOLD
  for (const [name, terms, value] of [['outside', outsideTerms, known.outside], ['miss', missTerms, known.miss]] as const) {
    if (name === 'outside' && programme.mustReach) continue
    if (value > HOLD || !matchesKnown) {
      const knownSteps = steps(value, MISS_STEP)
      const answer = settle(aim(name, terms, MISS_STEP, matchesKnown ? knownSteps : Infinity), knownSteps)
      if (answer.status !== 'optimal') return answer
      // Better than what was known: worth polishing before the later aims are settled, which it then bounds.
      if (name === 'miss' && !matchesKnown) return { status: 'optimal', counts: answer.values.slice(0, n), solves }
    } else {
      for (const [column] of terms) model.columns[column].upper = 0
    }
  }
  const massTerms = choices.flatMap((c, j): [number, number][] => (c.upper > 0 && c.addedG(1) > 0 ? [[j, c.addedG(1)]] : []))
  const mass = aim('mass', massTerms, MASS_STEP_G, Infinity)
  const places = aim('places in all', choices.map((_, j) => [useColumn(programme, j), 1]), 1, choices.length)
  let last: number[] = []
  const knownMass = steps(known.addedG, MASS_STEP_G)
  for (const [column, knownSteps] of programme.placesFirst ? [[places, known.places], [mass, knownMass]] : [[mass, knownMass], [places, known.places]]) {
    if (matchesKnown) model.columns[column].upper = Math.min(model.columns[column].upper, knownSteps)
    const answer = settle(column, knownSteps)
    if (answer.status !== 'optimal') return answer
    last = answer.values
  }
  return { status: 'optimal', counts: last.slice(0, n), solves }
}
