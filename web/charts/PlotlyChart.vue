<script setup lang="ts">
import type { Data, Layout } from 'plotly.js'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import ChartOut from './ChartOut.vue'
import type { ChartTable } from './chartTable.ts'
import type { PictureFormat } from './pictureOf.ts'
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
  table: ChartTable
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

async function picture(format: PictureFormat): Promise<Blob | null> {
  if (!plotly || !place.value) return null
  const url = await plotly.toImage(place.value, {
    format,
    width: 1200,
    height: Math.round((1200 * props.height) / 800),
  })
  return format === 'svg'
    ? new Blob([decodeURIComponent(url.replace(/^data:image\/svg\+xml,/, ''))], { type: 'image/svg+xml' })
    : new Blob([Uint8Array.from(atob(url.slice(url.indexOf(',') + 1)), (c) => c.charCodeAt(0))], {
        type: 'image/png',
      })
}
</script>

<template>
  <figure class="chart">
    <p v-if="failed" class="quiet" role="alert">{{ failed }}</p>
    <div ref="place" role="img" :aria-label="label" :style="{ minHeight: `${height}px` }" />
    <figcaption>
      <ChartOut :name="name" :table="table" :picture="picture"><slot /></ChartOut>
    </figcaption>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
  min-width: 0;
}
</style>
