<script setup lang="ts">
import { computed } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { bedName, bedNameOf, bedOf, bedsOf, type Bed } from './beds.ts'

/** What the strips of the piece in hand lie on, and what else they could. */
const props = defineProps<{ cut: Cut }>()
const emit = defineEmits<{ lay: [bed: Bed] }>()
const beds = computed(() => bedsOf(props.cut).map((bed) => ({ bed, name: bedName(bed) })))
const now = computed(() => bedOf(props.cut))
</script>

<template>
  <v-menu v-if="beds.length > 0">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" size="small" variant="text" title="What the strips lie on" data-testid="bed">{{
        bedNameOf(cut)
      }}</v-btn></template
    >
    <v-list density="compact" aria-label="What the strips lie on">
      <v-list-item
        v-for="{ bed, name } in beds"
        :key="name"
        :title="name"
        :active="bed === now"
        @click="emit('lay', bed)"
      />
    </v-list>
  </v-menu>
</template>
