<script setup lang="ts">
import { computed, onMounted, reactive, ref, useTemplateRef } from 'vue'
import type { Workpiece } from '#core/cuts/cut.ts'
import { hoopMarksOf } from '#core/cuts/zones.ts'
import { spotSchema, zoneSchema } from '#contract/documents.ts'
import { hoopMarkText } from '#contract/messages/names.ts'
import type { Zone } from '#core/sports/profile.ts'
import { fixed } from '#core/quantities/write.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { emptyZone, furthest, NO_ZONE_PROBLEMS, ownZone, wrongWithZone } from './ownZone.ts'

/** A place of the fitter's own: along the hoop as a tape measures from the tip, or a spot on the long axis. */
const props = defineProps<{ work: Workpiece }>()
const emit = defineEmits<{ made: [zone: Zone] }>()
const form = useTemplateRef('form')
// It opens under what asked for it, maybe out of sight.
onMounted(() => form.value?.scrollIntoView({ block: 'nearest' }))
const zone = reactive(emptyZone())
/** Said once somebody tried to add it, for as long as it holds. */
const tried = ref(false)
const wrong = computed(() => wrongWithZone(zone, props.work))
const problems = computed(() => (tried.value ? wrong.value : NO_ZONE_PROBLEMS))
const most = computed(() => furthest(zone, props.work))
function make(): void {
  tried.value = true
  if (!Object.values(wrong.value).some(Boolean)) emit('made', ownZone(zone, `own-${crypto.randomUUID().slice(0, 8)}`))
}
</script>

<template>
  <section ref="form" class="own" aria-label="A place of my own">
    <v-text-field v-model="zone.name" label="Name" :error-messages="problems.name" data-testid="zone-name" />
    <v-btn-toggle v-model="zone.where" mandatory density="compact" role="group" aria-label="Where it lies">
      <v-btn size="small" value="hoop">Along the hoop</v-btn><v-btn size="small" value="spot">A spot</v-btn>
    </v-btn-toggle>
    <PlainNumber
      v-model="zone.atCm"
      :label="zone.where === 'hoop' ? 'From the tip, a tape laid along the hoop' : 'From the butt end'"
      suffix="cm"
      :min="0"
      :max="Number(fixed(most, 1))"
      :problem="problems.at"
      data-testid="zone-at"
    />
    <div v-if="zone.where === 'hoop'" class="marks">
      <v-chip
        v-for="mark in hoopMarksOf(work)"
        :key="mark.mark"
        size="small"
        @click="zone.atCm = Number(fixed(mark.cm, 1))"
        >{{ hoopMarkText(mark) }}, {{ fixed(mark.cm, 1) }} cm</v-chip
      >
    </div>
    <v-btn-toggle
      v-if="zone.where === 'hoop'"
      v-model="zone.lies"
      mandatory
      density="compact"
      role="group"
      aria-label="How strips lie there"
    >
      <v-btn size="small" value="middle">Middle there</v-btn>
      <v-btn size="small" value="butt" data-testid="zone-down">From there down</v-btn>
      <v-btn size="small" value="tip">From there up</v-btn>
    </v-btn-toggle>
    <v-btn-toggle
      v-if="zone.where === 'hoop'"
      v-model="zone.bed"
      mandatory
      density="compact"
      role="group"
      aria-label="What strips lie on"
    >
      <v-btn size="small" value="edges">Both edges</v-btn><v-btn size="small" value="upper">Upper edge</v-btn>
      <v-btn size="small" value="lower" data-testid="zone-lower">Lower edge</v-btn>
      <v-btn size="small" value="outside">Outer wall</v-btn><v-btn size="small" value="inside">Inner wall</v-btn>
    </v-btn-toggle>
    <PlainNumber
      v-if="zone.where === 'spot'"
      v-model="zone.offCm"
      :of="spotSchema.shape.offCm"
      label="To both sides of the long axis"
      suffix="cm"
    />
    <div class="two">
      <PlainNumber
        v-model="zone.room"
        :label="zone.where === 'hoop' ? 'Longest strip' : 'Grams of putty, or pieces'"
        :suffix="zone.where === 'hoop' ? 'cm' : ''"
        :min="0.5"
        :max="40"
        :problem="problems.room"
      />
      <PlainNumber v-if="zone.where === 'hoop'" v-model="zone.layers" :of="zoneSchema.shape.maxLayers" label="Layers" />
    </div>
    <v-checkbox v-model="zone.hidden" label="Does not show" />
    <v-btn size="small" color="primary" variant="flat" data-testid="zone-make" @click="make">Add the place</v-btn>
  </section>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 300px), 1fr));
  align-items: center;
  gap: 10px 18px;
  padding-left: 12px;
  border-left: 3px solid rgb(var(--v-theme-line));
}
/* Every choice is to be seen, also in a narrow column. */
.own :deep(.v-btn-toggle) {
  flex-wrap: wrap;
  height: auto !important;
}
.own :deep(.v-btn-toggle .v-btn) {
  height: 36px !important;
}
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
