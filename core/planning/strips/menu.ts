import { meets, stretchOf, type Stretch } from '../../cuts/overlap.ts'
import { isInDrawer } from '../../cuts/material.ts'
import type { Choice } from '../problem/choice.ts'
import type { PlanRequest } from '../problem/request.ts'
import { patternsFor, type Pattern } from './patterns.ts'

/** A place with all that a hand could do there. A plan takes one at most. */
export interface Group {
  id: string
  /** Those of one choice by rising count. */
  patterns: Pattern[]
}

/** Everything that may be put anywhere, place by place, each with its exact effect. What would lie on pieces that stay is left out. */
export function menuOf(request: PlanRequest, choices: readonly Choice[]): Group[] {
  const laid = request.fixedCuts.flatMap((cut) => stretchOf(cut, request.work) ?? [])
  const groups = new Map<string, Group>()
  const patternsOf = patternsFor(request)
  choices.forEach((choice, j) => {
    const { material, group: id } = choice
    const most = isInDrawer(material) ? material.stock + 1e-9 : Infinity
    const patterns = patternsOf(choice, j)
    for (let count = choice.least; count <= choice.upper; count++) {
      const pattern = patterns.at(count)
      if (pattern.stock > most) break
      if (liesOn(pattern, laid)) continue
      const group = groups.get(id) ?? { id, patterns: [] }
      groups.set(id, group)
      group.patterns.push(pattern)
    }
  })
  return [...groups.values()]
}

const liesOn = (pattern: Pattern, laid: readonly Stretch[]): boolean =>
  laid.some((other) => pattern.stretch && meets(pattern.stretch, other))

/** The part of a menu whose choices are allowed. */
export function allowedOf(
  menu: readonly Group[],
  choices: readonly Choice[],
  allows: (choice: Choice) => boolean,
): Group[] {
  const isAllowed = choices.map(allows)
  return menu.flatMap((group): Group[] => {
    const { patterns } = group
    const left = patterns.filter((p) => isAllowed[p.choice])
    if (left.length === patterns.length) return [group]
    return left.length > 0 ? [{ ...group, patterns: left }] : []
  })
}
