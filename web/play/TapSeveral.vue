<script setup lang="ts" generic="T extends string | number | boolean">
import TapRow from './TapRow.vue'

/** Any of some choices. */
defineProps<{ label: string; options: readonly (readonly [T, string])[] }>()
const chosen = defineModel<T[]>({ required: true })
</script>

<template>
  <TapRow
    :label="label"
    :options="options"
    :on="chosen"
    @tap="(value) => (chosen = chosen.includes(value) ? chosen.filter((v) => v !== value) : [...chosen, value])"
  />
</template>
