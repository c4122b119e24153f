<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import type { AcceptanceRule } from '#core/job/conformity.ts'
import { heldRows } from '#contract/heldAgainst.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { writeDifference } from '#core/quantities/write.ts'
import { twinsSchema, type Twins } from '#contract/logbook.ts'
import { percentText, VERDICT_NAMES } from '#contract/messages/proof.ts'
import { QUANTITY_NAMES, quantityTitle } from '#contract/messages/names.ts'
import { call } from '../api/client.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** The finished frame against what the plan foretold, the setup that the target goes by, and the twin of a pair. */
const props = defineProps<{ rule: AcceptanceRule }>()
const job = useOpenJob()
const shop = useShop()
const twins = shallowRef<Twins>([])
/** Signed off, it stays held against its twins as they were known then. */
const on = computed(() => job.documents.check?.signed?.at ?? null)
watch(
  on,
  async (at) => {
    const id = encodeURIComponent(job.view.frame.id)
    const known = at === null ? '' : `?on=${encodeURIComponent(at)}`
    twins.value = await call(twinsSchema, 'GET', `/book/frames/${id}/twins${known}`).catch(() => [])
  },
  { immediate: true },
)
const rows = computed(() =>
  heldRows({
    input: jobInputOf(job.view, shop.materials, shop.references),
    picture: job.picture,
    planned: job.planned,
    twins: twins.value,
    rule: props.rule,
  }),
)
</script>

<template>
  <section v-if="rows.length > 0" class="panel mb-3 scroll" aria-label="Held against" data-testid="against">
    <h2>Held against</h2>
    <table class="plain stacks">
      <thead>
        <tr>
          <th scope="col">Against</th>
          <th v-for="q in QUANTITIES" :key="q" scope="col" class="num">{{ QUANTITY_NAMES[q] }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name" :data-against="row.against">
          <td>
            <RouterLink v-if="row.frameId" :to="{ name: 'frame', params: { id: row.frameId } }">{{
              row.name
            }}</RouterLink>
            <template v-else>{{ row.name }}</template>
          </td>
          <td v-for="q in QUANTITIES" :key="q" class="num" :data-head="quantityTitle(q, shop.units)">
            <template v-for="n in row.numbers.filter((one) => one.quantity === q)" :key="n.quantity">
              <span class="figure">{{ writeDifference(n.off, q, shop.units) }}</span>
              <small class="quiet"
                >{{ VERDICT_NAMES[n.conformity.verdict] }}, {{ percentText(n.conformity.probability) }}</small
              >
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet mb-0 mt-2">
      Off by, and the chance to lie within the tolerance of it, both uncertainties counted. A twin is compared strung,
      with base grip and no overgrip.
    </p>
  </section>
</template>

<style scoped>
small {
  display: block;
}
</style>
