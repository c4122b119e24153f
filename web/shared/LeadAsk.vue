<script setup lang="ts">
import { ref } from 'vue'
import type { PlanLimits } from '#core/planning/problem/request.ts'

/** Lead on a minor's frame: an adult's initials and a reason, in writing. */
const emit = defineEmits<{ agree: [said: NonNullable<PlanLimits['leadAgreed']>]; leave: [] }>()
const by = ref('')
const words = ref('')
</script>

<template>
  <div class="ask" data-testid="lead-ask">
    <p class="mb-2">Lead on a minor’s frame needs an adult’s initials and a reason.</p>
    <div class="fields">
      <v-text-field v-model="by" label="Initials of an adult" maxlength="20" data-testid="lead-by" />
      <v-text-field v-model="words" label="Why lead" maxlength="600" data-testid="lead-words" />
    </div>
    <v-btn
      size="small"
      :disabled="!by.trim() || !words.trim()"
      data-testid="lead-agree"
      @click="emit('agree', { by: by.trim(), words: words.trim() })"
      >Use lead</v-btn
    >
    <v-btn size="small" variant="text" data-testid="lead-leave" @click="emit('leave')">Leave it out</v-btn>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 8px;
  margin-bottom: 8px;
}
.ask {
  padding: 8px 10px;
  border-left: 4px solid rgb(var(--v-theme-warning));
}
</style>
