<script setup lang="ts">
import { computed, ref } from 'vue'
import AsideList from './AsideList.vue'
import { useOutbox } from './useOutbox.ts'

/** The one word on how saving stands, on every page; with the list of what was put aside behind it. */
const outbox = useOutbox()
const list = ref(false)
const aside = computed(() => outbox.state.aside.length)
const trouble = computed(() => outbox.words !== 'saved' && !outbox.words.startsWith('saving'))
</script>

<template>
  <span class="state">
    <span class="quiet word" :class="{ trouble }" role="status" data-testid="save-state">{{ outbox.words }}</span>
    <v-btn v-if="aside > 0" size="small" variant="text" data-testid="aside" @click="list = true"
      >Put aside: {{ aside }}</v-btn
    >
    <v-dialog v-model="list" max-width="760"><AsideList @close="list = false" /></v-dialog>
  </span>
</template>

<style scoped>
.state {
  display: flex;
  align-items: center;
  min-width: 0;
}
.word {
  font-size: 13px;
  line-height: 1.25;
}
.trouble {
  color: rgb(var(--v-theme-warning));
  font-weight: 650;
}
</style>
