import type { Pattern } from './patterns.ts'
import type { StripSearch } from './search.ts'

const MOST_ROUNDS = 8

/** A first plan towards a target that may be out of reach: one place after the other is used anew in every way while that brings it nearer. */
export function improve(search: StripSearch): void {
  for (let round = 0; round < MOST_ROUNDS; round++) if (!oneAnew(search)) break
}

const without = (search: StripSearch, group: number): Pattern[] =>
  (search.best?.patterns ?? []).filter((p) => !search.shelves[group].group.patterns.includes(p))

function oneAnew(search: StripSearch): boolean {
  let better = false
  for (let g = 0; g < search.shelves.length; g++) {
    const others = without(search, g)
    better = search.offer(others) || better
    for (const p of search.shelves[g].group.patterns) better = search.offer([...others, p]) || better
  }
  return better
}
