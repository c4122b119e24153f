<script setup lang="ts">
import { plainCopy } from '#core/records.ts'
import { mdiArrowDown, mdiArrowUp, mdiDeleteOutline, mdiPlus } from '@mdi/js'
import { useMediaQuery } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { AGAIN, BACK, END, faultsOf, type School, type SchoolStep } from '#core/tuning/school.ts'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { TUNING_ASKS } from '#core/tuning/document.ts'
import { stepCounts } from '#contract/school.ts'
import { ASK_WORDS } from '#contract/messages/play.ts'
import { typedIn } from '../browser/typedIn.ts'
import { problemText } from '../api/client.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import DoseFields from './DoseFields.vue'
import { addLead, move, newStep, ownFrom, renameStep } from './ownSchool.ts'
import { whenItems, whenOf } from './whenChoices.ts'

/** The shop's own school: begun from one that is there, and changed until it can be walked to its end. */
const shop = useShop()
const problem = ref('')
onMounted(() => shop.load().catch((error) => (problem.value = problemText(error))))
const kept = computed(() => shop.overview?.shop.ownSchool ?? null)
/** What is on the page: kept as soon as it can be walked. */
const draft = ref<School | null>(null)
watch(kept, (now) => (draft.value ??= now && plainCopy(now)), {
  immediate: true,
})
const faults = computed(() => (draft.value ? faultsOf(draft.value) : []))
const isKept = computed(() => JSON.stringify(draft.value) === JSON.stringify(kept.value))
watch(
  draft,
  (now) => {
    if (now && faults.value.length === 0 && !isKept.value && now.name.trim())
      shop.saveShop({ ownSchool: plainCopy(now) })
  },
  { deep: true },
)
const begin = (id: string) => (draft.value = ownFrom(SCHOOLS.find((s) => s.id === id)!))
function drop(): void {
  draft.value = null
  shop.saveShop({ ownSchool: null })
}
const steps = computed(() => draft.value?.steps ?? [])
const ways = computed(() => [
  ...steps.value.filter((s) => s.dose.kind !== 'none').map((s) => ({ value: s.id, title: s.id })),
  { value: AGAIN, title: 'this step again' },
  { value: BACK, title: 'one step back' },
  { value: END, title: 'the end' },
])
const addStep = () => draft.value!.steps.push(newStep(steps.value.map((s) => s.id)))
const rename = (step: SchoolStep, name: string) => renameStep(draft.value!, step, name)
/** On a phone a school is a list of its steps, opened one at a time. */
const wide = useMediaQuery('(min-width: 700px)').value
</script>

<template>
  <div class="pa-6 own">
    <h1>Our own school</h1>
    <p class="quiet">
      What is done after which answer. Pain, lateness, two tired sessions in a row and a child’s class stop every
      school, this one too.
    </p>
    <v-alert v-if="problem" type="error" variant="tonal">{{ problem }}</v-alert>
    <section v-if="shop.overview && !draft" class="panel">
      <p>Begin from a school that is there, then change it.</p>
      <div class="d-flex flex-wrap ga-2">
        <v-btn v-for="s in SCHOOLS" :key="s.id" variant="tonal" :data-testid="`from-${s.id}`" @click="begin(s.id)">{{
          s.name
        }}</v-btn>
      </div>
    </section>
    <template v-else-if="draft">
      <section class="panel head">
        <v-text-field v-model="draft.name" label="Name" maxlength="60" data-testid="own-name" />
        <v-text-field v-model="draft.holds" label="What it holds to" maxlength="300" />
        <v-select v-model="draft.start" :items="steps.map((s) => s.id)" label="Begins with" />
        <v-select v-model="draft.afterBack" :items="steps.map((s) => s.id)" label="After going back" />
        <v-btn variant="text" @click="drop">Take this school away</v-btn>
      </section>
      <ul v-if="faults.length > 0" class="faults" role="alert" data-testid="faults">
        <li v-for="fault in faults" :key="fault">{{ fault }}</li>
        <li class="quiet">Kept as soon as it can be walked to its end; until then the one before stands.</li>
      </ul>
      <p v-else class="quiet" role="status" data-testid="own-kept">It can be walked to its end, and is kept.</p>
      <details
        v-for="(step, i) in steps"
        :key="i"
        class="panel step"
        :open="wide || i === steps.length - 1"
        :aria-label="`Step ${step.id}`"
        :data-step="step.id"
      >
        <summary>
          <b>{{ step.id }}</b> <span class="quiet">{{ step.does }}</span>
        </summary>
        <div class="row">
          <v-text-field :model-value="step.id" label="Step" @change="(e: Event) => rename(step, typedIn(e))" />
          <v-text-field v-model="step.does" label="What is done" maxlength="200" />
          <v-btn
            :icon="mdiDeleteOutline"
            variant="text"
            :aria-label="`Take step ${step.id} away`"
            @click="draft.steps.splice(i, 1)"
          />
        </div>
        <v-text-field v-model="step.why" label="Why" maxlength="300" class="mb-2" />
        <DoseFields v-model="step.dose" />
        <div class="row small">
          <PlainNumber v-model="step.most" :of="stepCounts.shape.most" label="At most, times" />
          <PlainNumber v-model="step.tries" :of="stepCounts.shape.tries" label="Gone back from, times" />
          <PlainNumber v-model="step.weeks" :of="stepCounts.shape.weeks" label="Weeks of play before" />
          <v-select
            v-model="step.asks"
            multiple
            :items="TUNING_ASKS.map((a) => ({ value: a, title: ASK_WORDS[a] }))"
            label="Asks"
          />
        </div>
        <ol>
          <li v-for="(lead, k) in step.leads" :key="k">
            <v-select
              :model-value="JSON.stringify(lead.when)"
              :items="whenItems(lead.when)"
              label="When"
              @update:model-value="(v: string) => (lead.when = whenOf(v))"
            />
            <v-select v-model="lead.to" :items="ways" label="then" />
            <v-text-field v-model="lead.because" label="because" maxlength="300" />
            <span class="tools">
              <v-btn
                :icon="mdiArrowUp"
                size="x-small"
                variant="text"
                aria-label="Earlier"
                @click="move(step.leads, k, -1)"
              />
              <v-btn
                :icon="mdiArrowDown"
                size="x-small"
                variant="text"
                aria-label="Later"
                @click="move(step.leads, k, 1)"
              />
              <v-btn
                :icon="mdiDeleteOutline"
                size="x-small"
                variant="text"
                aria-label="Take this answer away"
                @click="step.leads.splice(k, 1)"
              />
            </span>
          </li>
        </ol>
        <v-btn size="small" variant="text" :prepend-icon="mdiPlus" @click="addLead(step)">Answer</v-btn>
      </details>
      <v-btn variant="tonal" :prepend-icon="mdiPlus" data-testid="add-step" @click="addStep">Step</v-btn>
    </template>
  </div>
</template>

<style scoped>
.step > summary {
  font-weight: 400;
  min-height: 32px;
}
.own {
  max-width: 1100px;
  margin: 0 auto;
  display: grid;
  gap: 10px;
}
.head {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 10px;
}
.row {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) minmax(0, 4fr) auto;
  gap: 10px;
  margin-bottom: 8px;
}
.row.small {
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  margin-top: 8px;
}
ol {
  margin: 8px 0 0;
  padding-left: 22px;
  display: grid;
  gap: 8px;
}
li {
  padding-left: 2px;
}
ol li {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) minmax(0, 2fr) auto;
  gap: 8px;
  align-items: center;
}
.faults {
  margin: 0;
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.faults .quiet {
  font-weight: 400;
}
@media (max-width: 760px) {
  .row,
  ol li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
