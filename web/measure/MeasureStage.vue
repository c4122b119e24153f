<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed, watch } from 'vue'
import { inspectionOf, INSPECTION_ITEMS, type MeasureDocument } from '#core/job/documents.ts'
import { conditionText, layersBetween, sameCondition } from '#core/frame/condition.ts'
import { fixed, signed } from '#core/quantities/write.ts'
import { sameContent } from '#contract/sameContent.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import QuantityField from '../shared/QuantityField.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useOpenJob } from '../stores/openJob.ts'
import ConditionPicker from '../shared/ConditionPicker.vue'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import ReadingTable from './ReadingTable.vue'
import { useReadings } from './useReadings.ts'

const job = useOpenJob()
const readings = useReadings('measure')
const body = readings.measure
const save = (change: Partial<MeasureDocument>) => job.save('measure', { ...body.value, ...change })
const lookedAt = computed(() => body.value.findings.length)
const others = computed(() => {
  const found = readings.held.value.filter((r) => r.condition && !sameCondition(r.condition, body.value.condition))
  return [...new Set(found.map((r) => conditionText(r.condition!, job.profile)))]
})
const own = computed(() => job.picture.measured.ownStrings)
const strungBothWays = computed(() =>
  readings.held.value.some((r) => r.condition && layersBetween(r.condition, body.value.condition).join() === 'strings'),
)
/** The frame keeps what its own readings say of its strings, for its later jobs. */
watch(own, (now) => {
  const held = job.view.frame.ownStrings
  if (now && strungBothWays.value && !sameContent(now, held)) void job.saveFrame({ ownStrings: now })
})
/** Sound in one touch: everything was looked at and is fine. */
function sound(): void {
  const findings = INSPECTION_ITEMS.map(
    (item) => body.value.findings.find((f) => f.item === item) ?? { item, verdict: 'fine' as const, note: '' },
  )
  save({ findings, inspection: inspectionOf(findings) })
}
</script>

<template>
  <StageFrame stage="measure" title="Measure">
    <template #actions>
      <v-btn :to="{ name: 'by-hand' }" variant="text">By hand</v-btn>
      <v-btn :to="{ name: 'table' }" variant="text">Table</v-btn>
      <v-btn
        v-if="readings.body.value.readingIds.length > 0"
        :append-icon="mdiArrowRight"
        color="primary"
        variant="flat"
        :to="{ name: 'compare' }"
        >Compare</v-btn
      >
    </template>
    <section class="panel look mb-2" :class="body.inspection.replace(' ', '-')">
      <b>Look it over</b>
      <template v-if="body.inspection === 'not yet'">
        <span class="quiet">Cracks, bumper, grommets, butt cap, anything stuck on already.</span>
        <v-spacer />
        <v-btn size="small" @click="sound">Sound</v-btn>
      </template>
      <span v-else-if="body.inspection === 'sound'" class="quiet"
        >sound{{ body.findings.some((f) => f.verdict === 'noted') ? ', with notes' : ''
        }}{{ body.photoIds.length > 0 ? `, ${body.photoIds.length} pictures` : '' }}</span
      >
      <b v-else class="stop">Stop here. A cracked frame can break in the hand; do not add mass to it.</b>
      <v-spacer v-if="body.inspection !== 'not yet'" />
      <v-btn size="small" :to="{ name: 'inspect' }" data-testid="inspect">{{
        lookedAt > 0 && body.inspection === 'not yet'
          ? `${lookedAt} of ${INSPECTION_ITEMS.length} looked at`
          : 'Inspection'
      }}</v-btn>
    </section>
    <InstrumentStrip class="mb-2" />
    <section class="panel state mb-2">
      <div>
        <h2>On the frame now</h2>
        <ConditionPicker
          :profile="job.profile"
          :geometry="job.view.frame.geometry"
          :model-value="body.condition"
          @update:model-value="(condition) => save({ condition })"
        />
        <div v-if="others.length > 0" class="quiet mt-2 d-flex ga-3 align-center">
          <span
            >Also read: {{ others.join('; ')
            }}{{
              own && strungBothWays
                ? `. This frame’s own strings: ${signed(own.massG, 1)} g at ${own.xCm === null ? '?' : fixed(own.xCm, 1)} cm.`
                : '.'
            }}</span
          >
          <v-btn size="small" @click="readings.takenWith(body.condition)">All were taken as now</v-btn>
        </div>
      </div>
      <div class="sizes">
        <QuantityField
          quantity="length"
          :length-cm="job.view.frame.geometry.lengthCm"
          label="Swing axis"
          keep="axis"
          :model-value="body.axisCm"
          :check="(cm) => (cm > 30 ? 'The axis lies within 30 cm of the butt end.' : '')"
          @commit="(axisCm) => save({ axisCm })"
        />
        <QuantityField
          quantity="length"
          :length-cm="job.view.frame.geometry.lengthCm"
          label="Length"
          keep="length"
          :model-value="job.view.frame.geometry.lengthCm"
          :check="(lengthCm) => wrongGeometry({ ...job.view.frame.geometry, lengthCm })"
          @commit="(lengthCm) => job.saveFrame({ geometry: { ...job.view.frame.geometry, lengthCm } })"
        />
      </div>
    </section>
    <section class="panel">
      <h2>
        Readings <span class="quiet font-weight-regular">type each as read; Enter goes on; U switches the unit</span>
      </h2>
      <ReadingTable purpose="measure" />
    </section>
  </StageFrame>
</template>

<style scoped>
.look {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 6px 16px;
  min-height: 44px;
}
.look.cracked {
  background: rgba(var(--v-theme-error), 0.14);
  border-color: rgb(var(--v-theme-error));
}
.stop {
  color: rgb(var(--v-theme-error));
}
.state {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px;
  gap: 12px;
  align-items: start;
  padding: 10px 16px;
}
.sizes {
  display: grid;
  gap: 12px;
  padding-top: 4px;
}
@media (max-width: 760px) {
  .state {
    grid-template-columns: 1fr;
  }
}
</style>
