<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ProblemCode } from '#core/problem.ts'
import type { Next } from '#core/tuning/engine.ts'
import type { School } from '#core/tuning/school.ts'
import { fixed } from '#core/quantities/write.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import { ASK_WORDS, ceilingText, doseText, PAIN_CAUTION } from '#contract/messages/play.ts'
import ChangeOutcome from './ChangeOutcome.vue'
import type { TuningPage } from './useTuning.ts'

/** What one school says comes next: what to do, why, what it would come to, and the way back. */
const props = defineProps<{ page: TuningPage; school: School; next: Next; main?: boolean }>()
const TITLES: Record<Next['kind'], string> = {
  play: 'Play a session',
  step: 'Next step',
  back: 'One step back',
  stop: 'Stop',
  end: 'Settled',
}
/** What more in the drawer would mend. */
const OF_THE_DRAWER: ProblemCode[] = ['tuning.tooLittle', 'tuning.noMaterial']
const wanted = ref<string | undefined>()
const ways = computed(() => (props.next.kind === 'step' ? props.page.waysFor(props.next.step.dose) : []))
/** With what: as chosen by hand while it still can be, else as it is chosen by itself. */
const withId = computed(() => (ways.value.some((w) => w.materialId === wanted.value) ? wanted.value : undefined))
const weighs = computed(() => props.next.kind === 'step' && props.next.step.weighs === true)
const cuts = computed(() => {
  const { next, page } = props
  if (next.kind === 'step') {
    const found = page.tryDose(next.step.dose, withId.value)
    return 'cuts' in found ? found.cuts : null
  }
  return (next.kind === 'back' || next.kind === 'stop') && next.toId ? page.cutsBackTo(next.toId) : null
})
const toId = computed(() => (props.next.kind === 'back' || props.next.kind === 'stop' ? props.next.toId : null))
const ceiling = computed(() => (props.next.kind === 'end' ? ceilingText(props.next.ceiling, (v) => fixed(v, 0)) : ''))
/** The likely ceiling as the frame is played, where it is another than the one that is known. */
const ceilingFact = computed(() => {
  const { next, page } = props
  const likely = next.kind === 'end' ? next.ceiling.likely : null
  const played = likely === null ? null : page.asPlayed(likely)
  const known = page.job.documents.player?.facts.ceiling?.swingWeightKgCm2
  return played !== null && (known === undefined || Math.abs(known - played) >= 1) ? Math.round(played) : null
})
const waits = computed(() => {
  const { next } = props
  return next.kind === 'step' && next.notBefore && next.notBefore > new Date().toISOString().slice(0, 10)
    ? next.notBefore
    : null
})
</script>

<template>
  <article class="panel next" :class="next.kind" :data-school="school.id" :data-next="next.kind">
    <header>
      <h2 class="mb-0 pb-0">{{ next.kind === 'end' && next.cannot ? 'Held up' : TITLES[next.kind] }}</h2>
      <span class="quiet">{{ school.name }}</span>
    </header>
    <template v-if="next.kind === 'play'">
      <p class="does">{{ next.step.does }}</p>
      <p class="quiet">{{ next.because }}</p>
      <p v-if="next.step.asks.length > 0" class="quiet">
        Asked afterwards: late, tired, pain;
        {{ next.step.asks.map((a) => ASK_WORDS[a].toLowerCase().replace('?', '')).join('; ') }}.
      </p>
    </template>
    <template v-else-if="next.kind === 'step'">
      <p class="does">{{ weighs ? next.step.does : doseText(next.step.dose) }}</p>
      <p>{{ next.because }}</p>
      <p class="quiet">{{ next.step.why }}</p>
      <p v-if="waits" class="waits">Not before {{ waits }}: {{ next.step.weeks }} weeks of play first.</p>
    </template>
    <template v-else>
      <template v-if="next.kind === 'end' && next.cannot">
        <p class="does">{{ doseText(next.cannot.dose) }} would be next</p>
        <p data-testid="cannot">
          {{ problemMessage(next.cannot.problem) }}
          <RouterLink v-if="OF_THE_DRAWER.includes(next.cannot.problem.code)" to="/drawer">The drawer</RouterLink>
        </p>
        <p v-if="next.because" class="quiet">Without it: {{ next.because }}</p>
      </template>
      <p v-else class="does" :role="next.kind === 'stop' ? 'alert' : undefined">{{ next.because }}</p>
      <p v-if="next.kind === 'stop' && next.stop === 'pain'" class="quiet">{{ PAIN_CAUTION }}</p>
      <p v-if="toId">
        {{ next.kind === 'stop' ? 'The way down:' : 'To:' }} <b>{{ page.nameOf(toId) }}</b>
      </p>
      <p v-if="ceiling" data-testid="ceiling">Ceiling (swing weight): {{ ceiling }} kg·cm².</p>
      <v-btn
        v-if="main && ceilingFact && page.job.documents.player"
        size="small"
        variant="tonal"
        data-testid="keep-ceiling"
        @click="page.keepCeiling(ceilingFact)"
        >Note {{ fixed(ceilingFact, 0) }} as this player’s ceiling</v-btn
      >
    </template>
    <v-select
      v-if="ways.length > 1"
      :model-value="withId ?? ways[0]?.materialId"
      :items="ways.map((w) => ({ value: w.materialId, title: w.name }))"
      label="With"
      class="with"
      :data-testid="main ? 'with' : `with-${school.id}`"
      @update:model-value="(id: string) => (wanted = id)"
    />
    <ChangeOutcome v-if="cuts && !weighs" :page="page" :cuts="cuts" />
    <footer v-if="cuts">
      <span class="quiet">Way back: {{ page.nameOf(page.now.value!.id) }}, exactly as it is now.</span>
      <v-btn
        :color="main ? 'primary' : undefined"
        :variant="main ? 'flat' : 'tonal'"
        size="large"
        :data-testid="main ? 'do-next' : `do-${school.id}`"
        @click="page.follow(school, next, withId)"
        >{{ weighs ? 'Play it again' : next.kind === 'step' ? 'It is on' : 'It is back' }}</v-btn
      >
    </footer>
  </article>
</template>

<style scoped>
.next {
  display: flex;
  flex-direction: column;
  min-width: 0;
}
.next.stop {
  border-color: rgb(var(--v-theme-error));
  border-left-width: 5px;
}
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
  justify-content: space-between;
  flex-wrap: wrap;
}
p {
  margin: 4px 0;
}
.does {
  font-size: 19px;
  font-weight: 700;
  line-height: 1.25;
}
.waits {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
.with {
  flex: none;
  max-width: 320px;
  margin: 8px 0 0;
}
footer {
  margin-top: auto;
  padding-top: 10px;
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  font-size: 13px;
}
</style>
