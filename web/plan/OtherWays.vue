<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'

/** Ways to a plan that begin elsewhere: buttons where there is room for them, a menu where there is not. */
const { beside } = defineProps<{
  /** What the plan weighs and the way on stand beside them. */
  beside: boolean
}>()
const roomAlone = useMediaQuery('(min-width: 1200px)')
const roomBeside = useMediaQuery('(min-width: 1440px)')
const wide = computed(() => (beside ? roomBeside.value : roomAlone.value))
const WAYS = [
  { to: 'recipes', title: 'Recipes' },
  { to: 'into-model', title: 'Into another model' },
]
</script>

<template>
  <template v-if="wide">
    <v-btn v-for="way in WAYS" :key="way.to" :to="{ name: way.to }" :data-testid="way.to">{{ way.title }}</v-btn>
  </template>
  <v-menu v-else>
    <template #activator="{ props: menu }"><v-btn v-bind="menu" data-testid="other-ways">Begin from…</v-btn></template>
    <v-list density="compact">
      <v-list-item v-for="way in WAYS" :key="way.to" :title="way.title" :to="{ name: way.to }" :data-testid="way.to" />
    </v-list>
  </v-menu>
</template>
