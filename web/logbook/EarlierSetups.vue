<script setup lang="ts">
import { computed } from 'vue'
import { isThere, wayBackTo } from '#core/logbook/returning.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { fixed } from '#core/quantities/write.ts'
import type { FrameLog } from '#contract/logbook.ts'
import { readText } from '#contract/messages/wayBack.ts'
import { useShop } from '../stores/shop.ts'

/** The setups that a frame was proven in, each with what lay on it and a job that goes back to it. */
const props = defineProps<{ log: FrameLog; units: UnitChoice }>()
const shop = useShop()
const setups = computed(() =>
  props.log.earlier.map((setup) => ({
    setup,
    read: readText(setup, props.units, props.log.frame.geometry.lengthCm),
    there: props.log.leftAs !== null && isThere(wayBackTo(setup, props.log.leftAs, shop.materials)),
  })),
)
</script>

<template>
  <ul class="setups" data-testid="earlier-setups">
    <li v-for="{ setup, read, there } in setups" :key="setup.jobId">
      <div>
        <b>Job {{ setup.number }}</b> <span class="quiet">{{ setup.at.slice(0, 10) }}</span>:
        <span class="figure">{{ read }}</span>
        <div class="quiet">
          {{
            setup.pieces.length === 0
              ? 'Nothing was added.'
              : setup.pieces.map((p) => `${p.item.name} ${fixed(p.item.massG, 1)} g`).join('; ')
          }}
        </div>
      </div>
      <span v-if="there" class="quiet">as it stands</span>
      <v-btn
        v-else
        size="small"
        variant="text"
        :to="{ name: 'new', query: { frame: log.frame.id, back: setup.jobId } }"
        :aria-label="`Return to the setup of job ${setup.number}`"
        >Return to this</v-btn
      >
    </li>
  </ul>
</template>

<style scoped>
.setups {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.setups li {
  display: flex;
  gap: 12px;
  align-items: start;
  justify-content: space-between;
}
</style>
