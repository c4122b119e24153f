<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { useBegun } from '../../browser/settings.ts'
import { computed, ref, watch } from 'vue'
import { Problem } from '#core/problem.ts'
import { periodFromStopwatch, periodFromTaps, type PeriodTiming } from '#core/measure/swing.ts'
import { degrees } from '#core/quantities/units.ts'
import { fixed } from '#core/quantities/write.ts'
import { tooLarge } from '../../browser/fileSize.ts'
import PlainNumber from '../../shared/PlainNumber.vue'
import { problemMessage } from '#contract/messages/problems.ts'
import { chosenIn } from '../../browser/typedIn.ts'
import { motionWorker, type MotionAnswer } from '../../workers/motion.ts'
import SwingTrace from './SwingTrace.vue'

/** A period, timed by taps on the space bar, by a stopwatch, or from a motion recording. */
export interface Timing {
  period: PeriodTiming
  /** Half of the swing, rad; 0 when the period is already that of a vanishing swing; null: as typed beside. */
  amplitudeRad: number | null
  /** A recorder rode along, and its mass must be taken out. */
  recorded: boolean
  how: string
}
const props = defineProps<{ name: string; keep: string; active: boolean }>()
const emit = defineEmits<{ timed: [timing: Timing | null]; inHand: [] }>()

type Way = 'taps' | 'stopwatch' | 'recording'
interface Kept {
  way: Way
  taps: number[]
  totals: string
  swings: number
}
const kept = useBegun<Kept>(`kevro-timing-${props.keep}`, { way: 'taps', taps: [], totals: '', swings: 20 })
const answer = ref<MotionAnswer | null>(null)
/** It seems to have swung very wide: nothing is taken before somebody says so. */
const saidWide = ref(false)
const asks = computed(() => answer.value?.ok === true && answer.value.wide && !saidWide.value)
async function inDegrees(): Promise<void> {
  if (answer.value?.trace) answer.value = await motionWorker().fit(answer.value.trace.channel, true)
}
const fileName = ref('')
const problem = ref('')

function timed(work: () => PeriodTiming, how: string): Timing | null {
  try {
    problem.value = ''
    return { period: work(), amplitudeRad: null, recorded: false, how }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    problem.value = problemMessage(error)
    return null
  }
}
const timing = computed((): Timing | null => {
  const { way, taps, totals, swings } = kept.value
  if (way === 'taps') return taps.length < 4 ? null : timed(() => periodFromTaps(taps), `${taps.length} taps`)
  if (way === 'stopwatch') {
    const all = totals.split(/[\s;]+/).flatMap((t) => (t === '' ? [] : [Number(t.replace(',', '.'))]))
    if (all.length === 0) return null
    if (all.some((t) => !Number.isFinite(t) || t <= 0)) return null
    return timed(() => periodFromStopwatch(all, swings), `stopwatch, ${all.length} × ${swings} swings`)
  }
  if (!answer.value?.ok || asks.value) return null
  return {
    period: answer.value.period,
    amplitudeRad: answer.value.amplitudeRad === null ? null : 0,
    recorded: true,
    how: `recording ${fileName.value}, ${answer.value.trace.channels[answer.value.trace.channel]}`,
  }
})
watch(timing, (now) => emit('timed', now), { immediate: true })

function tap(at: number): void {
  const { taps } = kept.value
  const t = at / 1000
  const last = taps.at(-1)
  // A pause of ten seconds starts a new count.
  kept.value.taps = last !== undefined && (t <= last || t - last > 10) ? [t] : [...taps, t]
}
function onKey(event: KeyboardEvent): void {
  if (!props.active || kept.value.way !== 'taps' || event.code !== 'Space' || event.repeat) return
  const at = event.target as HTMLElement
  if (at.closest('input, textarea, [role="combobox"]')) return
  event.preventDefault()
  tap(event.timeStamp)
}
useEventListener('keydown', onKey)

const sizeProblem = ref('')
async function open(files: readonly File[]): Promise<void> {
  const [file] = files
  if (!file) return
  fileName.value = file.name
  sizeProblem.value = tooLarge(file)
  if (sizeProblem.value) return
  saidWide.value = false
  answer.value = await motionWorker().open(await file.text())
}
async function choose(channel: number): Promise<void> {
  saidWide.value = false
  answer.value = await motionWorker().fit(channel)
}
const refusal = computed(() => {
  const a = answer.value
  if (!a || a.ok) return ''
  return a.problem ? problemMessage(a.problem) : a.why
})
const ways = [
  { value: 'taps', title: 'Space bar' },
  { value: 'stopwatch', title: 'Stopwatch' },
  { value: 'recording', title: 'Recording' },
]
</script>

<template>
  <div class="timer" :class="{ active }" :data-timer="name" @focusin="emit('inHand')" @pointerdown="emit('inHand')">
    <div class="d-flex align-center ga-3 flex-wrap">
      <h2 class="mb-0">{{ name }}</h2>
      <v-btn-toggle v-model="kept.way" role="group" mandatory :aria-label="`How to time ${name}`">
        <v-btn v-for="w in ways" :key="w.value" :value="w.value" size="small">{{ w.title }}</v-btn>
      </v-btn-toggle>
      <span v-if="timing" class="figure period" data-testid="period"
        >{{ fixed(timing.period.value, 5) }} s <span class="quiet">±{{ fixed(2 * timing.period.u, 5) }}</span></span
      >
    </div>
    <div v-if="kept.way === 'taps'" class="d-flex align-center ga-3 mt-2">
      <button type="button" class="tap" data-testid="tap" @pointerdown.prevent="tap($event.timeStamp)">
        {{ kept.taps.length }}
      </button>
      <span class="quiet">Tap each time it passes the lowest point the same way. 20 swings or more.</span>
      <v-btn size="small" :disabled="kept.taps.length === 0" @click="kept.taps = []">Start again</v-btn>
    </div>
    <div v-else-if="kept.way === 'stopwatch'" class="stopwatch mt-3">
      <v-text-field v-model="kept.totals" label="Times, one or more" suffix="s" placeholder="27.13 27.21" />
      <PlainNumber v-model="kept.swings" label="Swings in each" :min="1" :max="500" whole />
    </div>
    <div v-else class="mt-2">
      <label class="drop takes-files" @dragover.prevent @drop.prevent="open([...($event.dataTransfer?.files ?? [])])">
        <input type="file" accept=".csv,text/csv,text/plain" @change="open(chosenIn($event))" />
        {{ fileName || 'Drop a CSV of time and axes here, or choose one' }}
      </label>
      <p v-if="sizeProblem" role="alert">{{ sizeProblem }}</p>
      <template v-if="answer?.trace">
        <v-select
          :model-value="answer.trace.channel"
          :items="answer.trace.channels.map((title, value) => ({ title, value }))"
          label="Axis along the pin"
          class="mt-2"
          @update:model-value="choose"
        />
        <SwingTrace :trace="answer.trace" />
      </template>
      <p v-if="answer?.ok" class="quiet mb-0" data-testid="fit" :data-ms="answer.ms">
        {{ answer.period.swings }} swings in {{ fixed(answer.trace.seconds, 1) }} s; the fit explains
        {{ fixed(100 * answer.explained, 1) }} %.
        {{
          answer.amplitudeRad === null
            ? 'Type the angle it swung through.'
            : `Swing ${fixed(degrees(answer.amplitudeRad), 1)}°, taken out of the period.`
        }}
      </p>
    </div>
    <div v-if="kept.way === 'recording' && asks && answer?.ok" class="caution mt-2" role="alert" data-testid="ask-unit">
      <p class="mb-2">
        As radians a second this swings
        {{ answer.amplitudeRad === null ? 'further than a frame can' : `${fixed(degrees(answer.amplitudeRad), 0)}°` }}.
        Which is it?
      </p>
      <v-btn size="small" data-testid="in-degrees" @click="inDegrees">The file is in °/s</v-btn>
      <v-btn v-if="answer.amplitudeRad !== null" size="small" variant="text" @click="saidWide = true"
        >It swung that wide</v-btn
      >
    </div>
    <p v-if="timing?.period.lateStart && kept.way === 'taps'" class="quiet mb-0" data-testid="late-start">
      The first tap came late and is left out.
    </p>
    <p v-if="problem || refusal" class="refused mb-0" role="alert">{{ refusal || problem }}</p>
  </div>
</template>

<style scoped>
.timer {
  border-top: 1px solid rgb(var(--v-theme-line));
  padding: 10px 0 6px;
}
.timer.active .tap {
  border-width: 3px;
  background: rgba(var(--v-theme-primary), 0.12);
}
.period {
  font-size: 17px;
  margin-left: auto;
}
.tap {
  min-width: 92px;
  text-align: center;
  min-height: 62px;
  font-size: 26px;
  font-family: var(--kv-figure);
  border: 2px solid rgb(var(--v-theme-primary));
  border-radius: 8px;
  touch-action: manipulation;
}
.stopwatch {
  display: grid;
  grid-template-columns: 1fr 140px;
  gap: 10px;
}
.drop {
  display: block;
  padding: 10px 12px;
}
.refused {
  color: rgb(var(--v-theme-error));
  padding-top: 6px;
}
</style>
