<script setup lang="ts">
import { mdiArrowLeft, mdiDeleteOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import {
  ENERGIES,
  FRONT_ASPECTS,
  PLAY_ASPECTS,
  PLAY_DECISIONS,
  SESSION_KINDS,
  TUNING_ASKS,
  type PlayAspect,
  type PlaySession,
} from '#core/tuning/document.ts'
import { dayHere, wrongWithSession } from '#core/tuning/sessions.ts'
import {
  ASK_WORDS,
  aspectName,
  DECISION_NAMES,
  ENERGY_NAMES,
  KIND_NAMES,
  RATING_NAMES,
  SESSION_FAULT_WORDS,
} from '#contract/messages/play.ts'
import { typedIn } from '../browser/typedIn.ts'
import PainDetails from './PainDetails.vue'
import SessionMore from './SessionMore.vue'
import TapChoice from './TapChoice.vue'
import { useTuning } from './useTuning.ts'

/** One session, for a thumb beside the court: the three that decide, five ratings, what was felt, and what follows. */
const props = defineProps<{ session: string }>()
const page = useTuning()
const { play, tuning, schools, school, job } = page
const router = useRouter()
const said = computed<PlaySession | null>(() => play.value.sessions.find((s) => s.id === props.session) ?? null)
const change = (part: Partial<PlaySession>) => page.changeSession(props.session, part)
const more = ref(false)
const aspects = computed<readonly PlayAspect[]>(() =>
  more.value || PLAY_ASPECTS.slice(FRONT_ASPECTS.length).some((a) => said.value?.ratings[a] !== undefined)
    ? PLAY_ASPECTS
    : FRONT_ASPECTS,
)
const setups = computed(() => (tuning.value?.tried ?? []).map((t) => ({ value: t.id, title: page.nameOf(t.id) })))
/** What the step asks that made the setup, and what was answered already. */
const asks = computed(() => {
  const setup = play.value.setups.find((s) => s.id === said.value?.setupId)
  const of = schools.value.find((s) => s.id === setup?.step?.school) ?? school.value
  const step = of.steps.find((s) => s.id === (setup ? setup.step?.id : of.start))
  const asked = said.value?.asked ?? {}
  return TUNING_ASKS.filter((a) => step?.asks.includes(a) || asked[a] !== undefined)
})
const fault = computed(() =>
  said.value ? wrongWithSession(said.value, play.value, dayHere(new Date().toISOString()), page.builtOn.value) : null,
)
const LATE = [0, 1, 2, 3, 5].map((n) => [n, n === 0 ? 'None' : n === 5 ? '5 +' : String(n)] as const)
const RATES = ([-2, -1, 0, 1, 2] as const).map(
  (n) => [n, { [-2]: '−−', [-1]: '−', 0: '=', 1: '+', 2: '++' }[n]] as const,
)
const MINUTES = [30, 60, 90, 120].map((n) => [n, String(n)] as const)
const pairs = <T extends string>(all: readonly T[], names: Record<T, string>) =>
  all.map((id) => [id, names[id]] as const)
function rate(aspect: PlayAspect, value: number | null): void {
  const { [aspect]: _held, ...others } = said.value!.ratings
  change({ ratings: value === null ? others : { ...others, [aspect]: value } })
}
function ask(id: (typeof TUNING_ASKS)[number], value: boolean | null): void {
  const { [id]: _held, ...others } = said.value!.asked
  change({ asked: value === null ? others : { ...others, [id]: value } })
}
/** Another day, at the same time where one was said. */
function on(day: string): void {
  if (/^\d{4}-\d{2}-\d{2}$/.test(day)) change({ on: day + said.value!.on.slice(10) })
}
const leave = () => router.push({ name: 'play', params: { id: job.view.job.id } })
function remove(): void {
  page.removeSession(props.session)
  void leave()
}
</script>

<template>
  <div class="session">
    <header class="d-flex align-center ga-2 mb-2">
      <v-btn :icon="mdiArrowLeft" variant="text" aria-label="Back to play" @click="leave" />
      <h1>Session</h1>
      <v-spacer />
      <v-btn v-if="said" :icon="mdiDeleteOutline" variant="text" aria-label="Take this session away" @click="remove" />
    </header>
    <p v-if="!said" class="panel">
      This session is not there any more.
      <RouterLink :to="{ name: 'play', params: { id: job.view.job.id } }">Play</RouterLink>
    </p>
    <template v-else>
      <section class="panel" aria-label="What was played">
        <div class="two">
          <v-text-field
            type="date"
            :model-value="said.on.slice(0, 10)"
            label="On"
            @change="(e: Event) => on(typedIn(e))"
          />
          <v-select
            v-if="setups.length > 0"
            :model-value="said.setupId"
            :items="setups"
            label="Played with"
            data-testid="played-with"
            @update:model-value="(setupId: string) => change({ setupId })"
          />
          <v-select
            v-if="setups.length > 1"
            :model-value="said.againstId"
            :items="[{ value: null, title: 'nothing' }, ...setups.filter((s) => s.value !== said!.setupId)]"
            label="Held against"
            @update:model-value="(againstId: string | null) => change({ againstId })"
          />
        </div>
        <p v-if="fault" class="fault" role="alert">{{ SESSION_FAULT_WORDS[fault] }}</p>
        <TapChoice
          label="Minutes"
          :options="MINUTES"
          :model-value="said.minutes"
          @update:model-value="(minutes) => change({ minutes })"
        />
        <TapChoice
          label="Kind"
          :options="pairs(SESSION_KINDS, KIND_NAMES)"
          :model-value="said.kind"
          @update:model-value="(kind) => change({ kind })"
        />
      </section>
      <section class="panel" aria-label="What decides">
        <TapChoice
          label="Late, balls in ten"
          :options="LATE"
          :model-value="said.lateInTen"
          @update:model-value="(lateInTen) => change({ lateInTen })"
        />
        <TapChoice
          label="At the end"
          :options="pairs(ENERGIES, ENERGY_NAMES)"
          :model-value="said.energy"
          @update:model-value="(energy) => change({ energy })"
        />
        <TapChoice
          label="Pain"
          :options="[
            ['none', 'None'],
            ['yes', 'Yes'],
          ]"
          :model-value="said.pain"
          @update:model-value="(pain) => change({ pain, ...(pain === 'yes' ? {} : { painAt: [], painLevel: null }) })"
        />
        <PainDetails v-if="said.pain === 'yes'" :said="said" @change="change" />
        <TapChoice
          v-for="id in asks"
          :key="id"
          :label="ASK_WORDS[id]"
          :options="[
            [true, 'Yes'],
            [false, 'No'],
          ]"
          :model-value="said.asked[id] ?? null"
          @update:model-value="(v) => ask(id, v)"
        />
      </section>
      <section class="panel" aria-label="Ratings">
        <p class="quiet mb-1">Against {{ said.againstId ? page.nameOf(said.againstId) : 'what was played before' }}</p>
        <TapChoice
          v-for="aspect in aspects"
          :key="aspect"
          :label="aspectName(aspect)"
          :options="RATES"
          :says="RATING_NAMES"
          :model-value="said.ratings[aspect] ?? null"
          @update:model-value="(v) => rate(aspect, v)"
        />
        <v-btn
          v-if="aspects.length === FRONT_ASPECTS.length"
          variant="text"
          size="small"
          data-testid="more-aspects"
          @click="more = true"
          >More: serve, return, volley, spin …</v-btn
        >
      </section>
      <section class="panel" aria-label="So">
        <TapChoice
          label="So"
          :options="pairs(PLAY_DECISIONS, DECISION_NAMES)"
          :model-value="said.decision"
          @update:model-value="(decision) => change({ decision })"
        />
        <v-text-field
          v-if="said.decision"
          :model-value="said.reason"
          label="Why"
          class="mt-2"
          @change="(e: Event) => change({ reason: typedIn(e) })"
        />
        <v-textarea
          :model-value="said.note"
          label="Note"
          rows="2"
          class="mt-2"
          data-testid="play-note"
          @change="(e: Event) => change({ note: typedIn(e) })"
        />
      </section>
      <SessionMore :page="page" :said="said" @change="change" />
      <v-btn block size="x-large" color="primary" variant="flat" class="mt-3" data-testid="session-done" @click="leave"
        >Done</v-btn
      >
    </template>
  </div>
</template>

<style scoped>
.session {
  max-width: 620px;
  margin: 0 auto;
  display: grid;
  gap: 10px;
}
.panel {
  padding: 10px 12px;
}
.two {
  display: grid;
  grid-template-columns: 172px 1fr;
  gap: 8px 12px;
  margin-bottom: 8px;
}
.two > :nth-child(3) {
  grid-column: 1 / -1;
}
.fault {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
@media (max-width: 480px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
