<script setup lang="ts" generic="T extends string | number | boolean">
/** A row of large buttons under a thumb. */
defineProps<{
  label: string
  options: readonly (readonly [T, string])[]
  on: readonly T[]
  /** What a screen reader says, where the sign alone says nothing. */
  says?: Record<string, string>
}>()
const emit = defineEmits<{ tap: [value: T] }>()
</script>

<template>
  <div class="choice" role="group" :aria-label="label">
    <span>{{ label }}</span>
    <div>
      <button
        v-for="[value, name] in options"
        :key="String(value)"
        type="button"
        :class="{ on: on.includes(value) }"
        :aria-pressed="on.includes(value)"
        :aria-label="`${label}: ${says?.[String(value)] ?? name}`"
        @click="emit('tap', value)"
      >
        {{ name }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  grid-template-columns: minmax(116px, 1fr) minmax(0, 2.2fr);
  gap: 4px 10px;
  align-items: center;
  padding: 3px 0;
}
.choice > div {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
button {
  flex: 1 1 44px;
  min-height: 44px;
  min-width: 44px;
  padding: 4px 8px;
  text-align: center;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  line-height: 1.15;
}
button.on {
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-weight: 700;
}
button:focus-visible {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: 1px;
}
@media (max-width: 480px) {
  .choice {
    grid-template-columns: 1fr;
  }
}
</style>
