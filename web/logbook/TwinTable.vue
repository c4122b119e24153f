<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { LogNumbers } from '#core/logbook/logbook.ts'
import type { Quantity, UnitChoice } from '#core/quantities/units.ts'
import { writeDifference, writeQuantity } from '#core/quantities/write.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import type { FrameLog } from '#contract/logbook.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { twinRows } from './story.ts'

/** A frame beside the owner's other frames of the same make: how far they are apart, in one state. */
const props = defineProps<{
  twins: FrameLog['twins']
  numbers: LogNumbers | null
  units: UnitChoice
  lengthCm: number
  profile: SportProfile
}>()
const rows = computed(() => twinRows(props.numbers, props.twins, props.profile))
const write = (value: number | undefined, quantity: Quantity) =>
  value === undefined ? '–' : writeQuantity(value, quantity, props.units, props.lengthCm)
</script>

<template>
  <div class="scroll">
    <table class="plain" data-testid="twins">
      <thead>
        <tr>
          <th scope="col"></th>
          <th scope="col">This one</th>
          <template v-for="twin in twins" :key="twin.id">
            <th scope="col">
              <RouterLink :to="{ name: 'frame', params: { id: twin.id } }">{{ twin.label }}</RouterLink>
            </th>
            <th scope="col">apart</th>
          </template>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.quantity">
          <th scope="row">{{ QUANTITY_NAMES[row.quantity] }}</th>
          <td class="figure">{{ write(row.own, row.quantity) }}</td>
          <template v-for="other in row.others" :key="other.id">
            <td class="figure">{{ write(other.value, row.quantity) }}</td>
            <td class="figure" :class="other.apart">
              {{ other.by === null ? '–' : writeDifference(other.by, row.quantity, units) }}
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
  <p class="quiet mb-0 mt-1">
    Both strung, base grip, no overgrip. <b>Bold</b>: more than the tolerance; grey: smaller than can be told.
  </p>
</template>

<style scoped>
.far {
  font-weight: 700;
}
.untold {
  color: rgb(var(--v-theme-quiet));
}
</style>
