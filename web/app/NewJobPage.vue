<script setup lang="ts">
import { toReactive } from '@vueuse/core'
import { computed, onMounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { SPORTS, type SportId, profileOf, PROFILES } from '#core/sports/sports.ts'
import type { NamedChoice } from '#contract/entities.ts'
import { frameLogSchema, playerLogSchema } from '#contract/logbook.ts'
import { ApiProblem, call, problemText, tell } from '../api/client.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import DueField from '../shared/DueField.vue'
import QuantityField from '../shared/QuantityField.vue'
import { useShop } from '../stores/shop.ts'
import { useBegun } from '../browser/settings.ts'
import { useChoices } from '../shared/useChoices.ts'
import { emptyJob, geometryOf, NO_PROBLEMS, newJobRequest, shaped, wrongWithJob, type JobForm } from './newJob.ts'

const shop = useShop()
const router = useRouter()
const route = useRoute()
const begun = useBegun('kevro-new-job', emptyJob())
const form = toReactive<JobForm>(begun)
const problems = reactive({ ...NO_PROBLEMS })
const busy = ref(false)

onMounted(() => {
  shop.unitsFor('')
  // Until the form holds what the book sent, nothing is made of it.
  busy.value = Boolean(route.query.player ?? route.query.frame)
  return Promise.all([shop.load(), takeFromBook()])
    .catch((error: unknown) => (problems.all = problemText(error)))
    .finally(() => (busy.value = false))
})
/** Typed with a new frame. */
const SIZES = [
  ['lengthCm', 'Length'],
  ['headLengthCm', 'Head length'],
  ['headWidthCm', 'Head width'],
] as const
const profile = computed(() => profileOf(form.sport))
function takeOutline(name: string): void {
  Object.assign(form, shaped(form.sport, name))
}
function takeSport(sport: SportId): void {
  form.sport = sport
  form.frameId = null
  takeOutline(profile.value.outlines[0].name)
}
const player = useChoices(() => '/players?', 'New player')
const frame = useChoices(
  () => `/frames?sport=${form.sport}&player=${encodeURIComponent(form.playerId ?? '')}&`,
  'New frame',
)
const NEW: { name: string; id: string | null } = { name: '', id: null }
/** Whom or what the book sent here: they stand in the form, and among what can be chosen, from the start. */
const sent = reactive<{ player: NamedChoice | null; frame: NamedChoice | null }>({ player: null, frame: null })
/** The setup that the frame is to go back to, where the book sent one with it. */
const back = ref<{ frameId: string; jobId: string; number: number; at: string } | null>(null)
const goesBack = computed(() => (back.value && back.value.frameId === form.frameId ? back.value : null))
async function takeFromBook(): Promise<void> {
  const { player: playerId, frame: frameId } = route.query
  if (typeof frameId === 'string') {
    const {
      frame: found,
      owner,
      earlier,
    } = await call(frameLogSchema, 'GET', `/book/frames/${encodeURIComponent(frameId)}`)
    takeSport(found.sport)
    form.frameId = found.id
    sent.frame = { id: found.id, name: found.label }
    const setup = earlier.find((e) => e.jobId === route.query.back)
    back.value = setup ? { frameId: found.id, jobId: setup.jobId, number: setup.number, at: setup.at } : null
    if (owner && typeof playerId !== 'string') {
      form.playerId = owner.id
      sent.player = owner
    }
  }
  if (typeof playerId === 'string') {
    const { player: found } = await call(playerLogSchema, 'GET', `/book/players/${encodeURIComponent(playerId)}`)
    form.playerId = found.id
    sent.player = { id: found.id, name: found.facts.name }
  }
}
const withSent = (found: NamedChoice[], first: NamedChoice | null) =>
  first && !found.some((c) => c.id === first.id) ? [first, ...found] : found
const players = computed(() => [{ ...NEW, name: 'New player' }, ...withSent(player.choices.value, sent.player)])
const frames = computed(() => [{ ...NEW, name: 'New frame' }, ...withSent(frame.choices.value, sent.frame)])

async function create(): Promise<void> {
  Object.assign(problems, wrongWithJob(form))
  if (Object.values(problems).some(Boolean)) return
  busy.value = true
  const id = crypto.randomUUID()
  try {
    await tell('POST', '/jobs', newJobRequest(form, id, goesBack.value?.jobId ?? null))
    const { playerId } = form
    begun.value = emptyJob()
    await router.push({ name: playerId ? 'measure' : 'player', params: { id } })
  } catch (error) {
    if (error instanceof ApiProblem && error.error.path.startsWith('frame')) problems.frame = problemText(error)
    else problems.all = problemText(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="pa-6 new" @submit.prevent="create">
    <h1 class="pb-4">New job</h1>
    <div class="cols">
      <section class="panel">
        <h2>Player</h2>
        <v-autocomplete
          v-model="form.playerId"
          v-model:search="player.typed.value"
          :items="players"
          item-title="name"
          item-value="id"
          no-filter
          label="Player"
          class="mb-3"
        />
        <v-text-field
          v-if="!form.playerId"
          v-model="form.playerName"
          label="Name"
          :error-messages="problems.player"
          data-testid="player-name"
        />
        <h2 class="pt-5">Ticket</h2>
        <DueField
          :model-value="{ due: form.due, dueAt: form.dueAt }"
          class="mb-3"
          @update:model-value="(change) => Object.assign(form, change)"
        />
        <v-text-field
          v-model="form.strings"
          label="Strings and tension"
          placeholder="polyester 1.25, 23 kg"
          :error-messages="problems.strings"
        />
        <p v-if="goesBack" class="mt-3 mb-0" data-testid="goes-back">
          To go back to its setup of job {{ goesBack.number }}, {{ goesBack.at.slice(0, 10) }}.
        </p>
      </section>
      <section class="panel">
        <h2>Frame</h2>
        <v-btn-toggle
          role="group"
          :model-value="form.sport"
          mandatory
          aria-label="Sport"
          class="mb-3"
          @update:model-value="takeSport"
        >
          <v-btn v-for="s in SPORTS" :key="s" :value="s" :data-testid="`sport-${s}`">{{ PROFILES[s].name }}</v-btn>
        </v-btn-toggle>
        <v-autocomplete
          v-model="form.frameId"
          v-model:search="frame.typed.value"
          :items="frames"
          item-title="name"
          item-value="id"
          no-filter
          label="Frame"
          class="mb-3"
        />
        <template v-if="!form.frameId">
          <v-text-field
            v-model="form.label"
            label="Maker and model"
            :error-messages="problems.frame"
            class="mb-3"
            data-testid="frame-label"
          />
          <v-text-field
            v-model="form.unit"
            label="Grip size, serial number"
            :error-messages="problems.unit"
            class="mb-3"
          />
          <v-select
            :model-value="form.outline"
            :items="profile.outlines.map((o) => o.name)"
            label="Shape to start from"
            class="mb-3"
            @update:model-value="takeOutline"
          />
          <div class="sizes">
            <QuantityField
              v-for="[size, label] in SIZES"
              :key="size"
              quantity="length"
              :label="label"
              :keep="`new-${size}`"
              :length-cm="form.lengthCm"
              :model-value="form[size]"
              :check="(v) => wrongGeometry({ ...geometryOf(form), [size]: v })"
              @commit="(v) => (form[size] = v)"
            />
          </div>
          <p class="quiet mt-2 mb-0">
            Outside, tip to throat bridge and side to side. Places on the hoop are worked out from these.
          </p>
        </template>
      </section>
    </div>
    <v-alert v-if="problems.all" type="error" variant="tonal" class="mt-4">{{ problems.all }}</v-alert>
    <div class="mt-4 d-flex">
      <v-spacer /><v-btn
        type="submit"
        size="large"
        color="primary"
        variant="flat"
        :loading="busy"
        data-testid="create-job"
        >Put it on the bench</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.new {
  max-width: 1000px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1.35fr;
  gap: 16px;
}
.sizes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(124px, 1fr));
  gap: 12px;
}
@media (max-width: 760px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
