<script setup lang="ts">
import { computed } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { wayBackTo } from '#core/logbook/returning.ts'
import { readText, wayBackNotes } from '#contract/messages/wayBack.ts'
import { sameContent } from '#contract/sameContent.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** The plan is the way back to an earlier setup, or the ticket asks for one: what it read then, and what cannot be put back. */
const emit = defineEmits<{ take: [cuts: Cut[]] }>()
const job = useOpenJob()
const shop = useShop()
const ways = computed(() =>
  job.view.earlier.map((setup) => ({ setup, way: wayBackTo(setup, job.picture.condition, job.drawer) })),
)
const laid = computed(() => ways.value.find(({ way }) => way.cuts.length > 0 && sameContent(way.cuts, job.cuts)))
const wanted = computed(() => ways.value.find(({ setup }) => setup.jobId === job.view.job.ticket.returnTo))
const shown = computed(() => laid.value ?? wanted.value)
const notes = computed(() => (shown.value ? wayBackNotes(shown.value.way, shown.value.setup, job.profile) : []))
</script>

<template>
  <v-alert v-if="shown" type="info" variant="tonal" density="compact" class="mb-2" data-testid="way-back-notice">
    {{ laid ? 'Back to' : 'This frame is to go back to' }} its setup of job {{ shown.setup.number }}, which read
    {{ readText(shown.setup, shop.units, job.picture.work.geometry.lengthCm) }}.
    <span v-for="note in notes" :key="note">{{ note }} </span>
    <v-btn
      v-if="!laid && shown.way.cuts.length > 0"
      size="small"
      variant="tonal"
      class="ml-2"
      data-testid="lay-back"
      @click="emit('take', shown.way.cuts)"
      >Lay it out</v-btn
    >
    <span v-else-if="!laid && notes.length === 0">Everything lies as it did then.</span>
  </v-alert>
</template>
