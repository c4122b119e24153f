<script setup lang="ts">
import { computed } from 'vue'
import { conditionText, type Condition } from '#core/frame/condition.ts'
import { methodFor } from '#core/measure/readings.ts'
import type { QuantitySummary } from '#core/measure/summary.ts'
import type { ReadQuantity } from '#core/quantities/units.ts'
import { fixed, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { classOf } from '#core/sports/profile.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import { useDevices } from '../stores/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** What the readings of one quantity say together, and how sure that is; one touch away, why. */
const props = defineProps<{ quantity: ReadQuantity; summary: QuantitySummary; lengthCm: number }>()
const job = useOpenJob()
const shop = useShop()
const devices = useDevices()
const units = computed(() => shop.unitsOfField(props.quantity))
const write = (value: number) => writeValue(value, props.quantity, units.value, props.lengthCm)
const spread = (u: number) => writeSpread(2 * u, props.quantity, units.value)
const single = computed(() => (props.summary.groups.length === 1 ? props.summary.groups[0] : null))
const elsewhere = computed(() => props.summary.converted.find((c) => c.used) ?? props.summary.converted[0] ?? null)
const stateOf = (c: Condition) => (c.stringsG === null ? 'bare' : 'strung')
/** What is wrong with the instruments behind these readings. */
const standing = computed(() => {
  const ids = props.summary.groups.flatMap((g) => g.readingIds)
  const origins = job.view.readings.filter((r) => ids.includes(r.id)).map((r) => r.origin?.standing)
  if (origins.includes('out of tolerance')) return 'instrument out of tolerance'
  if (origins.includes('out of date')) return 'instrument’s check out of date'
  return origins.includes('never checked') ? 'instrument never checked' : ''
})
const weightClass = computed(() =>
  props.quantity === 'mass' && props.summary.combined ? classOf(props.summary.combined.value, job.profile) : null,
)
</script>

<template>
  <div class="mean figure">
    <template v-if="summary.combined">
      <v-menu :close-on-content-click="false" location="bottom end">
        <template #activator="{ props: menu }">
          <button v-bind="menu" type="button" class="sum" aria-label="How sure is this?">
            <MarkGlyph kind="measured" />
            <b>{{ write(summary.combined.value) }}</b>
            <span class="quiet">±{{ spread(summary.combined.u) }}</span>
          </button>
        </template>
        <div class="panel sheet">
          <h2>95 % within ±{{ spread(summary.combined.u) }}</h2>
          <table v-if="summary.groups.length > 0" class="plain">
            <thead>
              <tr>
                <th>with</th>
                <th>mean</th>
                <th>spread</th>
                <th>repeats</th>
                <th>instrument</th>
                <th>together</th>
              </tr>
            </thead>
            <tbody class="figure">
              <tr v-for="group in summary.groups" :key="group.methodId + group.deviceId">
                <td>
                  {{ group.count }} ×
                  {{ devices.deviceOf(group.deviceId)?.name ?? methodFor(group.methodId, quantity, job.profile).name }}
                </td>
                <td>{{ write(group.value) }}</td>
                <td>{{ group.deviation === null ? '–' : fixed(group.deviation, 3) }}</td>
                <td>{{ fixed(group.uRepeat, 3) }}</td>
                <td>{{ fixed(group.uDevice, 3) }}</td>
                <td>{{ fixed(group.standard, 3) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="quiet mb-0">
            Standard uncertainties in g, cm or kg·cm²: repeats s/√n with the method’s usual spread pooled in (type A);
            instrument from its calibration, else its usual figure, and the display’s step (type B); in quadrature (GUM,
            JCGM 100:2008).
          </p>
          <p v-if="summary.outliers.length > 0" class="warn mb-0 mt-2">
            One reading stands out by Grubbs’ test, two-sided at 5 % (Technometrics 11 (1969) 1). It stays in use until
            somebody corrects or withdraws it.
          </p>
          <p v-for="c in summary.converted" :key="conditionText(c.from, job.profile)" class="mb-0 mt-2">
            From {{ conditionText(c.from, job.profile) }}: {{ write(c.estimate.value) }} ±{{ spread(c.estimate.u) }},
            {{ job.picture.measured.ownStrings ? 'with this frame’s own strings as read' : 'by the frame’s geometry'
            }}{{ c.used ? '' : '; not used, it was read as asked' }}.
          </p>
        </div>
      </v-menu>
      <small v-if="weightClass" class="quiet">{{ weightClass }}</small>
      <small v-if="single?.deviation != null" class="quiet"
        >s {{ fixed(single.deviation, 2) }}, n {{ single.count }}</small
      >
      <small v-if="elsewhere" class="from" :data-converted="quantity">{{
        elsewhere.used
          ? `worked out from ${stateOf(elsewhere.from)}${elsewhere.read ? ` ${write(elsewhere.read.value)}` : ''}`
          : `from ${stateOf(elsewhere.from)}: ${writeDifference(elsewhere.estimate.value - summary.combined.value, quantity, units)}`
      }}</small>
      <small v-if="summary.outliers.length > 0" class="warn">one stands out (Grubbs, 5 %)</small>
      <small v-else-if="single?.wide" class="warn">spreads more than usual</small>
      <small v-if="standing" class="warn">{{ standing }}</small>
      <small v-if="summary.disagree" class="warn">methods do not agree</small>
    </template>
    <span v-else class="quiet">not read</span>
  </div>
</template>

<style scoped>
.mean {
  padding-top: 3px;
  font-size: 17px;
  display: grid;
  justify-items: end;
  line-height: 1.25;
}
.sum {
  display: flex;
  gap: 6px;
  align-items: baseline;
  white-space: nowrap;
  min-height: 26px;
}
.sum .quiet {
  font-size: 14px;
}
small {
  font-size: 12.5px;
  font-family: var(--kv-text);
}
.warn {
  color: rgb(var(--v-theme-warning));
  font-weight: 650;
}
.sheet {
  max-width: 620px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
  font-size: 14px;
}
</style>
