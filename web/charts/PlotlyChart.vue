<script setup lang="ts">
import { writeCsv } from '#contract/csv.ts'
import type { Data, Layout } from 'plotly.js'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { saveFile } from '../browser/saveFile.ts'
import { loadPlotly, type Plotly } from './plotly.ts'
import { useMarks } from './useMarks.ts'

/** A chart with its way out: picture as PNG and SVG, the numbers behind it as CSV. */
const props = defineProps<{
  data: Data[]
  layout: Partial<Layout>
  height: number
  /** Name of the files, and what a screen reader says. */
  name: string
  label: string
  table: { head: string[]; rows: (string | number | null)[][] }
}>()
const emit = defineEmits<{ pick: [data: unknown] }>()
const place = ref<HTMLDivElement>()
const failed = ref('')
const { colors } = useMarks()
let plotly: Plotly | null = null

async function draw(): Promise<void> {
  if (!place.value) return
  try {
    plotly ??= await loadPlotly()
  } catch {
    failed.value = 'The chart could not be fetched. The table beside it has the same numbers.'
    return
  }
  if (!place.value) return
  const c = colors.value
  const axis = { gridcolor: c.line, linecolor: c['frame-edge'], zerolinecolor: c.line, automargin: true }
  const { xaxis, yaxis, ...rest } = props.layout
  await plotly.react(
    place.value,
    props.data,
    {
      font: { family: 'Atkinson Hyperlegible Next Variable, sans-serif', size: 13, color: c['on-surface'] },
      paper_bgcolor: c.surface,
      plot_bgcolor: c.surface,
      margin: { l: 56, r: 14, t: 10, b: 46 },
      height: props.height,
      showlegend: false,
      hovermode: 'closest',
      ...rest,
      xaxis: { ...axis, ...xaxis },
      yaxis: { ...axis, ...yaxis },
    },
    { displayModeBar: false, responsive: true },
  )
  place.value.setAttribute('data-drawn', 'yes')
}
onMounted(async () => {
  await draw()
  const node = place.value as (HTMLDivElement & { on?(name: string, run: (e: unknown) => void): void }) | undefined
  node?.on?.('plotly_click', (event) => {
    const point = (event as { points: { customdata?: unknown }[] }).points[0]
    if (point?.customdata !== undefined) emit('pick', point.customdata)
  })
})
watch(() => [props.data, props.layout, props.height, colors.value], draw)
onBeforeUnmount(() => {
  if (place.value) plotly?.purge(place.value)
})

async function picture(format: 'png' | 'svg'): Promise<void> {
  if (!plotly || !place.value) return
  const url = await plotly.toImage(place.value, {
    format,
    width: 1200,
    height: Math.round((1200 * props.height) / 800),
  })
  const blob =
    format === 'svg'
      ? new Blob([decodeURIComponent(url.replace(/^data:image\/svg\+xml,/, ''))], { type: 'image/svg+xml' })
      : new Blob([Uint8Array.from(atob(url.slice(url.indexOf(',') + 1)), (c) => c.charCodeAt(0))], {
          type: 'image/png',
        })
  saveFile(blob, `${props.name}.${format}`)
}
function csv(): void {
  const text = writeCsv(props.table.head, props.table.rows)
  saveFile(new Blob([`\ufeff${text}`], { type: 'text/csv' }), `${props.name}.csv`)
}
</script>

<template>
  <figure class="chart">
    <p v-if="failed" class="quiet" role="alert">{{ failed }}</p>
    <div ref="place" role="img" :aria-label="label" :style="{ minHeight: `${height}px` }" />
    <figcaption class="ways">
      <slot />
      <v-spacer />
      <span class="quiet">Save as</span>
      <v-btn size="x-small" variant="text" @click="picture('png')">PNG</v-btn>
      <v-btn size="x-small" variant="text" @click="picture('svg')">SVG</v-btn>
      <v-btn size="x-small" variant="text" @click="csv">CSV</v-btn>
    </figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
  min-width: 0;
}
.ways {
  display: flex;
  align-items: center;
  gap: 4px;
  font-size: 13px;
}
</style>
