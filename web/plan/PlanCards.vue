<script setup lang="ts">
import { computed } from 'vue'
import type { AlternativeId } from '#core/planning/offers/alternatives.ts'
import { costOf } from '#core/cuts/cut.ts'
import { hitChange, usualImpact } from '#core/impact/hitChange.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import type { Chance } from '#core/planning/explain/chance.ts'
import { doubtOf } from '#core/planning/explain/doubt.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import { fixed, writeDifference } from '#core/quantities/write.ts'
import { hitTexts } from '#contract/messages/effects.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { afterwardsText, changeText, doubtText, workText } from '#contract/messages/plan.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import { ALTERNATIVES, alsoText, leftOutLines } from '#contract/messages/job.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import CutLines from '../plan-editor/CutLines.vue'
import type { usePlanner } from './usePlanner.ts'

const props = defineProps<{ planner: ReturnType<typeof usePlanner>; taken: AlternativeId | null }>()
defineEmits<{ take: [id: AlternativeId, plan: Plan] }>()
const job = useOpenJob()
const shop = useShop()
const { limits } = usePlanRequest()
const cards = computed(() => props.planner.ways.value)
const leftOut = computed(() => leftOutLines(props.planner.leftOut.value))
/** What it costs, where every price is known. */
function cost(plan: Plan): string {
  const costs = plan.cuts.map((cut) => {
    const material = job.picture.materials.find((m) => m.id === cut.materialId)
    return material ? costOf(cut, material, job.picture.work) : null
  })
  const sum = costs.every((c) => c !== null) ? costs.reduce((total, c) => total + c, 0) : null
  return sum === null || sum === 0 ? '' : `costs ${fixed(sum, 2)}`
}
/** What would raise a low chance. */
function doubt(plan: Plan, chance: Chance): string {
  const { geometry } = job.picture.work
  const { state } = job.picture.measured
  const found = doubtOf(state, piecesOfAll(plan.cuts, job.picture.materials, job.picture.work), chance, geometry)
  return found ? doubtText(found) : ''
}
/** A way that lands less often than this is said to before anything else of it. */
const LIKELY = 0.8
/** What ball and hand will find, stroke as usual for the sport. */
function felt(plan: Plan): string[] {
  const { geometry } = job.picture.work
  const change = hitChange(job.picture.measured.state, plan.result, geometry, usualImpact(job.profile.impact))
  return change ? hitTexts(change) : []
}
</script>

<template>
  <section class="mt-3" aria-label="Ways to reach the target">
    <h2>Ways to reach it</h2>
    <div class="cards">
      <article
        v-for="{ id, plan, chance, apartFrom } in cards"
        :key="id"
        class="panel card"
        :class="{ taken: id === taken }"
        :data-alternative="id"
      >
        <header>
          <b>{{ ALTERNATIVES[id].name }}</b>
          <span class="figure mass">+{{ fixed(plan.score.addedG, 1) }} g</span>
        </header>
        <p class="work" data-testid="work">
          {{ workText(plan.cuts, job.picture.materials, job.picture.work, limits.minutes) }}
        </p>
        <p v-if="plan.reached && chance.all < LIKELY" class="doubt" data-testid="unlikely">
          Lands in {{ fixed(100 * chance.all, 0) }} of 100 builds. {{ doubt(plan, chance) }}
        </p>
        <p class="quiet">
          {{ ALTERNATIVES[id].description }} {{ alsoText(id, planner.leftOut.value) }}
          <template v-if="apartFrom"
            >Apart from “{{ ALTERNATIVES[apartFrom].name }}”: at most 65 % of its mass at each place.</template
          >
        </p>
        <PlanPicture
          :cuts="plan.cuts"
          :materials="job.picture.materials"
          :work="job.picture.work"
          :label="`The frame with the pieces of “${ALTERNATIVES[id].name}”`"
        />
        <CutLines :cuts="plan.cuts" :materials="job.picture.materials" :work="job.picture.work" />
        <p v-if="plan.cuts.length === 0" class="quiet">Nothing to add.</p>
        <ul class="off">
          <li v-for="landing in plan.deviations" :key="landing.quantity" :class="{ out: !landing.inside }">
            <span>{{ QUANTITY_NAMES[landing.quantity] }}</span><span class="figure">{{
              writeDifference(landing.off, landing.quantity, shop.units)
            }}</span>
          </li>
        </ul>
        <div class="chance" :title="`${chance.draws} builds drawn from the readings and from handwork`">
          <span>Lands in all</span>
          <span class="bar" aria-hidden="true"><span :style="{ width: `${100 * chance.all}%` }" /></span>
          <b class="figure" data-testid="chance">{{ fixed(100 * chance.all, 0) }} %</b>
        </div>
        <p class="quiet each">
          {{
            plan.deviations
              .map((l) => `${QUANTITY_NAMES[l.quantity]} ${fixed(100 * (chance.each[l.quantity] ?? 0), 0)} %`)
              .join(' · ')
          }}
        </p>
        <p class="quiet each">
          {{ changeText(job.picture.measured.state, plan.result, job.picture.work, shop.units) }}
        </p>
        <p class="quiet each">
          {{
            [afterwardsText(plan.cuts, job.picture.materials, job.picture.work), cost(plan), ...felt(plan)]
              .filter(Boolean)
              .join(' · ')
          }}
        </p>
        <footer>
          <span class="proof" :class="{ yes: plan.proven }">{{
            plan.proven ? 'proven best' : planner.state.value === 'working' ? 'good, being proven' : 'good, not proven'
          }}</span>
          <v-btn
            size="small"
            :variant="id === taken ? 'flat' : 'tonal'"
            color="primary"
            :data-testid="`take-${id}`"
            @click="$emit('take', id, plan)"
            >{{ id === taken ? 'Taken' : 'Take' }}</v-btn
          >
        </footer>
      </article>
    </div>
    <dl v-if="leftOut.length > 0" class="quiet left mt-2" aria-label="Ways that are left out">
      <template v-for="line in leftOut" :key="line.why">
        <dt>{{ line.why }}</dt>
        <dd>{{ line.ways }}</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(252px, 1fr));
  gap: 10px;
}
.card {
  display: flex;
  flex-direction: column;
  padding: 10px 12px;
}
.card.taken {
  border: 2px solid rgb(var(--v-theme-primary));
  padding: 9px 11px;
}
header {
  display: flex;
  justify-content: space-between;
  font-size: 16px;
}
.work {
  font-weight: 600;
}
p.doubt {
  color: rgb(var(--v-theme-predicted));
  font-weight: 600;
}
.mass {
  font-weight: 700;
}
p {
  margin: 2px 0 6px;
  font-size: 13.5px;
  line-height: 1.3;
}
.off {
  list-style: none;
  margin: 8px 0;
  padding: 6px 0 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  font-size: 13.5px;
}
.off li {
  display: flex;
  justify-content: space-between;
}
.off .out {
  color: rgb(var(--v-theme-predicted));
  font-weight: 700;
}
.chance {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 8px;
  align-items: center;
  font-size: 13.5px;
}
.bar {
  height: 9px;
  border: 1px solid rgb(var(--v-theme-predicted));
  border-radius: 2px;
}
.bar span {
  display: block;
  height: 100%;
  background: rgb(var(--v-theme-predicted));
}
.each {
  font-size: 12.5px;
  margin: 3px 0;
}
footer {
  margin-top: auto;
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.proof {
  font-size: 13px;
  color: rgb(var(--v-theme-quiet));
}
.proof.yes {
  color: rgb(var(--v-theme-target));
  font-weight: 650;
}
.left {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 2px 10px;
  font-size: 13px;
}
.left dd {
  margin: 0;
}
</style>
