<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { referenceState } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { instrumentsOf, sharedVariance } from '#core/measure/instruments.ts'
import type { IntoModel, Likeness } from '#core/planning/offers/intoModel.ts'
import { checkRequest } from '#core/planning/problem/request.ts'
import { fixed, writeDifference, writeQuantity } from '#core/quantities/write.ts'
import { QUANTITY_NAMES, axisText } from '#contract/messages/names.ts'
import { JOB_REFERENCE, type Reference } from '#contract/library.ts'
import { measuredFrames } from '../api/library.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import SetupPicker from '../library/SetupPicker.vue'
import { bindingText, messageOf } from '#contract/messages/job.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'
import { useTarget } from '../targets/useTarget.ts'
import CutLines from '../plan-editor/CutLines.vue'
import WhatLiesBetween from './WhatLiesBetween.vue'

/** This frame into another model: are they one mould, what lies between them, and what closes it. */
const job = useOpenJob()
const shop = useShop()
const router = useRouter()
const { open: request, body } = usePlanRequest()
const target = useTarget()
const theirsId = ref<string | null>(job.documents.target?.referenceId ?? job.documents.compare?.referenceIds[0] ?? null)
const ours = shallowRef<Reference[]>([])
const theirs = computed(() => shop.reference(theirsId.value))
const found = shallowRef<IntoModel | null>(null)
const busy = ref(false)
const problem = ref('')
onMounted(async () => {
  const frames = await measuredFrames(job.profile.id, null).catch(() => [])
  ours.value = frames.filter((f) => f.id !== `${JOB_REFERENCE}${job.view.job.id}`)
  shop.keep(ours.value)
  if (theirsId.value) await shop.know([theirsId.value])
})
let asked = 0
watch(
  () => [theirs.value, request.value] as const,
  async ([setup]) => {
    found.value = null
    problem.value = ''
    if (!setup) return
    const mine = ++asked
    busy.value = true
    try {
      checkRequest({ ...request.value, target: {} })
      const state = referenceState(setup, job.picture, job.profile)
      const mineRead = instrumentsOf(job.picture.measured)
      const shared = Object.fromEntries(
        QUANTITIES.map((q) => [q, sharedVariance(mineRead, setup.instruments ?? {}, q)]),
      )
      const answer = await planner.intoModel(request.value, { geometry: setup.geometry, state, shared })
      if (mine === asked) found.value = answer
    } catch (error) {
      if (mine === asked) problem.value = messageOf(error)
    } finally {
      if (mine === asked) busy.value = false
    }
  },
  { immediate: true },
)
const LIKE: Record<Likeness['what'], string> = { length: 'Length', outline: 'Head, tip on tip', face: 'Face' }
const length = (cm: number) => writeQuantity(cm, 'length', shop.units, 0)
const likeText = (l: Likeness): string =>
  l.what === 'length'
    ? `${length(l.mine)} and ${length(l.theirs)}`
    : l.what === 'outline'
      ? `${length(l.theirs)} apart at most`
      : l.alike
        ? 'alike'
        : 'strings and a solid face'
const compared = computed(() => (found.value && found.value.status !== 'refused' ? found.value : null))
const planned = computed(() =>
  found.value && (found.value.status === 'solved' || found.value.status === 'short') ? found.value : null,
)
function take(): void {
  target.derive('match', theirsId.value)
  for (const [quantity, number] of Object.entries(planned.value!.target))
    if (job.documents.target?.lines[quantity as 'mass'])
      target.setLine(quantity as 'mass', { tolerance: Number(number.tolerance.toFixed(3)) })
  job.save('plan', { ...body.value, taken: null, byHand: true, cuts: planned.value!.plan.cuts, locked: [] })
  void router.push({ name: 'plan' })
}
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: 'plan' }" :prepend-icon="mdiArrowLeft" variant="text">Plan</v-btn>
      <h1>Into another model</h1>
    </header>
    <div class="cols">
      <div>
        <section class="panel mb-3">
          <SetupPicker
            v-model="theirsId"
            :sport="job.profile.id"
            label="The model to become: a heavier sister, a professional’s"
            :first="ours"
            data-testid="model"
          />
          <p class="quiet mb-0 mt-2">
            Both {{ conditionText(job.picture.condition, job.profile) }}, swing weight about
            {{ axisText(job.picture.axisCm, shop.units) }}.
          </p>
        </section>
        <p v-if="!theirsId" class="panel">
          Pick a setup. Where length, head and face agree, the difference is planned piece by piece.
        </p>
        <v-alert v-if="problem" type="error" variant="tonal" density="compact">{{ problem }}</v-alert>
        <p v-if="busy" class="quiet" role="status">Working it out…</p>
        <section v-if="found" class="panel mb-3" data-testid="likeness">
          <h2>One mould?</h2>
          <ul class="likeness">
            <li v-for="l in found.likeness" :key="l.what" :class="{ off: !l.alike }">
              <b>{{ LIKE[l.what] }}</b> <span class="figure">{{ likeText(l) }}</span>
              <span class="verdict">{{ l.alike ? 'agrees' : 'does not agree' }}</span>
            </li>
          </ul>
          <p v-if="found.status === 'refused'" class="mb-0" data-testid="refused">
            Mass cannot make this frame into that one. Compare them instead, or pick a setup on the same mould.
          </p>
        </section>
        <WhatLiesBetween v-if="compared" :compared="compared" />
      </div>
      <section v-if="found && found.status !== 'refused'" class="panel result" data-testid="model-plan">
        <p v-if="found.status === 'same'" class="mb-0">
          <b>Leave it.</b> What lies between the two is smaller than can be told apart, or inside every tolerance.
        </p>
        <template v-if="planned">
          <h2>
            {{ planned.status === 'solved' ? 'It can be made' : 'It comes near, no more' }}:
            {{ fixed(planned.plan.score.addedG, 1) }} g
          </h2>
          <PlanPicture
            :cuts="planned.plan.cuts"
            :materials="job.picture.materials"
            :work="job.picture.work"
            label="The frame with the pieces that make the other model of it"
          />
          <CutLines :cuts="planned.plan.cuts" :materials="job.picture.materials" :work="job.picture.work" />
          <p v-if="planned.status === 'short'" class="off mt-2" data-testid="left">
            Left over:
            {{
              planned.left
                .map(
                  (l) =>
                    `${QUANTITY_NAMES[l.quantity].toLowerCase()} ${writeDifference(l.off, l.quantity, shop.units)}`,
                )
                .join(', ')
            }}.
            <template v-if="planned.binding.length > 0"
              >In the way:
              {{ planned.binding.map((b) => bindingText(b, job.picture, shop.units)).join('; ') }}.</template
            >
          </p>
          <p class="quiet">
            {{ planned.plan.proven ? 'Proven: no other way asks less work.' : 'A good plan, not proven.' }} Its
            tolerances are the sport’s, or twice what the numbers leave open.
          </p>
          <v-btn color="primary" variant="flat" data-testid="take-model" @click="take">Take as target and plan</v-btn>
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.35fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.likeness {
  list-style: none;
  margin: 0;
  padding: 0;
}
.likeness li {
  display: grid;
  grid-template-columns: 150px 1fr auto;
  padding: 3px 0;
}
.verdict {
  color: rgb(var(--v-theme-target));
  font-weight: 650;
}
.off,
.off .verdict {
  color: rgb(var(--v-theme-predicted));
  font-weight: 650;
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
