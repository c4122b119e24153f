<script setup lang="ts">
import { HAND_METHODS, type HandMethod } from './useHandMethod.ts'

/** The ways of measuring by hand, one beside the other. */
defineProps<{ chosen: HandMethod }>()
</script>

<template>
  <nav class="methods" aria-label="Methods">
    <router-link
      v-for="m in HAND_METHODS"
      :key="m.id"
      :to="{ name: 'by-hand', params: { method: m.id } }"
      :class="{ here: m.id === chosen }"
      replace
      >{{ m.title }}</router-link
    >
  </nav>
</template>

<style scoped>
.methods {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
.methods a {
  color: rgb(var(--v-theme-quiet));
  text-decoration: none;
  font-weight: 600;
  padding: 4px 0 6px;
  border-bottom: 4px solid transparent;
  margin-bottom: -2px;
}
.methods a.here {
  color: rgb(var(--v-theme-on-surface));
  border-color: rgb(var(--v-theme-primary));
}
</style>
