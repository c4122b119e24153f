import type { Material } from '../../cuts/material.ts'
import { QUANTITIES, type Quantity } from '../../quantities/units.ts'
import type { CountRow } from '../model/programme.ts'
import type { Choice } from '../problem/choice.ts'
import type { TargetNumbers } from '../problem/request.ts'
import { countsOf, soughtIn, type PlanSpace } from '../solve/plan.ts'
import type { Patience } from '../strips/find.ts'
import { wholeMinutes } from '../strips/score.ts'
import { SUMS, sumsOf, valueFrom } from '../strips/sums.ts'
import { TO_THE_EDGE } from './between.ts'
import { aimed } from './set.ts'

const EPS = 1e-9

/** What the numbers come to. */
type Landing = Record<Quantity, number>

/** How much of a material a frame takes at least, and at most. */
export type Taken = Readonly<Record<string, readonly [number, number]>>

/** The least work with which one frame lands somewhere that some target of a box allows. */
export interface Least {
  /** No plan of fewer whole minutes does; 0 where that was not seen. */
  minutes: number
  /** More patience could say more of what is least. */
  isOpen: boolean
  counts: readonly number[]
  landing: Landing
  /** Of each material, by id. */
  taken: Readonly<Record<string, number>>
}

/** What is asked of one frame of a set. */
export interface Question {
  /** Where it may land. */
  reach: TargetNumbers
  /** What is there for it. */
  materials: readonly Material[]
  /** How much of a material it must take. */
  taken: Taken
  /** Plans of as many minutes are of no use. */
  tooMany: number
  patience: Patience
}

/**
 * The least work with which a frame lands where it may; 'none' where there is none of so few minutes, null where it is not known soon.
 * @param gramsOf see `gramsPerStock`
 */
export function leastOf(
  { reach, materials, taken, tooMany, patience }: Question,
  from: PlanSpace,
  gramsOf: ReadonlyMap<string, number>,
): Least | 'none' | null {
  const space = aimed(from, reach)
  const { request, choices } = space
  const { mass } = reach
  const mostG = materials.reduce((sum, m) => sum + m.stock * (gramsOf.get(m.id) ?? 0), request.state.massG!)
  if (mass && mostG < mass.value - mass.tolerance - EPS) return 'none'
  const rows = Object.entries(taken).flatMap(([id, [atLeast]]): CountRow[] => {
    const terms = choices.flatMap((c, j): [number, number][] => (c.material.id === id ? [[j, c.stockPerStep]] : []))
    const bound = { kind: 'rule' } as const
    return atLeast <= 0 ? [] : [{ bound, name: `takes ${id}`, lower: atLeast, upper: Infinity, terms }]
  })
  // Whole minutes: what asks less than too many by less than one is of no use either.
  const mostMinutes = Math.ceil(tooMany - EPS) - 1
  const { best, proven } = soughtIn(
    { ...space, request: { ...request, materials: [...materials] } },
    { ...TO_THE_EDGE, mustReach: true, rows, mostMinutes },
    patience,
  )
  if (!best) return proven ? 'none' : null
  const sums = sumsOf(request.state)
  for (const p of best.patterns) for (let a = 0; a < SUMS; a++) sums[a] += p.sums[a]
  const used: Record<string, number> = {}
  for (const { choice, count } of best.patterns) {
    const { material, stockPerStep } = choices[choice]
    used[material.id] = (used[material.id] ?? 0) + stockPerStep * count
  }
  return {
    minutes: proven ? wholeMinutes(best.score.minutes) : 0,
    isOpen: !proven && patience === 'glance',
    counts: countsOf(space, best.patterns),
    landing: landingOf(sums, request.state.axisCm),
    taken: used,
  }
}

/** Of each material, by id: the most that one of it adds, g. */
export function gramsPerStock(choices: readonly Choice[]): Map<string, number> {
  const grams = new Map<string, number>()
  for (const { material, upper, least, stockPerStep, momentsOf } of choices) {
    if (upper < least || stockPerStep <= 0) continue
    const most = Math.max(...[least, upper].map((n) => momentsOf(n).massG / (n * stockPerStep)))
    grams.set(material.id, Math.max(grams.get(material.id) ?? 0, most))
  }
  return grams
}

/** Is an answer one in a smaller box as well, and with less in the drawer? */
export const stillHolds = (
  { landing, taken }: Least,
  { reach, materials, taken: ranges }: Pick<Question, 'reach' | 'materials' | 'taken'>,
): boolean =>
  materials.every(
    ({ id, stock }) => (taken[id] ?? 0) <= stock + EPS && (taken[id] ?? 0) >= (ranges[id]?.[0] ?? 0) - EPS,
  ) &&
  Object.entries(reach).every(
    ([q, { value, tolerance }]) => Math.abs(landing[q as Quantity] - value) <= tolerance + EPS,
  )

const landingOf = (sums: ArrayLike<number>, axisCm: number) =>
  Object.fromEntries(QUANTITIES.map((q) => [q, valueFrom(q, sums, axisCm)])) as Landing

/** The number that the frames' own answers lie farthest apart in, in tolerances. */
export function mostApart(least: readonly Least[], target: TargetNumbers): [Quantity | null, number] {
  let most: [Quantity | null, number] = [null, 0]
  for (const [q, { tolerance }] of Object.entries(target) as [Quantity, { tolerance: number }][]) {
    const values = least.map(({ landing }) => landing[q])
    const ratio = (Math.max(...values) - Math.min(...values)) / (2 * tolerance)
    if (ratio > most[1]) most = [q, ratio]
  }
  return most
}
