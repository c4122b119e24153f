<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlayerLog } from '#contract/logbook.ts'
import { problemText, tell } from '../api/client.ts'
import { useChoices } from '../shared/useChoices.ts'

/** Another entry of the same person, taken into this one; and taken back. */
const props = defineProps<{ id: string; name: string; merged: PlayerLog['merged'] }>()
const emit = defineEmits<{ changed: [] }>()
const other = ref<string | null>(null)
const problem = ref('')
const { typed, choices } = useChoices(() => '/players?', 'Somebody else')
const others = computed(() => choices.value.filter((c) => c.id !== props.id && c.id !== ''))
async function send(path: string, body: unknown): Promise<void> {
  try {
    await tell('POST', path, body)
    problem.value = ''
    other.value = null
    emit('changed')
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <details :open="merged.length > 0">
    <summary data-testid="same-person">The same person twice</summary>
    <p v-for="m in merged" :key="m.id" class="my-1">
      {{ m.name }} was taken into {{ name }} on {{ m.at.slice(0, 10) }}.
      <v-btn size="small" variant="text" @click="send(`/merges/${encodeURIComponent(m.id)}/undo`, {})">Take back</v-btn>
    </p>
    <div class="row">
      <v-autocomplete
        v-model="other"
        v-model:search="typed"
        :items="others"
        item-title="name"
        item-value="id"
        no-filter
        label="Take this one in"
        data-testid="merge-other"
      />
      <v-btn
        variant="tonal"
        :disabled="other === null"
        data-testid="merge"
        @click="send(`/players/${encodeURIComponent(id)}/merge`, { gone: other })"
        >Take in</v-btn
      >
    </div>
    <p class="quiet mb-0">Jobs and frames go over, and what is known of the other one alone. It can be taken back.</p>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mt-2">{{ problem }}</v-alert>
  </details>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  margin-top: 8px;
}
.row > :first-child {
  flex: 1 1 160px;
}
</style>
