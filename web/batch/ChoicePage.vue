<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { MOST_ON_CARD } from '#contract/batch.ts'
import { choicePicture } from '#contract/choiceCard.ts'
import { typedIn } from '../browser/typedIn.ts'
import { problemText } from '../api/client.ts'
import { pngOf } from '../browser/pngOf.ts'
import { saveFile } from '../browser/saveFile.ts'
import SetupPicker from '../library/SetupPicker.vue'
import { useShop } from '../stores/shop.ts'
import { useBatch } from './useBatch.ts'
import { useChoice } from './useChoice.ts'

/** A card for a customer far away: some units beside their own frame, the pick and why; and what was answered. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const batch = useBatch(props.id)
const { body } = batch
const { problem, choice, measured, card, nameOf, readUnits, save, suggested, propose, show, answer } = useChoice(batch)
const failed = ref('')
onMounted(async () => {
  try {
    await shop.load()
    await batch.open()
  } catch (error) {
    failed.value = problemText(error)
  }
})
const picture = computed(() =>
  card.value && body.value ? choicePicture(card.value, body.value.geometry, shop.overview?.shop.name ?? '') : '',
)
const shown = computed(() => `data:image/svg+xml;charset=utf-8,${encodeURIComponent(picture.value)}`)
const full = computed(() => (choice.value?.unitIds.length ?? 0) >= MOST_ON_CARD)
async function png(): Promise<void> {
  try {
    saveFile(await pngOf(picture.value, 1200), 'choice.png')
  } catch (error) {
    failed.value = problemText(error)
  }
}
/** The page is made of what the server has: what waits goes first. */
async function pdf(): Promise<void> {
  if (await batch.send()) window.open(`/api/batches/${encodeURIComponent(props.id)}/choice.pdf`, '_blank')
  else failed.value = 'What you changed here is not saved yet; it is kept. The PDF can be made when it is.'
}
const said = ref<{ unitId: string | null; words: string }>({ unitId: null, words: '' })
function note(): void {
  answer(said.value.unitId, said.value.words.trim(), new Date().toISOString().slice(0, 10))
  said.value = { unitId: null, words: '' }
}
</script>

<template>
  <div class="pa-6 page">
    <v-alert v-if="failed || problem || batch.problem.value" type="error" variant="tonal" class="mb-3">{{
      failed || problem || batch.problem.value
    }}</v-alert>
    <template v-if="body && choice">
      <header class="d-flex align-center ga-3 mb-3 flex-wrap">
        <v-btn
          :icon="mdiArrowLeft"
          size="small"
          variant="text"
          :to="{ name: 'batch', params: { id } }"
          aria-label="Back to the batch"
        />
        <h1>Choice card</h1>
        <span class="quiet">{{ body.label }}</span>
        <v-spacer />
        <v-btn :disabled="!card" data-testid="choice-png" @click="png">PNG</v-btn>
        <v-btn :disabled="!card" data-testid="choice-pdf" @click="pdf">PDF</v-btn>
      </header>
      <div class="cols">
        <section class="panel form" aria-label="What is on it">
          <v-text-field
            :model-value="choice.customer"
            label="For"
            maxlength="120"
            data-testid="choice-for"
            @change="(e: Event) => save({ customer: typedIn(e) })"
          />
          <SetupPicker
            :model-value="choice.ownId"
            :sport="body.sport"
            label="Their own frame, or the setup they play"
            :first="measured"
            clearable
            @update:model-value="(ownId) => save({ ownId })"
          />
          <fieldset>
            <legend>Units, {{ MOST_ON_CARD }} at most</legend>
            <v-checkbox
              v-for="unit in readUnits"
              :key="unit.id"
              :model-value="choice.unitIds.includes(unit.id)"
              :disabled="full && !choice.unitIds.includes(unit.id)"
              :label="unit.reservedFor ? `${unit.name}, kept for ${unit.reservedFor}` : unit.name"
              density="compact"
              hide-details
              :data-testid="`on-card-${unit.name}`"
              @update:model-value="(on) => show(unit.id, on === true)"
            />
            <p v-if="readUnits.length === 0" class="quiet mb-0">
              Read the units first: type their numbers in the batch.
            </p>
          </fieldset>
          <v-btn v-if="choice.unitIds.length === 0 && readUnits.length > 0" data-testid="propose" @click="propose"
            >Take the nearest three</v-btn
          >
          <v-select
            :model-value="choice.pickId"
            :items="[
              { value: null, title: 'none' },
              ...choice.unitIds.map((unitId) => ({ value: unitId, title: nameOf(unitId) })),
            ]"
            label="Our pick"
            @update:model-value="(pickId: string | null) => save({ pickId })"
          />
          <v-textarea
            :model-value="choice.reason"
            label="Why"
            rows="3"
            maxlength="600"
            data-testid="choice-reason"
            @change="(e: Event) => save({ reason: typedIn(e) })"
          />
          <v-btn
            v-if="choice.unitIds.length > 0"
            size="small"
            variant="text"
            class="justify-self-start"
            @click="save({ reason: suggested() })"
            >Say it by the numbers</v-btn
          >
          <h2>Answer</h2>
          <p v-if="choice.answer" class="mb-0" data-testid="answered">
            {{ choice.answer.on }}:
            <b>{{ choice.answer.unitId ? `takes ${nameOf(choice.answer.unitId)}` : 'takes none' }}</b>{{
              choice.answer.words ? `, “${choice.answer.words}”` : ''
            }}
          </p>
          <v-select
            v-model="said.unitId"
            :items="[
              { value: null, title: 'takes none' },
              ...choice.unitIds.map((unitId) => ({ value: unitId, title: `takes ${nameOf(unitId)}` })),
            ]"
            label="The customer"
            data-testid="answer-unit"
          />
          <v-text-field v-model="said.words" label="In their words" maxlength="600" data-testid="answer-words" />
          <v-btn class="justify-self-start" data-testid="note-answer" @click="note">Note the answer</v-btn>
        </section>
        <section class="panel" aria-label="The card">
          <img v-if="card" :src="shown" alt="The card as it is sent" class="card" data-testid="card" />
          <p v-else class="quiet mb-0">Choose the units that are shown on it.</p>
        </section>
      </div>
    </template>
    <p v-else-if="!failed" class="quiet">Fetching the batch…</p>
  </div>
</template>

<style scoped>
.page {
  max-width: 1200px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.5fr);
  gap: 16px;
  align-items: start;
}
.form {
  display: grid;
  gap: 10px;
}
fieldset {
  border: 0;
  padding: 0;
}
.card {
  width: 100%;
  background: #fff;
  border-radius: 4px;
}
@media (max-width: 820px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
