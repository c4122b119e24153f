<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import type { QuantitySummary } from '#core/measure/summary.ts'
import type { StoredReadingRow } from '#contract/entities.ts'

/** The readings of one quantity on a short straight scale: each a tick, the mean with its 95 % band, outliers ringed. */
const props = defineProps<{ rows: StoredReadingRow[]; summary: QuantitySummary; axisCm: number; step: number }>()
const WIDTH = 240
const inForce = computed(() => props.rows.filter((r) => r.axisCm === null || r.axisCm === props.axisCm))
const scale = computed(() => {
  const c = props.summary.combined
  const values = [...inForce.value.map((r) => r.value), ...(c ? [c.value - 2 * c.u, c.value + 2 * c.u] : [])]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const grow = Math.max(0.08 * (high - low), props.step)
  return scaleLinear([low - grow, high + grow], [4, WIDTH - 4])
})
const doubtful = (id: string) => props.summary.doubtful.some((d) => d.readingId === id)
</script>

<template>
  <svg
    v-if="inForce.length > 1"
    class="strip"
    :viewBox="`0 0 ${WIDTH} 22`"
    preserveAspectRatio="none"
    aria-hidden="true"
  >
    <rect
      v-if="summary.combined"
      :x="scale(summary.combined.value - 2 * summary.combined.u)"
      y="5"
      :width="
        scale(summary.combined.value + 2 * summary.combined.u) - scale(summary.combined.value - 2 * summary.combined.u)
      "
      height="12"
      class="band"
    />
    <line x1="0" :x2="WIDTH" y1="11" y2="11" class="rail" />
    <line
      v-if="summary.combined"
      :x1="scale(summary.combined.value)"
      :x2="scale(summary.combined.value)"
      y1="2"
      y2="20"
      class="middle"
    />
    <g
      v-for="(row, i) in inForce"
      :key="row.id"
      :transform="`translate(${scale(row.value)} ${11 + ((i % 3) - 1) * 3})`"
    >
      <circle v-if="summary.outliers.includes(row.id)" r="5.5" class="ring" />
      <circle r="2.6" :class="doubtful(row.id) ? 'open' : 'dot'" />
    </g>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
  width: 100%;
  height: 22px;
}
.band {
  fill: rgba(var(--v-theme-measured), 0.13);
}
.rail {
  stroke: rgb(var(--v-theme-line));
}
.middle {
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 1.5;
}
.dot {
  fill: rgb(var(--v-theme-measured));
}
.open {
  fill: none;
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 1.5;
}
.ring {
  fill: none;
  stroke: rgb(var(--v-theme-error));
  stroke-width: 1.5;
}
</style>
