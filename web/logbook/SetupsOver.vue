<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { writeQuantity } from '#core/quantities/write.ts'
import type { LoggedJob } from '#contract/logbook.ts'
import { useShop } from '../stores/shop.ts'
import { setupsOver, unitsIn } from './story.ts'

/** What a player played over the years, a line a setup: how heavy, how it swings, the strings, and what was said of it. */
const props = defineProps<{ jobs: LoggedJob[] }>()
const shop = useShop()
const rows = computed(() =>
  setupsOver(props.jobs).map((row) => {
    const units = unitsIn(row.job.frame.sport, shop.overview?.shop.units)
    const write = (quantity: 'mass' | 'swingWeight') => {
      const value = row.numbers[quantity]?.value
      return value === undefined ? '' : writeQuantity(value, quantity, units, row.job.frame.lengthCm)
    }
    return { ...row, mass: write('mass'), swing: write('swingWeight') }
  }),
)
</script>

<template>
  <section v-if="rows.length > 0" class="panel" aria-label="Setups over the years" data-testid="setups-over">
    <h2>Setups over the years</h2>
    <div class="scroll">
      <table class="plain stacks">
        <thead>
          <tr>
            <th scope="col">Since</th>
            <th scope="col">Frame</th>
            <th scope="col">Weight</th>
            <th scope="col">Swing weight</th>
            <th scope="col">Strings</th>
            <th scope="col">What was said</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="`${row.job.id} ${row.at}`">
            <td class="figure">{{ row.at.slice(0, 10) }}</td>
            <td data-head="Frame">
              <RouterLink :to="{ name: 'frame', params: { id: row.job.frame.id } }">{{
                row.job.frame.label
              }}</RouterLink>
              <small v-if="row.name" class="quiet">{{ row.name }}</small>
            </td>
            <td class="figure" data-head="Weight">{{ row.mass }}</td>
            <td class="figure" data-head="Swing weight">{{ row.swing }}</td>
            <td data-head="Strings">{{ row.job.strings }}</td>
            <td class="said" data-head="What was said">{{ row.said }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.plain .figure {
  white-space: nowrap;
}
td small {
  display: block;
}
@media (max-width: 600px) {
  .said {
    grid-column: 1 / -1;
  }
}
</style>
