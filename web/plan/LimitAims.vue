<script setup lang="ts">
import { computed } from 'vue'
import { AIM_QUANTITIES, QUANTITIES } from '#core/quantities/units.ts'
import { TARGET_PLACES } from '#core/frame/places.ts'
import { aimedAt, type PlanLimits, type Weight } from '#core/planning/problem/request.ts'
import { limitsSchema } from '#contract/documents.ts'
import { PLACE_NAMES } from '#contract/messages/targets.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { keeping, weighed } from './limitParts.ts'

/** What counts for more or less, what is kept as it is, and how much may be added at most. */
defineProps<{ limits: PlanLimits }>()
const emit = defineEmits<{ change: [part: Partial<PlanLimits>] }>()
const { target } = usePlanRequest()
const ranges = limitsSchema.shape
const change = (part: Partial<PlanLimits>) => emit('change', part)
/** Numbers that can count for more or less: those aimed at. */
const aims = computed(() => AIM_QUANTITIES.filter((q) => aimedAt(target.value).includes(q) && q !== 'lateral'))
const keepable = QUANTITIES.filter((q) => q !== 'mass')
</script>

<template>
  <section>
    <h2>What matters</h2>
    <div v-for="q in aims" :key="q" class="matters">
      <span>{{ QUANTITY_NAMES[q] }}</span>
      <v-btn-toggle
        :model-value="limits.matters[q] ?? 'usual'"
        mandatory
        density="compact"
        role="group"
        :aria-label="`How much ${QUANTITY_NAMES[q]} matters`"
        @update:model-value="(v: string) => change(weighed(limits, q, v as Weight | 'usual'))"
      >
        <v-btn size="small" value="least">less</v-btn>
        <v-btn size="small" value="usual">usual</v-btn>
        <v-btn size="small" value="most" :data-testid="`most-${q}`">most</v-btn>
      </v-btn-toggle>
    </div>
    <v-checkbox
      v-for="q in keepable"
      :key="q"
      :model-value="limits.keep.includes(q)"
      :label="`Keep ${QUANTITY_NAMES[q].toLowerCase()} as measured`"
      :data-testid="`keep-${q}`"
      @update:model-value="(v) => change(keeping(limits, q, v === true))"
    />
    <v-checkbox
      :model-value="limits.evenSides"
      label="Bring left and right even"
      @update:model-value="(v) => change({ evenSides: v === true })"
    />
    <v-checkbox
      :model-value="limits.fewPlaces"
      label="Few places before little work"
      data-testid="few-places"
      @update:model-value="(v) => change({ fewPlaces: v === true })"
    />
    <h2 class="mt-2">At most</h2>
    <div class="numbers">
      <PlainNumber
        :of="ranges.capG"
        :model-value="limits.capG"
        label="Added"
        suffix="g"
        data-testid="cap"
        @update:model-value="(capG) => change({ capG })"
      />
      <PlainNumber
        :of="ranges.maxPlaces"
        :model-value="limits.maxPlaces"
        label="Places"
        data-testid="max-places"
        @update:model-value="(maxPlaces) => change({ maxPlaces })"
      />
      <PlainNumber
        :of="ranges.capTotalG"
        :model-value="limits.capTotalG"
        label="The frame"
        suffix="g"
        data-testid="cap-total"
        @update:model-value="(capTotalG) => change({ capTotalG })"
      />
      <PlainNumber
        :of="ranges.reserveG"
        :model-value="limits.reserveG"
        label="Held back for the end"
        suffix="g"
        data-testid="reserve"
        @update:model-value="(reserveG) => change({ reserveG: reserveG ?? 0 })"
      />
      <v-select
        :model-value="limits.reserveAt"
        :items="TARGET_PLACES.map((value) => ({ value, title: PLACE_NAMES[value] }))"
        label="Will go"
        :disabled="limits.reserveG === 0"
        data-testid="reserve-at"
        @update:model-value="(reserveAt) => change({ reserveAt })"
      />
    </div>
  </section>
</template>

<style scoped>
section h2:not(:first-child) {
  margin-top: 12px !important;
}
.matters {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding: 2px 0;
}
.numbers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
