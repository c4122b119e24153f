import { computed, onMounted, shallowRef } from 'vue'
import { convertWhereKnown, standardState } from '#core/compare/setup.ts'
import { knownNumbers } from '#core/frame/state.ts'
import type { Reference } from '#contract/library.ts'
import { measuredFrames } from '../api/library.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** What the target may go by: the setups chosen on Compare, the shop's measured frames, the frame's numbers to search near. */
export function useCompareOffers() {
  const job = useOpenJob()
  const shop = useShop()
  const own = shallowRef<Reference[]>([])
  onMounted(async () => {
    const found = await measuredFrames(job.profile.id, null).catch(() => [])
    own.value = found.filter((r) => r.id !== `job:${job.view.job.id}`)
    shop.keep(own.value)
  })
  const chosen = computed(() => (job.documents.compare?.referenceIds ?? []).flatMap((id) => shop.reference(id) ?? []))
  const near = computed(() => {
    const { measured, condition } = job.picture
    const state = convertWhereKnown(
      measured.state,
      condition,
      standardState(job.profile),
      job.view.frame.geometry,
      job.profile,
      measured.ownStrings,
    )
    const known = knownNumbers(state)
    return Object.keys(known).length > 0 ? known : null
  })
  return { own, chosen, near }
}
