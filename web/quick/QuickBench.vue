<script setup lang="ts">
import { mdiPrinterOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { problemText, tell } from '../api/client.ts'
import PlanEditor from '../plan-editor/PlanEditor.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { NO_FACTS } from '../shared/playerFacts.ts'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import ConditionPicker from '../shared/ConditionPicker.vue'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import ReadingTable from '../measure/ReadingTable.vue'
import { useReadings } from '../measure/useReadings.ts'

/** The walk-in: four readings, what-if on the bench, print; no player. */
const job = useOpenJob()
const router = useRouter()
const readings = useReadings('measure')
const body = readings.measure
const facts = computed(() => job.documents.player?.facts ?? { ...NO_FACTS, name: 'Walk-in' })
/** Who it is for decides what is too heavy. */
const saveAge = (age: number | null) => job.save('player', { playerId: null, facts: { ...facts.value, age } })
const name = ref('')
const problem = ref('')
const asking = ref(false)

async function becomeJob(): Promise<void> {
  problem.value = name.value.trim() ? '' : 'Type the player’s name.'
  if (problem.value) return
  try {
    await job.flush()
    await tell('POST', `/jobs/${job.view.job.id}/become-job`, {
      player: { facts: { ...facts.value, name: name.value.trim() } },
    })
    await job.open(job.view.job.id)
    await router.push({ name: 'player', params: { id: job.view.job.id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}
const { print } = useSheets()
</script>

<template>
  <StageFrame stage="plan" title="Quick bench">
    <template #beside><span class="quiet">read four numbers, move pieces about, see what happens</span></template>
    <template #actions>
      <v-btn v-if="job.cuts.length > 0 && job.planned" :prepend-icon="mdiPrinterOutline" @click="print('work-order')"
        >Print</v-btn
      >
      <v-btn :to="{ name: 'recipes' }" data-testid="recipes">Recipes</v-btn>
      <v-btn v-if="!asking" color="primary" variant="flat" data-testid="become-job" @click="asking = true"
        >Make it a job</v-btn
      >
      <template v-else>
        <v-text-field
          v-model="name"
          label="Player"
          autofocus
          class="name"
          :error-messages="problem"
          data-testid="become-name"
          @keydown.enter="becomeJob"
        />
        <v-btn color="primary" variant="flat" data-testid="become-go" @click="becomeJob">Go</v-btn>
      </template>
    </template>
    <InstrumentStrip class="mb-3" />
    <div class="quick">
      <section class="panel">
        <ReadingTable purpose="measure" compact />
        <PlainNumber
          class="mt-3"
          :model-value="facts.age"
          label="Age of who plays"
          :min="3"
          :max="110"
          whole
          data-testid="quick-age"
          @update:model-value="saveAge"
        />
        <details class="mt-2">
          <summary>As measured</summary>
          <ConditionPicker
            plain
            :profile="job.profile"
            :geometry="job.view.frame.geometry"
            class="mt-3"
            :model-value="body.condition"
            @update:model-value="(condition) => job.save('measure', { ...body, condition })"
          />
        </details>
      </section>
      <PlanEditor />
    </div>
  </StageFrame>
</template>

<style scoped>
.quick {
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
.name {
  width: 200px;
}
@media (max-width: 900px) {
  .quick {
    grid-template-columns: 1fr;
  }
}
</style>
