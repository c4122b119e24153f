<script setup lang="ts">
import { computed, ref } from 'vue'
import { checkClaim } from '#core/compare/claim.ts'
import { referenceState } from '#core/compare/setup.ts'
import { writeQuantity } from '#core/quantities/write.ts'
import type { AnyQuantity } from '#core/quantities/units.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { geometrySchema } from '#contract/documents.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import SetupPicker from '../library/SetupPicker.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** Whether the frame is what it was sold as: its sizes and numbers beside the published ones. */
const job = useOpenJob()
const shop = useShop()
const claimId = defineModel<string | null>({ required: true })
const geometry = computed(() => job.view.frame.geometry)
const lines = computed(() => {
  const reference = shop.reference(claimId.value)
  if (!reference) return []
  return checkClaim(
    { geometry: geometry.value, state: job.picture.measured.state },
    { geometry: reference.geometry, state: referenceState(reference, job.picture, job.profile) },
  )
})
const WHAT = {
  length: 'Length',
  headLength: 'Head length',
  headWidth: 'Head width',
  pattern: 'String pattern',
  mass: 'Static weight',
  balance: 'Balance',
  swingWeight: 'Swing weight',
}
const write = (v: number | string, q: AnyQuantity | null) =>
  typeof v === 'string' || !q ? String(v) : writeQuantity(v, q, shop.units, geometry.value.lengthCm)
const sizeProblem = ref('')
function setGeometry(change: Partial<FrameGeometry>): void {
  const next = { ...geometry.value, ...change }
  sizeProblem.value = wrongGeometry(next)
  if (!sizeProblem.value) job.saveFrame({ geometry: next })
}
countNotTaken(sizeProblem)
</script>

<template>
  <section class="panel">
    <h2>Is it what it says it is?</h2>
    <SetupPicker v-model="claimId" :sport="job.profile.id" :kinds="['retail']" label="Sold as" clearable class="mb-2" />
    <div class="sizes mb-2">
      <PlainNumber
        :of="geometrySchema.shape.headLengthCm"
        :model-value="geometry.headLengthCm"
        label="Head length"
        suffix="cm"
        @update:model-value="(v) => v && setGeometry({ headLengthCm: v })"
      />
      <PlainNumber
        :of="geometrySchema.shape.headWidthCm"
        :model-value="geometry.headWidthCm"
        label="Head width"
        suffix="cm"
        @update:model-value="(v) => v && setGeometry({ headWidthCm: v })"
      />
      <PlainNumber
        v-if="geometry.face === 'strings'"
        :of="geometrySchema.shape.mains"
        :model-value="geometry.mains"
        label="Mains"
        @update:model-value="(v) => v !== null && setGeometry({ mains: v })"
      />
      <PlainNumber
        v-if="geometry.face === 'strings'"
        :of="geometrySchema.shape.crosses"
        :model-value="geometry.crosses"
        label="Crosses"
        @update:model-value="(v) => v !== null && setGeometry({ crosses: v })"
      />
    </div>
    <p v-if="sizeProblem" class="stop" role="alert" data-testid="size-problem">{{ sizeProblem }}</p>
    <table v-if="lines.length > 0" class="plain">
      <thead>
        <tr>
          <th />
          <th>this frame</th>
          <th>published</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="line in lines" :key="line.what" :data-claim="line.what">
          <td>{{ WHAT[line.what] }}</td>
          <td class="figure">{{ write(line.mine, line.quantity) }}</td>
          <td class="figure">{{ write(line.published, line.quantity) }}</td>
          <td :class="line.agrees ? 'quiet' : 'stop'">{{ line.agrees ? 'agrees' : 'does not agree' }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet mb-0">Choose what it was sold as; published figures are brought to what is on this frame.</p>
  </section>
</template>

<style scoped>
.stop {
  color: rgb(var(--v-theme-error));
}
.sizes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(112px, 1fr));
  gap: 8px;
}
</style>
