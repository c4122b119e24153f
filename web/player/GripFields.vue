<script setup lang="ts">
import { computed } from 'vue'
import { GRIP_ENDS, GRIP_TURNS, gripText, PLAIN_GRIP, type GripRoutine } from '#core/player/grip.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { gripRoutineSchema } from '#contract/documents.ts'
import { typedIn } from '../browser/typedIn.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import GripDrawing from './GripDrawing.vue'

/** How a player likes the grip wound: asked in a line, said in a sentence, drawn. */
const props = defineProps<{ grip: GripRoutine | null; profile: SportProfile | null }>()
const emit = defineEmits<{ save: [grip: GripRoutine | null] }>()
const held = computed(() => props.grip ?? PLAIN_GRIP)
function change(part: Partial<GripRoutine>): void {
  const next = { ...held.value, ...part }
  emit('save', JSON.stringify(next) === JSON.stringify(PLAIN_GRIP) ? null : next)
}
const ENDS = { thin: 'Thin end', thick: 'Thick end' } as const
const TURNS = { right: 'Right-handed', left: 'Left-handed' } as const
const handleCm = computed(() => props.profile?.geometry.gripLengthCm ?? 18)
</script>

<template>
  <details class="grip" :open="grip !== null">
    <summary data-testid="grip">
      Grip <span class="quiet">{{ grip ? gripText(grip) : 'not asked yet' }}</span>
    </summary>
    <div class="both">
      <div class="fields">
        <v-text-field
          :model-value="held.size"
          label="Size"
          maxlength="20"
          data-testid="grip-size"
          @change="(e: Event) => change({ size: typedIn(e).trim().slice(0, 20) })"
        />
        <PlainNumber
          :of="gripRoutineSchema.shape.overgrips"
          :model-value="held.overgrips"
          label="Overgrips"
          @update:model-value="(n) => change({ overgrips: n === null ? null : Math.round(n) })"
        />
        <PlainNumber
          :of="gripRoutineSchema.shape.upToCm"
          :model-value="held.upToCm"
          label="Up to"
          suffix="cm"
          @update:model-value="(upToCm) => change({ upToCm })"
        />
        <v-btn-toggle
          role="group"
          aria-label="Which end first"
          :model-value="held.first"
          @update:model-value="(first) => change({ first: first ?? null })"
          ><v-btn v-for="end in GRIP_ENDS" :key="end" :value="end" size="small"
            >{{ ENDS[end] }} first</v-btn
          ></v-btn-toggle
        >
        <v-btn-toggle
          role="group"
          aria-label="Wound"
          :model-value="held.turns"
          @update:model-value="(turns) => change({ turns: turns ?? null })"
          ><v-btn v-for="way in GRIP_TURNS" :key="way" :value="way" size="small">{{ TURNS[way] }}</v-btn></v-btn-toggle
        >
      </div>
      <GripDrawing v-if="grip" :grip="grip" :handle-cm="handleCm" />
    </div>
  </details>
</template>

<style scoped>
summary span {
  font-weight: 400;
  margin-left: 6px;
}
.both {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: center;
  margin-top: 8px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(110px, auto));
  gap: 10px;
  align-items: start;
  flex: 1 1 300px;
  max-width: 480px;
}
.fields > :nth-child(n + 4) {
  grid-column: 1 / -1;
  justify-self: start;
}
</style>
