import { computed, ref, shallowRef, watch } from 'vue'
import { referenceState } from '#core/compare/setup.ts'
import { estimateOf, frameState, type FrameState } from '#core/frame/state.ts'
import { usualImpact } from '#core/impact/hitChange.ts'
import type { ImpactAssumptions } from '#core/sports/kinds.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { faceWorker, type FaceAnswer } from '../workers/face.ts'
import type { FaceSheet } from '../workers/face.worker.ts'

/** 2 mm. */
const STEP_CM = 0.2
export type Side = 'now' | 'target' | 'planned' | 'reference'

/** What the ball does on the face: now, with the target, with the plan, with a setup. */
export function useFace() {
  const job = useOpenJob()
  const shop = useShop()
  const ranges = computed(() => job.profile.impact)
  const usual = computed(() => usualImpact(ranges.value))
  const changed = ref<Partial<ImpactAssumptions>>({})
  const assumed = computed<ImpactAssumptions>(() => ({ ...usual.value, ...changed.value }))
  const now = computed(() => job.picture.measured.state)
  const geometry = computed(() => job.view.frame.geometry)

  /** The target's numbers; where it leaves one open, the frame's own. */
  const targetState = computed<FrameState | null>(() => {
    const lines = job.documents.target?.lines ?? {}
    if (Object.keys(lines).length === 0) return null
    const at = (q: (typeof QUANTITIES)[number]) => {
      const line = lines[q]
      return line ? { value: line.value, u: 0 } : estimateOf(now.value, q)
    }
    return frameState(Object.fromEntries(QUANTITIES.map((q) => [q, at(q)])), now.value.axisCm)
  })
  const setups = computed(() => {
    const ids = [job.documents.target?.referenceId, ...(job.documents.compare?.referenceIds ?? [])]
    return [...new Set(ids)].flatMap((id) => shop.reference(id) ?? [])
  })
  const chosenSetup = ref<string | null>(null)
  const setup = computed(() => setups.value.find((s) => s.id === chosenSetup.value) ?? setups.value[0] ?? null)
  const others = computed(() => [
    ...(targetState.value ? [{ key: 'target', state: targetState.value, geometry: geometry.value }] : []),
    ...(job.planned ? [{ key: 'planned', state: job.planned, geometry: geometry.value }] : []),
    ...(setup.value
      ? [
          {
            key: 'reference',
            state: referenceState(setup.value, job.picture, job.profile),
            geometry: setup.value.geometry,
          },
        ]
      : []),
  ])
  const answer = shallowRef<FaceAnswer | null>(null)
  const failed = ref('')
  let asked = 0
  watch(
    [now, geometry, others, assumed],
    async () => {
      const turn = ++asked
      const plain = JSON.parse(
        JSON.stringify({
          now: { state: now.value, geometry: geometry.value },
          others: others.value,
          assumed: assumed.value,
        }),
      )
      try {
        const found = await faceWorker().maps({ ...plain, stepCm: STEP_CM })
        if (turn === asked) answer.value = found
      } catch (error) {
        failed.value = error instanceof Error ? error.message : String(error)
      }
    },
    { immediate: true },
  )
  const sheetOf = (side: Side): FaceSheet | null => {
    const found = answer.value?.sheets[side]
    return found && 'map' in found ? found : null
  }
  /** Why a side cannot be shown. */
  const whyNot = (side: Side): string => {
    const found = answer.value?.sheets[side]
    return found && 'code' in found ? problemMessage(found) : ''
  }
  return {
    ranges,
    usual,
    changed,
    assumed,
    setups,
    setup,
    chosenSetup,
    answer,
    failed,
    others,
    sheetOf,
    whyNot,
    geometry,
  }
}
