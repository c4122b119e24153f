import {
  ENOUGH_WAYS,
  isFair,
  isWorthApart,
  resembles,
  SOUGHT_WAYS,
  type Alternative,
  type LeftOut,
} from '#core/planning/offers/alternatives.ts'
import { RANGED, type NumberRange } from '#core/planning/explain/ranges.ts'
import type { BaseFrame } from '#core/planning/problem/relaxation.ts'
import type { PlanRequest } from '#core/planning/problem/request.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { Offer, PlanNews, PlanWithChance, PlanWorker, Sought, SoughtId } from './protocol.ts'

/** A promise that somebody else settles. */
function awaited<T>() {
  let settle!: (value: T) => void
  const promise = new Promise<T>((done) => (settle = done))
  return { promise, settle }
}

/** Of every number that is aimed at, by whoever is free. */
async function rangesBy(workers: readonly PlanWorker[], { target }: PlanRequest): Promise<NumberRange[]> {
  const asked = RANGED.filter((quantity) => target[quantity])
  const found: NumberRange[] = []
  let next = 0
  const work = async (worker: PlanWorker) => {
    for (let i = next++; i < asked.length; i = next++) found[i] = await worker.range(asked[i]!)
  }
  await Promise.all(workers.map(work))
  return found
}

/** Ways that reach the target on paper and hardly ever on the bench are named, not offered. */
function fair(offer: Offer, { chance }: PlanWithChance): Offer | LeftOut {
  const { all } = offer.chance
  return isFair(all, chance.all) ? offer : { id: offer.id, reason: 'unlikely', chance: all }
}

/** Who works out the good plan and the best, who begins on the ways meanwhile, and who is asked beside them. */
function crewOf([first, ...others]: readonly PlanWorker[]) {
  if (!first) throw new Error('nobody is there to plan')
  return { first, others, last: others.at(-1) ?? first }
}

/** A way that a worker is at: from which plan it leans, and whether that reaches the target. */
interface Begun {
  under: Promise<Sought>
  reached: boolean
  from: Plan
}

/**
 * The whole of planning by several workers at once: a good plan, the best one, then the alternatives in their order, and the proof where
 * it takes longer than they. While the best is being sought the other workers begin on alternatives, as if the good plan had said already whether the target is
 * reached; what turns out otherwise is worked out again.
 * @param bases other frames to start from, asked for only where the target is out of reach
 */
export async function planTogether(
  workers: readonly PlanWorker[],
  request: PlanRequest,
  bases: () => Promise<BaseFrame[]>,
  report: (news: PlanNews) => void,
): Promise<void> {
  const start = performance.now()
  const since = () => performance.now() - start
  const { first, others, last } = crewOf(workers)
  // The first worker's good plan does not wait for the others to come free.
  const opened = workers.map((worker) => worker.open(request))
  await opened[0]
  const parts = SOUGHT_WAYS.length + 2
  let part = 0
  const progress = () => report({ kind: 'progress', part: Math.min(++part, parts), parts })

  const quick = await first.quick()
  report({ kind: 'quick', ms: since(), ...quick })
  await Promise.all(opened)
  const found = new Map(SOUGHT_WAYS.map((id) => [id, awaited<Begun>()]))
  const unclaimed = [...SOUGHT_WAYS]
  let best: PlanWithChance | null = null
  /** A worker takes the next rule until none is left; before the best is known only those that do not lean on it. */
  const work = async (worker: PlanWorker): Promise<void> => {
    for (;;) {
      const at = best ? 0 : unclaimed.findIndex((id) => id !== 'elsewhere')
      const [id] = at < 0 ? [] : unclaimed.splice(at, 1)
      if (!id) return
      const from = (best ?? quick).plan
      const under = worker.under(id, from, null)
      found.get(id)!.settle({ under, reached: from.reached, from })
      await under
    }
  }
  const early = quick.plan.reached ? others.map(work) : []
  best = await first.best('soon')
  const theBest = best
  report({ kind: 'best', ms: since(), ...theBest })
  progress()
  if (!theBest.plan.reached) {
    const ranges = Promise.all(early).then(() => rangesBy(others.length > 0 ? others : workers, request))
    // A rejection is reported where the result is taken; here it must not go unheard before that.
    ranges.catch(() => undefined)
    report({ kind: 'relaxations', ...(await first.explain(await bases())) })
    report({ kind: 'curve', points: await first.curve(theBest.plan) })
    report({ kind: 'ranges', ranges: await ranges })
    report({ kind: 'done', ms: since() })
    return
  }
  const working = Promise.all([...early, ...workers.map(work)])
  // A rejection is reported where the result is taken; here it must not go unheard before that.
  working.catch(() => undefined)
  const offered: Alternative[] = [{ id: 'best', plan: theBest.plan }]
  for (const id of SOUGHT_WAYS) {
    const { promise } = found.get(id)!
    // Where a worker fails before it has come to this one, its error is reported instead.
    const held = await Promise.race([promise, working.then(() => promise)])
    let under = await held.under
    if (held.reached !== theBest.plan.reached) under = await first.under(id, theBest.plan, null)
    const sought = await distinct(id, under)
    if ('plan' in sought) {
      offered.push(sought)
      report({ kind: 'alternative', alternative: sought, ms: since() })
    } else report({ kind: 'leftOut', leftOut: sought })
    progress()
  }
  await working
  const [ofMass, ofWork] = await Promise.all([first.curve(theBest.plan), last.workCurve(theBest.plan)])
  report({ kind: 'curve', points: ofMass })
  report({ kind: 'workCurve', points: ofWork })
  progress()
  if (!theBest.plan.proven) report({ kind: 'proof', ...(await first.best('proven')) })
  report({ kind: 'done', ms: since() })

  async function distinct(id: SoughtId, under: Sought): Promise<Offer | LeftOut> {
    if ('leftOut' in under) return under.leftOut
    const same = resembles(id, under.plan, request, offered)
    if (!same) return fair({ id, ...under }, theBest)
    if (offered.length < ENOUGH_WAYS) {
      const again = await last.under(id, theBest.plan, same.like)
      if ('plan' in again && isWorthApart(again.plan, same.like.plan) && !resembles(id, again.plan, request, offered))
        return fair({ id, ...again, apartFrom: same.like.id }, theBest)
    }
    return { id, reason: 'same', like: same.like.id, elsewhere: same.elsewhere }
  }
}
