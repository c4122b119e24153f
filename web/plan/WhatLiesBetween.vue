<script setup lang="ts">
import { computed } from 'vue'
import type { IntoModel, Unmatched } from '#core/planning/offers/intoModel.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** Two models number by number, with what a plan leaves of the difference, and what mass cannot change. */
const props = defineProps<{ compared: Exclude<IntoModel, { status: 'refused' }> }>()
const job = useOpenJob()
const shop = useShop()
const UNMATCHED: Record<Unmatched['what'], string> = { beam: 'Beam', pattern: 'String pattern', flex: 'Flex' }
const plan = computed(() => ('plan' in props.compared ? props.compared.plan : null))
const landing = (q: string) => plan.value?.deviations.find((l) => l.quantity === q) ?? null
const write = (value: number, q: Quantity) => writeValue(value, q, shop.units, job.view.frame.geometry.lengthCm)
</script>

<template>
  <section class="panel">
    <h2>What lies between</h2>
    <table class="plain" aria-label="What lies between">
      <thead>
        <tr>
          <th>Number</th>
          <th class="num">This frame</th>
          <th class="num">That model</th>
          <th class="num">Apart</th>
          <th v-if="plan" class="num">After</th>
          <th v-if="plan" class="num">Left</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in compared.apart" :key="a.quantity" :data-apart="a.quantity">
          <td>
            <b>{{ QUANTITY_NAMES[a.quantity] }}</b>
          </td>
          <td class="num figure measured">{{ write(a.mine.value, a.quantity) }}</td>
          <td class="num figure published">{{ write(a.theirs.value, a.quantity) }}</td>
          <td class="num figure">
            {{ writeDifference(a.difference.value, a.quantity, shop.units) }}
            <small class="quiet">±{{ writeSpread(2 * a.difference.u, a.quantity, shop.units) }}</small>
            <small v-if="!a.told" class="quiet"> cannot tell</small>
          </td>
          <template v-if="plan">
            <td class="num figure predicted">
              {{ write(a.theirs.value + (landing(a.quantity)?.off ?? 0), a.quantity) }}
            </td>
            <td class="num figure" :class="landing(a.quantity)?.inside ? 'target' : 'off'">
              {{ writeDifference(landing(a.quantity)?.off ?? 0, a.quantity, shop.units) }}
            </td>
          </template>
        </tr>
        <tr v-for="q in compared.unknown" :key="q">
          <td>
            <b>{{ QUANTITY_NAMES[q] }}</b>
          </td>
          <td colspan="5" class="quiet">not known of one of the two: left open</td>
        </tr>
      </tbody>
    </table>
    <p class="mt-2 mb-0">
      What mass cannot change:
      <template v-for="(u, i) in compared.unmatched" :key="u.what"
        ><template v-if="i > 0">; </template>{{ UNMATCHED[u.what].toLowerCase()
        }}<span v-if="u.mine" class="figure"> ({{ u.mine }} and {{ u.theirs }})</span></template
      >.
    </p>
  </section>
</template>

<style scoped>
.off {
  color: rgb(var(--v-theme-predicted));
  font-weight: 650;
}
</style>
