import { addMoments, NO_MOMENTS, type Moments } from '../../cuts/moments.ts'
import type { Choice } from '../problem/choice.ts'
import type { ZoneRoom } from '../problem/choices.ts'
import type { AcceptanceBand } from '../problem/deviations.ts'
import type { PlanRequest } from '../problem/request.ts'
import type { LinearRow } from './linear.ts'

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
  acceptance: AcceptanceBand[]
  maxPlaces: number | null
  /** Fewest places before least mass. */
  placesFirst: boolean
  /** Only plans inside every tolerance count; otherwise the answer is "infeasible". */
  mustReach: boolean
  /** Anywhere inside a tolerance is as good as its middle. */
  toTheEdge: boolean
  /** Plans of more minutes are of no use. */
  mostMinutes: number
}

/** The bounds that every plan keeps: stock, room in the zones, one base grip, the cap on added mass. */
export function hardRows(request: PlanRequest, choices: readonly Choice[], rooms: readonly ZoneRoom[]): CountRow[] {
  const rows: CountRow[] = []
  /** @param among indices of the choices that may count, rising */
  const row = (
    bound: BoundName,
    name: string,
    upper: number,
    among: Iterable<number>,
    coefficient: (choice: Choice) => number,
  ) => {
    const terms: [number, number][] = []
    for (const j of among) {
      const c = coefficient(choices[j])
      if (c !== 0) terms.push([j, c])
    }
    if (terms.length > 0) rows.push({ bound, name, lower: -Infinity, upper, terms })
  }
  const ofMaterial = indicesBy(choices, (c) => [c.material.id])
  for (const { id, stock } of request.materials)
    row({ kind: 'stock', materialId: id }, `stock ${id}`, stock, ofMaterial.get(id) ?? [], (c) => c.stockPerStep)
  const atZone = indicesBy(choices, (c) => [c.zoneId, c.frees])
  for (const { zone, room } of rooms) {
    const there = atZone.get(zone.id) ?? []
    const sides = there.some((j) => choices[j].zoneId === zone.id && choices[j].side)
      ? (['left', 'right'] as const)
      : [null]
    for (const side of sides)
      row({ kind: 'zone', zoneId: zone.id }, `room ${zone.id}${side ?? ''}`, room, there, (c) =>
        c.zoneId === zone.id && (!side || !c.side || c.side === side) ? c.roomPerStep : c.frees === zone.id ? -1 : 0,
      )
  }
  for (const [group, those] of indicesBy(choices, (c) => [c.oneOf]))
    row({ kind: 'oneOf', group }, `one ${group}`, 1, those, () => 1)
  if (request.limits.capG !== null) row({ kind: 'cap' }, 'cap', request.limits.capG, choices.keys(), (c) => c.addedG(1))
  if (request.limits.capTotalG !== null) {
    const upper = request.limits.capTotalG - request.state.massG!
    row({ kind: 'capTotal' }, 'cap of the whole', upper, choices.keys(), leastPerStep)
  }
  return rows
}

/** Indices of choices by what they have, rising; a choice may have none, or the same twice. */
function indicesBy(choices: readonly Choice[], keysOf: (choice: Choice) => (string | null)[]): Map<string, number[]> {
  const by = new Map<string, number[]>()
  for (const [j, choice] of choices.entries())
    for (const key of keysOf(choice)) {
      if (key === null) continue
      const those = by.get(key)
      if (!those) by.set(key, [j])
      else if (those.at(-1) !== j) those.push(j)
    }
  return by
}

/** The least that a step of a choice weighs: what goes on with a piece does not grow with it. No plan is left out by it. */
function leastPerStep(choice: Choice): number {
  let least = choice.upper > 0 ? choice.momentsOf(1).massG : 0
  for (let count = 2; count <= choice.upper; count++) least = Math.min(least, choice.momentsOf(count).massG / count)
  return least
}

/** Exact effect of so many steps of each choice. */
export function totalMoments(choices: readonly Choice[], counts: readonly number[]): Moments {
  return choices.reduce(
    (sum, choice, j) => (counts[j] ? addMoments(sum, choice.momentsOf(counts[j])) : sum),
    NO_MOMENTS,
  )
}
