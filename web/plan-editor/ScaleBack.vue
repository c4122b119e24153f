<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import { withPieces } from '#core/frame/pieces.ts'
import { estimateOf, knownNumbers } from '#core/frame/state.ts'
import { scaleBack, shareNearest } from '#core/planning/offers/scaleBack.ts'
import { fixed } from '#core/quantities/write.ts'
import { whereText } from '#contract/messages/names.ts'
import LessBy from '../shared/LessBy.vue'
import { shareOf, USUAL_LESS } from '../shared/less.ts'
import type { PlanBench } from './usePlanEditor.ts'
import { useOpenJob } from '../stores/openJob.ts'

/** Too heavy, but the right character: every place gives in proportion to what it holds. */
const props = defineProps<{ bench: PlanBench }>()
const job = useOpenJob()
const open = ref(false)
/** Asked by itself, so that this is not drawn anew with every step of a drag. */
const empty = computed(() => props.bench.cuts.value.length === 0)
const less = ref(USUAL_LESS)
const lengthCm = computed(() => props.bench.work.value.geometry.lengthCm)
const stateWith = (cuts: readonly Cut[]) => {
  const { measured, materials, work } = job.picture
  return withPieces(measured.state, piecesOfAll(cuts, materials, work), work.geometry)
}
const known = computed(() => (open.value ? knownNumbers(stateWith(props.bench.cuts.value)) : {}))
const found = computed(() => {
  const cuts = props.bench.cuts.value
  const locked = new Set(cuts.filter((cut) => props.bench.isLocked(cut)).map((cut) => cut.id))
  const scaled = (share: number) => scaleBack(cuts, job.picture.materials, props.bench.work.value, share, locked)
  const wholeG = scaled(1).given.reduce((sum, g) => sum + g.offG, 0)
  const share = shareOf(less.value, wholeG, (quantity, value) => {
    const offOf = (list: readonly Cut[]) => Math.abs((estimateOf(stateWith(list), quantity)?.value ?? Infinity) - value)
    return shareNearest(cuts, job.picture.materials, props.bench.work.value, offOf, locked)
  })
  return scaled(share ?? 0)
})
const nameOf = (id: string) => {
  const cut = props.bench.cuts.value.find((c) => c.id === id)
  return cut ? whereText(cut, props.bench.work.value) : ''
}
const total = computed(() => found.value.given.reduce((sum, g) => sum + g.offG, 0))
function take(): void {
  props.bench.putAll(found.value.cuts)
  open.value = false
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false" location="bottom">
    <template #activator="{ props: menu }">
      <v-btn v-bind="menu" size="small" :disabled="empty" data-testid="scale-back">Scale back</v-btn>
    </template>
    <div class="panel back">
      <LessBy v-model="less" :known="known" :length-cm="lengthCm" label="Less of what is on the bench" />
      <p v-if="less.by === 'number' && less.amount !== known[less.quantity] && total === 0" class="quiet">
        Nothing on the bench brings it there.
      </p>
      <table class="plain mt-2" aria-label="What each place gives">
        <tbody>
          <tr v-for="g in found.given" :key="g.id">
            <td>{{ nameOf(g.id) }}</td>
            <td class="figure">−{{ fixed(g.offG, 1) }} g</td>
            <td class="figure quiet">{{ fixed(g.leftG, 1) }} g left</td>
          </tr>
        </tbody>
      </table>
      <v-btn
        class="mt-2"
        size="small"
        color="primary"
        variant="flat"
        :disabled="total === 0"
        data-testid="scale-take"
        @click="take"
        >Take off {{ fixed(total, 1) }} g</v-btn
      >
    </div>
  </v-menu>
</template>

<style scoped>
.back {
  min-width: 280px;
}
</style>
