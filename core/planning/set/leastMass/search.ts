import type { Choice } from '../../problem/choices.ts'
import type { Moments } from '../../../cuts/moments.ts'
import type { Solve } from '../../model/linear.ts'
import { bandExcess, baseOf, deviationsOf, toleranceExcess, type Base } from '../../problem/deviations.ts'
import { linearAbout } from '../../model/planModel.ts'
import { totalMoments, type Programme } from '../../model/programme.ts'
import { inSteps, isBetter, scoreOf } from './gramScore.ts'

/** Steps of one choice that are tried by themselves. */
const STEPS = [1, -1, 2, -2, 5, -5]
/** Steps of two choices that are tried together: one up, one down. */
const UP = [1, 2, 3, 4]
const DOWN = [-1, -2, -3, -4]
/** Steps of three choices in use that are tried together. */
const SMALL_STEPS = [-3, -2, -1, 1, 2, 3]
const MOST_ROUNDS = 60

/** What counts how much in one number, so that each aim outweighs all after it: broken rows, tolerances, bands, grams, places. */
const WEIGHTS = { breach: 1e15, outside: 1e6, miss: 1e3, addedG: 1, place: 0.05, placesFirst: 100 } as const
/** Between two aims that are compared in whole steps, none of which is ever as many. */
const NEXT_AIM = 1e3
/** Grams decide between plans that are alike in whole steps. */
const GRAMS_LAST = 1e-6
/** Grams beside deviations in the relaxation that is rounded. */
const RELAXED_GRAMS = 1e-3

/**
 * A good plan at once, not yet proven: relaxations rounded (with every tape, and with each tape alone), then steps and swaps
 * on the exact sums while they help; the best of them.
 * @returns counts that keep every hard row, or all zeros when none better was found
 */
export function goodCounts(programme: Programme, solve: Solve): number[] {
  const tapes = [...new Set(programme.choices.flatMap((c) => (c.material.kind === 'tape' ? [c.material.id] : [])))]
  const starts = [null, ...(tapes.length > 1 ? tapes : [])].map((only) =>
    improved(programme, roundedRelaxation(programme, solve, only)),
  )
  return starts.reduce((a, b) =>
    isBetter(scoreOf(programme, b), scoreOf(programme, a), programme.placesFirst) ? b : a,
  )
}

/** The programme without whole numbers, rounded down. @param onlyTape leaves out the other tapes */
function roundedRelaxation(programme: Programme, solve: Solve, onlyTape: string | null): number[] {
  const { choices, acceptance } = programme
  const zero = choices.map(() => 0)
  const model = linearAbout(programme, zero)
  acceptance.forEach((g, i) => {
    model.columns[model.over[i]].cost = g.weight / g.tolerance
    model.columns[model.outside[i]].cost = ((WEIGHTS.outside / WEIGHTS.miss) * g.weight) / g.tolerance
  })
  choices.forEach((choice, j) => {
    const column = model.columns[model.counts[j]]
    column.cost = choice.upper > 0 ? choice.addedG(1) * RELAXED_GRAMS : 0
    if (onlyTape && choice.material.kind === 'tape' && choice.material.id !== onlyTape) column.upper = 0
  })
  model.columns.forEach((column) => (column.integer = false))
  let values = zero
  for (let round = 0; round < 4; round++) {
    const answer = solve(model)
    if (answer.status !== 'optimal') break
    values = model.counts.map((count) => answer.values[count])
    // What is under the least worth cutting is dropped or raised to it, and the rest is worked out again around it.
    const small = choices.flatMap((choice, j) => (values[j] > 1e-6 && values[j] < choice.least - 1e-6 ? [j] : []))
    if (small.length === 0) break
    const least = small.reduce((a, b) => (values[a] / choices[a].least < values[b] / choices[b].least ? a : b))
    const drop = values[least] < choices[least].least / 2
    model.columns[model.counts[least]][drop ? 'upper' : 'lower'] = drop ? 0 : choices[least].least
  }
  return choices.map((choice, j) => worthCutting(choice, Math.round(values[j]), -1))
}

/** Some choices with the steps that each is to go. */
type Moves = readonly (readonly [choice: number, step: number])[]
type Consider = (moves: Moves) => void

/** What some moves come to. */
interface Trial {
  cost: number
  moments: Moments
  addedG: number
  places: number
  moves: Moves
}

/** Steps and swaps on the exact sums until none helps; `thorough` compares in the aims' own steps and also moves three cuts at once. */
export function improved(programme: Programme, start: readonly number[], thorough = false): number[] {
  const search = new LocalSearch(programme, start, thorough)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const best =
      search.bestOf((consider) => search.eachStep(consider)) ??
      search.bestOf((consider) => search.eachSwap(consider)) ??
      (thorough ? search.bestOf((consider) => search.eachThree(consider)) : null)
    if (!best) break
    search.take(best)
  }
  return search.keepsRows() ? search.counts : programme.choices.map(() => 0)
}

/** Counts with all that follows from them kept beside, so that a move costs what it changes. */
class LocalSearch {
  readonly counts: number[]
  readonly #programme: Programme
  readonly #thorough: boolean
  readonly #base: Base
  /** Of each choice: the rows that it is in, with its coefficient. */
  readonly #rowsOf: (readonly [row: number, coefficient: number])[][]
  readonly #activity: number[]
  #moments: Moments
  #addedG: number
  #places: number
  #cost: number

  constructor(programme: Programme, start: readonly number[], thorough: boolean) {
    const { choices, rows, request } = programme
    this.#programme = programme
    this.#thorough = thorough
    this.#base = baseOf(request)
    this.counts = [...start]
    this.#rowsOf = choices.map((_, j) =>
      rows.flatMap((row, r) => row.terms.filter(([column]) => column === j).map(([, c]) => [r, c] as const)),
    )
    this.#activity = rows.map((row) => row.terms.reduce((sum, [j, c]) => sum + c * start[j], 0))
    this.#moments = totalMoments(choices, start)
    this.#addedG = choices.reduce((sum, choice, j) => sum + choice.addedG(start[j]), 0)
    this.#places = start.filter((count) => count > 0).length
    this.#cost = this.#costOf(this.#moments, this.#addedG, this.#places, this.#breachOf([]))
  }

  keepsRows(): boolean {
    return this.#breachOf([]) <= 0
  }

  /** The best of some moves, where one is better than none. */
  bestOf(neighbourhood: (consider: Consider) => void): Trial | null {
    let best: Trial | null = null
    let limit = this.#cost - 1e-9
    neighbourhood((moves) => {
      const trial = this.#tried(moves, limit)
      if (!trial || trial.cost >= limit) return
      best = trial
      limit = trial.cost - 1e-9
    })
    return best
  }

  take(trial: Trial): void {
    for (const [j, step] of trial.moves) {
      this.counts[j] += step
      for (const [r, c] of this.#rowsOf[j]) this.#activity[r] += c * step
    }
    this.#moments = trial.moments
    this.#addedG = trial.addedG
    this.#places = trial.places
    this.#cost = trial.cost
  }

  /** One choice by itself, also all of it off. */
  eachStep(consider: Consider): void {
    for (let j = 0; j < this.counts.length; j++)
      for (const step of [...STEPS, -this.counts[j]]) if (step !== 0) consider([[j, step]])
  }

  /** One choice up, one that is in use down. */
  eachSwap(consider: Consider): void {
    for (let j = 0; j < this.counts.length; j++)
      for (let k = 0; k < this.counts.length; k++) {
        if (j === k || this.counts[k] === 0) continue
        for (const up of UP)
          for (const down of [...DOWN, -this.counts[k]])
            consider([
              [j, up],
              [k, down],
            ])
      }
  }

  /** Three that are in use, a little each. */
  eachThree(consider: Consider): void {
    const used = this.counts.flatMap((count, j) => (count > 0 ? [j] : []))
    for (const [i, j] of used.entries())
      for (const [n, k] of used.slice(i + 1).entries())
        for (const l of used.slice(i + n + 2))
          for (const a of SMALL_STEPS)
            for (const b of SMALL_STEPS)
              for (const c of SMALL_STEPS)
                consider([
                  [j, a],
                  [k, b],
                  [l, c],
                ])
  }

  #costOf(moments: Moments, addedG: number, places: number, breach: number): number {
    const { acceptance, maxPlaces, placesFirst } = this.#programme
    const deviations = deviationsOf(acceptance, this.#base, moments)
    const tooMany = maxPlaces === null ? 0 : Math.max(0, places - maxPlaces)
    const score = {
      outside: toleranceExcess(acceptance, deviations),
      miss: bandExcess(acceptance, deviations),
      addedG,
      places,
    }
    const broken = WEIGHTS.breach * (breach + tooMany)
    if (this.#thorough)
      return (
        broken + inSteps(score, placesFirst).reduce((sum, value) => sum * NEXT_AIM + value, 0) + GRAMS_LAST * addedG
      )
    return (
      broken +
      WEIGHTS.outside * score.outside +
      WEIGHTS.miss * score.miss +
      WEIGHTS.addedG * addedG +
      (placesFirst ? WEIGHTS.placesFirst : WEIGHTS.place) * places
    )
  }

  #breachOf(moves: Moves): number {
    const at = [...this.#activity]
    for (const [j, step] of moves) for (const [r, c] of this.#rowsOf[j]) at[r] += c * step
    return this.#programme.rows.reduce(
      (sum, row, r) => sum + Math.max(0, at[r] - row.upper - 1e-9) + Math.max(0, row.lower - at[r] - 1e-9),
      0,
    )
  }

  /** What some moves come to; null where they cannot be made, or cost no less than `limit` even if they broke no row. */
  #tried(asked: Moves, limit: number): Trial | null {
    const { choices } = this.#programme
    let moments = this.#moments
    let addedG = this.#addedG
    let places = this.#places
    const moves: [number, number][] = []
    for (const [j, step] of asked) {
      const now = this.counts[j]
      const count = worthCutting(choices[j], now + step, step)
      if (count < 0 || count > choices[j].upper) return null
      moments = exchanged(moments, choices[j].momentsOf(now), choices[j].momentsOf(count))
      addedG += choices[j].addedG(count) - choices[j].addedG(now)
      places += Number(count > 0) - Number(now > 0)
      moves.push([j, count - now])
    }
    if (this.#costOf(moments, addedG, places, 0) >= limit) return null
    return { cost: this.#costOf(moments, addedG, places, this.#breachOf(moves)), moments, addedG, places, moves }
  }
}

/** A sum with the moments of one count in place of another's. */
const exchanged = (sum: Moments, off: Moments, on: Moments): Moments => ({
  massG: sum.massG - off.massG + on.massG,
  moment: sum.moment - off.moment + on.moment,
  swing: sum.swing - off.swing + on.swing,
  twist: sum.twist - off.twist + on.twist,
  side: sum.side - off.side + on.side,
})

/** Under the least worth cutting there is only none: on the way up a count jumps over the gap, on the way down it drops to none. */
function worthCutting(choice: Choice, count: number, step: number): number {
  if (count <= 0 || count >= choice.least) return count
  return step > 0 ? choice.least : 0
}
