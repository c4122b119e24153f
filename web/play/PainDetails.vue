<script setup lang="ts">
import type { PlaySession } from '#core/tuning/document.ts'
import { PAIN_CAUTION } from '#contract/messages/play.ts'
import { typedIn } from '../browser/typedIn.ts'
import BodyTap from './BodyTap.vue'
import TapChoice from './TapChoice.vue'

/** Where it hurt and how much, with what to do about it first. */
defineProps<{ said: PlaySession }>()
const emit = defineEmits<{ change: [part: Partial<PlaySession>] }>()
</script>

<template>
  <div>
    <v-alert type="warning" variant="tonal" density="compact" class="my-2" data-testid="pain-caution">{{
      PAIN_CAUTION
    }}</v-alert>
    <BodyTap :model-value="said.painAt" @update:model-value="(painAt) => emit('change', { painAt })" />
    <v-text-field
      :model-value="said.painWhere"
      label="Where exactly, and when"
      class="my-2"
      @change="(e: Event) => emit('change', { painWhere: typedIn(e) })"
    />
    <TapChoice
      label="How much"
      :options="[
        [2, 'A little'],
        [5, 'Plainly'],
        [8, 'A lot'],
      ]"
      :model-value="said.painLevel"
      @update:model-value="(painLevel) => emit('change', { painLevel })"
    />
  </div>
</template>
