import { Descent, type Along, type SearchBudget } from './descent.ts'
import type { Bounds, WindowSum } from './directions.ts'
import { isNearing, type StripSearch } from './search.ts'
import { bits } from './shelf.ts'

/**
 * Every plan of so many places that could be better than the best known is looked at; the best of them is then known. Sets of places are
 * taken in the order of the least work that they could ask; a set that asks more than the best is closed, and so is a part of one whose
 * sums can no longer come into the windows.
 * @returns true when none was left out
 */
export function exhaust(search: StripSearch, places: number, budget: SearchBudget): boolean {
  if (places > search.mostPlaces) return true
  const sets = setsWithin(search, places, budget)
  if (!sets) return false
  let known: { bounds: Bounds; windows: readonly Along[] } | null = null
  // Most sets lie within the bounds of the one before.
  const windowsIn = (bounds: Bounds) =>
    (known?.bounds === bounds ? known : (known = windowsWithin(search, bounds))).windows
  for (const { at, least } of sets) {
    if (least > search.mostMinutes + 1e-9) break
    if ((budget.left -= isNearing(search.stage) ? LOOK : 0) < 0) return false
    const bounds = search.boundsFor(at)
    const directions = bounds && directionsFor(search, at, bounds, budget, windowsIn)
    if (directions && !new Descent(search, at, directions, budget).run()) return false
  }
  return true
}

/** More places ask more work: true where no set of one place more than these asks as little as the best. */
export function isClosedBeyond(search: StripSearch, places: number, budget: SearchBudget): boolean {
  if (places >= search.mostPlaces) return true
  const sets = setsWithin(search, places + 1, budget)
  return sets !== null && !sets.some(({ least }) => least <= search.mostMinutes + 1e-9)
}

/**
 * What it costs to put a set of places together, to see of one that no minutes bound whether anything can come of it, and to look along a
 * direction at all that they can do: see `SearchBudget`.
 */
const SET = 8
const LOOK = 30
const DIRECTION = 10
/** More sets of one size than these are not gone through. */
const MOST_SETS = 5e5
/** Places from which on sums of windows are looked at as well, and how many of them for each place. */
const FROM_PLACES = 3
const BESIDE = 10

/** The windows with how far off plans may lie along each. */
const windowsWithin = (search: StripSearch, bounds: Bounds) => ({
  bounds,
  windows: search.directions.windows.map((direction): Along => ({ direction, half: () => bounds.along(direction) })),
})

/**
 * Along what these places are looked at: the windows, the bounds on stock and the like that leave out most of what they can do, and sums
 * of windows that close most of it; null where one of them closes all.
 */
function directionsFor(
  search: StripSearch,
  at: readonly number[],
  bounds: Bounds,
  budget: SearchBudget,
  windowsIn: (bounds: Bounds) => readonly Along[],
): readonly Along[] | null {
  for (const direction of search.directions.windows) if (direction.isClosed(at, bounds.atMost(direction))) return null
  const rows: Along[] = []
  for (const row of search.rows) {
    if (row.isClosed(at, row.half)) return null
    if (row.closesMost(at)) rows.push({ direction: row, half: () => row.half })
  }
  const windows = windowsIn(bounds)
  if (!search.isThorough || at.length < FROM_PLACES) return rows.length > 0 ? [...windows, ...rows] : windows
  const all = search.directions.beside(at)
  budget.left -= DIRECTION * all.length
  const beside: { direction: WindowSum; closes: number }[] = []
  for (const direction of all) {
    const half = bounds.atMost(direction)
    if (direction.isClosed(at, half)) return null
    beside.push({ direction, closes: direction.span(at) / half })
  }
  beside.sort((a, b) => Number(b.direction.isAcross) - Number(a.direction.isAcross) || b.closes - a.closes)
  const kept = beside.slice(0, BESIDE * at.length).map(({ direction }) => direction)
  if (kept.some((direction) => direction.isClosed(at, bounds.along(direction)))) return null
  return [...windows, ...rows, ...kept.map((direction) => ({ direction, half: () => bounds.along(direction) }))]
}

/** Some places, by their indices, rising, with the least minutes that a plan with all of them takes. */
interface PlaceSet {
  at: readonly number[]
  least: number
}

/** Of each search the sets that were last put together: stages go through the same ones. */
const last = new WeakMap<StripSearch, { places: number; most: number; sets: readonly PlaceSet[] }>()

/** Sets of so many places that could be made in the minutes of the best, those that ask least first; null where the budget ended. */
function setsWithin(search: StripSearch, places: number, budget: SearchBudget): readonly PlaceSet[] | null {
  const { shelves, mostMinutes } = search
  const known = last.get(search)
  // In fewer minutes there are no others; and where there are none, there are none of more places.
  if (known && mostMinutes <= known.most && (known.places === places || (known.places < places && !known.sets.length)))
    return known.sets
  const sets: PlaceSet[] = []
  const at: number[] = []
  const add = (from: number, own: number, flags: number, kinds: number, isCut: boolean): boolean => {
    if ((budget.left -= SET) < 0) return false
    const least = own + search.sharedMinutes(isCut ? 1 : 0, bits(kinds), flags)
    // What a place adds it adds to whatever is there: a part that asks too much is in no set.
    if (least > mostMinutes + 1e-9) return true
    if (at.length === places) {
      sets.push({ at: [...at], least })
      return sets.length <= MOST_SETS
    }
    for (let i = from; i <= shelves.length - (places - at.length); i++) {
      const s = shelves[i]
      at.push(i)
      const isWithin = add(i + 1, own + s.leastMinutes, flags | s.always, kinds | s.kind, isCut || s.isCut)
      at.pop()
      if (!isWithin) return false
    }
    return true
  }
  if (!add(0, 0, 0, 0, false)) return null
  sets.sort((a, b) => a.least - b.least)
  last.set(search, { places, most: mostMinutes, sets })
  return sets
}
