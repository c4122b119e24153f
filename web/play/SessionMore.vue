<script setup lang="ts">
import { computed } from 'vue'
import { PLAY_CONDITIONS, type PlaySession } from '#core/tuning/document.ts'
import { sessionFields } from '#contract/play.ts'
import { CONDITION_NAMES } from '#contract/messages/play.ts'
import { typedIn } from '../browser/typedIn.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import FaceTap from './FaceTap.vue'
import TapSeveral from './TapSeveral.vue'
import type { TuningPage } from './useTuning.ts'

/** What of a session is folded away: conditions, ball, hour, strings, where mishits landed. */
const props = defineProps<{ page: TuningPage; said: PlaySession }>()
const emit = defineEmits<{ change: [part: Partial<PlaySession>] }>()
/** What was played here before, and what is usually asked. */
const balls = computed(() => [
  ...new Set([
    ...props.page.play.value.sessions.map((s) => s.ball).filter(Boolean),
    'New',
    'Used',
    'Pressureless',
    'Soft (junior)',
  ]),
])
const conditions = PLAY_CONDITIONS.map((id) => [id, CONDITION_NAMES[id]] as const)
function at(time: string): void {
  const day = props.said.on.slice(0, 10)
  emit('change', { on: /^\d{2}:\d{2}$/.test(time) ? `${day}T${time}` : day })
}
</script>

<template>
  <details class="panel" :open="said.mishits.length > 0 || said.ball !== ''">
    <summary>Where mishits landed, conditions, ball, strings</summary>
    <TapSeveral
      label="Conditions"
      :options="conditions"
      :model-value="said.conditions"
      @update:model-value="(held) => emit('change', { conditions: held })"
    />
    <div class="pair">
      <v-combobox
        :model-value="said.ball"
        :items="balls"
        label="Ball"
        data-testid="ball"
        @update:model-value="(ball: string | null) => emit('change', { ball: (ball ?? '').slice(0, 120) })"
      />
      <PlainNumber
        :of="sessionFields.shape.altitudeM"
        :model-value="said.altitudeM"
        label="Above the sea"
        suffix="m"
        @update:model-value="(altitudeM) => emit('change', { altitudeM })"
      />
    </div>
    <v-text-field
      type="time"
      :model-value="said.on.slice(11, 16)"
      label="Began at"
      class="my-2"
      @change="(e: Event) => at(typedIn(e))"
    />
    <PlainNumber
      :of="sessionFields.shape.minutes"
      :model-value="said.minutes"
      label="Minutes, exactly"
      suffix="min"
      class="my-2"
      @update:model-value="(minutes) => emit('change', { minutes })"
    />
    <v-text-field
      :model-value="said.strings"
      label="Strings and tension"
      class="my-2"
      @change="(e: Event) => emit('change', { strings: typedIn(e) })"
    />
    <p class="quiet mb-1">Tap where the ball was met off centre; tap a mark to take it away.</p>
    <FaceTap
      :geometry="page.job.view.frame.geometry"
      :mishits="said.mishits"
      @change="(mishits) => emit('change', { mishits })"
    />
  </details>
</template>

<style scoped>
.panel {
  padding: 10px 12px;
}
.pair {
  display: grid;
  grid-template-columns: 1.4fr 1fr;
  gap: 8px 12px;
}
summary {
  padding: 6px 0;
}
</style>
