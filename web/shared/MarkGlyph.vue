<script setup lang="ts">
/** The four kinds of number: one shape and one colour each, the same everywhere. */
defineProps<{ kind: 'measured' | 'predicted' | 'target' | 'published'; size?: number }>()
</script>

<template>
  <svg :width="size ?? 14" :height="size ?? 14" viewBox="-8 -8 16 16" :class="kind" aria-hidden="true" class="glyph">
    <circle v-if="kind === 'measured'" r="5" fill="currentColor" />
    <path
      v-else-if="kind === 'predicted'"
      d="M0-6.4L6.4 0 0 6.4-6.4 0Z"
      fill="rgb(var(--v-theme-surface))"
      stroke="currentColor"
      stroke-width="2.4"
    />
    <path
      v-else-if="kind === 'target'"
      d="M-3-6H-6.5V6H-3M3-6H6.5V6H3M0-3.5V3.5"
      fill="none"
      stroke="currentColor"
      stroke-width="2.2"
    />
    <path
      v-else
      d="M-6-5H6L0 6Z"
      fill="rgb(var(--v-theme-surface))"
      stroke="currentColor"
      stroke-width="2"
      stroke-linejoin="round"
    />
  </svg>
</template>

<style scoped>
.glyph {
  vertical-align: -2px;
  flex: none;
}
</style>
