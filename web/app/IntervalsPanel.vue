<script setup lang="ts">
import type { Intervals } from '#core/tuning/intervals.ts'
import { intervalsSchema } from '#contract/shop.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'

/** After how long this shop asks somebody back. */
const shop = useShop()
const FIELDS: [key: keyof Intervals, label: string, suffix: string][] = [
  ['askDays', '“How was it?” after', 'days'],
  ['growMonths', 'Growing players asked after', 'months'],
  ['restringMonths', 'New strings after', 'months'],
  ['restringHours', 'or after play of', 'h'],
  ['measureMonths', 'Measured again after', 'months'],
  ['measureHours', 'or after play of', 'h'],
]
const save = (key: keyof Intervals, value: number | null) =>
  value !== null && shop.saveShop({ intervals: { ...shop.intervals, [key]: Math.round(value) } })
</script>

<template>
  <section class="panel" aria-label="Coming back" data-testid="intervals">
    <h2>Coming back</h2>
    <div class="fields">
      <PlainNumber
        v-for="[key, label, suffix] in FIELDS"
        :key="key"
        :of="intervalsSchema.shape[key]"
        :model-value="shop.intervals[key]"
        :label="label"
        :suffix="suffix"
        :data-testid="`interval-${key}`"
        @update:model-value="(value: number | null) => save(key, value)"
      />
    </div>
    <p class="quiet mt-3 mb-0">
      Whichever comes first counts. The next frame of a growing player goes by height and age. Appointments already put
      off or dropped stay so.
    </p>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
</style>
