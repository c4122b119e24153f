<script setup lang="ts">
import { mdiPlus, mdiRedo, mdiUndo } from '@mdi/js'
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'
import { useRouter } from 'vue-router'
import type { BatchUnit } from '#contract/batch.ts'
import { problemText } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'
import ConditionPicker from '../shared/ConditionPicker.vue'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import AimPicker from './AimPicker.vue'
import BatchTable from './BatchTable.vue'
import PickVerdict from './PickVerdict.vue'
import { jobOfUnit } from './jobOfUnit.ts'
import { useBatch } from './useBatch.ts'

/** Several units of one model, read in a row and set side by side. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const router = useRouter()
const batch = useBatch(props.id)
const { body, ranking, wanted } = batch
const problem = ref('')
onMounted(async () => {
  try {
    await Promise.all([shop.load(), shop.loadDrawer()])
    await batch.open()
  } catch (error) {
    problem.value = problemText(error)
  }
})
const nameOf = (id: string) => body.value!.units.find((u) => u.id === id)!.name
const anyAim = computed(() => Object.keys(wanted.value).length > 0)
const pick = computed(() => {
  const [nearest, second] = ranking.value
  return anyAim.value && nearest && second && Number.isFinite(nearest.distance) ? nearest : null
})
const table = useTemplateRef('table')
function addUnit(): void {
  const units = body.value!.units
  batch.save({
    units: [
      ...units,
      { id: crypto.randomUUID(), name: `${units.length + 1}`, readings: [], jobId: null, reservedFor: '' },
    ],
  })
  void nextTick(() => table.value?.go(units.length, 0))
}
async function toJob(unit: BatchUnit): Promise<void> {
  const b = body.value!
  try {
    const id = await jobOfUnit(b, unit, shop.initials)
    batch.save({ units: b.units.map((u) => (u.id === unit.id ? { ...u, jobId: id } : u)) })
    await batch.send()
    await router.push({ name: 'bench', params: { id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <div class="pa-6 page">
    <v-alert v-if="problem || batch.problem.value" type="error" variant="tonal" class="mb-3">{{
      problem || batch.problem.value
    }}</v-alert>
    <template v-if="body">
      <header class="d-flex align-center ga-3 mb-3 flex-wrap">
        <h1>{{ body.label }}</h1>
        <span class="quiet">{{ batch.profile.value.name }}</span>
        <v-spacer />
        <AimPicker
          :model-value="body.aim"
          :sport="body.sport"
          class="aim"
          @update:model-value="(aim) => batch.save({ aim })"
        />
        <v-btn
          :icon="mdiUndo"
          size="small"
          variant="text"
          aria-label="Undo"
          :disabled="!batch.canUndo.value"
          data-testid="undo-batch"
          @click="batch.stepBack('undo')"
        />
        <v-btn
          :icon="mdiRedo"
          size="small"
          variant="text"
          aria-label="Redo"
          :disabled="!batch.canRedo.value"
          @click="batch.stepBack('redo')"
        />
        <v-btn
          v-if="body.units.length > 1"
          :to="{ name: 'set', params: { id } }"
          data-testid="make-alike"
          @click="batch.send()"
          >Make them alike</v-btn
        >
        <v-btn v-if="body.units.length > 0" :to="{ name: 'choice', params: { id } }" data-testid="choice-card"
          >Choice card</v-btn
        >
        <v-btn :prepend-icon="mdiPlus" data-testid="add-unit" @click="addUnit">Unit</v-btn>
      </header>
      <ConditionPicker
        plain
        class="mb-3"
        :profile="batch.profile.value"
        :geometry="body.geometry"
        :model-value="body.condition"
        @update:model-value="(condition) => batch.save({ condition })"
      />
      <InstrumentStrip class="mb-3" />
      <section class="panel">
        <BatchTable ref="table" :batch="batch" :best="pick?.id ?? null" @bench="toJob" />
        <PickVerdict
          v-if="pick"
          :ranking="ranking"
          :apart="batch.apart.value"
          :name="nameOf"
          :cautions="batch.cautions"
          :aim="batch.aimed.value?.name ?? 'the middle of the batch'"
        />
        <p v-if="body.units.length === 0" class="quiet mb-0">
          Add the first unit, then type its four numbers; Enter goes on to the next.
        </p>
      </section>
    </template>
    <p v-else-if="!problem" class="quiet">Fetching the batch…</p>
  </div>
</template>

<style scoped>
.page {
  max-width: 1400px;
  margin: 0 auto;
}
.aim {
  max-width: 330px;
}
</style>
