import type { Choice } from './choices.ts'
import type { Effect } from './effect.ts'
import type { Solve } from './linear.ts'
import { baseOf, guardedMiss, missesOf, outsideBy } from './misses.ts'
import {
  inSteps,
  isBetter,
  linearAbout,
  outsideColumn,
  overColumn,
  scoreOf,
  totalEffect,
  type Programme,
} from './programme.ts'

const STEPS = [1, -1, 2, -2, 5, -5]
const SMALL_STEPS = [-3, -2, -1, 1, 2, 3]
const MISS_WEIGHT = 1e3
const OUTSIDE_WEIGHT = 1e6
const BREACH_WEIGHT = 1e15
const PLACE_WEIGHT = 0.05

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
  const { choices, guards } = programme
  const zero = choices.map(() => 0)
  const model = linearAbout(programme, zero)
  guards.forEach((g, i) => {
    model.columns[overColumn(programme, i)].cost = g.weight / g.tolerance
    model.columns[outsideColumn(programme, i)].cost = ((OUTSIDE_WEIGHT / MISS_WEIGHT) * g.weight) / g.tolerance
  })
  choices.forEach((choice, j) => {
    model.columns[j].cost = choice.upper > 0 ? choice.addedG(1) * 1e-3 : 0
    if (onlyTape && choice.material.kind === 'tape' && choice.material.id !== onlyTape) model.columns[j].upper = 0
  })
  model.columns.forEach((column) => (column.integer = false))
  let values = zero
  for (let round = 0; round < 4; round++) {
    const answer = solve(model)
    if (answer.status !== 'optimal') break
    values = answer.values.slice(0, choices.length)
    // What is under the least worth cutting is dropped or raised to it, and the rest is worked out again around it.
    const small = choices.flatMap((choice, j) => (values[j] > 1e-6 && values[j] < choice.least - 1e-6 ? [j] : []))
    if (small.length === 0) break
    const least = small.reduce((a, b) => (values[a] / choices[a].least < values[b] / choices[b].least ? a : b))
    const drop = values[least] < choices[least].least / 2
    model.columns[least][drop ? 'upper' : 'lower'] = drop ? 0 : choices[least].least
  }
  return choices.map((choice, j) => worthCutting(choice, Math.round(values[j]), -1))
}

/** Steps and swaps on the exact sums until none helps; `thorough` compares in the aims' own steps and also moves three cuts at once. */
export function improved(programme: Programme, start: readonly number[], thorough = false): number[] {
  const { choices, request, guards, rows } = programme
  const base = baseOf(request)
  const rowsOf = choices.map((_, j) =>
    rows.flatMap((row, r) => row.terms.filter(([column]) => column === j).map(([, c]) => [r, c] as const)),
  )
  const counts = [...start]
  let effect = totalEffect(choices, counts)
  const activity = rows.map((row) => row.terms.reduce((sum, [j, c]) => sum + c * counts[j], 0))
  let places = counts.filter((count) => count > 0).length
  let added = choices.reduce((sum, choice, j) => sum + choice.addedG(counts[j]), 0)

  const costOf = (e: Effect, addedG: number, placesUsed: number, breach: number): number => {
    const misses = missesOf(guards, base, e)
    const tooMany = programme.maxPlaces === null ? 0 : Math.max(0, placesUsed - programme.maxPlaces)
    const score = { outside: outsideBy(guards, misses), miss: guardedMiss(guards, misses), addedG, places: placesUsed }
    if (thorough)
      return (
        BREACH_WEIGHT * (breach + tooMany) +
        inSteps(score, programme.placesFirst).reduce((sum, value) => sum * 1e3 + value, 0) +
        1e-6 * addedG
      )
    const placeWeight = programme.placesFirst ? 100 : PLACE_WEIGHT
    return (
      BREACH_WEIGHT * (breach + tooMany) +
      OUTSIDE_WEIGHT * score.outside +
      MISS_WEIGHT * score.miss +
      addedG +
      placeWeight * placesUsed
    )
  }
  const breachOf = (moves: readonly (readonly [number, number])[]): number => {
    const at = [...activity]
    for (const [j, step] of moves) for (const [r, c] of rowsOf[j]) at[r] += c * step
    return rows.reduce(
      (sum, row, r) => sum + Math.max(0, at[r] - row.upper - 1e-9) + Math.max(0, row.lower - at[r] - 1e-9),
      0,
    )
  }
  /** What some moves come to; null where they cannot be made, or cost no less than `limit` even if they broke no row. */
  const tried = (asked: readonly (readonly [number, number])[], limit: number) => {
    let e = effect
    let a = added
    let p = places
    const moves: [number, number][] = []
    for (const [j, step] of asked) {
      const count = worthCutting(choices[j], counts[j] + step, step)
      if (count < 0 || count > choices[j].upper) return null
      e = exchanged(e, choices[j].effectOf(counts[j]), choices[j].effectOf(count))
      a += choices[j].addedG(count) - choices[j].addedG(counts[j])
      p += Number(count > 0) - Number(counts[j] > 0)
      moves.push([j, count - counts[j]])
    }
    if (costOf(e, a, p, 0) >= limit) return null
    return { cost: costOf(e, a, p, breachOf(moves)), effect: e, added: a, places: p, moves }
  }
  let cost = costOf(effect, added, places, breachOf([]))
  for (let round = 0; round < 60; round++) {
    let best: ReturnType<typeof tried> = null
    const consider = (moves: readonly (readonly [number, number])[]) => {
      const limit = (best?.cost ?? cost) - 1e-9
      const trial = tried(moves, limit)
      if (trial && trial.cost < limit) best = trial
    }
    for (let j = 0; j < choices.length; j++)
      for (const step of [...STEPS, -counts[j]]) if (step !== 0) consider([[j, step]])
    if (!best) {
      for (let j = 0; j < choices.length; j++) {
        for (let k = 0; k < choices.length; k++) {
          if (j === k || counts[k] === 0) continue
          for (const up of [1, 2, 3, 4])
            for (const down of [-1, -2, -3, -4, -counts[k]])
              consider([
                [j, up],
                [k, down],
              ])
        }
      }
    }
    if (!best && thorough) {
      const inUse = choices.map((_, j) => j).filter((j) => counts[j] > 0)
      for (const j of inUse)
        for (const k of inUse)
          for (const l of inUse) {
            if (j >= k || k >= l) continue
            for (const a of SMALL_STEPS)
              for (const b of SMALL_STEPS)
                for (const c of SMALL_STEPS)
                  consider([
                    [j, a],
                    [k, b],
                    [l, c],
                  ])
          }
    }
    if (!best) break
    const taken: NonNullable<ReturnType<typeof tried>> = best
    for (const [j, step] of taken.moves) {
      counts[j] += step
      for (const [r, c] of rowsOf[j]) activity[r] += c * step
    }
    effect = taken.effect
    added = taken.added
    places = taken.places
    cost = taken.cost
  }
  return breachOf([]) > 0 ? choices.map(() => 0) : counts
}

/** A sum with one effect in place of another. */
const exchanged = (sum: Effect, off: Effect, on: Effect): Effect => ({
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
