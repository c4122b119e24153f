import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'

/** What the units of a batch are sorted by; none: as they were read. */
export const UNIT_SORTS = ['name', ...QUANTITIES, 'pick'] as const
export type UnitSort = (typeof UNIT_SORTS)[number]
export interface UnitOrder {
  by: UnitSort
  down: boolean
}

/** What of a unit it can be sorted by; null is not known. */
export interface SortedUnit {
  id: string
  name: string
  numbers: Partial<Record<Quantity, number>>
  /** From nought; null while nothing is picked. */
  rank: number | null
}

/** An order as it stands in an address: `mass`, `-mass` downwards; null where it is none. */
export function orderOf(text: unknown): UnitOrder | null {
  if (typeof text !== 'string') return null
  const by = UNIT_SORTS.find((s) => s === text.replace(/^-/, ''))
  return by ? { by, down: text.startsWith('-') } : null
}
export const writeOrder = ({ by, down }: UnitOrder): string => `${down ? '-' : ''}${by}`

/** A column chosen again turns the other way round, and is let go of at the third time. */
export function nextOrder(now: UnitOrder | null, by: UnitSort): UnitOrder | null {
  if (now?.by !== by) return { by, down: false }
  return now.down ? null : { by, down: true }
}

/** The ids in that order: names as people count (2 before 10), what is not known at the end either way. */
export function idsIn(order: UnitOrder | null, units: readonly SortedUnit[]): string[] {
  if (!order) return units.map((u) => u.id)
  const { by, down } = order
  const way = down ? -1 : 1
  const valueOf = (u: SortedUnit) => (by === 'pick' ? u.rank : by === 'name' ? null : (u.numbers[by] ?? null))
  const compare = (a: SortedUnit, b: SortedUnit) => {
    if (by === 'name') return way * a.name.localeCompare(b.name, 'en', { numeric: true })
    const [x, y] = [valueOf(a), valueOf(b)]
    if (x === null || y === null) return (x === null ? 1 : 0) - (y === null ? 1 : 0)
    return way * (x - y)
  }
  return [...units].sort(compare).map((u) => u.id)
}
