<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, reactive } from 'vue'
import { derivedNumbers, estimateOf, type FrameState } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { fixed, signed, unitMark, writeDifference, writeValue } from '#core/quantities/write.ts'
import type { Proposal } from '#core/targets/strategies.ts'
import { gramsText } from '#contract/messages/targets.ts'
import { QUANTITY_NAMES, quantityTitle } from '#contract/messages/names.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { useRouter } from 'vue-router'
import { useTarget } from './useTarget.ts'

/** What each school of fitting would do for this player, at a like dose; where they part, and why. The fitter decides. */
const job = useOpenJob()
const shop = useShop()
const router = useRouter()
const target = reactive(useTarget())
const state = computed<FrameState>(() => target.frame.state)
const derived = computed(() => {
  try {
    return derivedNumbers(state.value)
  } catch {
    return null
  }
})
const write = (v: number, q: Quantity) => writeValue(v, q, shop.units, job.view.frame.geometry.lengthCm)
const advised = computed(
  () => new Set(target.speaking.flatMap((s) => (s.rule.effect.kind === 'school' ? [s.rule.effect.school] : []))),
)
const apartHere = (q: Quantity) => target.schools.apart.some((a) => a.quantity === q)
function take(proposal: Proposal): void {
  target.takeSchool(proposal)
  void router.push({ name: 'target' })
}
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: 'target' }" :prepend-icon="mdiArrowLeft" variant="text">Target</v-btn>
      <h1>Schools side by side</h1>
    </header>
    <p v-if="target.schoolProblem" class="panel">
      {{ target.schoolProblem }} <RouterLink :to="{ name: 'measure' }">To the readings</RouterLink>
    </p>
    <div v-else class="panel scroll">
      <table class="plain stacks" aria-label="Schools">
        <thead>
          <tr>
            <th scope="col">School</th>
            <th v-for="q in QUANTITIES" :key="q" scope="col" class="num">
              {{ QUANTITY_NAMES[q] }}<br /><span class="font-weight-regular">{{ unitMark(q, shop.units) }}</span>
            </th>
            <th scope="col" class="num">Recoil weight<br /><span class="font-weight-regular">kg·cm²</span></th>
            <th scope="col" class="num">M·g·R/I<br /><span class="font-weight-regular">rad²/s²</span></th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          <tr>
            <td><b>This frame</b></td>
            <td v-for="q in QUANTITIES" :key="q" class="num figure" :data-head="quantityTitle(q, shop.units)">
              {{ estimateOf(state, q) ? write(estimateOf(state, q)!.value, q) : '–' }}
            </td>
            <td class="num figure" :data-head="quantityTitle('recoilWeight', shop.units)">
              {{ derived ? fixed(derived.recoilWeightKgCm2, 1) : '–' }}
            </td>
            <td class="num figure" :data-head="quantityTitle('mgri', shop.units)">
              {{ derived ? fixed(derived.mgri, 2) : '–' }}
            </td>
            <td />
          </tr>
          <tr
            v-for="p in target.schools.found"
            :key="p.school.id"
            :class="{ taken: target.body.school === p.school.id }"
            :data-school="p.school.id"
          >
            <td class="name">
              <b>{{ p.school.name }}</b>
              <span v-if="advised.has(p.school.id)" class="tag ml-2">fits this player</span><br />
              <small class="quiet">{{ p.school.holds }}</small>
              <small class="dose">{{
                p.pointMasses.length > 0
                  ? p.pointMasses.map((d) => gramsText(d.massG, d.place, shop.units)).join(', ')
                  : p.summary
              }}</small>
            </td>
            <td v-for="q in QUANTITIES" :key="q" class="num figure" :data-head="quantityTitle(q, shop.units)">
              <template v-if="p.lines[q]">
                <span class="predicted">{{ write(p.lines[q]!.value, q) }}</span><br /><small class="quiet">{{
                  writeDifference(p.lines[q]!.value - estimateOf(state, q)!.value, q, shop.units)
                }}</small>
              </template>
              <span v-else class="quiet">–</span>
            </td>
            <td class="num figure" :data-head="quantityTitle('recoilWeight', shop.units)">
              {{ fixed(p.recoilKgCm2!, 1) }}<br /><small v-if="derived" class="quiet">{{
                signed(p.recoilKgCm2! - derived.recoilWeightKgCm2, 1)
              }}</small>
            </td>
            <td class="num figure" :data-head="quantityTitle('mgri', shop.units)">{{ fixed(p.mgri!, 2) }}</td>
            <td>
              <v-btn v-if="p.pointMasses.length > 0" size="small" :aria-label="`Take ${p.school.name}`" @click="take(p)"
                >Take</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <section v-if="target.schools.apart.length > 0" class="mt-3" data-testid="apart">
        <h2>Where they part</h2>
        <ul>
          <li v-for="a in target.schools.apart" :key="a.quantity">
            <b>{{ QUANTITY_NAMES[a.quantity] }}</b>: {{ a.high.school.name }} goes
            {{ writeDifference(a.apart, a.quantity, shop.units) }} {{ unitMark(a.quantity, shop.units) }} beyond
            {{ a.low.school.name }}.
            <small class="quiet">{{ a.high.school.holds }} / {{ a.low.school.holds }}</small>
          </li>
        </ul>
      </section>
      <p class="quiet mb-0">
        Doses, {{ target.ceiling === null ? 'one step of the programme' : 'to the ceiling, two steps at most' }}, are
        worked out for exact places on this frame. Schools: common practice, no source. None is proven better; you
        decide.
      </p>
      <p v-for="q in QUANTITIES.filter((x) => !apartHere(x))" :key="q" class="quiet mb-0">
        On {{ QUANTITY_NAMES[q].toLowerCase() }} all agree within tolerance.
      </p>
    </div>
  </div>
</template>

<style scoped>
.num {
  white-space: nowrap;
}
.name {
  line-height: 1.3;
  min-width: 230px;
}
.name small {
  display: block;
  font-size: 12.5px;
}
.dose {
  font-weight: 600;
}
.tag {
  font-size: 12.5px;
  font-weight: 650;
  color: rgb(var(--v-theme-target));
}
.taken td {
  background: rgba(var(--v-theme-target), 0.1);
}
ul {
  margin: 0 0 6px;
  padding-left: 18px;
}
</style>
