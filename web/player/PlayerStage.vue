<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed } from 'vue'
import type { PlayerFacts } from '#core/player/facts.ts'
import { WAITS_ON, type WaitsOn } from '#contract/entities.ts'
import { WAITS_ON_NAMES } from '#contract/messages/job.ts'
import { fixed } from '#core/quantities/write.ts'
import { buildOf } from '#core/job/building.ts'
import { earliestReady } from '#core/workorder/earliest.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import { typedIn } from '../browser/typedIn.ts'
import DueField from '../shared/DueField.vue'
import { NO_FACTS } from '../shared/playerFacts.ts'
import FactsForm from './FactsForm.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useOpenJob } from '../stores/openJob.ts'

const job = useOpenJob()
const body = computed(() => job.documents.player ?? { playerId: null, facts: NO_FACTS })
const facts = computed(() => body.value.facts)
const ticket = computed(() => job.view.job.ticket)
/** The earliest by what must cure and dry, where anything is planned that does. */
const earliest = computed(() => {
  const { picture, documents, view } = job
  const order = documents.build ?? { ...EMPTY_ORDER, cuts: documents.plan?.cuts ?? [] }
  const build = buildOf(picture, documents, view.readings, order)
  const found = build && earliestReady(build.steps, build.marks, new Date().toISOString())
  if (!found) return null
  const what = found.waitsFor === 'cure' ? 'the fill cures' : 'the coats dry'
  return { at: found.at, why: found.hours > 0 ? `${what} ${fixed(found.hours, 0)} h` : `${what} until then` }
})
const saveText = (field: 'strings' | 'owner' | 'price' | 'who', event: Event) =>
  job.saveTicket({ [field]: typedIn(event) })
const save = (change: Partial<PlayerFacts>) =>
  job.save('player', { ...body.value, facts: { ...facts.value, ...change } })
</script>

<template>
  <StageFrame stage="player" title="Player">
    <template #beside><span v-if="facts.age !== null && facts.age < 18" class="minor">minor</span></template>
    <template #actions
      ><v-btn :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'measure' }"
        >Measure</v-btn
      ></template
    >
    <FactsForm :facts="facts" :profile="job.profile" @save="save" />
    <section class="panel mt-3 ticket">
      <h2>Ticket</h2>
      <DueField
        :model-value="{ due: ticket.due, dueAt: ticket.dueAt }"
        :earliest="earliest"
        @update:model-value="(change) => job.saveTicket(change)"
      />
      <v-text-field
        :model-value="ticket.strings"
        label="Strings and tension"
        @change="(e: Event) => saveText('strings', e)"
      />
      <v-text-field :model-value="ticket.owner" label="Owner" @change="(e: Event) => saveText('owner', e)" />
      <v-text-field :model-value="ticket.price" label="Price" @change="(e: Event) => saveText('price', e)" />
      <v-text-field
        :model-value="ticket.who"
        label="In whose hands"
        maxlength="40"
        @change="(e: Event) => saveText('who', e)"
      />
      <v-select
        :model-value="ticket.waitsOn"
        :items="[{ value: null, title: 'nothing' }, ...WAITS_ON.map((w) => ({ value: w, title: WAITS_ON_NAMES[w] }))]"
        label="Waits for"
        data-testid="waits-on"
        @update:model-value="(waitsOn: WaitsOn | null) => job.saveTicket({ waitsOn })"
      />
      <v-checkbox
        :model-value="ticket.returnToOriginal"
        label="Return to original"
        @update:model-value="(v) => job.saveTicket({ returnToOriginal: v === true })"
      />
      <v-select
        v-if="job.view.earlier.length > 0"
        :model-value="ticket.returnTo"
        :items="[
          { value: null, title: 'nothing earlier' },
          ...job.view.earlier.map((e) => ({
            value: e.jobId,
            title: `its setup of job ${e.number}, ${e.at.slice(0, 10)}`,
          })),
        ]"
        label="Return to"
        data-testid="return-to"
        @update:model-value="(returnTo: string | null) => job.saveTicket({ returnTo })"
      />
    </section>
  </StageFrame>
</template>

<style scoped>
.ticket h2 {
  grid-column: 1 / -1;
  padding-bottom: 0;
}
.ticket {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
  align-items: start;
}
.minor {
  font-weight: 700;
  font-size: 13px;
  border-radius: 3px;
  padding: 1px 8px;
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-warning));
}
@media (max-width: 1000px) {
  .ticket {
    grid-template-columns: 1fr;
  }
}
</style>
