<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import { fixed } from '#core/quantities/write.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { squadPageSchema, type SquadPage } from '#contract/squad.ts'
import { call, problemText } from '../api/client.ts'
import { useChoices } from '../shared/useChoices.ts'
import { PARENTS_NOTE, parentLines } from '#contract/messages/parents.ts'
import { bandText, squadBeds, seasonOf, standingText } from './squad.ts'

/** A squad: everybody's frames against age, class and ceiling, what the season brings, and a page for parents. */
const props = defineProps<{ id: string }>()
const page = shallowRef<SquadPage | null>(null)
const problem = ref('')
const adding = ref<string | null>(null)
const forParents = ref(false)
const today = dayHere(new Date().toISOString())
const { typed, choices } = useChoices(() => '/players?', 'Somebody')
const others = computed(() => choices.value.filter((c) => !page.value?.members.some((m) => m.id === c.id)))
const at = () => `/squads/${encodeURIComponent(props.id)}`
async function ask(method: 'GET' | 'POST', path: string, body?: unknown): Promise<void> {
  try {
    page.value = await call(squadPageSchema, method, path, body)
    problem.value = ''
  } catch (error) {
    problem.value = problemText(error)
  }
}
onMounted(() => ask('GET', at()))
async function add(): Promise<void> {
  const player = adding.value
  adding.value = null
  if (player) await ask('POST', `${at()}/members`, { player })
}
const rows = computed(() =>
  (page.value?.members ?? []).flatMap((member) =>
    (member.frames.length > 0 ? member.frames : [null]).map((frame, i) => ({
      member,
      frame,
      first: i === 0,
      says: frame ? standingText(frame) : { text: 'no frame by name', heavy: false },
    })),
  ),
)
const season = computed(() => (page.value ? seasonOf(page.value, today) : []))
const beds = computed(() => (page.value ? squadBeds(page.value) : []))
const heavy = computed(() => new Set(rows.value.filter((r) => r.says.heavy).map((r) => r.member.id)).size)
const print = () => globalThis.print()
</script>

<template>
  <div class="pa-6 squad">
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-3">{{ problem }}</v-alert>
    <template v-if="page">
      <div class="d-flex align-center flex-wrap ga-3 pb-3">
        <h1 class="mb-0">{{ page.squad.name }}</h1>
        <span class="quiet"
          >{{ page.members.length }} {{ page.members.length === 1 ? 'player' : 'players'
          }}{{ heavy > 0 ? `, ${heavy} with a frame to look at` : '' }}</span
        >
        <v-spacer />
        <v-btn variant="text" class="no-print" data-testid="for-parents" @click="forParents = !forParents">{{
          forParents ? 'The table' : 'For parents'
        }}</v-btn>
        <v-btn
          v-if="forParents"
          variant="text"
          class="no-print"
          :href="`/api/squads/${encodeURIComponent(id)}/parents.pdf`"
          target="_blank"
          data-testid="parents-pdf"
          >PDF, a page each</v-btn
        >
        <v-btn variant="text" class="no-print" @click="print">Print</v-btn>
      </div>
      <div class="d-flex ga-3 align-center mb-3 no-print add">
        <v-autocomplete
          v-model="adding"
          v-model:search="typed"
          :items="others"
          item-title="name"
          item-value="id"
          no-filter
          label="Who comes in"
          data-testid="squad-who"
        />
        <v-btn variant="tonal" :disabled="!adding" data-testid="squad-in" @click="add">Add</v-btn>
      </div>
      <p v-if="page.members.length === 0" class="quiet">
        Nobody is in it yet. Add players; their frames, as they stand, come with them.
      </p>
      <section v-else-if="forParents" class="parents" data-testid="parents">
        <article v-for="member in page.members" :key="member.id" class="panel">
          <h2>{{ member.name }}</h2>
          <p v-for="line in parentLines(member)" :key="line">{{ line }}</p>
        </article>
        <p class="quiet">{{ PARENTS_NOTE }}</p>
      </section>
      <template v-else>
        <div class="panel scroll">
          <table class="plain" :aria-label="page.squad.name">
            <thead>
              <tr>
                <th scope="col">Player</th>
                <th scope="col">Age</th>
                <th scope="col">Frame</th>
                <th scope="col" class="wide">Bare, g</th>
                <th scope="col" class="wide">Swing, bare</th>
                <th scope="col" class="wide">Usual</th>
                <th scope="col">Stands</th>
                <th scope="col" class="wide">Next class</th>
                <th scope="col" class="no-print"><span class="d-sr-only">Take out</span></th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="{ member, frame, first, says } in rows"
                :key="`${member.id} ${frame?.id}`"
                :data-member="member.id"
              >
                <td>
                  <RouterLink v-if="first" :to="{ name: 'person', params: { id: member.id } }">{{
                    member.name
                  }}</RouterLink>
                </td>
                <td class="figure">{{ first ? (member.age ?? '–') : '' }}</td>
                <td>
                  <RouterLink v-if="frame" :to="{ name: 'frame', params: { id: frame.id } }">{{
                    frame.label
                  }}</RouterLink>
                </td>
                <td class="figure wide">
                  {{ frame?.standing?.bareMassG != null ? fixed(frame.standing.bareMassG, 0) : '' }}
                </td>
                <td class="figure wide">
                  {{ frame?.standing?.bareSwingKgCm2 != null ? fixed(frame.standing.bareSwingKgCm2, 0) : '' }}
                </td>
                <td class="figure wide">{{ frame?.standing ? bandText(frame.standing) : '' }}</td>
                <td :class="{ heavy: says.heavy }">
                  {{ says.text }}
                  <small v-for="words in frame?.standing?.messages ?? []" :key="words" class="quiet why">{{
                    words
                  }}</small>
                </td>
                <td class="figure wide">{{ first ? (member.nextClassOn ?? '') : '' }}</td>
                <td class="no-print text-right">
                  <v-btn
                    v-if="first"
                    size="small"
                    variant="text"
                    @click="ask('POST', `${at()}/members/${encodeURIComponent(member.id)}/remove`, {})"
                    >Take out</v-btn
                  >
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div class="cols mt-4">
          <section class="panel" aria-label="The season" data-testid="season">
            <h2>The next twelve months</h2>
            <dl v-if="season.length > 0">
              <template v-for="(step, i) in season" :key="i">
                <dt class="figure" :class="{ heavy: step.day < today }">{{ step.day }}</dt>
                <dd>{{ step.name }}: {{ step.what }}</dd>
              </template>
            </dl>
            <p v-else class="quiet mb-0">Nothing is due. A birth to the day gives the next class by age.</p>
          </section>
          <section class="panel" aria-label="To string all once">
            <h2>To string all once</h2>
            <ul v-if="beds.length > 0">
              <li v-for="b in beds" :key="b.strings">{{ b.beds }} × {{ b.strings }}</li>
            </ul>
            <p v-else class="quiet mb-0">No strings are noted on their tickets.</p>
          </section>
          <section class="panel" aria-label="For their open plans" data-testid="squad-needs">
            <h2>For their open plans</h2>
            <ul v-if="page.needs.length > 0">
              <li v-for="n in page.needs" :key="n.id" :class="{ heavy: n.need > n.left }">
                {{ n.name }}: {{ fixed(n.need, 1) }} {{ n.counted }}
                <small class="quiet">{{
                  n.need > n.left ? `only ${fixed(n.left, 1)} left` : `${fixed(n.left, 1)} in the drawer`
                }}</small>
              </li>
            </ul>
            <p v-else class="quiet mb-0">No plan is waiting to be laid.</p>
          </section>
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.squad {
  max-width: 1100px;
  margin: 0 auto;
}
.add {
  max-width: 520px;
}
.scroll {
  overflow-x: auto;
  /* What only a screen reader hears stays inside. */
  position: relative;
}
@media (max-width: 600px) {
  .wide {
    display: none;
  }
}
.heavy {
  color: rgb(var(--v-theme-warning));
  font-weight: 700;
}
.why {
  display: block;
  font-weight: 400;
}
.cols {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
  gap: 12px;
  align-items: start;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 14px;
  margin: 0;
}
.parents {
  display: grid;
  gap: 10px;
}
@media print {
  .no-print {
    display: none !important;
  }
}
</style>
