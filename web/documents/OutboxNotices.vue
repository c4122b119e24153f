<script setup lang="ts">
import { computed, ref } from 'vue'
import AsideList from './AsideList.vue'
import { OTHER_LIFE, useOutbox } from './useOutbox.ts'

/** What needs a person: two windows that changed one thing, and changes that were not accepted. On every page. */
const outbox = useOutbox()
const refused = computed(() => outbox.state.aside.filter((e) => e.aside?.why === 'refused'))
const list = ref(false)
const other = ref(sessionStorage.getItem(OTHER_LIFE) !== null)
sessionStorage.removeItem(OTHER_LIFE)
</script>

<template>
  <div v-if="outbox.state.conflicts.length > 0 || refused.length > 0 || outbox.problem || other" class="notices">
    <v-alert
      v-if="other"
      type="info"
      variant="tonal"
      density="compact"
      closable
      data-testid="other-life"
      @click:close="other = false"
      >In another window a backup was put in place, or somebody was erased. This page shows what there is now.</v-alert
    >
    <v-alert v-if="outbox.problem" type="error" variant="tonal" density="compact">{{ outbox.problem }}</v-alert>
    <v-alert
      v-for="conflict in outbox.state.conflicts"
      :key="conflict.doc"
      type="warning"
      variant="tonal"
      density="compact"
      data-testid="conflict"
    >
      “{{ conflict.about }}” was changed in another window since you opened it. What you entered is kept here.
      <template #append>
        <v-btn size="small" class="mr-2" @click="outbox.settle(conflict.doc, 'mine')">Keep mine</v-btn>
        <v-btn size="small" @click="outbox.settle(conflict.doc, 'theirs')">Take theirs</v-btn>
      </template>
    </v-alert>
    <v-alert v-if="refused.length > 0" type="error" variant="tonal" density="compact" data-testid="refused">
      {{ refused[0]?.about }}: {{ refused[0]?.aside?.words }}
      {{ refused.length > 1 ? `And ${refused.length - 1} more.` : '' }}
      <template #append><v-btn size="small" @click="list = true">Look at it</v-btn></template>
    </v-alert>
    <v-dialog v-model="list" max-width="760"><AsideList @close="list = false" /></v-dialog>
  </div>
</template>

<style scoped>
.notices {
  display: grid;
  gap: 6px;
  margin: 8px 18px 0;
}
</style>
