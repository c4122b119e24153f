<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { PlanLimits } from '#core/planning/problem/request.ts'
import { USUAL_MINUTES } from '#core/planning/problem/work.ts'
import type { SetAim } from '#core/planning/set/set.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { minutesSchema } from '#contract/documents.ts'
import { problemText } from '../api/client.ts'
import AllowedWork from '../shared/AllowedWork.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import SetTable from './SetTable.vue'
import { useBatch } from './useBatch.ts'
import { minutesAndGrams, pairsVerdict, pairText, setVerdict } from './setVerdict.ts'
import { useSet } from './useSet.ts'

/** The units of a batch made alike: one target, a plan for each, and which two would be the easiest pair. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const router = useRouter()
const batch = useBatch(props.id)
const set = useSet(batch)
const { body } = batch
const failed = ref('')
onMounted(async () => {
  try {
    await Promise.all([shop.load(), shop.loadDrawer()])
    await batch.open()
  } catch (error) {
    failed.value = problemText(error)
  }
})
const AIMS = computed((): { value: SetAim['kind']; title: string }[] => [
  { value: 'common', title: 'Least work' },
  { value: 'heaviest', title: 'To the heaviest' },
  ...(body.value?.aim.kind === 'middle'
    ? []
    : [{ value: 'given' as const, title: batch.aimed.value?.name ?? 'To the aim' }]),
])
function allow(part: Partial<PlanLimits>): void {
  batch.save({ limits: { ...body.value!.limits, ...part } })
}
const nameOf = (id: string) => body.value!.units.find((u) => u.id === id)?.name ?? ''
async function bench(unit: BatchUnit): Promise<void> {
  try {
    await router.push({ name: 'plan', params: { id: await set.toBench(unit) } })
  } catch (error) {
    failed.value = problemText(error)
  }
}
</script>

<template>
  <div class="pa-6 page">
    <v-alert v-if="failed || set.problem.value" type="error" variant="tonal" class="mb-3">{{
      failed || set.problem.value
    }}</v-alert>
    <template v-if="body">
      <header class="d-flex align-center ga-3 mb-3 flex-wrap">
        <v-btn :to="{ name: 'batch', params: { id } }" :prepend-icon="mdiArrowLeft" variant="text">{{
          body.label
        }}</v-btn>
        <h1>Make them alike</h1>
        <v-spacer />
        <v-btn-toggle
          v-model="set.kind.value"
          mandatory
          density="compact"
          role="group"
          aria-label="What they should become"
        >
          <v-btn v-for="a in AIMS" :key="a.value" :value="a.value" size="small" :data-testid="`aim-${a.value}`">{{
            a.title
          }}</v-btn>
        </v-btn-toggle>
        <v-btn
          v-if="set.able.value.length > 2"
          size="small"
          :loading="set.pairing.value"
          data-testid="which-two"
          @click="set.choosePair()"
          >Which two?</v-btn
        >
      </header>
      <div class="wishes mb-2" role="group" aria-label="What may be done">
        <AllowedWork
          :limits="body.limits"
          :strung="batch.profile.value.layers.strings !== null"
          :holes="batch.profile.value.zones.some((zone) => zone.holes)"
          :minor="set.minor.value"
          @change="allow"
        />
        <PlainNumber
          class="gram"
          :of="minutesSchema.shape.gram"
          :model-value="body.limits.minutes.gram"
          label="A gram heavier counts as"
          suffix="min"
          data-testid="gram-minutes"
          @update:model-value="
            (gram) => allow({ minutes: { ...body!.limits.minutes, gram: gram ?? USUAL_MINUTES.gram } })
          "
        />
      </div>
      <section v-if="set.pairs.value" class="panel mb-3" data-testid="pairs">
        <h2>The easiest pairs</h2>
        <ol class="pairs">
          <li v-for="pair in set.pairs.value.slice(0, 5)" :key="pair.ids.join()">
            <button type="button" @click="set.only(pair.ids)">
              <b>{{ pair.ids.map(nameOf).join(' and ') }}</b>
              <span class="figure">{{ pairText(pair) }}</span>
            </button>
          </li>
        </ol>
        <p class="quiet mb-0">
          {{ pairsVerdict(set.pairs.value, body.limits.minutes.gram) }}
        </p>
      </section>
      <section class="panel">
        <p v-if="set.able.value.length < 2" class="mb-0">
          Two units at least need weight and balance.
          <RouterLink :to="{ name: 'batch', params: { id } }">Read them</RouterLink>
        </p>
        <template v-else>
          <div class="d-flex align-baseline ga-3 mb-2 flex-wrap" role="status">
            <b v-if="!set.found.value && set.looking.value">Working it out…</b>
            <template v-else-if="set.found.value">
              <b data-testid="set-total">{{ minutesAndGrams(set.found.value) }}</b>
              <span :class="{ quiet: set.found.value.reached }" data-testid="set-verdict">{{
                setVerdict(set.found.value, set.looking.value, body.limits.minutes.gram)
              }}</span>
              <v-btn v-if="set.looking.value" size="small" variant="text" data-testid="stop-set" @click="set.stop()"
                >Stop looking</v-btn
              >
            </template>
          </div>
          <SetTable :set="set" :length-cm="body.geometry.lengthCm" @bench="bench" />
          <p class="quiet mt-2 mb-0">
            Upper figure as measured, lower as planned. Alike: no two apart by more than one tolerance, so each is held
            to half of it about the common target.
          </p>
        </template>
      </section>
    </template>
    <p v-else-if="!failed" class="quiet">Fetching the batch…</p>
  </div>
</template>

<style scoped>
.page {
  max-width: 1300px;
  margin: 0 auto;
}
.wishes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
}
.gram {
  flex: none;
  width: 190px;
}
.wishes :deep(.v-selection-control) {
  min-height: 30px;
}
.pairs {
  margin: 0 0 6px;
  padding-left: 22px;
}
.pairs button {
  display: flex;
  gap: 14px;
  padding: 3px 6px;
}
.pairs button:hover {
  text-decoration: underline;
}
</style>
