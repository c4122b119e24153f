import * as Comlink from 'comlink'
import type { IntoModel, Model } from '#core/planning/offers/intoModel.ts'
import type { OwnRecipe } from '#core/planning/offers/ownRecipes.ts'
import type { Knob } from '#core/planning/offers/recipes.ts'
import type { BaseFrame } from '#core/planning/problem/relaxation.ts'
import type { PlanRequest } from '#core/planning/problem/request.ts'
import type { Pair } from '#core/planning/set/pair.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/planning/set/set.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { Rest } from '#core/workorder/resolve.ts'
import type { AllTurned, PlanNews, PlanWithChance, PlanWorker, RestOffer } from './protocol.ts'
import { planTogether } from './session.ts'

/** A plan worker with what ends it at once. */
export interface StartedWorker {
  remote: PlanWorker
  terminate(): void
}

export interface Stoppable<T> {
  /** Null when it was stopped. */
  finished: Promise<T | null>
  stop(): void
}

/** Requests out of the page carry its reactive wrappers, which no worker can be sent. */
const unwrapped = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** Plan workers kept ready, and one more for what is asked while a piece is dragged. */
export class PlannerPool {
  readonly #start: () => StartedWorker
  readonly #size: number
  readonly #whenStill: (work: () => void) => void
  #workers: StartedWorker[] = []
  #live: StartedWorker | null = null

  /** @param whenStill does work when the page may move: what was found waits for it, but for what follows a drag */
  constructor(start: () => StartedWorker, size: number, whenStill: (work: () => void) => void = (work) => work()) {
    this.#start = start
    this.#size = size
    this.#whenStill = whenStill
  }

  /** Gets the solvers ready before they are asked for. */
  warm(): void {
    while (this.#workers.length < this.#size) this.#workers.push(this.#start())
  }

  /** Lets every worker get to know a frame before a plan of it is asked for. What goes wrong is told where the plan is. */
  prepare(request: PlanRequest): void {
    for (const { remote } of this.#ready()) remote.prepare(unwrapped(request)).catch(() => undefined)
  }

  /** Works out plans. News comes as it is found; `stop` ends the work at once and keeps what was reported. */
  plan(request: PlanRequest, bases: () => Promise<BaseFrame[]>, report: (news: PlanNews) => void): Stoppable<void> {
    return this.#stoppable(this.#ready(), report, (workers, heard) =>
      planTogether(
        workers.map(({ remote }) => remote),
        unwrapped(request),
        async () => unwrapped(await bases()),
        heard,
      ),
    )
  }

  /** The one best plan without its other ways: good at once, then the best that is found soon. */
  async bestOf(request: PlanRequest, report: (found: PlanWithChance, proven: boolean) => void): Promise<void> {
    const { remote } = this.#first()
    await remote.open(unwrapped(request))
    report(await this.#still(remote.quick()), false)
    const best = await this.#still(remote.best('soon'))
    report(best, best.plan.proven)
  }

  /** Every recipe of the sport, and the shop's own, turned to one amount. */
  recipes(request: PlanRequest, knob: Knob, by: number, own: readonly OwnRecipe[]): Promise<AllTurned> {
    return this.#still(this.#last().remote.recipes(unwrapped(request), knob, by, unwrapped([...own])))
  }

  /** What is left of a build, planned again. @param loose pieces that a hand can still get at, by id */
  rest(rest: Rest, loose: readonly string[], how: 'good' | 'proven'): Promise<RestOffer> {
    return this.#still(this.#last().remote.rest(unwrapped(rest), [...loose], how))
  }

  /** What turns the frame of a request into another model. */
  intoModel(request: PlanRequest, theirs: Model): Promise<IntoModel> {
    return this.#still(this.#first().remote.intoModel(unwrapped(request), unwrapped(theirs)))
  }

  /** One target and a plan for each of several frames: better ones are reported as they are found, the proof comes last. */
  set(frames: readonly SetFrame[], aim: SetAim, report: (found: SetPlan) => void): Stoppable<SetPlan> {
    const mine = this.#first()
    return this.#stoppable([mine], report, (_mine, heard) =>
      mine.remote.set(unwrapped(frames), unwrapped(aim), Comlink.proxy(heard)),
    )
  }

  /** Which two of several frames take the least to be alike. */
  pair(frames: readonly SetFrame[], aim: SetAim): Promise<Pair[]> {
    return this.#still(this.#last().remote.pair(unwrapped(frames), unwrapped(aim)))
  }

  /** The rest of a plan around the pieces that are fixed, while one of them is under the hand; the newest question wins. */
  live(report: (plan: Plan, ms: number) => void, failed: (error: unknown) => void): (request: PlanRequest) => void {
    let next: PlanRequest | null = null
    let busy = false
    const { remote } = (this.#live ??= this.#start())
    const work = async (): Promise<void> => {
      busy = true
      while (next) {
        const request = next
        next = null
        const start = performance.now()
        try {
          const plan = await remote.live(unwrapped(request))
          // An answer to an older place is still nearer than none.
          report(plan, performance.now() - start)
        } catch (error) {
          failed(error)
        }
      }
      busy = false
    }
    return (request) => {
      next = request
      if (!busy) void work()
    }
  }

  #ready(): StartedWorker[] {
    this.warm()
    return [...this.#workers]
  }
  /** Plans of the page come from the first; what is asked beside them from the last. */
  #first(): StartedWorker {
    return this.#ready()[0]!
  }
  #last(): StartedWorker {
    return this.#ready().at(-1)!
  }

  /** An answer, or an error, when the page may move. */
  async #still<T>(answer: Promise<T>): Promise<T> {
    try {
      return await answer
    } finally {
      await new Promise<void>((done) => this.#whenStill(done))
    }
  }

  /** Work by some workers that can be ended at once: what they would still report is not heard, and others take their places. */
  #stoppable<News, T>(
    mine: StartedWorker[],
    report: (news: News) => void,
    work: (workers: StartedWorker[], heard: (news: News) => void) => Promise<T>,
  ): Stoppable<T> {
    let stopped = false
    let end: (nothing: null) => void
    // Workers that are let go never answer: whoever waits is answered all the same.
    const ended = new Promise<null>((settle) => (end = settle))
    const hear = (news: News) => {
      if (!stopped) report(news)
    }
    const working = this.#still(work(mine, (news) => this.#whenStill(() => hear(news))))
    return {
      finished: Promise.race([working, ended]),
      stop: () => {
        if (stopped) return
        stopped = true
        end(null)
        for (const worker of mine) worker.terminate()
        this.#workers = this.#workers.map((worker) => (mine.includes(worker) ? this.#start() : worker))
      },
    }
  }
}
