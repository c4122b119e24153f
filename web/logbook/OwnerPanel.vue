<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { frameSchema } from '#contract/entities.ts'
import type { FrameLog } from '#contract/logbook.ts'
import { call, problemText } from '../api/client.ts'
import { useChoices } from '../shared/useChoices.ts'

/** Whose a frame is and was; moved to another player, or to nobody. */
const props = defineProps<{ log: FrameLog }>()
const emit = defineEmits<{ changed: [] }>()
const NOBODY = { id: '', name: 'Nobody' }
const to = ref<string | null>(null)
const moving = ref(false)
const problem = ref('')
const { typed, choices } = useChoices(() => '/players?', NOBODY.name)
const others = computed(() => [NOBODY, ...choices.value.filter((c) => c.id !== props.log.owner?.id)])
async function move(): Promise<void> {
  try {
    // As it is at the server now: nothing but the owner changes.
    const at = `/frames/${encodeURIComponent(props.log.frame.id)}`
    const now = await call(frameSchema, 'GET', at)
    await call(frameSchema, 'PUT', at, { ...now, playerId: to.value || null })
    moving.value = false
    problem.value = ''
    emit('changed')
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <div>
    <p class="mb-1">
      <template v-if="log.owner">
        Played by <RouterLink :to="{ name: 'person', params: { id: log.owner.id } }">{{ log.owner.name }}</RouterLink>
      </template>
      <template v-else>Nobody’s by name.</template>
      <v-btn size="small" variant="text" data-testid="move-frame" @click="moving = !moving">Move</v-btn>
    </p>
    <div v-if="moving" class="row">
      <v-autocomplete
        v-model="to"
        v-model:search="typed"
        :items="others"
        item-title="name"
        item-value="id"
        no-filter
        label="To"
        data-testid="move-to"
      />
      <v-btn variant="tonal" :disabled="to === null" data-testid="move-done" @click="move">Move it</v-btn>
    </div>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact">{{ problem }}</v-alert>
    <ul v-if="log.owners.length > 1" class="quiet owners">
      <li v-for="o in log.owners" :key="o.since">{{ o.since.slice(0, 10) }}: {{ o.name ?? 'nobody by name' }}</li>
    </ul>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 10px;
  align-items: center;
  margin-bottom: 8px;
}
.owners {
  margin: 4px 0 8px;
  padding-left: 18px;
  font-size: 13.5px;
}
</style>
