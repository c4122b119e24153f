<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { conditionText } from '#core/frame/condition.ts'
import { checkResults, signedLines } from '#core/job/check.ts'
import { writeDifference, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import StageFrame from '../shared/StageFrame.vue'
import { writeTime } from '../browser/writeTime.ts'
import { useSheets } from '../shared/useSheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import ReadingTable from '../measure/ReadingTable.vue'

const job = useOpenJob()
const shop = useShop()
const initials = ref('')
const problem = ref('')
const body = computed(() => job.documents.check ?? { readingIds: [], confirmedIds: [], signed: null })
const lengthCm = computed(() => job.view.frame.geometry.lengthCm)

const results = computed(() => checkResults(job.documents.target, job.picture.checked.state, job.planned))
const ready = computed(() => results.value.length > 0 && results.value.every((r) => r.read !== null || r.aim === null))
const allInside = computed(() => results.value.every((r) => r.inside !== false))

function sign(): void {
  const by = (initials.value || shop.initials).trim()
  problem.value = by ? '' : 'Type your initials.'
  if (!by) return
  const lines = signedLines(results.value)
  job.save('check', { ...body.value, signed: { by, at: new Date().toISOString(), lines } })
}
const { print } = useSheets()
</script>

<template>
  <StageFrame stage="check" title="Final check" :rederive="() => job.save('check', { ...body, signed: null })">
    <template #actions>
      <v-btn
        v-if="body.readingIds.length > 0"
        :prepend-icon="mdiPrinterOutline"
        data-testid="print-spec-card"
        @click="print('spec-card')"
        >Print spec card</v-btn
      >
      <v-btn v-if="body.signed" :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'play' }"
        >Play</v-btn
      >
    </template>
    <InstrumentStrip class="mb-3" />
    <section class="panel mb-3">
      <h2>
        Read the finished frame
        <span class="quiet font-weight-regular"
          >{{ conditionText(job.picture.condition, job.profile) }}, as at the first measuring</span
        >
      </h2>
      <ReadingTable purpose="check" />
    </section>
    <section v-if="results.length > 0" class="panel mb-3">
      <table class="plain" aria-label="Result">
        <thead>
          <tr>
            <th scope="col">Number</th>
            <th scope="col" class="num">Read</th>
            <th scope="col" class="num">Predicted</th>
            <th scope="col" class="num">Target</th>
            <th scope="col" class="num">Off</th>
            <th scope="col">Result</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in results" :key="r.quantity" :data-result="r.quantity">
            <td>
              <b>{{ QUANTITY_NAMES[r.quantity] }}</b>
            </td>
            <td class="num figure">
              {{
                r.read
                  ? `${writeQuantity(r.read.value, r.quantity, shop.units, lengthCm)} ±${writeSpread(2 * r.read.u, r.quantity, shop.units)}`
                  : 'not read'
              }}
            </td>
            <td class="num figure predicted">
              {{ r.predicted !== null ? writeQuantity(r.predicted, r.quantity, shop.units, lengthCm) : '–' }}
            </td>
            <td class="num figure target">
              {{
                r.aim
                  ? `${writeQuantity(r.aim.value, r.quantity, shop.units, lengthCm)} ±${writeSpread(r.aim.tolerance, r.quantity, shop.units)}`
                  : 'open'
              }}
            </td>
            <td class="num figure">{{ r.off === null ? '–' : writeDifference(r.off, r.quantity, shop.units) }}</td>
            <td>
              <b v-if="r.inside !== null" :class="r.inside ? 'target' : 'predicted'">{{
                r.inside ? 'inside' : 'off target'
              }}</b><small v-if="!r.sure" class="quiet"> too near the edge to be sure</small>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="body.signed" class="panel signed" data-testid="signed">
      <b>Signed off by {{ body.signed.by }}</b> <span class="quiet">{{ writeTime(body.signed.at) }}</span>
    </section>
    <section v-else-if="ready" class="panel d-flex align-center ga-3">
      <span>{{
        allInside
          ? 'Every number aimed at is inside its tolerance.'
          : 'Off target. Sign off as it is, or go back to the plan.'
      }}</span>
      <v-spacer />
      <v-text-field
        v-model="initials"
        label="Initials"
        :placeholder="shop.initials"
        :error-messages="problem"
        class="initials"
        data-testid="initials"
      />
      <v-btn color="primary" variant="flat" data-testid="sign" @click="sign">Sign off</v-btn>
    </section>
  </StageFrame>
</template>

<style scoped>
.num {
  text-align: right !important;
}
td:not(:last-child) {
  white-space: nowrap;
}
td small {
  display: block;
}
.initials {
  max-width: 110px;
}
.signed {
  border-left: 5px solid rgb(var(--v-theme-target));
}
</style>
