<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed } from 'vue'
import {
  inspectionOf,
  INSPECTION_ITEMS,
  type Finding,
  type InspectionItem,
  type MeasureDocument,
} from '#core/job/documents.ts'
import { estimateOf } from '#core/frame/state.ts'
import ClaimPanel from './ClaimPanel.vue'
import InspectionPictures from './InspectionPictures.vue'
import LandmarksPanel from './LandmarksPanel.vue'
import { INSPECTED, sidesText } from '#contract/messages/inspection.ts'
import { typedIn } from '../browser/typedIn.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useReadings } from './useReadings.ts'

/** What is looked at before any work, with pictures, and whether the frame is what it claims to be. */
const job = useOpenJob()
const readings = useReadings('measure')
const body = readings.measure
const save = (change: Partial<MeasureDocument>) => job.save('measure', { ...body.value, ...change })

const VERDICTS: { value: Finding['verdict']; title: string }[] = [
  { value: 'fine', title: 'Fine' },
  { value: 'noted', title: 'Note' },
  { value: 'stop', title: 'Stop' },
]
const found = (item: InspectionItem) => body.value.findings.find((f) => f.item === item) ?? null
function find(item: InspectionItem, change: Partial<Finding>): void {
  const findings = [
    ...body.value.findings.filter((f) => f.item !== item),
    { item, verdict: 'noted' as const, note: '', ...found(item), ...change },
  ]
  save({ findings, inspection: inspectionOf(findings) })
}
const side = computed(() => sidesText(estimateOf(job.picture.measured.state, 'lateral')))
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: 'measure' }" :prepend-icon="mdiArrowLeft" variant="text">Measure</v-btn>
      <h1>Inspection</h1>
      <v-spacer />
      <b v-if="body.inspection === 'cracked'" class="stop" role="alert">Stop. Do not add mass to this frame.</b>
      <span v-else class="quiet">{{ body.findings.length }} of {{ INSPECTION_ITEMS.length }} looked at</span>
    </header>
    <section class="panel mb-3">
      <div v-for="item in INSPECTION_ITEMS" :key="item" class="item" :data-item="item">
        <div>
          <b>{{ INSPECTED[item].name }}</b>
          <div class="quiet">{{ INSPECTED[item].look }}{{ item === 'sides' && side ? ` ${side}` : '' }}</div>
        </div>
        <v-btn-toggle
          role="group"
          :model-value="found(item)?.verdict"
          :aria-label="INSPECTED[item].name"
          @update:model-value="(verdict: Finding['verdict'] | undefined) => verdict && find(item, { verdict })"
        >
          <v-btn v-for="v in VERDICTS" :key="v.value" :value="v.value" size="small" :class="v.value">{{
            v.title
          }}</v-btn>
        </v-btn-toggle>
        <v-text-field
          :model-value="found(item)?.note ?? ''"
          label="Note"
          @change="(e: Event) => find(item, { note: typedIn(e) })"
        />
      </div>
    </section>
    <LandmarksPanel class="mb-3" />
    <div class="cols">
      <InspectionPictures :model-value="body.photoIds" @update:model-value="(photoIds) => save({ photoIds })" />
      <ClaimPanel :model-value="body.claimId" @update:model-value="(claimId) => save({ claimId })" />
    </div>
  </div>
</template>

<style scoped>
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 220px;
  gap: 14px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid rgba(var(--v-theme-line), 0.55);
}
.item:last-child {
  border: 0;
}
.item .quiet {
  font-size: 13.5px;
  line-height: 1.3;
}
.stop {
  color: rgb(var(--v-theme-error));
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1.2fr;
  gap: 12px;
  align-items: start;
}
@media (max-width: 900px) {
  .item,
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
