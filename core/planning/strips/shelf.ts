import type { Programme } from '../model/programme.ts'
import type { Group } from './menu.ts'
import type { Pattern } from './patterns.ts'
import { sumAlong, type Window } from './windows.ts'

/** Patterns of a place that ask the same work but for their length: one choice, a material laid in one way. Longer ones later. */
export interface Kin {
  /** Numbers the kin of a search from 0 on. */
  id: number
  patterns: Pattern[]
  /** What each pattern adds to every window over its half width, pattern after pattern. */
  scaled: Float64Array
  /** Index of the pattern that is measured off at a length; one that is not cut has none. */
  atLength: Map<number, number>
  isCut: boolean
  minutes: number
  material: number
  kind: number
  /** 1: grip off; 2: cure. */
  flags: number
}

/** A group as the search reads it. */
export interface Shelf {
  group: Group
  kin: Kin[]
  size: number
  /** As of its kin, whose own are parts of it. */
  scaled: Float64Array
  leastMinutes: number
  /** Flags that every pattern has. */
  always: number
  /** A bit for the kind of material that every pattern is of; 0 where they differ or none is taken out. */
  kind: number
  /** Every pattern is measured off. */
  isCut: boolean
}

export const flagsOf = (p: Pattern) => (p.gripOff ? 1 : 0) | (p.cure ? 2 : 0)

/** The menu without what breaks a row by itself. */
export function withinRows(
  groups: readonly Group[],
  rows: Programme['rows'],
  rowsOf: readonly (readonly (readonly [row: number, coefficient: number])[])[],
): Group[] {
  // A row that some choice can lower, a share of the whole, is not broken by one place alone.
  const isPlain = rows.map((row) => row.terms.every(([, c]) => c >= 0))
  const most = rowsOf.map((those) =>
    those.reduce(
      (count, [r, c]) => (isPlain[r] && c > 0 ? Math.min(count, (rows[r].upper + 1e-9) / c) : count),
      Infinity,
    ),
  )
  return groups.flatMap((group): Group[] => {
    if (group.patterns.every((p) => p.count <= most[p.choice])) return [group]
    const patterns = group.patterns.filter((p) => p.count <= most[p.choice])
    return patterns.length > 0 ? [{ ...group, patterns }] : []
  })
}

/** Patterns of a group that ask the same but for their length, each by rising length. Menus outlive searches: worked out once. */
const alikeIn = new WeakMap<Group, Pattern[][]>()

function alikeOf(group: Group): Pattern[][] {
  const known = alikeIn.get(group)
  if (known) return known
  // Within one choice a length is one pattern; short strips ask more.
  const byChoice = new Map<number, Map<number, Pattern[]>>()
  const alike: Pattern[][] = []
  for (const p of group.patterns) {
    let byMinutes = byChoice.get(p.choice)
    if (!byMinutes) byChoice.set(p.choice, (byMinutes = new Map()))
    const those = byMinutes.get(p.ownMinutes)
    if (those) those.push(p)
    else {
      const first = [p]
      byMinutes.set(p.ownMinutes, first)
      alike.push(first)
    }
  }
  alikeIn.set(group, alike)
  return alike
}

/** The places of a search, each with its ways to lay strips. */
export function shelvesOf(groups: readonly Group[], windows: readonly Window[]): Shelf[] {
  let id = 0
  return groups.map((group) => shelfOf(group, windows, () => id++))
}

/** Of each choice that is on a shelf: the index of that shelf. */
export const shelfOfChoices = (shelves: readonly Shelf[]): ReadonlyMap<number, number> =>
  new Map(shelves.flatMap(({ kin }, s) => kin.map(({ patterns }) => [patterns[0].choice, s])))

function shelfOf(group: Group, windows: readonly Window[], nextId: () => number): Shelf {
  const scaled = new Float64Array(windows.length * group.patterns.length)
  let at = 0
  const kin = alikeOf(group)
    .map((patterns) => {
      const end = at + windows.length * patterns.length
      const mine = scaled.subarray(at, end)
      at = end
      return kinOf(nextId(), patterns, windows, mine)
    })
    .sort((a, b) => a.minutes - b.minutes)
  const kinds = new Set(kin.map((k) => k.kind))
  return {
    group,
    kin,
    size: group.patterns.length,
    scaled,
    leastMinutes: kin[0].minutes,
    always: kin.reduce((all, k) => all & k.flags, 3),
    kind: kinds.size === 1 ? kin[0].kind : 0,
    isCut: kin.every((k) => k.isCut),
  }
}

/** @param scaled room for what its patterns add */
function kinOf(id: number, patterns: Pattern[], windows: readonly Window[], scaled: Float64Array): Kin {
  const n = windows.length
  const atLength = new Map<number, number>()
  for (const [i, { sums, length }] of patterns.entries()) {
    for (let q = 0; q < n; q++) scaled[n * i + q] = sumAlong(windows[q], sums) / windows[q].half
    atLength.set(length, i)
  }
  return {
    id,
    patterns,
    scaled,
    atLength,
    isCut: patterns[0].length > 0,
    minutes: patterns[0].ownMinutes,
    material: patterns[0].material,
    kind: patterns[0].kind,
    flags: flagsOf(patterns[0]),
  }
}

/** How many bits are set. */
export function bits(mask: number): number {
  let count = 0
  for (let rest = mask; rest !== 0; rest &= rest - 1) count++
  return count
}
