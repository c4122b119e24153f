<script setup lang="ts">
import { TARGET_PLACES, type TargetPlace } from '#core/frame/places.ts'
import type { Dose } from '#core/tuning/school.ts'
import { PLACE_NAMES } from '#contract/messages/targets.ts'
import { doseGrams, doseShare, eitherGrams } from '#contract/school.ts'
import PlainNumber from '../shared/PlainNumber.vue'

/** What a step does to the frame: a kind, and its grams and places. */
const dose = defineModel<Dose>({ required: true })
const KINDS: { value: Dose['kind']; title: string }[] = [
  { value: 'none', title: 'nothing is changed' },
  { value: 'add', title: 'grams at a place' },
  { value: 'move', title: 'from one place to another' },
  { value: 'pair', title: 'two places, the balance kept' },
  { value: 'scale', title: 'a share less everywhere' },
  { value: 'takeOff', title: 'grams less everywhere' },
  { value: 'towards', title: 'a share of the way to the target' },
  { value: 'preset', title: 'for the day, on the frame as built' },
]
const FRESH: Record<Dose['kind'], Dose> = {
  none: { kind: 'none' },
  add: { kind: 'add', place: 'tip', massG: 2 },
  move: { kind: 'move', from: 'tip', to: 'threeNine', massG: 4 },
  pair: { kind: 'pair', front: 'tenTwo', back: 'handle', massG: 2 },
  scale: { kind: 'scale', share: 0.3 },
  takeOff: { kind: 'takeOff', massG: 4 },
  towards: { kind: 'towards', share: 0.5 },
  preset: { kind: 'preset', points: [{ place: 'tip', massG: 3 }] },
}
const places = TARGET_PLACES.map((p) => ({ value: p, title: PLACE_NAMES[p] }))
const set = (part: Record<string, unknown>) => (dose.value = { ...dose.value, ...part })
const point = (part: Partial<{ place: TargetPlace; massG: number }>) =>
  dose.value.kind === 'preset' && set({ points: [{ ...dose.value.points[0], ...part }, ...dose.value.points.slice(1)] })
</script>

<template>
  <div class="dose">
    <v-select
      :model-value="dose.kind"
      :items="KINDS"
      label="To the frame"
      @update:model-value="(k: Dose['kind']) => (dose = FRESH[k])"
    />
    <PlainNumber
      v-if="'massG' in dose"
      :of="dose.kind === 'add' ? eitherGrams : doseGrams"
      :model-value="dose.massG"
      label="Grams"
      suffix="g"
      @update:model-value="(massG) => massG && set({ massG })"
    />
    <PlainNumber
      v-if="'share' in dose"
      :of="doseShare"
      :per="1 / 100"
      :model-value="Math.round(100 * dose.share)"
      label="Share"
      suffix="%"
      @update:model-value="(v) => v && set({ share: v / 100 })"
    />
    <v-select
      v-if="dose.kind === 'add'"
      :model-value="dose.place"
      :items="places"
      label="Where"
      @update:model-value="(place: TargetPlace) => set({ place })"
    />
    <template v-if="dose.kind === 'move'">
      <v-select
        :model-value="dose.from"
        :items="places"
        label="From"
        @update:model-value="(from: TargetPlace) => set({ from })"
      />
      <v-select
        :model-value="dose.to"
        :items="places"
        label="To"
        @update:model-value="(to: TargetPlace) => set({ to })"
      />
    </template>
    <template v-if="dose.kind === 'pair'">
      <v-select
        :model-value="dose.front"
        :items="places"
        label="In front"
        @update:model-value="(front: TargetPlace) => set({ front })"
      />
      <v-select
        :model-value="dose.back"
        :items="places"
        label="Behind"
        @update:model-value="(back: TargetPlace) => set({ back })"
      />
    </template>
    <template v-if="dose.kind === 'preset'">
      <PlainNumber
        :of="eitherGrams"
        :model-value="dose.points[0]?.massG ?? null"
        label="Grams"
        suffix="g"
        @update:model-value="(massG) => massG && point({ massG })"
      />
      <v-select
        :model-value="dose.points[0]?.place"
        :items="places"
        label="Where"
        @update:model-value="(place: TargetPlace) => point({ place })"
      />
    </template>
  </div>
</template>

<style scoped>
.dose {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
}
</style>
