<script setup lang="ts">
import type { Data, Layout } from 'plotly.js'
import { computed, onMounted, ref, shallowRef, watch, type Reactive } from 'vue'
import { combined, standardState } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf } from '#core/frame/state.ts'
import { fromCore, QUANTITIES, unitFor, type Quantity } from '#core/quantities/units.ts'
import { bareState, playedToHere, rulesFacts } from '#core/targets/frameNow.ts'
import { PLAYER_RULES } from '#core/targets/rules/playerRules.ts'
import { firing, type Band } from '#core/targets/rules/rule.ts'
import { fixed, unitMark } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import type { Cloud } from '#contract/library.ts'
import { cloudOf, referencesById } from '../api/library.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import MarkLegend from '../shared/MarkLegend.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import type { Compare } from './useCompare.ts'

/** Any two numbers of the whole library with the frame, the target, the player’s band and ceiling. All in the sport’s usual state. */
const props = defineProps<{ compare: Reactive<Compare> }>()
const job = useOpenJob()
const shop = useShop()
const { colors, marks } = useMarks()
const across = ref<Quantity>('mass')
const up = ref<Quantity>('swingWeight')
const cloud = shallowRef<Cloud>({ points: [], total: 0 })
let asked = 0
async function look(): Promise<void> {
  const turn = ++asked
  const found = await cloudOf({ ...props.compare.search, limit: 20 }).catch(() => null)
  if (found && turn === asked) cloud.value = found
}
onMounted(look)
watch(() => JSON.stringify(props.compare.search), look)

const profile = computed(() => props.compare.profile)
const lengthCm = computed(() => props.compare.geometry.lengthCm)
const show = (v: number, q: Quantity) => fromCore(v, unitFor(q, shop.units), lengthCm.value)
const frame = computed(() => ({
  state: job.picture.measured.state,
  condition: job.picture.condition,
  geometry: props.compare.geometry,
  profile: profile.value,
}))
/** What the frame’s numbers change by on the way to the usual state: the target’s change alike. */
const shift = (q: Quantity) => {
  const here = estimateOf(job.picture.measured.state, q)
  const there = estimateOf(props.compare.standard, q)
  return here && there ? there.value - here.value : null
}
const target = computed(() => {
  const at = (q: Quantity) => {
    const line = job.documents.target?.lines[q]
    const by = shift(q)
    return line && by !== null ? { value: line.value + by, tolerance: line.tolerance } : null
  }
  const [x, y] = [at(across.value), at(up.value)]
  return x && y ? { x, y } : null
})
const ceiling = computed(() => {
  const known = job.documents.player?.facts.ceiling
  const by = shift('swingWeight')
  if (!known || by === null) return null
  const here = playedToHere(frame.value, known.swingWeightKgCm2, known.axisCm)
  return here === null ? null : here + by
})
/** The player’s band, moved from bare to the usual state. */
const band = computed(() => {
  const rule = firing(PLAYER_RULES, rulesFacts(frame.value, job.documents.player?.facts ?? null)).find(
    (r) => r.effect.kind === 'band',
  )
  if (!rule || rule.effect.kind !== 'band') return null
  const bare = bareState(frame.value)
  const by = (q: 'mass' | 'swingWeight') => {
    const [a, b] = [estimateOf(bare, q), estimateOf(props.compare.standard, q)]
    return a && b ? b.value - a.value : null
  }
  const [dm, ds] = [by('mass'), by('swingWeight')]
  if (dm === null || ds === null) return null
  return {
    mass: span(rule.effect.mass, dm),
    swingWeight: span(rule.effect.swingWeight, ds),
  }
})
const span = ([low, high]: Band, by: number): Band => [low + by, high === null ? null : high + by]
const chosen = computed(() =>
  props.compare.chosen.map((r) => ({
    reference: r,
    state: combined(r, standardState(profile.value), profile.value).state,
  })),
)
const drawn = computed(() => cloud.value.points.filter((p) => p[across.value] !== null && p[up.value] !== null))
const data = computed((): Data[] => {
  const [x, y] = [across.value, up.value]
  const text = (name: string, a: number, b: number) => `${name}<br>${fixed(show(a, x), 1)} · ${fixed(show(b, y), 1)}`
  const traces: Data[] = [
    {
      type: 'scatter',
      mode: 'markers',
      x: drawn.value.map((p) => show(p[x]!, x)),
      y: drawn.value.map((p) => show(p[y]!, y)),
      text: drawn.value.map((p) => text([p.name, p.style].filter(Boolean).join(', '), p[x]!, p[y]!)),
      customdata: drawn.value.map((p) => p.id),
      hoverinfo: 'text',
      marker: marks.value.published,
    },
  ]
  const named = chosen.value.flatMap(({ reference, state }) => {
    const [a, b] = [estimateOf(state, x), estimateOf(state, y)]
    return a && b ? [{ name: reference.name, id: reference.id, a, b }] : []
  })
  traces.push({
    type: 'scatter',
    mode: 'text+markers',
    x: named.map((p) => show(p.a.value, x)),
    y: named.map((p) => show(p.b.value, y)),
    text: named.map((p) => p.name),
    textposition: 'top center',
    customdata: named.map((p) => p.id),
    hoverinfo: 'text',
    error_x: {
      type: 'data',
      array: named.map((p) => Math.abs(show(p.a.value + 2 * p.a.u, x) - show(p.a.value, x))),
      thickness: 1,
      width: 0,
    },
    error_y: {
      type: 'data',
      array: named.map((p) => Math.abs(show(p.b.value + 2 * p.b.u, y) - show(p.b.value, y))),
      thickness: 1,
      width: 0,
    },
    marker: { ...marks.value.published, size: 13, line: { width: 2.6, color: colors.value.published } },
    textfont: { color: colors.value.published, size: 12 },
  })
  const [a, b] = [estimateOf(props.compare.standard, x), estimateOf(props.compare.standard, y)]
  if (a && b)
    traces.push({
      type: 'scatter',
      mode: 'markers',
      x: [show(a.value, x)],
      y: [show(b.value, y)],
      text: [text('This frame', a.value, b.value)],
      hoverinfo: 'text',
      error_x: {
        type: 'data',
        array: [Math.abs(show(a.value + 2 * a.u, x) - show(a.value, x))],
        thickness: 2,
        width: 0,
      },
      error_y: {
        type: 'data',
        array: [Math.abs(show(b.value + 2 * b.u, y) - show(b.value, y))],
        thickness: 2,
        width: 0,
      },
      marker: marks.value.measured,
    })
  if (target.value)
    traces.push({
      type: 'scatter',
      mode: 'markers',
      x: [show(target.value.x.value, x)],
      y: [show(target.value.y.value, y)],
      text: [text('Target', target.value.x.value, target.value.y.value)],
      hoverinfo: 'text',
      marker: marks.value.target,
    })
  return traces
})
const layout = computed((): Partial<Layout> => {
  const [x, y] = [across.value, up.value]
  const name = (q: Quantity) =>
    `${QUANTITY_NAMES[q]}${unitMark(q, shop.units) ? `, ${unitMark(q, shop.units)}` : ', points head-light'}`
  const shapes: Partial<Layout>['shapes'] = []
  const box = (q: Quantity) => (q === 'mass' || q === 'swingWeight' ? band.value?.[q] : undefined)
  const [bx, by] = [box(x), box(y)]
  // Open above: drawn as far as the highest mark.
  const top = (q: Quantity, from: number) =>
    Math.max(from, estimateOf(props.compare.standard, q)?.value ?? from, ...drawn.value.map((p) => p[q] ?? from))
  const axisSpan = (ref: 'x' | 'y', b: Band | undefined, q: Quantity) =>
    b
      ? { [`${ref}0`]: show(b[0], q), [`${ref}1`]: show(b[1] ?? top(q, b[0]), q), [`${ref}ref`]: ref }
      : { [`${ref}0`]: 0, [`${ref}1`]: 1, [`${ref}ref`]: 'paper' }
  if (bx || by)
    shapes.push({
      type: 'rect',
      ...axisSpan('x', bx, x),
      ...axisSpan('y', by, y),
      fillcolor: colors.value.target,
      opacity: 0.12,
      line: { width: 0 },
      layer: 'below',
    } as never)
  const annotations: Partial<Layout>['annotations'] = []
  if (bx && by)
    annotations.push({
      x: show(bx[0], x),
      y: show(by[0], y),
      text: 'band',
      showarrow: false,
      xanchor: 'left',
      yanchor: 'bottom',
      font: { size: 12, color: colors.value.target },
    })
  for (const [q, ref] of [
    [x, 'x'],
    [y, 'y'],
  ] as const) {
    if (q !== 'swingWeight' || ceiling.value === null) continue
    const at = show(ceiling.value, q)
    const other = ref === 'x' ? 'y' : 'x'
    shapes.push({
      type: 'line',
      [`${ref}0`]: at,
      [`${ref}1`]: at,
      [`${ref}ref`]: ref,
      [`${other}0`]: 0,
      [`${other}1`]: 1,
      [`${other}ref`]: 'paper',
      line: { color: colors.value.warning, width: 2, dash: 'dash' },
    } as never)
    annotations.push({
      [ref]: at,
      [other]: ref === 'y' ? 0.01 : 0.99,
      [`${other}ref`]: 'paper',
      text: 'ceiling',
      showarrow: false,
      xanchor: 'left',
      yanchor: 'bottom',
      font: { size: 12, color: colors.value.warning },
    } as never)
  }
  return { xaxis: { title: { text: name(x) } }, yaxis: { title: { text: name(y) } }, shapes, annotations }
})
const table = computed(() => ({
  head: ['kind', 'name', QUANTITY_NAMES[across.value], QUANTITY_NAMES[up.value]],
  rows: [
    ...(['standard'] as const).flatMap((k) => {
      const [a, b] = [estimateOf(props.compare[k], across.value), estimateOf(props.compare[k], up.value)]
      return a && b ? [['measured', 'This frame', show(a.value, across.value), show(b.value, up.value)]] : []
    }),
    ...(target.value
      ? [['target', 'Target', show(target.value.x.value, across.value), show(target.value.y.value, up.value)]]
      : []),
    ...drawn.value.map((p) => [
      'published',
      p.name,
      show(p[across.value]!, across.value),
      show(p[up.value]!, up.value),
    ]),
  ],
}))
const missing = computed(() => cloud.value.points.length - drawn.value.length)
const OPTIONS = QUANTITIES.map((q) => ({ title: QUANTITY_NAMES[q], value: q }))
async function pick(id: unknown): Promise<void> {
  const [reference] = await referencesById([String(id)])
  if (reference) props.compare.toggle(reference)
}
</script>

<template>
  <div class="panel">
    <div class="d-flex ga-3 align-center mb-1">
      <v-select v-model="across" :items="OPTIONS" label="Across" class="axis" />
      <v-select v-model="up" :items="OPTIONS" label="Up" class="axis" />
      <MarkLegend />
    </div>
    <PlotlyChart
      :data="data"
      :layout="layout"
      :height="430"
      :table="table"
      name="kevro-two-numbers"
      :label="`${QUANTITY_NAMES[up]} over ${QUANTITY_NAMES[across]} of ${drawn.length} setups`"
      @pick="pick"
    >
      <span class="quiet" data-testid="scatter-says"
        >{{ drawn.length }} setups, {{ conditionText(standardState(profile).condition, profile) }}, about
        {{ fixed(profile.axisCm, 2) }} cm; {{ missing }} without both numbers. A click chooses one.</span
      >
    </PlotlyChart>
  </div>
</template>

<style scoped>
.axis {
  max-width: 190px;
}
</style>
