<script setup lang="ts">
import { computed } from 'vue'
import { useOutbox } from '../documents/useOutbox.ts'
import { crash } from './crash.ts'

const outbox = useOutbox()
const kept = computed(() =>
  outbox.words === 'saved' ? 'Everything you entered is saved.' : `What you entered is kept (${outbox.words}).`,
)
const reload = () => window.location.reload()
</script>

<template>
  <v-alert v-if="crash" type="error" variant="tonal" class="ma-4" data-testid="crash">
    This page broke. {{ kept }} <span class="quiet">({{ crash }})</span>
    <template #append>
      <v-btn size="small" class="mr-2" @click="reload">Open it again</v-btn>
      <v-btn size="small" variant="text" to="/">Start page</v-btn>
    </template>
  </v-alert>
</template>
