<script setup lang="ts">
import { computed } from 'vue'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { percentText } from '#contract/messages/proof.ts'
import { writeDifference } from '#core/quantities/write.ts'
import CutLines from '../plan-editor/CutLines.vue'
import { useLeadFree } from './useLeadFree.ts'
import type { OpenOrder } from './useWorkOrder.ts'

/** Beside the stop: the same target without lead, ready to be gone on with. */
const props = defineProps<{ order: OpenOrder }>()
const { job, shop } = props.order
const { found, proven, problem, take } = useLeadFree(props.order)
const chance = computed(() => percentText(found.value?.chance.all ?? 0))
const missed = computed(() => found.value?.plan.deviations.filter((d) => !d.inside) ?? [])
</script>

<template>
  <div class="free" data-testid="lead-free">
    <b>Without lead</b>
    <p v-if="problem" class="mb-0">{{ problem }}</p>
    <p v-else-if="!found" class="quiet mb-0">working…</p>
    <template v-else>
      <span class="figure chance">lands {{ chance }}</span>
      <small v-if="proven" class="proof">proven best</small>
      <span v-else class="quiet">proving…</span>
      <CutLines :cuts="found.plan.cuts" :materials="job.picture.materials" :work="job.picture.work" />
      <p v-if="missed.length > 0" class="mb-1" data-testid="lead-free-missed">
        It does not reach the target:
        <template v-for="(d, i) in missed" :key="d.quantity"
          >{{ i > 0 ? ', ' : '' }}{{ QUANTITY_NAMES[d.quantity] }}
          {{ writeDifference(d.off, d.quantity, shop.units) }} off</template
        >.
      </p>
      <v-btn size="small" color="primary" variant="flat" data-testid="take-lead-free" @click="take"
        >Go on with this</v-btn
      >
    </template>
  </div>
</template>

<style scoped>
.free {
  border: 1px solid rgb(var(--v-theme-primary));
  border-radius: 6px;
  padding: 8px 10px;
  margin-bottom: 10px;
  max-width: 620px;
}
.chance {
  margin-left: 10px;
}
.proof {
  color: rgb(var(--v-theme-target));
  margin-left: 8px;
}
</style>
