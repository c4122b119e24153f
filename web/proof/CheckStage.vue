<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { conditionText } from '#core/frame/condition.ts'
import { checkResults, moreReadings, signedLines, type CheckResult } from '#core/job/check.ts'
import { writeDifference, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { percentText, RULE_WORDS, VERDICT_NAMES } from '#contract/messages/proof.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import LabelMenu from '../shared/LabelMenu.vue'
import StageFrame from '../shared/StageFrame.vue'
import { writeTime } from '../browser/writeTime.ts'
import { useSheets } from '../shared/useSheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import ReadingTable from '../measure/ReadingTable.vue'
import AgainstTable from './AgainstTable.vue'
import ProofList from './ProofList.vue'

const job = useOpenJob()
const shop = useShop()
const initials = ref('')
const problem = ref('')
const body = computed(() => job.documents.check ?? { readingIds: [], confirmedIds: [], signed: null })
const lengthCm = computed(() => job.view.frame.geometry.lengthCm)

const rule = computed(() => shop.overview?.shop.acceptance ?? 'guarded')
const results = computed(() => checkResults(job.documents.target, job.picture.checked.state, job.planned, rule.value))
const ready = computed(() => results.value.length > 0 && results.value.every((r) => r.read !== null || r.aim === null))
const verdicts = computed(() => results.value.flatMap((r) => r.conformity?.verdict ?? []))
const all = computed(() => ({
  pass: verdicts.value.every((v) => v === 'passes'),
  miss: verdicts.value.includes('misses'),
}))
const decidedBy = (r: CheckResult) => {
  const more = moreReadings(r, job.picture.checked)
  return more === null ? 'a better instrument would decide' : more === 1 ? 'one more reading would decide' : `${more} more readings would decide` // prettier-ignore
}
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
      <LabelMenu v-if="body.readingIds.length > 0" @print="(query) => print('label', query)" />
      <v-btn
        v-if="body.readingIds.length > 0"
        variant="outlined"
        data-testid="print-before-after"
        @click="print('before-after')"
        >Before and after</v-btn
      >
      <v-btn v-if="body.signed" variant="outlined" data-testid="print-certificate" @click="print('certificate')"
        >Certificate</v-btn
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
    <section v-if="results.length > 0" class="panel mb-3 scroll">
      <table class="plain stacks" aria-label="Result">
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
            <td class="num figure" data-head="Read">
              {{
                r.read
                  ? `${writeQuantity(r.read.value, r.quantity, shop.units, lengthCm)} ±${writeSpread(2 * r.read.u, r.quantity, shop.units)}`
                  : 'not read'
              }}
            </td>
            <td class="num figure predicted" data-head="Predicted">
              {{ r.predicted !== null ? writeQuantity(r.predicted, r.quantity, shop.units, lengthCm) : '–' }}
            </td>
            <td class="num figure target" data-head="Target">
              {{
                r.aim
                  ? `${writeQuantity(r.aim.value, r.quantity, shop.units, lengthCm)} ±${writeSpread(r.aim.tolerance, r.quantity, shop.units)}`
                  : 'open'
              }}
            </td>
            <td class="num figure" data-head="Off">
              {{ r.off === null ? '–' : writeDifference(r.off, r.quantity, shop.units) }}
            </td>
            <td class="result" :data-head="r.conformity ? 'Result' : undefined">
              <template v-if="r.conformity">
                <b :class="r.inside ? 'target' : 'predicted'">{{ r.inside ? 'inside' : 'off target' }}</b>
                <small class="quiet" data-testid="verdict"
                  >{{ VERDICT_NAMES[r.conformity.verdict] }}, {{ percentText(r.conformity.probability) }} to be
                  inside<template v-if="r.conformity.verdict === 'undecided'">; {{ decidedBy(r) }}</template></small
                >
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet mb-0 mt-2">{{ RULE_WORDS[rule] }} (JCGM 106:2012; the shop’s choice.)</p>
    </section>
    <AgainstTable v-if="body.readingIds.length > 0" :rule="rule" />
    <section v-if="body.signed" class="panel signed" data-testid="signed">
      <b>Signed off by {{ body.signed.by }}</b> <span class="quiet">{{ writeTime(body.signed.at) }}</span>
    </section>
    <section v-else-if="ready" class="panel d-flex align-center ga-3">
      <span>{{
        all.pass
          ? 'Every number aimed at passes.'
          : all.miss
            ? 'Off target. Sign off as it is, or go back to the plan.'
            : 'Too near an edge to be sure. Read again, or sign off as it is.'
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
    <ProofList class="mt-3" />
  </StageFrame>
</template>

<style scoped>
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
@media (max-width: 600px) {
  .result {
    grid-column: 1 / -1;
  }
}
</style>
