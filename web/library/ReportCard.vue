<script setup lang="ts">
import { mdiDeleteOutline } from '@mdi/js'
import { ref } from 'vue'
import { GRADES } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { unitMark } from '#core/quantities/write.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { reportSchema } from '#contract/library.ts'
import { QUANTITY_NAMES, axisText } from '#contract/messages/names.ts'
import { leaveField } from '../browser/leaveField.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { typedIn } from '../browser/typedIn.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import ConditionPicker from '../shared/ConditionPicker.vue'
import { useShop } from '../stores/shop.ts'
import type { ReportBody } from './useSetup.ts'

/** What one source says: who, when, how sure, on what, and the numbers. */
const props = defineProps<{
  report: ReportBody
  profile: SportProfile
  geometry: FrameGeometry
  only: boolean
  type: (quantity: Quantity, text: string) => string
  write: (quantity: Quantity) => string
}>()
const emit = defineEmits<{ change: [part: Partial<ReportBody>]; remove: [] }>()
const shop = useShop()
const problems = ref<Partial<Record<Quantity, string>>>({})
countNotTaken(() => Object.values(problems.value).join(''))
function typed(quantity: Quantity, event: Event): void {
  problems.value = { ...problems.value, [quantity]: props.type(quantity, typedIn(event)) }
}
</script>

<template>
  <section class="report">
    <div class="row">
      <v-text-field
        :model-value="report.source"
        label="Source"
        @change="(e: Event) => emit('change', { source: typedIn(e) })"
      />
      <v-text-field
        :model-value="report.dated"
        label="Date"
        class="short"
        @change="(e: Event) => emit('change', { dated: typedIn(e) })"
      />
      <v-select
        :model-value="report.grade"
        :items="[...GRADES]"
        label="Grade"
        class="grade"
        @update:model-value="(grade: ReportBody['grade']) => emit('change', { grade })"
      />
      <v-btn
        v-if="!only"
        :icon="mdiDeleteOutline"
        size="small"
        variant="text"
        aria-label="Take this report away"
        @click="emit('remove')"
      />
    </div>
    <div class="row figures">
      <v-text-field
        v-for="q in QUANTITIES"
        :key="q"
        :model-value="write(q)"
        :label="QUANTITY_NAMES[q]"
        :suffix="unitMark(q, { ...shop.units, ...profile.units })"
        :error-messages="problems[q]"
        placeholder="not known"
        persistent-placeholder
        class="figure"
        @change="(e: Event) => typed(q, e)"
        @keydown.enter="leaveField()"
      />
    </div>
    <details>
      <summary>
        Given {{ conditionText(report.condition, profile) }}, swing weight about
        {{ axisText(report.axisCm, shop.units) }}
      </summary>
      <div class="d-flex ga-4 mt-2 flex-wrap align-start">
        <ConditionPicker
          :model-value="report.condition"
          :profile="profile"
          :geometry="geometry"
          plain
          @update:model-value="(condition) => emit('change', { condition })"
        />
        <PlainNumber
          :of="reportSchema.shape.axisCm"
          :model-value="report.axisCm"
          label="Axis from the butt"
          suffix="cm"
          class="axis"
          @update:model-value="(v) => v !== null && emit('change', { axisCm: v })"
        />
      </div>
    </details>
    <v-text-field
      :model-value="report.note"
      label="Note"
      class="mt-2"
      @change="(e: Event) => emit('change', { note: typedIn(e) })"
    />
  </section>
</template>

<style scoped>
.report {
  border-top: 1px solid rgb(var(--v-theme-line));
  padding: 10px 0;
}
.row {
  display: flex;
  gap: 8px;
  margin-bottom: 8px;
}
.short {
  max-width: 120px;
}
.grade {
  max-width: 190px;
}
.axis {
  max-width: 180px;
}
summary {
  font-size: 14px;
  font-weight: 400;
}
@media (max-width: 700px) {
  .row {
    flex-wrap: wrap;
  }
  .row > :deep(.v-input) {
    flex: 1 1 140px;
    max-width: none;
  }
}
</style>
