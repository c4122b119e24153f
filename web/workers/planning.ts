import {
  ENOUGH,
  resembles,
  SOUGHT,
  type Alternative,
  type AlternativeId,
  type LeftOut,
} from '#core/plan/alternatives.ts'
import type { Chance } from '#core/plan/chance.ts'
import { planSpace, type Plan } from '#core/plan/plan.ts'
import type { BaseFrame, Opening } from '#core/plan/opening.ts'
import type { Binding } from '#core/plan/reach.ts'
import type { PlanRequest } from '#core/plan/request.ts'
import type { TradePoint } from '#core/plan/tradeOff.ts'

/** A plan with its chance to land. */
export interface Judged {
  plan: Plan
  chance: Chance
}
export type Offer = Alternative & { chance: Chance }
type Under = { plan: Plan; chance: Chance } | { leftOut: LeftOut }
type Rule = Exclude<AlternativeId, 'best'>

/** One who works out plans: a worker in the page, a thread on the bench. All speak of the request that was opened last. */
export interface Hand {
  open(request: PlanRequest): Promise<void>
  quick(): Promise<Judged>
  best(): Promise<Judged>
  under(id: Rule, best: Plan, apartFrom: Alternative | null): Promise<Under>
  openings(bases: readonly BaseFrame[]): Promise<{ openings: Opening[]; binding: Binding[] }>
  curve(best: Plan): Promise<TradePoint[]>
}

/** What is told while plans are worked out. `part` of `parts` is done. */
export type PlanNews =
  | ({ kind: 'quick'; ms: number } & Judged)
  | ({ kind: 'best'; ms: number } & Judged)
  | { kind: 'openings'; openings: Opening[]; binding: Binding[] }
  | { kind: 'alternative'; alternative: Offer; ms: number }
  | { kind: 'leftOut'; leftOut: LeftOut }
  | { kind: 'curve'; points: TradePoint[] }
  | { kind: 'progress'; part: number; parts: number }
  | { kind: 'done'; ms: number }

/** A promise that somebody else settles. */
function awaited<T>() {
  let settle!: (value: T) => void
  const promise = new Promise<T>((done) => (settle = done))
  return { promise, settle }
}

/**
 * The whole of planning by several hands at once: a good plan, the proven one, then the alternatives in their order. While the
 * best is being proven the other hands begin on alternatives, as if the good plan had told already whether the target is
 * reached; what turns out otherwise is worked out again.
 * @param bases other frames to start from, asked for only where the target is out of reach
 */
export async function planTogether(
  hands: readonly Hand[],
  request: PlanRequest,
  bases: () => Promise<BaseFrame[]>,
  tell: (news: PlanNews) => void,
): Promise<void> {
  const start = performance.now()
  const since = () => performance.now() - start
  const [first, ...others] = hands
  // The first hand's good plan does not wait for the others to come free.
  const opened = hands.map((hand) => hand.open(request))
  await opened[0]
  const parts = SOUGHT.length + 2
  let part = 0
  const progress = () => tell({ kind: 'progress', part: Math.min(++part, parts), parts })

  const quick = await first.quick()
  tell({ kind: 'quick', ms: since(), ...quick })
  await Promise.all(opened)
  const found = new Map(SOUGHT.map((id) => [id, awaited<{ under: Promise<Under>; reached: boolean; from: Plan }>()]))
  const waiting = [...SOUGHT]
  let best: Judged | null = null
  /** A hand takes the next rule until none is left; before the best is known only those that do not lean on it. */
  const work = async (hand: Hand): Promise<void> => {
    for (;;) {
      const at = best ? 0 : waiting.findIndex((id) => id !== 'elsewhere')
      if (at < 0 || waiting.length === 0) return
      const [id] = waiting.splice(at, 1)
      const from = (best ?? quick).plan
      const under = hand.under(id, from, null)
      found.get(id)!.settle({ under, reached: from.reached, from })
      await under
    }
  }
  const early = quick.plan.reached ? others.map(work) : []
  best = await first.best()
  const theBest = best
  tell({ kind: 'best', ms: since(), ...theBest })
  progress()
  if (!theBest.plan.reached) {
    tell({ kind: 'openings', ...(await first.openings(await bases())) })
    tell({ kind: 'curve', points: await first.curve(theBest.plan) })
    await Promise.all(early)
    tell({ kind: 'done', ms: since() })
    return
  }
  const working = Promise.all([...early, ...hands.map(work)])
  // A rejection is told where the result is taken; here it must not go unheard before that.
  working.catch(() => undefined)
  const space = planSpace(request)
  const offered: Alternative[] = [{ id: 'best', plan: theBest.plan }]
  for (const id of SOUGHT) {
    const { promise } = found.get(id)!
    // Where a hand fails before it has come to this one, its error is told instead.
    const held = (await Promise.race([promise, working.then(() => promise)]))!
    let under = await held.under
    if (held.reached !== theBest.plan.reached) under = await first.under(id, theBest.plan, null)
    const sought = await toldApart(id, under)
    if ('chance' in sought) {
      offered.push(sought)
      tell({ kind: 'alternative', alternative: sought, ms: since() })
    } else tell({ kind: 'leftOut', leftOut: sought })
    progress()
  }
  await working
  tell({ kind: 'curve', points: await first.curve(theBest.plan) })
  progress()
  tell({ kind: 'done', ms: since() })

  async function toldApart(id: Rule, under: Under): Promise<Offer | LeftOut> {
    if ('leftOut' in under) return under.leftOut
    const same = resembles(id, under.plan, space, offered)
    if (!same) return { id, ...under }
    if (offered.length < ENOUGH) {
      const again = await hands[hands.length - 1].under(id, theBest.plan, same.like)
      if ('plan' in again && !resembles(id, again.plan, space, offered))
        return { id, ...again, apartFrom: same.like.id }
    }
    return { id, reason: 'same', like: same.like.id, elsewhere: same.elsewhere }
  }
}
