import { stated } from '../../quantities/units.ts'
import type { Solve } from '../model/linear.ts'
import { goodLeastMass, leastMassPlan } from './leastMass/leastMass.ts'
import type { TargetNumbers } from '../problem/request.ts'
import { drawnTogether, eachAlone } from './between.ts'
import { BoxSearch } from './boxes.ts'
import { jointProgramme, type JointProgramme } from './jointProgramme.ts'
import { isBetterSet, isGood, RIVAL_G, spacesFor, startOf, type SetAim, type SetFrame, type SetPlan } from './set.ts'

/** Shares of the tolerances left free when a common target is sought without whole cuts, one after the other. */
const DRAWN_IN = [0, 0.4, 0.8]
/** Boxes between two tries to make a set about the most promising target, and between two tellings. */
const TRY_EVERY = 8

/**
 * One target for all frames of a set and a plan for each, with the least mass added in all. A good set first: a programme
 * without whole numbers says where the target that takes least lies; every frame is planned for it, then each anew inside what
 * the others leave it, as long as that helps. Then the proof, by a search over all targets (see `BoxSearch`), which may find a
 * better one. Where no common target is in reach, each frame comes as near as it can.
 * @param frames of one mould, in one state and about one axis, with the same drawer; two at least
 * @param tell hears of the first good set, of every better one, and of the bound as it rises
 * @param mostBoxes of targets looked at before the proof is given up
 * @throws Problem `state.needs` where mass or balance of one is not known
 */
export function planSet(
  frames: readonly SetFrame[],
  aim: SetAim,
  solve: Solve,
  tell: (found: SetPlan) => void = () => {},
  mostBoxes = 400,
): SetPlan {
  const { target: start, shifts } = startOf(frames, aim)
  const spaces = spacesFor(frames, start)
  const bound = solve(jointProgramme(spaces, shifts).model)
  const leastG = bound.status === 'optimal' ? bound.objective : 0
  const closes = (found: SetPlan) => isGood(found) && found.totalG <= leastG + RIVAL_G * frames.length + 1e-9
  const common = aim.kind === 'common' && bound.status === 'optimal'
  let best = eachAlone(frames, spaces, start, common ? goodLeastMass : leastMassPlan, solve)
  // Where whole cuts find no room about the target that takes least, it is sought again with the tolerances drawn in.
  for (const drawnIn of common ? DRAWN_IN : []) {
    const roomy = jointProgramme(spaces, shifts, { drawnIn })
    const answer = drawnIn === 0 ? bound : solve(roomy.model)
    if (answer.status !== 'optimal') break
    const from = eachAlone(frames, spaces, shifted(start, roomy, answer.values), goodLeastMass, solve)
    const found = drawnTogether(frames, spaces, from, closes, solve)
    if (isBetterSet(found, best)) best = found
    if (isGood(best)) break
  }
  if (closes(best)) return { ...best, leastG, proven: true }
  tell({ ...best, leastG })
  const search = new BoxSearch(frames, spaces, start, shifts, best, solve)
  const now = (): SetPlan => ({
    ...search.best,
    leastG: Math.max(leastG, Math.min(search.leastG, search.best.totalG)),
    proven: isGood(search.best) && search.proven,
  })
  let told = best
  while (search.looked < mostBoxes && !search.proven && search.step()) {
    const pause = search.looked % TRY_EVERY === 1
    const target = pause && common ? search.promising() : null
    if (target) {
      const from = eachAlone(frames, spaces, target, goodLeastMass, solve)
      search.offer(drawnTogether(frames, spaces, from, closes, solve))
    }
    if (pause || search.best !== told) tell(now())
    told = search.best
  }
  return now()
}

/** The target where the programme put it, in the steps in which targets are written. */
function shifted(start: TargetNumbers, joint: JointProgramme, values: readonly number[]): TargetNumbers {
  const target = { ...start }
  const mass = joint.shifts.find((s) => s.quantity === 'mass')
  const share = mass ? 1 + values[mass.column] / start.mass!.value : 1
  for (const { quantity, column } of joint.shifts) {
    const { value, tolerance } = start[quantity]!
    const moved = value + values[column] / (quantity === 'balance' ? share : 1)
    target[quantity] = {
      value: stated(moved, quantity),
      tolerance,
    }
  }
  return target
}
