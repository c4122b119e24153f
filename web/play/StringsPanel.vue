<script setup lang="ts">
import { computed, ref } from 'vue'
import { cutsOn } from '#core/job/tuning.ts'
import { BUILT, type StringBed } from '#core/tuning/document.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { hoursOf, kgOfLb, lbOfKg, livesOf, stringAdvice } from '#core/tuning/stringing.ts'
import { fixed } from '#core/quantities/write.ts'
import { bedSchema } from '#contract/play.ts'
import { typedIn } from '../browser/typedIn.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import type { TuningPage } from './useTuning.ts'

/** The strings as they were strung, hours on them, and what is to be said about them. */
const props = defineProps<{ page: TuningPage }>()
const shop = useShop()
const strung = computed(() => props.page.job.profile.layers.strings !== null)
const unit = ref<'lb' | 'kg'>('lb')
const today = dayHere(new Date().toISOString())
const bed = computed<StringBed | null>(
  () => [...props.page.play.value.setups].reverse().find((s) => s.strings)?.strings ?? props.page.play.value.strings,
)
const NEW_BED: StringBed = { kind: '', gaugeMm: null, stiffness: null, mainsLb: null, crossesLb: null, strungOn: null }
const kinds = computed(() => props.page.job.profile.layers.stringKinds.map((k) => k.name))
const since = (day: string | null | undefined) =>
  props.page.play.value.sessions.filter((s) => !day || s.on.slice(0, 10) >= day)
const overgripOn = computed(() => props.page.play.value.overgripOn)
/** Overgrips that came with the frame, and what was put on since. */
const wraps = computed(() => {
  const { tuning, now, job } = props.page
  const kinds = new Map(tuning.value?.bench.materials.map((m) => [m.id, m.kind]))
  const on = (tuning.value && now.value ? cutsOn(now.value, tuning.value.bench) : []).filter(
    (cut) => kinds.get(cut.materialId) === 'overgrip',
  )
  return job.picture.condition.overgrips + on.reduce((sum, cut) => sum + cut.amount, 0)
})
const hours = computed(() => ({
  strings: bed.value ? hoursOf(since(bed.value.strungOn)) : 0,
  measured: hoursOf(since(props.page.builtOn.value)),
  grip: overgripOn.value ? hoursOf(since(overgripOn.value)) : 0,
}))
const advice = computed(() => {
  const { play, tuning, now, job, builtOn } = props.page
  const added = (now.value?.state.massG ?? 0) - (tuning.value?.bench.base.massG ?? 0)
  return stringAdvice({
    bed: bed.value,
    sessions: play.value.sessions,
    player: job.documents.player?.facts ?? null,
    addedG: added,
    hours: hours.value,
    wraps: wraps.value,
    lifeOfBeds: livesOf(play.value.pastBeds, bed.value, play.value.sessions),
    today,
    measuredOn: builtOn.value,
    intervals: shop.intervals,
  })
})
/** Kept with the setup that is on the frame: strings belong to it. */
function change(part: Partial<StringBed>): void {
  const { play, now, save } = props.page
  const next = { ...(bed.value ?? NEW_BED), ...part }
  const id = now.value?.id ?? BUILT
  if (id === BUILT) save({ strings: next })
  else save({ setups: play.value.setups.map((s) => (s.id === id ? { ...s, strings: next } : s)) })
}
/** A new bed of the same strings: the one that is cut out stays in the record. */
function strungToday(): void {
  const { play, save } = props.page
  const was = bed.value
  if (was?.strungOn && was.strungOn.slice(0, 10) < today) save({ pastBeds: [...play.value.pastBeds, was] })
  change({ strungOn: today, stiffness: null })
}
const shown = (lb: number | null) => (lb === null ? null : Number((unit.value === 'lb' ? lb : kgOfLb(lb)).toFixed(1)))
const kept = (value: number | null) => (value === null ? null : unit.value === 'lb' ? value : lbOfKg(value))
</script>

<template>
  <details class="panel" :open="advice.length > 0">
    <summary>
      {{ strung ? 'Strings and grip' : 'Grip'
      }}<span v-if="bed?.kind" class="quiet">
        {{ bed.kind }}<template v-if="bed.mainsLb">, {{ shown(bed.mainsLb) }} {{ unit }}</template
        ><template v-if="hours.strings > 0">, {{ fixed(hours.strings, 1) }} h</template></span
      >
    </summary>
    <ul v-if="advice.length > 0" class="advice">
      <li v-for="a in advice" :key="a.id">
        {{ a.message }} <span class="quiet">{{ a.why }}</span>
      </li>
    </ul>
    <div v-if="strung" class="grid">
      <v-combobox
        :model-value="bed?.kind ?? ''"
        :items="kinds"
        label="Kind"
        @update:model-value="(kind: string | null) => change({ kind: (kind ?? '').slice(0, 120) })"
      />
      <PlainNumber
        :of="bedSchema.shape.gaugeMm"
        :model-value="bed?.gaugeMm ?? null"
        label="Gauge"
        suffix="mm"
        @update:model-value="(gaugeMm) => change({ gaugeMm })"
      />
      <PlainNumber
        :key="`m${unit}`"
        :model-value="shown(bed?.mainsLb ?? null)"
        :of="bedSchema.shape.mainsLb"
        :per="unit === 'kg' ? lbOfKg(1) : 1"
        label="Mains"
        :suffix="unit"
        data-testid="mains"
        @update:model-value="(v) => change({ mainsLb: kept(v) })"
      />
      <PlainNumber
        :key="`c${unit}`"
        :model-value="shown(bed?.crossesLb ?? null)"
        :of="bedSchema.shape.crossesLb"
        :per="unit === 'kg' ? lbOfKg(1) : 1"
        label="Crosses"
        :suffix="unit"
        @update:model-value="(v) => change({ crossesLb: kept(v) })"
      />
      <PlainNumber
        :of="bedSchema.shape.stiffness"
        :model-value="bed?.stiffness ?? null"
        label="Stiffness, as read"
        @update:model-value="(stiffness) => change({ stiffness })"
      />
      <v-text-field
        type="date"
        :model-value="bed?.strungOn?.slice(0, 10) ?? ''"
        label="Strung on"
        @change="(e: Event) => change({ strungOn: typedIn(e) || null })"
      />
      <v-btn-toggle v-model="unit" mandatory density="compact" role="group" aria-label="Tension in"
        ><v-btn value="lb" size="small">lb</v-btn><v-btn value="kg" size="small">kg</v-btn></v-btn-toggle
      >
    </div>
    <p v-if="strung" class="quiet mb-0 mt-2">
      {{ page.job.view.frame.geometry.mains }} × {{ page.job.view.frame.geometry.crosses }} strings.
    </p>
    <v-btn v-if="strung" size="small" variant="tonal" class="mt-2 mr-2" @click="strungToday">Strung today</v-btn>
    <v-btn
      v-if="wraps > 0"
      size="small"
      variant="tonal"
      class="mt-2"
      data-testid="new-overgrip"
      @click="page.save({ overgripOn: today })"
      >New overgrip today</v-btn
    >
    <ul v-if="page.play.value.pastBeds.length > 0" class="quiet past">
      <li v-for="(past, i) in page.play.value.pastBeds" :key="i">
        {{ past.strungOn?.slice(0, 10) }}:
        {{ [past.kind, past.mainsLb && `${shown(past.mainsLb)} ${unit}`].filter(Boolean).join(', ') }}
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  font-weight: 700;
}
summary span {
  font-weight: 400;
  margin-left: 6px;
}
.advice {
  margin: 8px 0;
  padding-left: 18px;
}
.past {
  margin: 8px 0 0;
  padding-left: 18px;
  font-size: 13px;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: center;
  margin-top: 10px;
}
</style>
