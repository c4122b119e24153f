import type { Programme } from '../model/programme.ts'
import type { SearchBudget } from './descent.ts'
import { exhaust, isClosedBeyond } from './exhaust.ts'
import { improve } from './improve.ts'
import type { Group } from './menu.ts'
import { StripSearch, type Candidate, type Nearing } from './search.ts'
import type { SearchStage } from './stages.ts'

/** What is spent on following a hand, on one of many that are shown together, on an answer at once, on one that is harder to find, and before a proof is given up: see `SearchBudget`. */
const FOLLOWING = 1e5
const GLANCE = 1.5e5
const AT_ONCE = 3e5
const HARDER = 3e6
const FOR_PROOF = 2.5e8
/** For the best of all, mostly with its proof, for one of several ways, and for whether there is any. */
const FOR_BEST = 4e7
const FOR_WAY = 2e6
const FOR_QUESTION = 8e5
/** Share of it that the nearest plan gets where none reaches. */
const NEAREST_SHARE = 4
/** Places up to which every plan is looked at, as long as more could be better. */
const MOST_PLACES = 10

export interface FoundPlan extends Candidate {
  /** No other plan of the menu is better. */
  proven: boolean
}

/** How long a plan is sought: to follow a hand, as one point of a curve, to be shown first, for what is left of a build, to know whether there is any, as one way of several, as the best of them, until it is proven. */
const LOOKS = {
  following: [FOLLOWING],
  glance: [GLANCE],
  first: [AT_ONCE, HARDER],
  rest: [AT_ONCE, HARDER],
  question: [FOR_QUESTION],
  way: [FOR_WAY],
  best: [FOR_BEST],
  proof: [FOR_PROOF],
} as const
export type Patience = keyof typeof LOOKS

/** The plan of least work inside every tolerance, or the nearest that was found where there is none; null where it must reach and none was found. */
export function findPlan(programme: Programme, menu: readonly Group[], patience: Patience): FoundPlan | null {
  return find(programme, menu, LOOKS[patience], THOROUGH.includes(patience))
}

/** The least work that reaches, as far as it is found; proven where every other was looked at, also where none reaches. */
export function leastWork(
  programme: Programme,
  menu: readonly Group[],
  patience: Patience,
): { best: Candidate | null; proven: boolean } {
  const search = new StripSearch(programme, menu, THOROUGH.includes(patience))
  search.offer([])
  const proven = LOOKS[patience].some((left) => findInside(search, { left }))
  return { best: search.best, proven }
}

/** Where it pays to seek directions in which places fall short, before anything is looked at. */
const THOROUGH: readonly Patience[] = ['rest', 'way', 'best', 'proof']

/** @param looks what is spent, and again where nothing was found with so much */
function find(
  programme: Programme,
  menu: readonly Group[],
  looks: readonly number[],
  isThorough: boolean,
): FoundPlan | null {
  const search = new StripSearch(programme, menu, isThorough)
  search.offer([])
  for (const left of looks) {
    const proven = findInside(search, { left })
    if (search.best) return { ...search.best, proven }
    if (proven) break
  }
  if (programme.mustReach) return null
  return nearest(search, looks[0] / NEAREST_SHARE)
}

/** Where none reaches: first what comes nearest, then what asks least of those that come as near. */
function nearest(search: StripSearch, left: number): FoundPlan {
  search.stage = 'nearer'
  search.offer([])
  improve(search)
  const budget = { left: left / 2 }
  const isNearest = eachNumber(search, ['nearer'], budget)
  budget.left = left / 2 + Math.max(0, budget.left)
  const isLeast = eachNumber(search, ['asNear'], budget)
  return { ...search.best!, proven: isNearest && isLeast }
}

function findInside(search: StripSearch, budget: SearchBudget): boolean {
  return search.leastWorst > 1 || eachNumber(search, search.stages, budget)
}

/** Few places first, so that what is found there bounds the rest; what gives up least first, where little is left to look at. */
function eachNumber(search: StripSearch, stages: readonly (SearchStage | Nearing)[], budget: SearchBudget): boolean {
  for (let places = 1; places <= MOST_PLACES; places++)
    for (const stage of stages) {
      search.stage = stage
      if (!exhaust(search, places, budget)) return false
    }
  return stages.every((stage) => {
    search.stage = stage
    return isClosedBeyond(search, MOST_PLACES, budget)
  })
}
