<script setup lang="ts">
import type { Layout } from 'plotly.js'
import { computed, onMounted, ref, shallowRef, watch, type Reactive } from 'vue'
import { combined, standardState } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import { fromCore, QUANTITIES, unitFor, type Quantity } from '#core/quantities/units.ts'
import { bareState, playedToHere, rulesFacts } from '#core/targets/frameNow.ts'
import { PLAYER_RULES } from '#core/targets/rules/playerRules.ts'
import { firing, type Band } from '#core/targets/rules/rule.ts'
import { QUANTITY_NAMES, quantityTitle, axisText } from '#contract/messages/names.ts'
import type { Cloud } from '#contract/library.ts'
import { problemText } from '../api/client.ts'
import { cloudOf, referencesById } from '../api/library.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import MarkLegend from '../shared/MarkLegend.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { scatterMarks, scatterTraces, type Scatter } from './scatter.ts'
import type { Compare } from './useCompare.ts'

/** Any two numbers of the whole library with the frame, the target, the player’s band and ceiling. All in the sport’s usual state. */
const props = defineProps<{ compare: Reactive<Compare> }>()
const job = useOpenJob()
const shop = useShop()
const { colors, marks } = useMarks()
const across = ref<Quantity>('mass')
const up = ref<Quantity>('swingWeight')
const cloud = shallowRef<Cloud>({ points: [], total: 0 })
const problem = ref('')
let asked = 0
async function look(): Promise<void> {
  const turn = ++asked
  try {
    const found = await cloudOf({ ...props.compare.search, limit: 20 })
    if (turn === asked) [cloud.value, problem.value] = [found, '']
  } catch (error) {
    if (turn === asked) problem.value = problemText(error)
  }
}
onMounted(look)
watch(() => JSON.stringify(props.compare.search), look)

const profile = computed(() => props.compare.profile)
const lengthCm = computed(() => props.compare.geometry.lengthCm)
const show = (v: number, q: Quantity) => fromCore(v, unitFor(q, shop.units), lengthCm.value)
const here = computed(() => ({
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
  const played = playedToHere(here.value, known.swingWeightKgCm2, known.axisCm)
  return played === null ? null : played + by
})
/** The player’s band, moved from bare to the usual state. */
const band = computed(() => {
  const rule = firing(PLAYER_RULES, rulesFacts(here.value, job.documents.player?.facts ?? null)).find(
    (r) => r.effect.kind === 'band',
  )
  if (!rule || rule.effect.kind !== 'band') return null
  const bare = bareState(here.value)
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
const scatter = computed((): Scatter => {
  const [x, y] = [across.value, up.value]
  const both = (state: FrameState) => {
    const [a, b] = [estimateOf(state, x), estimateOf(state, y)]
    return a && b ? { x: a, y: b } : null
  }
  return {
    across: x,
    up: y,
    points: cloud.value.points.filter((p) => p[x] !== null && p[y] !== null),
    named: props.compare.chosen.flatMap((reference) => {
      const found = both(combined(reference, standardState(profile.value), profile.value).state)
      return found ? [{ id: reference.id, name: reference.name, ...found }] : []
    }),
    frame: both(props.compare.standard),
    target: target.value,
    band: band.value,
    ceilingKgCm2: ceiling.value,
  }
})
const drawn = computed(() => scatter.value.points)
const data = computed(() => scatterTraces(scatter.value, show, { marks: marks.value, colors: colors.value }))
const layout = computed((): Partial<Layout> => {
  return {
    xaxis: { title: { text: quantityTitle(across.value, shop.units) } },
    yaxis: { title: { text: quantityTitle(up.value, shop.units) } },
    ...scatterMarks(scatter.value, show, colors.value),
  }
})
const table = computed(() => {
  const { across: x, up: y, frame, target, points } = scatter.value
  return {
    head: ['kind', 'name', QUANTITY_NAMES[x], QUANTITY_NAMES[y]],
    rows: [
      ...(frame ? [['measured', 'This frame', show(frame.x.value, x), show(frame.y.value, y)]] : []),
      ...(target ? [['target', 'Target', show(target.x.value, x), show(target.y.value, y)]] : []),
      ...points.map((p) => ['published', p.name, show(p[x]!, x), show(p[y]!, y)]),
    ],
  }
})
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
    <p v-if="problem" class="problem mb-1" role="alert">{{ problem }}</p>
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
        {{ axisText(profile.axisCm, shop.units) }}; {{ missing }} without both numbers. A click chooses one.</span
      >
    </PlotlyChart>
  </div>
</template>

<style scoped>
.axis {
  max-width: 190px;
}
.problem {
  color: rgb(var(--v-theme-error));
}
</style>
