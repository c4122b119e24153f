<script setup lang="ts">
import { shallowRef, watch } from 'vue'
import { z } from 'zod'
import { quantityInText } from '#contract/messages/names.ts'
import { VERDICT_NAMES } from '#contract/messages/proof.ts'
import { proofSchema, type Proof } from '#contract/proof.ts'
import { writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { call } from '../api/client.ts'
import { writeTime } from '../browser/writeTime.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** What signatures of this job vouched for, each as it was then: kept for good, changed by nobody. */
const job = useOpenJob()
const shop = useShop()
const outbox = useOutbox()
const proofs = shallowRef<Proof[]>([])
async function load(): Promise<void> {
  const path = `/jobs/${encodeURIComponent(job.view.job.id)}/proofs`
  proofs.value = await call(z.array(proofSchema), 'GET', path).catch(() => proofs.value)
}
// A signature is one once it is stored.
watch(
  () => outbox.unsent,
  (unsent) => {
    if (!unsent) void load()
  },
  { immediate: true },
)
const lines = ({ body }: Proof) =>
  body.lines.map(({ quantity, read, u, conformity }) => ({
    quantity,
    text: `${quantityInText(quantity)} ${writeQuantity(read, quantity, shop.units, body.geometry.lengthCm)} ±${writeSpread(2 * u, quantity, shop.units)}`,
    verdict: conformity ? VERDICT_NAMES[conformity.verdict] : '',
  }))
const pieces = ({ body }: Proof) => {
  const grams = body.pieces.reduce((sum, p) => sum + p.massG, 0)
  return body.pieces.length === 0 ? 'nothing on it' : `${body.pieces.length} ${body.pieces.length === 1 ? 'piece' : 'pieces'} on it, ${grams.toFixed(1)} g` // prettier-ignore
}
</script>

<template>
  <section v-if="proofs.length > 0" class="panel" data-testid="proofs">
    <h2>Kept for good</h2>
    <ul>
      <li v-for="p in proofs" :key="p.id">
        <b>{{ writeTime(p.signedAt) }}, {{ p.signedBy }}</b>
        <span class="quiet">{{ pieces(p) }} · Kevro {{ p.version }}</span>
        <span v-for="line in lines(p)" :key="line.quantity" class="figure"
          >{{ line.text }} <b v-if="line.verdict">{{ line.verdict }}</b></span
        >
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: baseline;
}
</style>
