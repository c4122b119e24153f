<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { computed, defineAsyncComponent, reactive } from 'vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { conditionText } from '#core/frame/condition.ts'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import ClassesView from './ClassesView.vue'
import CompareTable from './CompareTable.vue'
import { useCompare } from './useCompare.ts'
import { axisText } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'

const ScatterView = defineAsyncComponent(() => import('./ScatterView.vue'))
const LinesView = defineAsyncComponent(() => import('./LinesView.vue'))

const job = useOpenJob()
const route = useRoute()
const router = useRouter()
const compare = reactive(useCompare())
const { print } = useSheets()
const VIEWS = ['table', 'scatter', 'lines', 'classes'] as const
const view = computed({
  get: () => VIEWS.find((v) => v === route.query.view) ?? 'table',
  set: (v) => void router.replace({ query: v === 'table' ? {} : { view: v } }),
})
const shop = useShop()
const KINDS = [
  { title: 'All', value: 'all' },
  { title: 'Professional', value: 'professional' },
  { title: 'Retail', value: 'retail' },
  { title: 'Bands', value: 'band' },
  { title: 'Ours', value: 'shop' },
  { title: 'This player’s', value: 'own' },
]
</script>

<template>
  <StageFrame stage="compare" title="Compare" :rederive="() => compare.save({})">
    <template #beside>
      <v-btn-toggle v-model="view" role="group" mandatory aria-label="Show as">
        <v-btn value="table">Table</v-btn><v-btn value="scatter">Two numbers</v-btn><v-btn value="lines">All four</v-btn
        ><v-btn value="classes">{{
          compare.profile.shapes.length > 0 ? 'Shapes' : compare.profile.classes.length > 0 ? 'Classes' : 'Bands'
        }}</v-btn>
      </v-btn-toggle>
    </template>
    <template #actions
      ><v-btn
        :prepend-icon="mdiPrinterOutline"
        variant="text"
        data-testid="print-comparison"
        @click="print('comparison')"
        >Sheet</v-btn
      ><v-btn :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'target' }"
        >Target</v-btn
      ></template
    >
    <p class="common" data-testid="common-state">
      <b>{{ conditionText(compare.common.condition, compare.profile) }}</b>, swing weight about
      <b>{{ axisText(compare.common.axisCm, shop.units) }}</b>: every number on this page.
    </p>
    <div class="filters">
      <v-text-field v-model="compare.filter.text" label="Find" clearable />
      <v-select v-model="compare.filter.kind" :items="KINDS" label="Kind" />
      <v-select
        v-model="compare.filter.style"
        :items="compare.styles"
        label="Game"
        clearable
        :disabled="compare.styles.length === 0"
      />
      <v-select
        :model-value="compare.stateKey"
        :items="compare.states"
        label="All brought to"
        @update:model-value="
          (v: string) => compare.save({ condition: compare.states.find((s) => s.value === v)!.condition })
        "
      />
      <v-select
        :model-value="compare.common.axisCm"
        :items="compare.axes.map((a) => ({ title: axisText(a, shop.units), value: a }))"
        label="Swing weight about"
        @update:model-value="(a: number) => compare.save({ axisCm: a === job.picture.axisCm ? null : a })"
      />
    </div>
    <v-alert v-if="compare.problem" type="error" variant="tonal" density="compact" class="mb-2">{{
      compare.problem
    }}</v-alert>
    <p v-for="one in compare.cautions" :key="one.id" class="caution" role="alert">
      <b>{{ one.name }}:</b>
      <span v-for="said in one.says" :key="said.id" :data-caution="said.id">{{ ` ${said.message}` }}</span>
    </p>
    <p v-if="compare.librarySize === 0 && compare.rows.length === 0" class="panel" data-testid="empty-library">
      The library has nothing of this sport yet. <RouterLink to="/library">Add setups</RouterLink>, or set a target by
      hand on the next stage.
    </p>
    <CompareTable v-else-if="view === 'table'" :compare="compare" />
    <ScatterView v-else-if="view === 'scatter'" :compare="compare" />
    <LinesView v-else-if="view === 'lines'" :compare="compare" />
    <ClassesView v-if="view === 'classes'" :compare="compare" />
  </StageFrame>
</template>

<style scoped>
.common {
  margin: 0 0 8px;
  font-size: 14px;
}
.filters {
  display: grid;
  grid-template-columns: 1.2fr 1fr 0.9fr 1.9fr 1fr;
  gap: 8px;
  margin-bottom: 10px;
}
@media (max-width: 1100px) {
  .filters {
    grid-template-columns: repeat(3, 1fr);
  }
}
@media (max-width: 640px) {
  .filters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .filters > :is(:first-child, :nth-child(4)) {
    grid-column: 1 / -1;
  }
}
</style>
