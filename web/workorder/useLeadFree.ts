import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { messageOf } from '#contract/messages/job.ts'
import { isDone } from '#core/workorder/marks.ts'
import { aimedAt, around, type PlanLimits } from '#core/planning/problem/request.ts'
import type { PlanWithChance } from '#planner/protocol.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import { planner } from '../workers/planner.ts'
import type { OpenOrder } from './useWorkOrder.ts'

/** The same target without lead: worked out as soon as lead stops a build, good at once and then proven. */
export function useLeadFree(order: OpenOrder) {
  const { open, body } = usePlanRequest()
  const found = shallowRef<PlanWithChance | null>(null)
  const proven = ref(false)
  const problem = ref('')
  const limits = (): PlanLimits => ({ ...body.value.limits, noLead: true, leadAgreed: null })
  /** What is on the frame already and may stay there. */
  const held = () => {
    const { cuts, marks, peeled } = order.body.value!
    return cuts.flatMap((cut) => {
      const mark = marks[cut.id]
      const stays = isDone(mark) && !peeled.includes(cut.id) && !order.material(cut.materialId)?.lead
      return stays ? [{ ...(mark.laid ?? cut), id: cut.id }] : []
    })
  }
  let gone = false
  onBeforeUnmount(() => (gone = true))
  onMounted(async () => {
    const { materials } = order.job.picture
    const request = { ...open.value, limits: limits() }
    if (aimedAt(request.target).length === 0) return
    const there = held()
    try {
      await planner.bestOf(there.length > 0 ? around({ ...request, materials }, there) : request, (news, isProven) => {
        if (!gone) [found.value, proven.value] = [news, isProven]
      })
    } catch (error) {
      if (!gone) problem.value = messageOf(error)
    }
  })
  const take = () => found.value && order.goOnWith(found.value.plan.cuts, limits())
  return { found, proven, problem, take }
}
