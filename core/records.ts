/** The keys of a record whose keys are all known by its type. */
export const keysOf = <T extends object>(record: T): (keyof T & string)[] => Object.keys(record) as (keyof T & string)[]

/** Keys and values of a record whose keys are all known by its type. */
export const entriesOf = <T extends object>(record: T): { [K in keyof T & string]: [K, T[K]] }[keyof T & string][] =>
  keysOf(record).map((key) => [key, record[key]])

/** A record with a value for every key. */
export const recordOf = <K extends string, V>(keys: readonly K[], of: (key: K) => V): Record<K, V> =>
  Object.fromEntries(keys.map((key) => [key, of(key)])) as Record<K, V>

/** A copy of plain data, as it would be sent: of a page's data as well, which is watched. */
export const plainCopy = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T
