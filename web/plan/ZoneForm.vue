<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { headOutline, type Edge, type Wall } from '#core/geometry/outline.ts'
import type { Workpiece } from '#core/cuts/cut.ts'
import { hoopMarksOf } from '#core/cuts/zones.ts'
import { spotSchema, zoneSchema } from '#contract/documents.ts'
import { hoopMarkText } from '#contract/messages/names.ts'
import type { Zone } from '#core/sports/profile.ts'
import { fixed } from '#core/quantities/write.ts'
import PlainNumber from '../shared/PlainNumber.vue'

/** A place of the fitter's own: along the hoop as a tape measures from the tip, or a spot on the long axis. */
const props = defineProps<{ work: Workpiece }>()
const emit = defineEmits<{ made: [zone: Zone] }>()
const form = useTemplateRef('form')
// It opens under what asked for it, maybe out of sight.
onMounted(() => form.value?.scrollIntoView({ block: 'nearest' }))
const name = ref('')
const where = ref<'hoop' | 'spot'>('hoop')
/** Strips lie about the place, or begin there. */
const lies = ref<'middle' | 'butt' | 'tip'>('middle')
/** What strips lie on: both edges of the tube or one, or a wall of it. */
const bed = ref<'edges' | Edge | Wall>('edges')
const BEDS = {
  edges: { edges: 2 },
  upper: { edges: 1, edge: 'upper' },
  lower: { edges: 1, edge: 'lower' },
  outside: { edges: 1, wall: 'outside' },
  inside: { edges: 1, wall: 'inside' },
} as const
const atCm = ref<number | null>(null)
const offCm = ref<number | null>(0)
const room = ref<number | null>(6)
const layers = ref<number | null>(2)
const hidden = ref(false)
const problem = ref('')
const most = computed(() =>
  where.value === 'hoop' ? headOutline(props.work.geometry).halfLengthCm : props.work.geometry.lengthCm,
)
function make(): void {
  if (!name.value.trim()) problem.value = 'Give the place a name.'
  else if (atCm.value === null) problem.value = 'Say where it is.'
  else if (room.value === null) problem.value = 'Say how much it can take.'
  else {
    const base = { id: `own-${crypto.randomUUID().slice(0, 8)}`, name: name.value.trim(), visible: !hidden.value }
    emit(
      'made',
      where.value === 'hoop'
        ? {
            ...base,
            place: 'hoop',
            alongCm: atCm.value,
            ...BEDS[bed.value],
            capacityCm: room.value,
            maxLayers: layers.value ?? 1,
            ...(lies.value === 'middle' ? {} : { anchor: { at: 'along', towards: lies.value } }),
          }
        : {
            ...base,
            place: 'spot',
            spot: { from: 'butt', cm: atCm.value, offCm: offCm.value ?? 0 },
            takes: ['weight', 'fill'],
            capacityCm: room.value,
            maxLayers: 1,
          },
    )
  }
}
</script>

<template>
  <section ref="form" class="own" aria-label="A place of my own">
    <v-text-field v-model="name" label="Name" :error-messages="problem" data-testid="zone-name" />
    <v-btn-toggle v-model="where" mandatory density="compact" role="group" aria-label="Where it lies">
      <v-btn size="small" value="hoop">Along the hoop</v-btn><v-btn size="small" value="spot">A spot</v-btn>
    </v-btn-toggle>
    <PlainNumber
      v-model="atCm"
      :label="where === 'hoop' ? 'From the tip, a tape laid along the hoop' : 'From the butt end'"
      suffix="cm"
      :min="0"
      :max="Number(fixed(most, 1))"
      data-testid="zone-at"
    />
    <div v-if="where === 'hoop'" class="marks">
      <v-chip v-for="mark in hoopMarksOf(work)" :key="mark.mark" size="small" @click="atCm = Number(fixed(mark.cm, 1))"
        >{{ hoopMarkText(mark) }}, {{ fixed(mark.cm, 1) }} cm</v-chip
      >
    </div>
    <v-btn-toggle
      v-if="where === 'hoop'"
      v-model="lies"
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
      v-if="where === 'hoop'"
      v-model="bed"
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
      v-if="where === 'spot'"
      v-model="offCm"
      :of="spotSchema.shape.offCm"
      label="To both sides of the long axis"
      suffix="cm"
    />
    <div class="two">
      <PlainNumber
        v-model="room"
        :label="where === 'hoop' ? 'Longest strip' : 'Grams of putty, or pieces'"
        :suffix="where === 'hoop' ? 'cm' : ''"
        :min="0.5"
        :max="40"
      />
      <PlainNumber v-if="where === 'hoop'" v-model="layers" :of="zoneSchema.shape.maxLayers" label="Layers" />
    </div>
    <v-checkbox v-model="hidden" label="Does not show" />
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
