<script setup lang="ts">
import type { Data, Layout } from 'plotly.js'
import { computed, type Reactive } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { unitMark, writeValue } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import MarkLegend from '../shared/MarkLegend.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import type { Compare } from './useCompare.ts'

/** All four numbers side by side, one upright axis each: the frame, the target, the chosen setups or the nearest. */
const props = defineProps<{ compare: Reactive<Compare> }>()
const job = useOpenJob()
const shop = useShop()
const { colors, marks } = useMarks()

interface Line {
  kind: 'measured' | 'target' | 'published'
  name: string
  values: (number | null)[]
}
const NEAREST = 6
const lines = computed((): Line[] => {
  const here = props.compare
  const chosen = here.rows.filter((r) => r.chosen)
  const shown = chosen.length > 0 ? chosen : here.rows.slice(0, NEAREST)
  const mine = QUANTITIES.map((q) => estimateOf(here.mine, q)?.value ?? null)
  const asMeasured = QUANTITIES.map((q) => estimateOf(job.picture.measured.state, q)?.value ?? null)
  const target = QUANTITIES.map((q, i) => {
    const line = job.documents.target?.lines[q]
    const [now, then] = [mine[i] ?? null, asMeasured[i] ?? null]
    return line && now !== null && then !== null ? line.value + now - then : null
  })
  return [
    ...shown.map((r) => ({
      kind: 'published' as const,
      name: r.reference.name,
      values: QUANTITIES.map((q) => estimateOf(r.state, q)?.value ?? null),
    })),
    ...(target.some((v) => v !== null) ? [{ kind: 'target' as const, name: 'Target', values: target }] : []),
    { kind: 'measured', name: 'This frame', values: mine },
  ]
})
const write = (v: number, q: Quantity) => writeValue(v, q, shop.units, props.compare.geometry.lengthCm)
/** Each axis runs over what is shown, at least six tolerances. */
const spans = computed(() =>
  QUANTITIES.map((q, i) => {
    const values = lines.value.flatMap((l) => l.values[i] ?? [])
    if (values.length === 0) return [0, 1] as const
    const [low, high] = [Math.min(...values), Math.max(...values)]
    const grow = Math.max(0.08 * (high - low), 3 * props.compare.profile.tolerance[q] - (high - low) / 2)
    return [low - grow, high + grow] as const
  }),
)
/** From the lower end of an axis to its upper one. */
const spanOf = (i: number) => spans.value[i] ?? ([0, 1] as const)
function at(v: number | null, i: number): number | null {
  const [low, high] = spanOf(i)
  return v === null ? null : (v - low) / (high - low)
}
const data = computed((): Data[] =>
  lines.value.map((l) => {
    const last = l.values.findLastIndex((v) => v !== null)
    return {
      type: 'scatter',
      mode: 'text+lines+markers',
      x: QUANTITIES.map((_, i) => i),
      y: l.values.map(at),
      // Over a number that is not known the line is not drawn.
      connectgaps: false,
      text: l.values.map((_, i) => (i === last && l.kind === 'published' ? l.name : '')),
      textposition: 'middle right',
      textfont: { size: 12, color: colors.value[l.kind] },
      hovertext: QUANTITIES.map((q, i) => {
        const v = l.values[i] ?? null
        return v === null ? '' : `${l.name}<br>${QUANTITY_NAMES[q]} ${write(v, q)}`
      }),
      hoverinfo: 'text',
      line: {
        color: colors.value[l.kind],
        width: l.kind === 'published' ? 1.3 : 2.6,
        dash: l.kind === 'target' ? 'dash' : 'solid',
      },
      marker: marks.value[l.kind],
    }
  }),
)
const layout = computed((): Partial<Layout> => {
  const ticks = QUANTITIES.flatMap((q, i) =>
    [0, 0.25, 0.5, 0.75, 1].map((share) => ({
      x: i,
      y: share,
      text: write((1 - share) * spanOf(i)[0] + share * spanOf(i)[1], q),
      showarrow: false,
      xanchor: 'right' as const,
      xshift: -6,
      font: { size: 11, color: colors.value.quiet },
      bgcolor: colors.value.surface,
    })),
  )
  return {
    xaxis: {
      tickvals: QUANTITIES.map((_, i) => i),
      ticktext: QUANTITIES.map((q) => `${QUANTITY_NAMES[q]}<br>${unitMark(q, shop.units)}`),
      range: [-0.35, 3.75],
      showgrid: true,
      gridwidth: 2,
      zeroline: false,
      fixedrange: true,
    },
    yaxis: { visible: false, range: [-0.05, 1.05], fixedrange: true },
    annotations: ticks,
    margin: { l: 20, r: 20, t: 10, b: 50 },
  }
})
const table = computed(() => ({
  head: ['kind', 'name', ...QUANTITIES.map((q) => QUANTITY_NAMES[q])],
  rows: lines.value.map((l) => [l.kind, l.name, ...l.values]),
}))
</script>

<template>
  <div class="panel">
    <div class="d-flex ga-3 align-center mb-1">
      <h2 class="mb-0">
        {{ compare.chosen.length > 0 ? 'The chosen setups' : `The ${NEAREST} nearest; choose some in the table` }}
      </h2>
      <v-spacer />
      <MarkLegend />
    </div>
    <PlotlyChart
      :data="data"
      :layout="layout"
      :height="440"
      :table="table"
      name="kevro-all-four"
      :label="`Static weight, balance, swing weight and twist weight of ${lines.length} setups, one axis each`"
    >
      <span class="quiet">A line stops where a number is not known.</span>
    </PlotlyChart>
  </div>
</template>
