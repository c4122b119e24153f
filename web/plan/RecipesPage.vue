<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { estimateOf } from '#core/frame/state.ts'
import type { Knob, Turned } from '#core/planning/offers/recipes.ts'
import { checkRequest } from '#core/planning/problem/request.ts'
import type { FrameNow } from '#core/targets/frameNow.ts'
import { cautionsOnNext } from '#core/targets/warnings.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { fixed, unitMark, writeDifference, writeValue } from '#core/quantities/write.ts'
import { wordsOf } from '#contract/messages/job.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { afterwardsText, RECIPE_NAMES, workText } from '#contract/messages/plan.ts'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import { usePlanRequest } from '../plan-editor/usePlanRequest.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'
import CutLines from '../plan-editor/CutLines.vue'

/** Builds that practice knows by name, without any target: one knob, and what each of them does at it, side by side. */
const job = useOpenJob()
const shop = useShop()
const router = useRouter()
const { open: request, body, limits } = usePlanRequest()
/** Where the pieces lie. */
const bench = computed(() => (job.view.job.kind === 'quick' ? 'bench' : 'plan'))
const knob = ref<Knob>('mass')
const USUAL: Record<Knob, number> = { mass: 8, swingWeight: 10 }
const MOST: Record<Knob, number> = { mass: 30, swingWeight: 40 }
const by = ref(USUAL.mass)
const turned = shallowRef<Turned[]>([])
const problem = ref('')
const busy = ref(false)
let asked = 0
async function turn(): Promise<void> {
  const mine = ++asked
  problem.value = ''
  try {
    checkRequest({ ...request.value, target: { [knob.value]: { value: 0, tolerance: 1 } } })
    busy.value = true
    const found = await planner.recipes(request.value, knob.value, by.value)
    if (mine === asked) turned.value = found
  } catch (error) {
    if (mine === asked) [problem.value, turned.value] = [wordsOf(error), []]
  } finally {
    if (mine === asked) busy.value = false
  }
}
const turnSoon = useDebounceFn(turn, 150)
watch(request, turn, { immediate: true })
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
const cards = computed(() =>
  turned.value.map(({ recipe, plan }) => ({
    id: recipe.id,
    plan,
    ...RECIPE_NAMES[recipe.id],
    cautions: cautionsOnNext(now.value, { ...now.value, state: plan.result }, job.documents.player?.facts ?? null),
    numbers: [...QUANTITIES, 'recoilWeight' as const].flatMap((q) => {
      const [was, is] = [estimateOf(job.picture.measured.state, q), estimateOf(plan.result, q)]
      return was && is
        ? [
            {
              q,
              is: writeValue(is.value, q, shop.units, job.picture.work.geometry.lengthCm),
              by: writeDifference(is.value - was.value, q, shop.units),
            },
          ]
        : []
    }),
  })),
)
function take(cuts: Turned['plan']['cuts']): void {
  job.save('plan', { ...body.value, taken: null, byHand: true, cuts, locked: [] })
  void router.push({ name: bench.value })
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
    <div class="cards" role="group" aria-label="Recipes at this amount">
      <article v-for="{ id, plan, name, says, numbers, cautions } in cards" :key="id" class="panel" :data-recipe="id">
        <header>
          <b>{{ name }}</b><span class="figure">+{{ fixed(plan.score.addedG, 1) }} g</span>
        </header>
        <p class="work">{{ workText(plan.cuts, job.picture.materials, job.picture.work, limits.minutes) }}</p>
        <p v-for="c in cautions" :key="c.id" class="caution" role="note">{{ c.words }}</p>
        <p class="quiet">{{ says }}</p>
        <p v-if="!plan.reached" class="doubt">
          {{ id === 'leather' ? 'Weighs what it weighs.' : 'Comes this near; there is no room or tape for more.' }}
        </p>
        <PlanPicture
          :cuts="plan.cuts"
          :materials="job.picture.materials"
          :work="job.picture.work"
          :label="`The frame with “${name}”`"
        />
        <CutLines :cuts="plan.cuts" :materials="job.picture.materials" :work="job.picture.work" />
        <table class="numbers">
          <tbody>
            <tr v-for="n in numbers" :key="n.q">
              <th scope="row">
                {{ QUANTITY_NAMES[n.q] }} <small class="quiet">{{ unitMark(n.q, shop.units) }}</small>
              </th>
              <td class="figure">{{ n.is }}</td>
              <td class="figure quiet">{{ n.by }}</td>
            </tr>
          </tbody>
        </table>
        <footer>
          <span class="quiet">{{ afterwardsText(plan.cuts, job.picture.materials, job.picture.work) }}</span>
          <v-btn size="small" variant="tonal" color="primary" :data-testid="`recipe-${id}`" @click="take(plan.cuts)"
            >Put it on</v-btn
          >
        </footer>
      </article>
    </div>
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
article {
  display: flex;
  flex-direction: column;
  padding: 10px 12px;
}
article header {
  display: flex;
  justify-content: space-between;
  font-size: 16px;
}
p {
  margin: 2px 0 6px;
  font-size: 13.5px;
  line-height: 1.3;
}
.work {
  font-weight: 600;
}
.caution,
.doubt {
  color: rgb(var(--v-theme-predicted));
  font-weight: 600;
}
.numbers {
  margin: 8px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  font-size: 13.5px;
}
.numbers th {
  text-align: left;
  font-weight: 400;
}
.numbers td {
  text-align: right;
  padding-left: 8px;
}
footer {
  margin-top: auto;
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  font-size: 12.5px;
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
