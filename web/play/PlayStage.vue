<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import { PLAY_ASPECTS, type PlaySession } from '#core/job/documents.ts'
import StageFrame from '../shared/StageFrame.vue'
import { useOpenJob } from '../stores/openJob.ts'

const job = useOpenJob()
const sessions = computed(() => job.documents.play?.sessions ?? [])
const RATES = [
  [-2, '−−'],
  [-1, '−'],
  [0, '='],
  [1, '+'],
  [2, '++'],
] as const
const RATE_WORDS: Record<number, string> = {
  [-2]: 'much worse',
  [-1]: 'worse',
  0: 'the same',
  1: 'better',
  2: 'much better',
}

function add(): void {
  const session: PlaySession = {
    id: crypto.randomUUID(),
    on: new Date().toISOString().slice(0, 10),
    minutes: null,
    ratings: {},
    late: null,
    tired: null,
    pain: null,
    painWhere: '',
    strings: job.view.job.ticket.strings,
    note: '',
    decision: null,
  }
  job.save('play', { sessions: [session, ...sessions.value] })
}
function change(id: string, part: Partial<PlaySession>): void {
  job.save('play', { sessions: sessions.value.map((s) => (s.id === id ? { ...s, ...part } : s)) }, { keepUsed: true })
}
function rate(session: PlaySession, aspect: (typeof PLAY_ASPECTS)[number], value: number | undefined): void {
  const { [aspect]: _held, ...others } = session.ratings
  change(session.id, { ratings: value === undefined ? others : { ...others, [aspect]: value } })
}
function minutes(session: PlaySession, text: string): void {
  const value = text.trim() === '' ? null : Number(text)
  if (value === null || (Number.isFinite(value) && value >= 0 && value <= 1000)) change(session.id, { minutes: value })
}
</script>

<template>
  <StageFrame stage="play" title="Play" :rederive="() => job.save('play', { sessions })">
    <template #beside><span class="quiet">each against the setup before</span></template>
    <template #actions
      ><v-btn
        :prepend-icon="mdiPlus"
        color="primary"
        :variant="sessions.length ? 'tonal' : 'flat'"
        data-testid="add-session"
        @click="add"
        >Session</v-btn
      ></template
    >
    <p v-if="sessions.length === 0" class="panel">
      No session yet. Note the first one while it is fresh: what is steadier, what is slower, and whether to keep it.
    </p>
    <section v-for="session in sessions" :key="session.id" class="panel mb-3 session">
      <div class="top">
        <v-text-field
          type="date"
          :model-value="session.on"
          label="On"
          @change="(e: Event) => change(session.id, { on: (e.target as HTMLInputElement).value })"
        />
        <v-text-field
          :model-value="session.minutes ?? ''"
          label="Minutes"
          inputmode="numeric"
          @change="(e: Event) => minutes(session, (e.target as HTMLInputElement).value)"
        />
        <v-text-field
          :model-value="session.strings"
          label="Strings and tension"
          @change="(e: Event) => change(session.id, { strings: (e.target as HTMLInputElement).value })"
        />
      </div>
      <div class="aspects">
        <div v-for="aspect in PLAY_ASPECTS" :key="aspect" class="aspect">
          <span :id="`${session.id}-${aspect}`">{{ aspect }}</span>
          <v-btn-toggle
            role="group"
            :model-value="session.ratings[aspect]"
            :aria-labelledby="`${session.id}-${aspect}`"
            @update:model-value="(v: number | undefined) => rate(session, aspect, v)"
          >
            <v-btn
              v-for="[value, sign] in RATES"
              :key="value"
              :value="value"
              size="small"
              min-width="36"
              :aria-label="RATE_WORDS[value]"
              class="figure"
              >{{ sign }}</v-btn
            >
          </v-btn-toggle>
        </div>
      </div>
      <div class="asks">
        <div>
          <span>Late</span
          ><v-btn-toggle
            role="group"
            :model-value="session.late"
            aria-label="Late"
            @update:model-value="(late) => change(session.id, { late: late ?? null })"
            ><v-btn value="less">Less</v-btn><v-btn value="same">Same</v-btn
            ><v-btn value="more">More</v-btn></v-btn-toggle
          >
        </div>
        <div>
          <span>Tired</span
          ><v-btn-toggle
            role="group"
            :model-value="session.tired"
            aria-label="Tired"
            @update:model-value="(tired) => change(session.id, { tired: tired ?? null })"
            ><v-btn value="less">Less</v-btn><v-btn value="same">Same</v-btn
            ><v-btn value="more">More</v-btn></v-btn-toggle
          >
        </div>
        <div>
          <span>Pain</span
          ><v-btn-toggle
            role="group"
            :model-value="session.pain"
            aria-label="Pain"
            @update:model-value="(pain) => change(session.id, { pain: pain ?? null })"
            ><v-btn value="none">None</v-btn><v-btn value="yes">Yes</v-btn></v-btn-toggle
          >
        </div>
      </div>
      <template v-if="session.pain === 'yes'">
        <v-alert type="warning" variant="tonal" density="compact" class="mb-2"
          >Stop with this setup. Kevro gives no medical advice: see a doctor or physiotherapist before playing
          on.</v-alert
        >
        <v-text-field
          :model-value="session.painWhere"
          label="Where"
          class="mb-2"
          @change="(e: Event) => change(session.id, { painWhere: (e.target as HTMLInputElement).value })"
        />
      </template>
      <v-textarea
        :model-value="session.note"
        label="Note"
        rows="2"
        data-testid="play-note"
        @change="(e: Event) => change(session.id, { note: (e.target as HTMLTextAreaElement).value })"
      />
      <div class="d-flex align-center ga-3 mt-3">
        <b>So:</b>
        <v-btn-toggle
          role="group"
          :model-value="session.decision"
          aria-label="Decision"
          @update:model-value="(decision) => change(session.id, { decision: decision ?? null })"
          ><v-btn value="keep">Keep it</v-btn><v-btn value="step back">One step back</v-btn
          ><v-btn value="go on">Go on</v-btn></v-btn-toggle
        >
      </div>
    </section>
  </StageFrame>
</template>

<style scoped>
.top {
  display: grid;
  grid-template-columns: 170px 120px 1fr;
  gap: 12px;
}
.aspects {
  display: grid;
  grid-template-columns: repeat(2, 1fr);
  gap: 5px 26px;
  margin: 12px 0;
}
.aspect {
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
}
.aspect > span::first-letter {
  text-transform: uppercase;
}
.asks {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 22px;
  margin-bottom: 12px;
}
.asks > div {
  display: flex;
  align-items: center;
  gap: 8px;
}
@media (max-width: 760px) {
  .aspects,
  .top {
    grid-template-columns: 1fr;
  }
}
</style>
