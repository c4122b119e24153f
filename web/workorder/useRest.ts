import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { messageOf } from '#contract/messages/job.ts'
import { aimedAt } from '#core/planning/problem/request.ts'
import { isBegun } from '#core/workorder/marks.ts'
import { peelOf } from '#core/workorder/order.ts'
import { restOf, type RestPlan, type WithoutPiece } from '#core/workorder/resolve.ts'
import type { RestOffer } from '#planner/protocol.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import { planner } from '../workers/planner.ts'
import type { OpenOrder } from './useWorkOrder.ts'

/** Another plan is worth a change only where it lands so much oftener. */
const WORTH_IT = 0.02
/** And is offered unasked only where the one at hand lands less often than this. */
const SURE = 0.95
const SETTLED_MS = 250

/** What is left of a build, planned again from what is on the frame now: beside how it lands as it was planned. */
export function useRest(order: OpenOrder) {
  const { open: planned, released } = usePlanRequest()
  /** What was kept back is used once nothing else is left to do. */
  const open = computed(() => {
    const next = order.next.value
    return !next || next.kind === 'reserve' || next.kind === 'final' ? released.value : planned.value
  })
  const begun = computed(() => isBegun(order.body.value?.marks ?? {}))
  const rest = computed(() => {
    const followed = order.followed.value
    return followed && begun.value && aimedAt(open.value.target).length > 0
      ? restOf(open.value, order.steps.value, followed)
      : null
  })
  /** Strips that a hand can still get at: on the outside, and under the grip while it is off. */
  const loose = computed(() => {
    const bare = order.checkpoints.value.findLast((c) => c.mark)?.bare ?? false
    return (order.followed.value?.laid ?? [])
      .filter((cut) => cut.place === 'hoop' || cut.place === 'shaft' || (bare && cut.place === 'bevels'))
      .map((cut) => cut.id)
  })
  const offer = shallowRef<RestOffer | null>(null)
  const problem = ref('')
  const busy = ref(false)
  const proven = ref(false)
  let asked = 0
  async function solve(how: 'good' | 'proven'): Promise<void> {
    const mine = ++asked
    if (!rest.value) return void (offer.value = null)
    busy.value = true
    problem.value = ''
    try {
      const found = await planner.rest(rest.value, loose.value, how)
      if (mine !== asked) return
      ;[offer.value, proven.value] = [found, how === 'proven' && found.found.plan.proven]
    } catch (error) {
      if (mine === asked) problem.value = messageOf(error)
    } finally {
      if (mine === asked) busy.value = false
    }
  }
  /** At once, and then proven where the plan at hand does not land well enough. */
  async function look(): Promise<void> {
    if (order.followed.value?.open) return void ([asked, offer.value] = [asked + 1, null])
    await solve('good')
    if (offer.value && isBetter(offer.value.found)) await solve('proven')
  }
  const question = computed(() => JSON.stringify([rest.value, loose.value, !!order.followed.value?.open]))
  watchDebounced(question, look, { debounce: SETTLED_MS, immediate: true })
  /** The plan as it is was preferred, for as long as nothing else is done or read. */
  const declined = ref('')
  const keepsPlan = computed(() => declined.value === question.value)
  const decline = () => (declined.value = question.value)
  const think = () => (declined.value = '')
  const before = computed(() => offer.value?.before.all ?? null)
  const isBetter = (plan: RestPlan) =>
    before.value !== null && before.value < SURE && plan.chance.all >= before.value + WORTH_IT
  /** What is worth taking, the best first. */
  const offers = computed<(RestPlan & { off?: WithoutPiece['off'] })[]>(() => {
    const { found, without } = offer.value ?? {}
    if (keepsPlan.value) return []
    return [...(found && isBetter(found) ? [found] : []), ...(without && isBetter(without) ? [without] : [])]
  })
  /** No plan of the rest lands inside every tolerance. */
  const outOfReach = computed(() => {
    const { found, without } = offer.value ?? {}
    return found && !found.plan.reached && !without ? found.plan.deviations.filter((d) => !d.inside) : []
  })

  /** The work order goes on with this plan: what is done stays, what would have to come off becomes a step. */
  function take(plan: RestPlan & { off?: WithoutPiece['off'] }): void {
    const body = order.body.value!
    const done = body.cuts.filter((cut) => body.marks[cut.id])
    const peeled = plan.off ? [...body.peeled, plan.off.id] : body.peeled
    // A piece that comes off is done with; its place in the list says when.
    const marks = Object.fromEntries(
      Object.entries(body.marks).filter(([id]) => !plan.off || id !== peelOf(plan.off.id)),
    )
    order.saveBoth({ ...body, cuts: [...done, ...plan.cuts], peeled, marks })
  }
  const left = computed(() => rest.value?.left ?? [])
  return { rest, left, before, offers, outOfReach, busy, proven, problem, keepsPlan, take, decline, think }
}
