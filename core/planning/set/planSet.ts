import { seeded } from '../../numerics/random.ts'
import type { Quantity } from '../../quantities/units.ts'
import type { TargetNumbers } from '../problem/request.ts'
import { aboutNearby, drawnTogether, eachAlone, setAbout } from './between.ts'
import { BoxSearch } from './boxes.ts'
import {
  aboutMiddle,
  HALF,
  plansOf,
  spacesFor,
  startOf,
  valuesOf,
  type SetAim,
  type SetFrame,
  type SetPlan,
} from './set.ts'

/** Boxes between two tries to make a set about the most promising target, and between two tellings. */
const TRY_EVERY = 8
/** Boxes after which a set that is not yet proven is sought about targets near the best. */
const LATER = 24
/** Answers of frames, in the shortest, that are worked out before a proof is given up. */
const MOST_ANSWERS = 3000

/**
 * One target for all frames of a set and a plan for each, with the least work in all, strips as a hand cuts them. A good set first: every
 * frame is planned for a likely target, then each anew inside what the others leave it, as long as that helps. Then the proof, by a
 * search over all targets (see `BoxSearch`), which may find a better one. Where no common target is in reach, each frame comes as
 * near as it can.
 * @param frames of one mould, in one state and about one axis, with the same drawer; two at least
 * @param tell hears of the first good set, of every better one, and of the bound as it rises
 * @param mostEffort a set that asks as much as this is of no use: the search ends when none asks less
 * @throws Problem `state.needs` where mass or balance of one is not known
 */
export function planSet(
  frames: readonly SetFrame[],
  aim: SetAim,
  tell: (found: SetPlan) => void = () => {},
  { mostAnswers = MOST_ANSWERS, mostEffort = Infinity } = {},
): SetPlan {
  const { target: start, shifts } = startOf(frames, aim)
  const spaces = spacesFor(frames, start)
  const isFree = aim.kind === 'common'
  const alone = eachAlone(frames, spaces, start)
  const search = new BoxSearch(frames, spaces, start, shifts, mostEffort)
  search.offer(isFree ? aboutMiddle(frames, plansOf(alone), start) : alone)
  const about = (target: TargetNumbers) => setAbout(frames, spaces, target, search.good?.effort ?? Infinity)
  const now = (): SetPlan => ({ ...search.best!, leastEffort: search.leastEffort, proven: search.proven })
  if (isFree && !search.isDone) {
    for (const target of likely(frames, start)) search.offer(about(target))
    if (search.best) search.offer(drawnTogether(frames, spaces, search.best))
    tell(now())
  }
  const random = seeded(1)
  let told = null
  let settled = null
  for (let step = 0; search.looked < mostAnswers && !search.isDone && search.step(); step++) {
    const pause = step % TRY_EVERY === 0
    if (isFree && (pause || !search.good)) {
      for (const target of [search.promising(), search.good && beside(search.good.target, random)]) {
        const found = target && about(target)
        if (found) search.offer(drawnTogether(frames, spaces, found))
      }
      if (step >= LATER && search.good && search.good !== settled) {
        settled = aboutNearby(frames, spaces, search.good)
        search.offer(settled)
      }
    }
    if (pause || search.best !== told) tell(now())
    told = search.best
  }
  return now()
}

/** A target at random within a tolerance of another. */
const beside = (target: TargetNumbers, random: () => number): TargetNumbers =>
  Object.fromEntries(
    Object.entries(target).map(([q, { value, tolerance }]) => [
      q,
      { value: value + ((2 * random() - 1) * tolerance) / HALF, tolerance },
    ]),
  )

/** Targets to begin with beside the heaviest frame: the highest of every number, and the middle of them. */
const likely = (frames: readonly SetFrame[], start: TargetNumbers): TargetNumbers[] =>
  [Math.max, median].map(
    (of) =>
      Object.fromEntries(
        Object.entries(start).map(([q, { tolerance }]) => {
          const values = valuesOf(
            frames.map((f) => f.request.state),
            q as Quantity,
          )
          return [q, { value: of(...values), tolerance }]
        }),
      ) as TargetNumbers,
  )

function median(...values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return (sorted[(sorted.length - 1) >> 1] + sorted[sorted.length >> 1]) / 2
}
