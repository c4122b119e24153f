<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed, onMounted, watch } from 'vue'
import { referenceState } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import { whatIsAdded } from '#core/planning/explain/added.ts'
import type { BaseFrame } from '#core/planning/problem/relaxation.ts'
import { JOB_REFERENCE } from '#contract/library.ts'
import { measuredFrames } from '../api/library.ts'
import { sameContent } from '#contract/sameContent.ts'
import { aimedAt, checkRequest, type PlanLimits } from '#core/planning/problem/request.ts'
import { leaveIt, type Plan } from '#core/planning/solve/plan.ts'
import type { AlternativeId } from '#core/planning/offers/alternatives.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { addedText } from '#contract/messages/plan.ts'
import PlanEditor from '../plan-editor/PlanEditor.vue'
import StageFrame from '../shared/StageFrame.vue'
import { usePlanRequest } from '../stores/planRequest.ts'
import { messageOf } from '#contract/messages/job.ts'
import { whatIsAddedText } from '#contract/messages/reach.ts'
import { useTarget } from '../targets/useTarget.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import DrawerNotes from './DrawerNotes.vue'
import LimitsMenu from './LimitsMenu.vue'
import PlanCards from './PlanCards.vue'
import OtherWays from './OtherWays.vue'
import PlanState from './PlanState.vue'
import PlanStrip from './PlanStrip.vue'
import TradeCurve from './TradeCurve.vue'
import ShareMenu from './ShareMenu.vue'
import ReachNotice from './ReachNotice.vue'
import { usePlanner } from './usePlanner.ts'
import WorkCurve from './WorkCurve.vue'
import WayBackMenu from './WayBackMenu.vue'
import WayBackNotice from './WayBackNotice.vue'

const job = useOpenJob()
const shop = useShop()
const planner = usePlanner()
/** Cautions on the target that still ask for a reason in writing. */
const { open: unsettled } = useTarget()
const { body, target, request, locked } = usePlanRequest()

/** Why nothing can be planned yet, or null. */
const obstacle = computed(() => {
  if (aimedAt(target.value).length === 0)
    return {
      text: 'There is no target yet. Set one, take a recipe, or put pieces on the bench by hand.',
      to: 'target',
      link: 'Target',
    }
  try {
    checkRequest(request.value)
  } catch (error) {
    return { text: messageOf(error), to: 'measure', link: 'Measure' }
  }
  if (job.drawer.every((m) => m.stock <= 0))
    return {
      text: 'The drawer is empty: there is nothing to add. Type what you have under Drawer.',
      to: 'drawer',
      link: 'Drawer',
    }
  return null
})
/** What has to go on or come off on the whole, whatever it is made of. */
const added = computed(() =>
  obstacle.value ? null : whatIsAdded(request.value.state, request.value.target, job.picture.work.geometry),
)
const asIs = computed(() => (obstacle.value ? null : leaveIt(request.value)))
/** All that a plan depends on: the same content in another order of its fields asks for no new one. */
const wanted = computed(() => ({
  target: target.value,
  limits: body.value.limits,
  locked: locked.value,
  state: job.picture.measured.state,
  materials: request.value.materials,
  condition: job.picture.condition,
}))

/** The shop's other measured frames of this sport, as this one is: to start from where this one will not do. */
async function bases(): Promise<BaseFrame[]> {
  const { condition, axisCm } = job.picture
  const frames = await measuredFrames(job.profile.id, null)
  return frames
    .filter((f) => f.id !== `${JOB_REFERENCE}${job.view.job.id}`)
    .map((f) => ({
      id: f.id,
      name: f.name,
      state: referenceState(f, { condition, axisCm }, job.profile),
      work: { ...job.picture.work, geometry: f.geometry },
    }))
    .filter((base) => aimedAt(target.value).every((q) => estimateOf(base.state, q) !== null))
}
async function work(): Promise<Plan | null> {
  if (obstacle.value) return null
  return planner.run(request.value, bases)
}
onMounted(() => void work())
watch(wanted, (now, before) => {
  if (!sameContent(now, before)) void work()
})

function take(id: AlternativeId, plan: Plan): void {
  const there = body.value.locked.filter((held) => plan.cuts.some((cut) => cut.id === held))
  job.save('plan', { ...body.value, taken: id, byHand: false, cuts: plan.cuts, locked: there })
}
/** The rest around a piece that was put down lies well already; when its proof is there, that takes its place. */
watch(
  () => planner.found.value[0],
  (best) => {
    if (!best || !job.settleRest) return
    job.settleRest = false
    take('best', best.plan)
  },
)
function takePoint(plan: Plan): void {
  job.save('plan', { ...body.value, taken: null, byHand: true, cuts: plan.cuts })
}
function goBack(cuts: Cut[]): void {
  job.save('plan', { ...body.value, taken: null, byHand: true, cuts, locked: [] })
}
function setLimits(limits: PlanLimits, held: string[] = body.value.locked): void {
  job.save('plan', { ...body.value, limits, locked: held }, { keepUsed: true })
}
async function rederive(): Promise<void> {
  const taken = body.value.taken ?? 'best'
  await work()
  const again = planner.found.value.find((a) => a.id === taken) ?? planner.found.value[0]
  if (again) take(again.id, again.plan)
}
/** What goes on, and what comes off for it. */
const change = computed(() => addedText(job.cuts, job.picture.materials, job.picture.work))
</script>

<template>
  <StageFrame stage="plan" title="Plan" :rederive="rederive">
    <template #beside>
      <span v-if="job.cuts.length > 0" class="quiet figure beside"
        >{{ change }}{{ body.byHand ? ', by hand' : '' }}</span
      >
    </template>
    <template #actions>
      <OtherWays :beside="job.cuts.length > 0" />
      <WayBackMenu @take="goBack" />
      <ShareMenu />
      <LimitsMenu :limits="body.limits" @change="setLimits" />
      <v-btn
        v-if="job.cuts.length > 0"
        :append-icon="mdiArrowRight"
        color="primary"
        variant="flat"
        :to="{ name: 'build' }"
        >Build</v-btn
      >
    </template>
    <v-alert v-if="obstacle" type="info" variant="tonal" density="compact" class="mb-2" data-testid="plan-obstacle"
      >{{ obstacle.text }} <RouterLink :to="{ name: obstacle.to }">{{ obstacle.link }}</RouterLink></v-alert
    >
    <WayBackNotice @take="goBack" />
    <v-alert v-if="unsettled.length > 0" type="warning" variant="tonal" density="compact" class="mb-2"
      >{{ unsettled[0]?.message }} <RouterLink :to="{ name: 'target' }">Settle it on the target</RouterLink></v-alert
    >
    <v-alert v-if="asIs === 'inside'" type="success" variant="tonal" density="compact" class="mb-2"
      >Every number is already inside its tolerance. Leave it.</v-alert
    >
    <v-alert v-else-if="asIs === 'cannotTell'" type="info" variant="tonal" density="compact" class="mb-2"
      >What is left is smaller than can be told apart. Leave it, or take more readings.</v-alert
    >
    <v-alert v-if="planner.problem.value" type="error" variant="tonal" density="compact" class="mb-2">{{
      planner.problem.value
    }}</v-alert>
    <div v-if="!obstacle" class="news">
      <p v-if="added && !asIs" :class="['mb-0', { quiet: !added.impossible }]" data-testid="added">
        {{ whatIsAddedText(added, job.picture.work.geometry, shop.units) }}
      </p>
      <PlanState :planner="planner" />
    </div>
    <DrawerNotes />
    <ReachNotice
      v-if="planner.relaxations.value"
      :relaxations="planner.relaxations.value"
      :binding="planner.binding.value"
      :ranges="planner.ranges.value"
      :nearest="planner.found.value[0]?.plan ?? null"
    />
    <PlanStrip v-if="!obstacle" :planner="planner" :taken="body.byHand ? null : body.taken" @take="take" />
    <PlanEditor />
    <PlanCards v-if="!obstacle" :planner="planner" :taken="body.byHand ? null : body.taken" @take="take" />
    <!-- What is found last stands last: nothing that is there already moves for it. -->
    <TradeCurve v-if="planner.curve.value.length > 1" :points="planner.curve.value" @take="takePoint" />
    <WorkCurve v-if="planner.workCurve.value.length > 1" :points="planner.workCurve.value" @take="takePoint" />
  </StageFrame>
</template>

<style scoped>
/* Two short lines rather than a row of its own for the last button. */
.beside {
  flex: 99 1 120px;
  line-height: 1.25;
}
.news {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 2px 12px;
  margin-bottom: 6px;
}
.news p {
  flex: 1 1 320px;
}
</style>
