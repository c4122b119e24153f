<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed, ref } from 'vue'
import { COMPLAINTS, type Complaint, type PlayerFacts } from '#core/player/facts.ts'
import { ASKED, COMPLAINT_NAMES } from '#contract/messages/player.ts'
import { fixed } from '#core/quantities/write.ts'
import { buildOf } from '#core/job/building.ts'
import { earliestReady } from '#core/workorder/earliest.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import DueField from '../shared/DueField.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { NO_FACTS } from '../shared/playerFacts.ts'
import StageFrame from '../shared/StageFrame.vue'
import { useOpenJob } from '../stores/openJob.ts'

const job = useOpenJob()
const body = computed(() => job.documents.player ?? { playerId: null, facts: NO_FACTS })
const facts = computed(() => body.value.facts)
const problems = ref<Partial<Record<'age' | 'hoursPerWeek' | 'name', string>>>({})
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
const saveText = (field: 'strings' | 'owner' | 'price', event: Event) =>
  job.saveTicket({ [field]: (event.target as HTMLInputElement).value })
const save = (change: Partial<PlayerFacts>) =>
  job.save('player', { ...body.value, facts: { ...facts.value, ...change } })

function saveNumber(field: 'age' | 'hoursPerWeek', text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace(',', '.'))
  const [low, high] = field === 'age' ? [3, 110] : [0, 60]
  const whole = field !== 'age' || value === null || Number.isInteger(value)
  if (value !== null && (!Number.isFinite(value) || value < low || value > high || !whole)) {
    problems.value = { ...problems.value, [field]: `A number from ${low} to ${high}.` }
    return
  }
  problems.value = { ...problems.value, [field]: undefined }
  save({ [field]: value })
}
function saveName(name: string): void {
  problems.value = { ...problems.value, name: name.trim() ? undefined : 'A name is needed.' }
  if (name.trim()) save({ name: name.trim() })
}
const asked = computed(() =>
  ASKED.filter((a) => a.field !== 'cameFrom' || job.profile.id === 'pickleball' || job.profile.id === 'padel'),
)
const ceilingAxisCm = computed(() => facts.value.ceiling?.axisCm ?? job.profile.axisCm)
const saveCeiling = (value: number | null) =>
  save({ ceiling: value === null ? null : { swingWeightKgCm2: value, axisCm: ceilingAxisCm.value } })
</script>

<template>
  <StageFrame stage="player" title="Player">
    <template #beside><span v-if="facts.age !== null && facts.age < 18" class="minor">minor</span></template>
    <template #actions
      ><v-btn :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'measure' }"
        >Measure</v-btn
      ></template
    >
    <section class="panel">
      <div class="top">
        <v-text-field
          :model-value="facts.name"
          label="Name"
          :error-messages="problems.name"
          @change="(e: Event) => saveName((e.target as HTMLInputElement).value)"
        />
        <v-text-field
          :model-value="facts.age ?? ''"
          label="Age"
          :error-messages="problems.age"
          data-testid="age"
          @change="(e: Event) => saveNumber('age', (e.target as HTMLInputElement).value)"
        />
        <v-text-field
          :model-value="facts.hoursPerWeek ?? ''"
          label="Hours a week"
          :error-messages="problems.hoursPerWeek"
          @change="(e: Event) => saveNumber('hoursPerWeek', (e.target as HTMLInputElement).value)"
        />
      </div>
      <div class="asked">
        <div v-for="{ field, label, options } in asked" :key="field" class="ask">
          <span :id="`ask-${field}`">{{ label }}</span>
          <v-btn-toggle
            role="group"
            :model-value="facts[field]"
            :aria-labelledby="`ask-${field}`"
            @update:model-value="(value) => save({ [field]: value ?? null })"
          >
            <v-btn v-for="[value, text] in options" :key="value" :value="value">{{ text }}</v-btn>
          </v-btn-toggle>
        </div>
        <div class="ask">
          <span id="ask-complaints">Now it</span>
          <v-btn-toggle
            role="group"
            multiple
            :model-value="facts.complaints ?? []"
            aria-labelledby="ask-complaints"
            class="complaints"
            @update:model-value="(value: Complaint[]) => save({ complaints: value })"
          >
            <v-btn v-for="c in COMPLAINTS" :key="c" :value="c" size="small">{{ COMPLAINT_NAMES[c] }}</v-btn>
          </v-btn-toggle>
        </div>
        <div class="ask">
          <span>Ceiling</span>
          <div class="d-flex ga-3 align-center">
            <PlainNumber
              :model-value="facts.ceiling?.swingWeightKgCm2 ?? null"
              label="Swing weight"
              suffix="kg·cm²"
              :min="40"
              :max="500"
              class="ceiling"
              data-testid="ceiling"
              @update:model-value="saveCeiling"
            />
            <small class="quiet"
              >the heaviest that stays quick all session: {{ job.profile.layers.strings ? 'strung, ' : '' }}base grip,
              one overgrip, about {{ fixed(ceilingAxisCm, 2) }} cm</small
            >
          </div>
        </div>
      </div>
      <template v-if="facts.pain === 'now' || facts.pain === 'past'">
        <v-text-field
          :model-value="facts.painWhere"
          label="Where"
          class="mt-3"
          @change="(e: Event) => save({ painWhere: (e.target as HTMLInputElement).value })"
        />
        <v-alert type="warning" variant="tonal" density="compact" class="mt-3"
          >Kevro gives no medical advice. With pain, ask a doctor or physiotherapist before adding mass; look at strings
          and tension too.</v-alert
        >
      </template>
      <v-textarea
        :model-value="facts.wants"
        label="What should be better"
        rows="2"
        class="mt-3"
        @change="(e: Event) => save({ wants: (e.target as HTMLTextAreaElement).value })"
      />
    </section>
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
      <v-checkbox
        :model-value="ticket.returnToOriginal"
        label="Return to original"
        @update:model-value="(v) => job.saveTicket({ returnToOriginal: v === true })"
      />
    </section>
  </StageFrame>
</template>

<style scoped>
.ticket {
  display: grid;
  grid-template-columns: auto 1fr 1.6fr 1.2fr 0.7fr auto;
  gap: 10px;
  align-items: start;
}
.top {
  display: grid;
  grid-template-columns: 2fr 1fr 1fr;
  gap: 12px;
}
.asked {
  display: grid;
  gap: 9px;
  margin-top: 14px;
}
.ask {
  display: grid;
  grid-template-columns: 150px 1fr;
  align-items: center;
  gap: 12px;
}
.ask span {
  font-weight: 600;
}
.complaints {
  flex-wrap: wrap;
  height: auto !important;
}
.ceiling {
  max-width: 170px;
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
