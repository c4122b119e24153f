import type { Programme } from '../model/programme.ts'
import { exhaust, isClosedBeyond, type Budget } from './exhaust.ts'
import { improve } from './improve.ts'
import type { Group } from './menu.ts'
import { StripSearch, type Candidate } from './search.ts'

/** Patterns looked at: for an answer at once, for one that is harder to find, and before a proof is given up. */
const AT_ONCE = 3e5
const HARDER = 3e6
const FOR_PROOF = 1.6e7
/** For one of several ways, and for whether there is any. */
const FOR_WAY = 5e6
const FOR_QUESTION = 8e5
/** Share of the looks that the nearest plan gets where none reaches. */
const NEAREST_SHARE = 4
/** Places up to which every plan is looked at, as long as more could be better. */
const MOST_PLACES = 6

export interface Found extends Candidate {
  /** No other plan of the menu is better. */
  proven: boolean
}

/** How long a plan is sought: to follow a hand, to be shown first, to know whether there is any, as one way of several, until it is proven. */
const LOOKS = {
  following: [AT_ONCE],
  first: [AT_ONCE, HARDER],
  question: [FOR_QUESTION],
  way: [FOR_WAY],
  proof: [FOR_PROOF],
} as const
export type Patience = keyof typeof LOOKS

/** The plan of least work inside every tolerance, or the nearest that was found where there is none; null where it must reach and none was found. */
export function findPlan(programme: Programme, menu: readonly Group[], patience: Patience): Found | null {
  return find(programme, menu, LOOKS[patience])
}

/** @param looks patterns looked at, and again where nothing was found with so many */
function find(programme: Programme, menu: readonly Group[], looks: readonly number[]): Found | null {
  const search = new StripSearch(programme, menu)
  search.offer([])
  for (const left of looks) {
    const proven = findInside(search, { left })
    if (search.best) return { ...search.best, proven }
    if (proven) break
  }
  if (programme.mustReach) return null
  search.within = 'nearest'
  search.offer([])
  improve(search)
  const proven = eachNumber(search, ['nearest'], { left: looks[0] / NEAREST_SHARE })
  return { ...search.best!, proven }
}

function findInside(search: StripSearch, budget: Budget): boolean {
  return search.leastWorst > 1 || eachNumber(search, ['middle', 'tolerances'], budget)
}

/** Few places first, so that what is found there bounds the rest; the middle of the tolerances first, where little is left to look at. */
function eachNumber(search: StripSearch, where: readonly StripSearch['within'][], budget: Budget): boolean {
  for (let places = 1; places <= MOST_PLACES; places++)
    for (const within of where) {
      search.within = within
      if (!exhaust(search, places, budget)) return false
    }
  return where.every((within) => {
    search.within = within
    return isClosedBeyond(search, MOST_PLACES, budget)
  })
}
