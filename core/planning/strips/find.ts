import type { Programme } from '../model/programme.ts'
import { exhaust } from './exhaust.ts'
import { improve } from './improve.ts'
import type { Group } from './menu.ts'
import { StripSearch, type Candidate } from './search.ts'

/** Patterns looked at: for an answer at once, for one that is harder to find, and before a proof is given up. */
const AT_ONCE = 4e5
const HARDER = 3e6
const FOR_PROOF = 2.5e7
/** Share of the looks that the nearest plan gets where none reaches. */
const NEAREST_SHARE = 4
/** Places up to which every plan is looked at, as long as more could be better. */
const MOST_PLACES = 6

export interface Found extends Candidate {
  /** No other plan of the menu is better. */
  proven: boolean
}

/** A good plan at once. */
export function findGood(programme: Programme, menu: readonly Group[]): Found | null {
  return find(programme, menu, [AT_ONCE, HARDER])
}

/** The plan of least work inside every tolerance, or the nearest that was found where there is none. */
export function findBest(programme: Programme, menu: readonly Group[]): Found | null {
  return find(programme, menu, [FOR_PROOF])
}

/** @param looks patterns looked at, and again where nothing was found with so many */
function find(programme: Programme, menu: readonly Group[], looks: readonly number[]): Found | null {
  const search = new StripSearch(programme, menu)
  search.offer([])
  for (const left of looks) {
    const proven = exhaust(search, MOST_PLACES, { left })
    if (search.best) return { ...search.best, proven }
    if (proven) break
  }
  if (programme.mustReach) return null
  search.insideOnly = false
  search.offer([])
  improve(search)
  const proven = exhaust(search, MOST_PLACES, { left: looks[0] / NEAREST_SHARE })
  return { ...search.best!, proven }
}
