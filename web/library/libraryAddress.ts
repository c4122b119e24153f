import { entriesOf, recordOf } from '#core/records.ts'
import { SETUP_KINDS } from '#core/compare/libraryTable.ts'
import { GRADES } from '#core/compare/setup.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { LIBRARY_SORTS, type LibrarySearch } from '#contract/library.ts'

type Bounds = Record<Quantity, { low: string; high: string }>
/** What is looked for in the library, as it is set on its page; bounds as they were typed. */
export interface LibraryFilter {
  text: string
  kinds: NonNullable<LibrarySearch['kinds']>
  grades: NonNullable<LibrarySearch['grades']>
  styles: string[]
  shapes: string[]
  retired: boolean
  sort: (typeof LIBRARY_SORTS)[number]
  down: boolean
  bounds: Bounds
}
/** A page's address, as the router hands it out. */
type Query = Record<string, string | null | (string | null)[] | undefined>

const LISTS = { kinds: 'kind', grades: 'grade', styles: 'game', shapes: 'shape' } as const
const isOneOf =
  <T extends string>(all: readonly T[]) =>
  (value: string): value is T =>
    all.includes(value as T)
const texts = (value: Query[string]): string[] =>
  (Array.isArray(value) ? value : [value]).filter((v): v is string => typeof v === 'string' && v !== '')
const first = (value: Query[string]): string => texts(value)[0] ?? ''

/** What an address asks for; what it asks for and nobody knows is left out. */
export function filterOf(query: Query): LibraryFilter {
  const sort = first(query.sort).replace(/^-/, '')
  return {
    text: first(query.find),
    kinds: texts(query.kind).filter(isOneOf(SETUP_KINDS)),
    grades: texts(query.grade).filter(isOneOf(GRADES)),
    styles: texts(query.game),
    shapes: texts(query.shape),
    retired: first(query.retired) === 'true',
    sort: isOneOf(LIBRARY_SORTS)(sort) ? sort : 'name',
    down: first(query.sort).startsWith('-'),
    bounds: recordOf(QUANTITIES, (q) => ({ low: first(query[`${q}-from`]), high: first(query[`${q}-to`]) })),
  }
}

/** A filter as it stands in an address: only what is not as usual, `undefined` for what is. */
export function queryOfFilter(filter: LibraryFilter): Record<string, string | string[] | undefined> {
  const lists = entriesOf(LISTS).map(([key, name]) => {
    const values = filter[key]
    return [name, values.length > 0 ? [...values] : undefined]
  })
  const bounds = QUANTITIES.flatMap((q) => [
    [`${q}-from`, filter.bounds[q].low.trim() || undefined],
    [`${q}-to`, filter.bounds[q].high.trim() || undefined],
  ])
  const sort = `${filter.down ? '-' : ''}${filter.sort}`
  return Object.fromEntries([
    ['find', filter.text || undefined],
    ...lists,
    ['retired', filter.retired ? 'true' : undefined],
    ['sort', sort === 'name' ? undefined : sort],
    ...bounds,
  ])
}
