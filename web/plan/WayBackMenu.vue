<script setup lang="ts">
import { computed } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { cutsToOriginal } from '#core/logbook/onFrame.ts'
import { isThere, wayBackTo } from '#core/logbook/returning.ts'
import { readText } from '#contract/messages/wayBack.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** The ways back for a frame that earlier jobs worked on: to how it first came, and to each setup that it was proven in. */
const emit = defineEmits<{ take: [cuts: Cut[]] }>()
const job = useOpenJob()
const shop = useShop()
const original = computed(() => cutsToOriginal(job.picture.condition))
const setups = computed(() =>
  job.view.earlier.map((setup) => {
    const way = wayBackTo(setup, job.picture.condition, job.drawer)
    return {
      setup,
      way,
      title: `Job ${setup.number}, ${setup.at.slice(0, 10)}`,
      more: isThere(way)
        ? 'As it stands now'
        : `Read then: ${readText(setup, shop.units, job.picture.work.geometry.lengthCm)}`,
    }
  }),
)
</script>

<template>
  <v-menu v-if="original.length + setups.length > 0">
    <template #activator="{ props: menu }"><v-btn v-bind="menu" data-testid="way-back">Back to…</v-btn></template>
    <v-list density="compact">
      <v-list-item
        v-if="original.length > 0"
        title="Original"
        subtitle="As it first came"
        data-testid="to-original"
        @click="emit('take', original)"
      />
      <v-list-item
        v-for="s in setups"
        :key="s.setup.jobId"
        :title="s.title"
        :subtitle="s.more"
        :disabled="s.way.cuts.length === 0"
        :data-testid="`to-${s.setup.number}`"
        @click="emit('take', s.way.cuts)"
      />
    </v-list>
  </v-menu>
</template>
