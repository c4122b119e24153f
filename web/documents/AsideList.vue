<script setup lang="ts">
import { watchEffect } from 'vue'
import type { Edit } from './edit.ts'
import { writeTime } from '../browser/writeTime.ts'
import { useOutbox } from './useOutbox.ts'

/** What the server does not take, and what was not chosen: to be read, copied, sent once more or thrown away. */
const emit = defineEmits<{ close: [] }>()
const outbox = useOutbox()
const text = (edit: Edit) => JSON.stringify(edit.content, null, 1)
const copy = (edit: Edit) => void navigator.clipboard?.writeText(text(edit)).catch(() => undefined)
watchEffect(() => outbox.state.aside.length === 0 && emit('close'))
</script>

<template>
  <v-card class="pa-5" data-testid="aside-list">
    <h2>Put aside</h2>
    <p class="quiet">
      These changes are not in your records. They are kept in this browser until you send or delete them.
    </p>
    <ul>
      <li v-for="edit in outbox.state.aside" :key="edit.id">
        <div class="head">
          <b>{{ edit.about }}</b>
          <span class="quiet">{{ writeTime(edit.typedAt) }}{{ edit.by ? `, ${edit.by}` : '' }}</span>
        </div>
        <p class="mb-1">{{ edit.aside?.words }}</p>
        <details v-if="edit.content !== null">
          <summary>What it holds</summary>
          <pre tabindex="0">{{ text(edit) }}</pre>
        </details>
        <div class="acts">
          <v-btn v-if="edit.content !== null" size="small" data-testid="aside-again" @click="outbox.again(edit.id)"
            >Send again</v-btn
          >
          <v-btn v-if="edit.content !== null" size="small" variant="text" @click="copy(edit)">Copy</v-btn>
          <v-btn size="small" variant="text" data-testid="aside-discard" @click="outbox.discard(edit.id)">Delete</v-btn>
        </div>
      </li>
    </ul>
    <v-btn class="mt-2" @click="emit('close')">Close</v-btn>
  </v-card>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 14px;
}
li {
  border-top: 1px solid rgb(var(--v-theme-line));
  padding-top: 10px;
}
.head {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
pre {
  font-size: 12px;
  max-height: 220px;
  overflow: auto;
  background: rgb(var(--v-theme-background));
  padding: 8px;
}
.acts {
  display: flex;
  gap: 6px;
  margin-top: 6px;
}
</style>
