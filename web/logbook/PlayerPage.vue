<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { profileOf } from '#core/sports/sports.ts'
import { playerLogSchema } from '#contract/logbook.ts'
import FactsForm from '../player/FactsForm.vue'
import GripDrawing from '../player/GripDrawing.vue'
import ComingBackList from './ComingBackList.vue'
import EraseDialog from './EraseDialog.vue'
import FactsOverTime from './FactsOverTime.vue'
import JobStory from './JobStory.vue'
import MergePanel from './MergePanel.vue'
import PlayerLadder from './PlayerLadder.vue'
import SetupsOver from './SetupsOver.vue'
import { factLines } from '#contract/messages/facts.ts'
import { useLog } from './useLog.ts'
import { usePlayer } from './usePlayer.ts'

/** A player and everything that the shop knows: facts as they changed, frames, setups over the years, who comes back when, every job. */
const props = defineProps<{ id: string }>()
const router = useRouter()
const { log, problem, retire, look } = useLog(playerLogSchema, () => `/book/players/${encodeURIComponent(props.id)}`)
const { facts, save } = usePlayer(log, look)
const lines = computed(() => (facts.value ? factLines(facts.value) : []))
const editing = ref(false)
const erasing = ref(false)
/** The sport of the newest job: what only one sport asks is asked by it. */
const profile = computed(() => {
  const sport = log.value?.jobs[0]?.frame.sport ?? log.value?.frames[0]?.sport
  return sport ? profileOf(sport) : null
})
const minor = computed(() => (facts.value?.age ?? 99) < 18)
</script>

<template>
  <div class="pa-6 log">
    <v-alert v-if="problem" type="error" variant="tonal">{{ problem }}</v-alert>
    <template v-if="log && facts">
      <div class="d-flex align-center flex-wrap ga-3 pb-3">
        <h1 class="mb-0">{{ facts.name }}</h1>
        <span v-if="minor" class="minor">minor</span>
        <span v-if="log.retired" class="quiet">put away</span>
        <v-spacer />
        <v-btn variant="text" data-testid="edit-facts" @click="editing = !editing">{{
          editing ? 'Done' : 'Change facts'
        }}</v-btn>
        <v-btn variant="text" @click="retire(`/players/${encodeURIComponent(id)}/retire`, !log.retired)">{{
          log.retired ? 'Bring back' : 'Put away'
        }}</v-btn>
        <v-btn
          color="primary"
          variant="flat"
          :to="{ name: 'new', query: { player: id } }"
          data-testid="new-job-for-player"
          >New job</v-btn
        >
      </div>
      <section v-if="log.comingBack.length > 0" class="panel mb-4" aria-label="Coming back" data-testid="coming-back">
        <h2>Coming back</h2>
        <ComingBackList :rows="log.comingBack" @changed="look" />
      </section>
      <FactsForm v-if="editing" :facts="facts" :profile="profile" class="mb-4" @save="save" />
      <div class="cols">
        <section class="panel" aria-label="About">
          <h2>About</h2>
          <dl class="facts">
            <template v-for="line in lines" :key="line.name">
              <dt>{{ line.name }}</dt>
              <dd>{{ line.value }}</dd>
            </template>
          </dl>
          <GripDrawing v-if="facts.grip" :grip="facts.grip" :handle-cm="profile?.geometry.gripLengthCm ?? 18" />
          <p v-if="lines.length === 0" class="quiet mb-0">Nothing was asked yet.</p>
          <p v-if="minor && facts.consentOn === null" class="ask mb-0 mt-2">
            A minor: ask a parent whether these notes may be kept, and note the day.
          </p>
          <FactsOverTime :told="log.told" />
        </section>
        <section class="panel" aria-label="Frames">
          <h2>Frames</h2>
          <ul class="frames">
            <li v-for="frame in log.frames" :key="frame.id">
              <RouterLink :to="{ name: 'frame', params: { id: frame.id } }">{{ frame.label }}</RouterLink>
              <span class="quiet ml-2">{{ [profileOf(frame.sport).name, frame.unit].filter(Boolean).join(', ') }}</span>
              <v-btn
                size="small"
                variant="text"
                :to="{ name: 'new', query: { player: id, frame: frame.id } }"
                :aria-label="`New job on ${frame.label}`"
                >New job</v-btn
              >
            </li>
          </ul>
          <p v-if="log.frames.length === 0" class="quiet mb-0">No frame is written down as this player’s own.</p>
        </section>
      </div>
      <PlayerLadder :jobs="log.jobs" class="mt-4" />
      <SetupsOver v-if="log.jobs.length > 0" :jobs="log.jobs" class="mt-4" />
      <h2 class="mt-4 pt-4">What was done</h2>
      <p v-if="log.jobs.length === 0" class="quiet">No job yet.</p>
      <JobStory v-for="job in log.jobs" :key="job.id" :job="job" show-frame />
      <section class="panel mt-4 last" aria-label="This entry">
        <MergePanel :id="id" :name="facts.name" :merged="log.merged" @changed="look" />
        <v-btn variant="text" color="error" data-testid="erase-open" @click="erasing = true">Erase for good …</v-btn>
      </section>
      <EraseDialog :id="id" v-model="erasing" :name="facts.name" @erased="router.push({ name: 'people' })" />
    </template>
  </div>
</template>

<style scoped>
.log {
  max-width: 1000px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
  align-items: start;
}
.facts {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 0;
}
.facts dt {
  color: rgb(var(--v-theme-quiet));
}
.facts dd {
  margin: 0;
}
.frames {
  list-style: none;
  padding: 0;
  margin: 0;
}
.minor {
  font-weight: 700;
  font-size: 13px;
  border-radius: 3px;
  padding: 1px 8px;
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-warning));
}
.ask {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
.last {
  display: grid;
  gap: 10px;
  justify-items: start;
}
@media (max-width: 760px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
