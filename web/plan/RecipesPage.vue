<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Cut } from '#core/cuts/cut.ts'
import type { OwnRecipe } from '#core/planning/offers/ownRecipes.ts'
import type { Knob } from '#core/planning/offers/recipes.ts'
import { checkRequest } from '#core/planning/problem/request.ts'
import type { FrameNow } from '#core/targets/frameNow.ts'
import { messageOf } from '#contract/messages/job.ts'
import type { AllTurned } from '#planner/protocol.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'
import KeepRecipe from './KeepRecipe.vue'
import RecipeCard from './RecipeCard.vue'
import { recipeCards } from './recipeCards.ts'

/** Builds that practice knows by name, and the shop's own, without any target: one knob, and what each of them does at it, side by side. */
const job = useOpenJob()
const shop = useShop()
const router = useRouter()
const { open: request, body } = usePlanRequest()
/** Where the pieces lie. */
const bench = computed(() => (job.view.job.kind === 'quick' ? 'bench' : 'plan'))
const knob = ref<Knob>('mass')
const USUAL: Record<Knob, number> = { mass: 8, swingWeight: 10 }
const MOST: Record<Knob, number> = { mass: 30, swingWeight: 40 }
const by = ref(USUAL.mass)
const own = computed(() => shop.overview?.shop.ownRecipes ?? [])
const turned = shallowRef<AllTurned>({ known: [], own: [] })
const problem = ref('')
const busy = ref(false)
let asked = 0
async function turn(): Promise<void> {
  const mine = ++asked
  problem.value = ''
  try {
    checkRequest({ ...request.value, target: { [knob.value]: { value: 0, tolerance: 1 } } })
    busy.value = true
    const found = await planner.recipes(request.value, knob.value, by.value, own.value)
    if (mine === asked) turned.value = found
  } catch (error) {
    if (mine === asked) [problem.value, turned.value] = [messageOf(error), { known: [], own: [] }]
  } finally {
    if (mine === asked) busy.value = false
  }
}
const turnSoon = useDebounceFn(turn, 150)
watch([request, own], turn, { immediate: true })
watch(by, turnSoon)
watch(knob, (now) => {
  by.value = USUAL[now]
  void turn()
})
/** The frame at hand: what a recipe makes of it is judged by the player's age and class. */
const now = computed<FrameNow>(() => ({
  state: job.picture.measured.state,
  condition: job.picture.condition,
  geometry: job.view.frame.geometry,
  profile: job.profile,
}))
const cards = computed(() => recipeCards(turned.value, job.picture.materials))
function take(cuts: readonly Cut[]): void {
  job.save('plan', { ...body.value, taken: null, byHand: true, cuts: [...cuts], locked: [] })
  void router.push({ name: bench.value })
}
const forgotten = shallowRef<OwnRecipe | null>(null)
function keep(recipe: OwnRecipe): void {
  forgotten.value = null
  shop.saveShop({ ownRecipes: [...own.value, recipe] })
}
function forget(id: string): void {
  forgotten.value = own.value.find((r) => r.id === id) ?? null
  shop.saveShop({ ownRecipes: own.value.filter((r) => r.id !== id) })
}
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: bench }" :prepend-icon="mdiArrowLeft" variant="text">{{
        bench === 'plan' ? 'Plan' : 'Quick bench'
      }}</v-btn>
      <h1>Recipes</h1>
    </header>
    <section class="panel knob mb-3" aria-label="How much">
      <v-btn-toggle v-model="knob" mandatory density="compact" role="group" aria-label="Turned by">
        <v-btn size="small" value="mass">Grams</v-btn>
        <v-btn size="small" value="swingWeight" data-testid="knob-swing">Swing weight</v-btn>
      </v-btn-toggle>
      <v-slider
        v-model="by"
        :min="1"
        :max="MOST[knob]"
        :step="0.5"
        color="primary"
        hide-details
        :aria-label="knob === 'mass' ? 'Grams added' : 'Swing weight added'"
        data-testid="knob"
      />
      <PlainNumber
        :model-value="by"
        :label="knob === 'mass' ? 'Added' : 'Swing weight up by'"
        :suffix="knob === 'mass' ? 'g' : 'kg·cm²'"
        :min="0.5"
        :max="MOST[knob]"
        data-testid="knob-by"
        @update:model-value="(v) => v !== null && (by = v)"
      />
      <span class="quiet" role="status">{{ busy ? 'working…' : '' }}</span>
    </section>
    <v-alert v-if="problem" type="info" variant="tonal" density="compact"
      >{{ problem }} <RouterLink :to="{ name: bench === 'plan' ? 'measure' : 'bench' }">Measure</RouterLink></v-alert
    >
    <p v-if="forgotten" role="status">
      “{{ forgotten.name }}” is forgotten.
      <v-btn size="small" variant="text" data-testid="unforget" @click="keep(forgotten)">Put it back</v-btn>
    </p>
    <div class="cards" role="group" aria-label="Recipes at this amount">
      <RecipeCard
        v-for="card in cards"
        :key="card.id"
        :card="card"
        :now="now"
        @take="take(card.plan.cuts)"
        @forget="forget(card.id)"
      />
    </div>
    <KeepRecipe @keep="keep" />
  </div>
</template>

<style scoped>
.knob {
  display: grid;
  grid-template-columns: auto 1fr 150px 80px;
  gap: 16px;
  align-items: center;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: 10px;
}
@media (max-width: 700px) {
  .knob {
    grid-template-columns: 1fr 1fr;
  }
  .knob > :deep(*) {
    grid-column: 1 / -1;
  }
}
</style>
