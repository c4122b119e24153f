<script setup lang="ts">
import { computed } from 'vue'
import { mdiArrowRight } from '@mdi/js'
import type { MeasureBody } from '#core/job/bodies.ts'
import QuantityField from '../../shared/QuantityField.vue'
import StageFrame from '../../shared/StageFrame.vue'
import { useJob } from '../../stores/job.ts'
import ConditionPicker from './ConditionPicker.vue'
import ReadingTable from './ReadingTable.vue'
import { useReadings } from './useReadings.ts'

const job = useJob()
const readings = useReadings('measure')
const body = computed(() => readings.body.value as MeasureBody)
const save = (change: Partial<MeasureBody>) => job.save('measure', { ...body.value, ...change })
</script>

<template>
  <StageFrame stage="measure" title="Measure">
    <template #actions>
      <v-btn
        v-if="readings.body.value.readingIds.length > 0"
        :append-icon="mdiArrowRight"
        color="primary"
        variant="flat"
        :to="{ name: 'compare' }"
        >Compare</v-btn
      >
    </template>
    <section class="panel mb-3">
      <div class="d-flex align-center flex-wrap ga-4">
        <h2 class="mb-0">Look it over</h2>
        <v-btn-toggle
          role="group"
          :model-value="body.inspection"
          mandatory
          aria-label="Inspection"
          @update:model-value="(inspection) => save({ inspection })"
        >
          <v-btn value="not yet">Not yet</v-btn><v-btn value="sound">Sound</v-btn><v-btn value="cracked">Cracked</v-btn>
        </v-btn-toggle>
        <span class="quiet">Cracks, bumper, grommets, butt cap, anything stuck on already.</span>
      </div>
      <v-alert v-if="body.inspection === 'cracked'" type="error" variant="tonal" density="compact" class="mt-2"
        >Stop here. A cracked frame can break in the hand; do not add mass to it.</v-alert
      >
    </section>
    <section class="panel mb-3">
      <h2>As measured</h2>
      <div class="d-flex flex-wrap ga-4">
        <ConditionPicker :model-value="body.condition" @update:model-value="(condition) => save({ condition })" />
        <QuantityField
          quantity="length"
          :length-cm="job.view!.frame.geometry.lengthCm"
          label="Swing axis from butt"
          keep="axis"
          :model-value="body.axisCm"
          class="axis"
          @commit="(axisCm) => save({ axisCm })"
        />
        <QuantityField
          quantity="length"
          :length-cm="job.view!.frame.geometry.lengthCm"
          label="Frame length"
          keep="length"
          :model-value="job.view!.frame.geometry.lengthCm"
          class="axis"
          @commit="(lengthCm) => job.saveFrame({ geometry: { ...job.view!.frame.geometry, lengthCm } })"
        />
      </div>
    </section>
    <section class="panel">
      <h2>
        Readings <span class="quiet font-weight-regular">type each as read; Enter goes on; again for a repeat</span>
      </h2>
      <ReadingTable purpose="measure" />
    </section>
  </StageFrame>
</template>

<style scoped>
.axis {
  width: 170px;
  flex: none;
}
</style>
