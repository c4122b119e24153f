<script setup lang="ts">
import { computed, ref } from 'vue'
import { TARGET_PLACES, type TargetPlace } from '#core/frame/places.ts'
import { cutsOn } from '#core/job/tuning.ts'
import { shareFor } from '#core/tuning/doses.ts'
import type { Dose } from '#core/tuning/school.ts'
import { knownNumbers } from '#core/frame/state.ts'
import { fixed } from '#core/quantities/write.ts'
import { PLACE_NAMES } from '#contract/messages/targets.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import LessBy from '../shared/LessBy.vue'
import { USUAL_LESS } from '../shared/less.ts'
import ChangeOutcome from './ChangeOutcome.vue'
import type { TuningPage } from './useTuning.ts'

/** Something else than what the school proposes: grams at a place, less everywhere, or an earlier setup. The school goes on from there. */
const props = defineProps<{ page: TuningPage }>()
const WAYS = [
  ['grams', 'Grams'],
  ['less', 'Less everywhere'],
  ['earlier', 'Earlier setup'],
] as const
const way = ref<(typeof WAYS)[number][0]>('grams')
const place = ref<TargetPlace>('tip')
const grams = ref<number | null>(2)
const less = ref(USUAL_LESS)
const earlier = ref<string | null>(null)
const problem = ref('')
const setups = computed(() =>
  (props.page.tuning.value?.tried ?? []).slice(0, -1).map((t) => ({ value: t.id, title: props.page.nameOf(t.id) })),
)
const dose = computed<Dose | null>(() => {
  if (way.value === 'grams') return grams.value ? { kind: 'add', place: place.value, massG: grams.value } : null
  const { by, amount, quantity } = less.value
  if (way.value !== 'less' || !amount || amount <= 0) return null
  if (by === 'percent') return { kind: 'scale', share: Math.min(1, amount / 100) }
  if (by === 'grams') return { kind: 'takeOff', massG: amount }
  const { tuning, now } = props.page
  const bench = tuning.value!.bench
  const share = shareFor(quantity, amount, cutsOn(now.value!, bench), bench)
  return share === null ? null : { kind: 'scale', share }
})
const tried = computed(() => {
  if (way.value === 'earlier') return earlier.value ? { cuts: props.page.cutsBackTo(earlier.value) } : null
  return dose.value ? props.page.tryDose(dose.value) : null
})
function putOn(): void {
  problem.value = ''
  if (way.value === 'earlier') {
    if (earlier.value) props.page.goBack(earlier.value)
    earlier.value = null
  } else if (dose.value) problem.value = props.page.another(dose.value)
}
/** Numbers that are known, and so can be come down to. */
const known = computed(() => knownNumbers(props.page.now.value!.state))
</script>

<template>
  <details class="panel another">
    <summary data-testid="another">Another change</summary>
    <v-btn-toggle v-model="way" mandatory density="compact" role="group" aria-label="What kind" class="my-2 toggle">
      <v-btn
        v-for="[id, name] in WAYS"
        :key="id"
        :value="id"
        size="small"
        :disabled="id === 'earlier' && setups.length === 0"
        >{{ name }}</v-btn
      >
    </v-btn-toggle>
    <div v-if="way === 'grams'" class="row">
      <PlainNumber v-model="grams" label="Grams" suffix="g" :min="-40" :max="40" data-testid="another-grams" />
      <v-select
        v-model="place"
        :items="TARGET_PLACES.map((p) => ({ value: p, title: PLACE_NAMES[p] }))"
        label="Where"
      />
    </div>
    <template v-else-if="way === 'less'">
      <LessBy v-model="less" :known="known" :length-cm="page.lengthCm.value" label="Less by" />
      <p v-if="less.by === 'number' && dose?.kind === 'scale'" class="quiet">
        {{ fixed(100 * dose.share, 0) }} % less everywhere.
      </p>
      <p v-else-if="less.by === 'number'" class="quiet">Nothing that was put on brings it there.</p>
    </template>
    <v-select v-else v-model="earlier" :items="setups" label="Back to" data-testid="earlier" />
    <p v-if="tried && 'problem' in tried" class="wrong" role="alert">{{ tried.problem }}</p>
    <template v-else-if="tried">
      <ChangeOutcome :page="page" :cuts="tried.cuts" />
      <v-btn variant="tonal" color="primary" class="mt-2" data-testid="another-on" @click="putOn">It is on</v-btn>
    </template>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </details>
</template>

<style scoped>
.toggle {
  flex-wrap: wrap;
  height: auto !important;
}
summary {
  font-weight: 700;
}
.row {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 10px;
}
.wrong {
  color: rgb(var(--v-theme-error));
  margin: 6px 0 0;
}
</style>
