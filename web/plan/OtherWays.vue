<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'

/** Ways to a plan that begin elsewhere: buttons where there is room for them, a menu where there is not. */
const wide = useMediaQuery('(min-width: 1200px)')
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
