<script setup lang="ts" generic="T extends string | number | boolean">
import TapRow from './TapRow.vue'

/** One of some choices; none again by a second tap. */
defineProps<{ label: string; options: readonly (readonly [T, string])[]; says?: Record<string, string> }>()
const chosen = defineModel<T | null>({ required: true })
</script>

<template>
  <TapRow
    :label="label"
    :options="options"
    :says="says"
    :on="chosen === null ? [] : [chosen]"
    @tap="(value) => (chosen = chosen === value ? null : value)"
  />
</template>
