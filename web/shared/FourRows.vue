<script setup lang="ts">
import { computed } from 'vue'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import { conditionText } from '#core/frame/condition.ts'
import { referenceState } from '#core/compare/setup.ts'
import { cautionsOnFrame } from '#core/targets/warnings.ts'
import { aimsOf, numbersShown } from '#core/job/check.ts'
import type { AimQuantity } from '#core/quantities/units.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import MarkLegend from './MarkLegend.vue'
import QuantityRow from './QuantityRow.vue'
import WhereFrom from './WhereFrom.vue'
import { axisText } from '#contract/messages/names.ts'

/** The same rows on every stage, so that a person learns to read one thing. */
const props = defineProps<{ final?: boolean }>()
const job = useOpenJob()
const shop = useShop()

const measured = computed<FrameState | null>(() => {
  const p = job.picture
  if (!p) return null
  return props.final && p.checked.state.massG !== null ? p.checked.state : p.measured.state
})
const lengthCm = computed(() => job.view?.frame.geometry.lengthCm ?? job.profile.geometry.lengthCm)
const chosen = computed(() => {
  const p = job.picture
  if (!p) return []
  const ids = job.documents.compare?.referenceIds ?? []
  return shop.references
    .filter((r) => ids.includes(r.id))
    .map((r) => ({ name: r.name, state: referenceState(r, p, job.profile) }))
})
/** What this frame says as it stands, whatever is aimed at. */
const cautions = computed(() => {
  const p = job.picture
  if (!p || !measured.value) return []
  const { condition } = p
  const frame = { state: measured.value, condition, geometry: job.view.frame.geometry, profile: job.profile }
  return cautionsOnFrame(frame, job.documents.player?.facts ?? null)
})
const shown = computed(() => numbersShown(job.documents.target))
const target = (quantity: AimQuantity) => aimsOf(job.documents.target)[quantity] ?? null
const references = (quantity: AimQuantity) =>
  chosen.value.flatMap((r) => {
    const estimate = estimateOf(r.state, quantity)
    return estimate ? [{ name: r.name, estimate }] : []
  })
</script>

<template>
  <aside v-if="job.picture" class="panel rows" aria-label="The numbers">
    <div class="d-flex align-center mb-1">
      <h2 class="mb-0">The numbers</h2>
      <v-spacer />
      <WhereFrom />
    </div>
    <p class="quiet state">
      {{ conditionText(job.picture.condition, job.profile) }}; swing weight about
      <span class="text-no-wrap">{{ axisText(job.picture.axisCm, shop.units) }}</span>
    </p>
    <p v-for="caution in cautions" :key="caution.id" class="caution" role="alert" :data-caution="caution.id">
      {{ caution.message }}
    </p>
    <QuantityRow
      v-for="quantity in shown"
      :key="quantity"
      :quantity="quantity"
      :length-cm="lengthCm"
      :measured="measured && estimateOf(measured, quantity)"
      :predicted="job.planned && estimateOf(job.planned, quantity)"
      :target="target(quantity)"
      :references="references(quantity)"
      :final="!!final && job.picture.checked.state.massG !== null"
    />
    <MarkLegend class="mt-2" />
  </aside>
</template>

<style scoped>
.rows {
  padding: 12px 16px;
  /* Numbers follow a drag: what they say moves nothing outside. */
  contain: layout;
}
/* Narrow beside the work. */
@media (min-width: 1001px) and (max-width: 1180px) {
  .rows {
    padding: 10px 12px;
  }
}
.state {
  font-size: 12.5px;
  margin: 0 0 6px;
  line-height: 1.3;
}
</style>
