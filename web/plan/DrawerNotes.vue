<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import { contested, plannedSchema, type Planned } from '#contract/planned.ts'
import { stockOf } from '#core/cuts/cut.ts'
import { amountText } from '#core/cuts/ruler.ts'
import { call } from '../api/client.ts'
import { useOpenJob } from '../stores/openJob.ts'

/** What stands between a plan and the drawer: too little there, enough until others take theirs, or not there at all. */
const job = useOpenJob()
const planned = shallowRef<Planned>([])
onMounted(async () => {
  const id = encodeURIComponent(job.view.job.id)
  planned.value = await call(plannedSchema, 'GET', `/drawer/planned?apartFrom=${id}`).catch(() => [])
})
const used = computed(() => stockOf(job.cuts, job.picture.materials, job.picture.work))
const short = computed(() =>
  job.picture.materials
    .filter((m) => (used.value.get(m.id) ?? 0) > m.stock + 1e-6)
    .map((m) => `${m.name}: ${amountText(used.value.get(m.id)!, m)} needed, ${amountText(m.stock, m)} left`),
)
const shared = computed(() => contested(used.value, planned.value, job.picture.materials))
/** Pieces of a job from another shop may use what this drawer does not know. */
const missing = computed(() =>
  job.cuts.filter((cut) => !job.picture.materials.some((m) => m.id === cut.materialId)).map((cut) => cut.materialId),
)
</script>

<template>
  <v-alert v-if="short.length > 0" type="warning" variant="tonal" density="compact" class="mb-2"
    >Not enough in the drawer. {{ short.join('; ') }}.</v-alert
  >
  <v-alert
    v-if="shared.length > 0"
    type="warning"
    variant="tonal"
    density="compact"
    class="mb-2"
    data-testid="contested"
  >
    <p v-for="{ material, needed, planned: theirs } in shared" :key="material.id" class="mb-0">
      {{ material.name }}: {{ amountText(material.stock, material) }} left, {{ amountText(needed, material) }} for this
      plan, and {{ amountText(theirs.amount, material) }} planned by
      <template v-for="(one, i) in theirs.jobs" :key="one.id"
        >{{ i > 0 ? ', ' : ''
        }}<RouterLink :to="{ name: 'plan', params: { id: one.id } }">job {{ one.number }}</RouterLink></template
      >. Whoever builds first has it.
    </p>
  </v-alert>
  <v-alert v-if="missing.length > 0" type="warning" variant="tonal" density="compact" class="mb-2"
    >{{ missing.length === 1 ? 'One piece uses' : `${missing.length} pieces use` }} a material that is not in this
    drawer ({{ missing.join(', ') }}). It is left out of the sums; take another plan or put it on again.</v-alert
  >
</template>
