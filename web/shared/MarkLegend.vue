<script setup lang="ts">
import MarkGlyph from './MarkGlyph.vue'
const KINDS = ['measured', 'predicted', 'target', 'published'] as const
</script>

<template>
  <div class="legend quiet">
    <span v-for="kind in KINDS" :key="kind"><MarkGlyph :kind="kind" :size="12" /> {{ kind }}</span>
  </div>
</template>

<style scoped>
.legend {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  font-size: 12.5px;
}
.legend span {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}
</style>
