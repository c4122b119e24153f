<script setup lang="ts">
import { computed } from 'vue'
import { LOG_QUANTITIES } from '#core/logbook/logbook.ts'
import { conditionText } from '#core/frame/condition.ts'
import { fixed, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { profileOf } from '#core/sports/sports.ts'
import { frameLogSchema } from '#contract/logbook.ts'
import { RETIRE_REASONS } from '#contract/messages/frameCode.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import FrameShape from '../shared/FrameShape.vue'
import LabelMenu from '../shared/LabelMenu.vue'
import { useShop } from '../stores/shop.ts'
import ComingBackList from './ComingBackList.vue'
import EarlierSetups from './EarlierSetups.vue'
import FrameCode from './FrameCode.vue'
import JobStory from './JobStory.vue'
import LedgerTable from './LedgerTable.vue'
import NumbersChart from './NumbersChart.vue'
import OwnerPanel from './OwnerPanel.vue'
import { driftedText } from './driftedText.ts'
import { EVENT_NAMES, nowOf, unitsIn } from './story.ts'
import TwinTable from './TwinTable.vue'
import { useLog } from './useLog.ts'

/** A frame and everything that the shop did to it. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const { log, problem, retire, look } = useLog(frameLogSchema, () => `/book/frames/${encodeURIComponent(props.id)}`)
const putAway = (away: boolean, why = '') => retire(`/frames/${encodeURIComponent(props.id)}/retire`, away, why)
const label = (query: string) =>
  window.open(`/api/frames/${encodeURIComponent(props.id)}/label.pdf${query && `?${query}`}`, '_blank')
const frame = computed(() => log.value?.frame)
/** Maker and model, as far as the label does not say them. */
const made = computed(() =>
  frame.value ? [frame.value.maker, frame.value.model].filter((word) => !frame.value!.label.includes(word)) : [],
)
const now = computed(() => nowOf(log.value?.jobs ?? []))
const units = computed(() => unitsIn(frame.value?.sport ?? 'tennis', shop.overview?.shop.units))
const numbers = computed(() =>
  LOG_QUANTITIES.flatMap((quantity) => {
    const estimate = now.value?.event.numbers[quantity]
    return estimate
      ? [
          {
            quantity,
            value: writeQuantity(estimate.value, quantity, units.value, frame.value!.geometry.lengthCm),
            spread: writeSpread(2 * estimate.u, quantity, units.value),
          },
        ]
      : []
  }),
)
/** The bed as it was weighed on this very frame. */
const ownBed = computed(() => {
  const bed = frame.value?.ownStrings
  if (!bed) return ''
  const where = bed.xCm === null ? '' : `, its middle ${fixed(bed.xCm, 1)} cm from the butt`
  return `Its own string bed: ${fixed(bed.massG, 1)} ± ${fixed(2 * bed.uMassG, 1)} g${where}.`
})
/** What play is expected to have done to it, and what it was found to be. */
const drifted = computed(() =>
  log.value?.drifted && frame.value ? driftedText(log.value.drifted, units.value, frame.value.geometry.lengthCm) : null,
)
</script>

<template>
  <div class="pa-6 log">
    <v-alert v-if="problem" type="error" variant="tonal">{{ problem }}</v-alert>
    <template v-if="log && frame">
      <div class="d-flex align-center flex-wrap ga-3 pb-3">
        <h1 class="mb-0">{{ frame.label }}</h1>
        <span class="quiet">{{ [profileOf(frame.sport).name, ...made, frame.unit].filter(Boolean).join(', ') }}</span>
        <span v-if="log.retired" class="quiet">{{
          ['put away', log.retiredWhy.toLowerCase()].filter(Boolean).join(': ')
        }}</span>
        <v-spacer />
        <v-btn v-if="log.retired" variant="text" @click="putAway(false)">Bring back</v-btn>
        <LabelMenu v-if="frame.code" @print="label" />
        <v-menu v-if="!log.retired">
          <template #activator="{ props: menu }"
            ><v-btn v-bind="menu" variant="text" data-testid="put-away">Put away</v-btn></template
          >
          <v-list density="compact">
            <v-list-item v-for="why in RETIRE_REASONS" :key="why" :title="why" @click="putAway(true, why)" />
            <v-list-item title="No reason" @click="putAway(true)" />
          </v-list>
        </v-menu>
        <v-btn color="primary" variant="flat" :to="{ name: 'new', query: { frame: id } }" data-testid="new-job-on-frame"
          >New job on this frame</v-btn
        >
      </div>
      <div class="cols">
        <section class="panel" aria-label="As it stands">
          <h2>As it stands</h2>
          <FrameCode v-if="frame.code" :code="frame.code" />
          <OwnerPanel :log="log" @changed="look" />
          <svg viewBox="-1 -17 74 34" class="shape" aria-hidden="true"><FrameShape :geometry="frame.geometry" /></svg>
          <template v-if="now">
            <dl class="now">
              <template v-for="n in numbers" :key="n.quantity">
                <dt>{{ QUANTITY_NAMES[n.quantity] }}</dt>
                <dd class="figure">
                  {{ n.value }} <span class="quiet">± {{ n.spread }}</span>
                </dd>
              </template>
            </dl>
            <p class="quiet mb-0">
              {{ EVENT_NAMES[now.event.kind] }} {{ now.event.at.slice(0, 10) }} in job {{ now.job.number }}; strung,
              base grip, no overgrip.
            </p>
          </template>
          <p v-else class="quiet mb-0">It was never measured.</p>
          <section v-if="drifted" class="drift" aria-label="Since it was proven" data-testid="drifted">
            <h3 class="mt-3">{{ drifted.again ? 'When it came again' : 'By now' }}</h3>
            <p class="mb-1">{{ drifted.played }}</p>
            <dl class="now">
              <template v-for="n in drifted.numbers" :key="n.quantity">
                <dt>{{ QUANTITY_NAMES[n.quantity] }}</dt>
                <dd class="figure predicted">
                  {{ n.value }} <span class="quiet">± {{ n.spread }}</span>
                </dd>
              </template>
            </dl>
            <p v-for="line in drifted.said" :key="line" class="mb-1" :class="{ asked: drifted.asks }">{{ line }}</p>
          </section>
          <template v-if="log.leftAs">
            <h3 class="mt-3">On it now</h3>
            <p v-if="log.leftAs.added.length === 0" class="quiet mb-0">Nothing was added.</p>
            <ul v-else class="on" data-testid="on-it">
              <li v-for="item in log.leftAs.added" :key="item.id">
                {{ item.name }} <span class="figure">{{ fixed(item.massG, 1) }} g</span>
                <small v-if="item.stays" class="quiet">cured, stays</small>
              </li>
            </ul>
            <p class="quiet mb-0">{{ conditionText(log.leftAs, profileOf(frame.sport)) }}</p>
          </template>
          <p v-if="frame.ownStrings" class="quiet mb-0 mt-2">{{ ownBed }}</p>
        </section>
        <div class="beside">
          <section v-if="log.jobs.length > 0" class="panel" aria-label="Over its jobs">
            <h2>Over its jobs</h2>
            <NumbersChart :jobs="log.jobs" :label="frame.label" />
          </section>
          <section v-if="log.twins.length > 0" class="panel" aria-label="Beside its twin">
            <h2>Beside its twin</h2>
            <TwinTable
              :twins="log.twins"
              :numbers="now?.event.numbers ?? null"
              :units="units"
              :length-cm="frame.geometry.lengthCm"
              :profile="profileOf(frame.sport)"
            />
          </section>
          <section v-if="log.earlier.length > 0" class="panel" aria-label="Setups it was proven in">
            <h2>Setups it was proven in</h2>
            <EarlierSetups :log="log" :units="units" />
          </section>
          <section v-if="log.ledger.length > 0" class="panel scroll" aria-label="What lay on it, and when">
            <h2>What lay on it, and when</h2>
            <LedgerTable :log="log" />
          </section>
        </div>
      </div>
      <section v-if="log.comingBack.length > 0" class="panel mt-4" aria-label="Coming back">
        <h2>Coming back</h2>
        <ComingBackList :rows="log.comingBack" of-frame @changed="look" />
      </section>
      <h2 class="mt-4 pt-4">What was done</h2>
      <p v-if="log.jobs.length === 0" class="quiet">No job was done on it yet.</p>
      <JobStory v-for="job in log.jobs" :key="job.id" :job="job" />
    </template>
  </div>
</template>

<style scoped>
.log {
  max-width: 1100px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.6fr);
  gap: 16px;
  align-items: start;
}
.beside {
  display: grid;
  gap: 16px;
  min-width: 0;
}
.shape {
  width: 100%;
  max-height: 120px;
}
.on {
  margin: 0;
  padding-left: 18px;
}
.now {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 8px 0;
}
.drift .asked {
  color: rgb(var(--v-theme-predicted));
  font-weight: 600;
}
.now dd {
  margin: 0;
  text-align: right;
}
@media (max-width: 820px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
