<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { writeDifference } from '#core/quantities/write.ts'
import CutLines from '../plan-editor/CutLines.vue'
import { restMoveFor } from './stepKeys.ts'
import { useRest } from './useRest.ts'
import type { OpenOrder } from './useWorkOrder.ts'

/** What is left: how it lands as planned, and a better plan of it where there is one. */
const props = defineProps<{ order: OpenOrder }>()
const { job, shop } = props.order
const rest = useRest(props.order)
const percent = (share: number) => `${Math.round(100 * share)} %`
const lands = computed(() => (rest.before.value === null ? '' : percent(rest.before.value)))
useEventListener('keydown', (event: KeyboardEvent) => {
  const [best] = rest.offers.value
  const move = best && restMoveFor(event)
  if (!move) return
  event.preventDefault()
  if (move === 'take') rest.take(best)
  else rest.decline()
})
const whereOff = (id: string) => props.order.placeOf(id)
</script>

<template>
  <section v-if="rest.rest.value && (lands || rest.problem.value)" class="panel" data-testid="rest">
    <p class="mb-0 line">
      <span data-testid="lands"
        >{{ rest.left.value.length > 0 ? 'With the rest as planned it lands' : 'As it is now it lands' }}
        <b class="figure">{{ lands }}</b></span
      >
      <span v-if="rest.busy.value" class="quiet">working…</span>
      <button v-if="rest.keepsPlan.value" type="button" class="link" data-testid="think-again" @click="rest.think">
        kept as planned; look again
      </button>
    </p>
    <p v-if="rest.problem.value" class="mb-0">{{ rest.problem.value }}</p>
    <p v-if="rest.outOfReach.value.length > 0" class="mb-0" data-testid="out-of-reach">
      The target cannot be met any more with what is left. Nearest:
      <template v-for="(d, i) in rest.outOfReach.value" :key="d.quantity"
        >{{ i > 0 ? ', ' : '' }}{{ QUANTITY_NAMES[d.quantity] }}
        {{ writeDifference(d.off, d.quantity, shop.units) }} off</template
      >. Take something off, or set another target.
    </p>
    <v-btn v-if="rest.offers.value.length > 0" size="small" class="mt-2" data-testid="keep-rest" @click="rest.decline"
      >Keep it as planned (K)</v-btn
    >
    <div v-if="rest.offers.value.length > 0" class="offers mt-2">
      <div v-if="rest.left.value.length > 0" class="one">
        <b>As planned</b> <span class="figure chance">{{ lands }}</span>
        <CutLines :cuts="rest.left.value" :materials="job.picture.materials" :work="job.picture.work" />
      </div>
      <div v-for="(offer, i) in rest.offers.value" :key="i" class="one new" data-testid="offer">
        <b>{{ offer.off ? `Take off first: ${whereOff(offer.off.id)}` : 'Planned again' }}</b>
        <span class="figure chance">{{ percent(offer.chance.all) }}</span>
        <small v-if="!offer.off && rest.proven.value" class="proof">proven best</small>
        <CutLines :cuts="offer.cuts" :materials="job.picture.materials" :work="job.picture.work" />
        <p class="quiet mb-1">
          {{ offer.cuts.length > 0 ? `about ${Math.round(offer.plan.score.minutes)} min` : 'Nothing more goes on.' }}
        </p>
        <v-btn size="small" color="primary" variant="flat" data-testid="take-rest" @click="rest.take(offer)"
          >Go on with this{{ i === 0 ? ' (G)' : '' }}</v-btn
        >
      </div>
    </div>
  </section>
</template>

<style scoped>
.line {
  margin: 0;
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.offers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 14px;
}
.one {
  border: 1px solid rgb(var(--v-theme-frame-edge));
  border-radius: 6px;
  padding: 8px 10px;
}
.chance {
  margin-left: 8px;
}
.new {
  border-color: rgb(var(--v-theme-primary));
}
.link {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
  font-size: 14px;
}
.proof {
  color: rgb(var(--v-theme-target));
  margin-left: 6px;
}
</style>
