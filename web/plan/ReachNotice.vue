<script setup lang="ts">
import type { Plan } from '#core/planning/solve/plan.ts'
import type { Relaxation } from '#core/planning/problem/relaxation.ts'
import type { NumberRange } from '#core/planning/explain/ranges.ts'
import type { Binding } from '#core/planning/explain/reach.ts'
import { writeDifference } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { bindingText, openingText } from '#contract/messages/job.ts'
import { rangeText } from '#contract/messages/reach.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** A target that cannot be reached: what is off at the nearest, and what alone would open it. */
defineProps<{ relaxations: Relaxation[]; binding: Binding[]; ranges: NumberRange[]; nearest: Plan | null }>()
const job = useOpenJob()
const shop = useShop()
</script>

<template>
  <section class="reach panel mb-2" role="status" data-testid="reach">
    <b>This target cannot be reached.</b>
    <template v-if="nearest">
      Nearest is
      {{
        nearest.deviations
          .filter((l) => !l.inside)
          .map((l) => `${QUANTITY_NAMES[l.quantity].toLowerCase()} ${writeDifference(l.off, l.quantity, shop.units)}`)
          .join(', ')
      }}
      off target.</template
    >
    <span v-if="binding.length > 0" data-testid="binding">
      In the way: {{ binding.map((b) => bindingText(b, job.picture, shop.units)).join('; ') }}.</span
    >
    <template v-if="relaxations.length > 0">
      Any one of these would reach it:
      <ul>
        <li v-for="opening in relaxations.slice(0, 6)" :key="JSON.stringify(opening.obstacle)">
          {{ openingText(opening, job.picture, shop.units) }}
        </li>
      </ul>
    </template>
    <template v-else>
      No single change would do it: loosen more than one tolerance, or start from another frame.</template
    >
    <p v-if="ranges.length > 0" class="mb-0 mt-1" data-testid="ranges">
      With the others inside, each can be:
      {{ ranges.map((r) => rangeText(r, shop.units, job.view.frame.geometry.lengthCm)).join('; ') }}.
    </p>
  </section>
</template>

<style scoped>
.reach {
  border-left: 4px solid rgb(var(--v-theme-predicted));
}
.reach ul {
  margin: 2px 0 0;
  padding-left: 20px;
}
</style>
