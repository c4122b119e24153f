<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { useTimeoutFn } from '@vueuse/core'
import { computed, reactive, ref } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { writeQuantity } from '#core/quantities/write.ts'
import { aimedAt } from '#core/planning/problem/request.ts'
import type { TargetMethod } from '#core/targets/target.ts'
import { FACT_NAMES, WAY_NAMES } from '#contract/messages/targets.ts'
import SetupPicker from '../library/SetupPicker.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import { useCompareOffers } from './useCompareOffers.ts'
import AlsoAim from './AlsoAim.vue'
import WarningList from './WarningList.vue'
import TargetLineRow from './TargetLineRow.vue'
import { SETUP_WAYS, useTarget } from './useTarget.ts'
import { axisText } from '#contract/messages/names.ts'

/** So long the page is left to itself before what comes next is got ready, ms. */
const SOON = 400

const job = useOpenJob()
const { request } = usePlanRequest()
useTimeoutFn(() => planner.prepare(request.value), SOON)
const shop = useShop()
const target = reactive(useTarget())
const offers = reactive(useCompareOffers())
const { print } = useSheets()
const WAYS: TargetMethod[] = ['copy', 'halfway', 'cluster', 'match', 'band', 'ceiling', 'complaints', 'mgri', 'hand']
const ways = computed(() => WAYS.filter((w) => w !== 'mgri' || job.profile.id === 'tennis'))
/** The game whose setups are looked through. */
const game = ref<string | null>(null)
const gameOf = computed(
  () =>
    game.value ??
    target.speaking.flatMap((s) => (s.rule.effect.kind === 'cluster' ? [s.rule.effect.style] : []))[0] ??
    target.player?.style ??
    null,
)
const needsSetup = computed(() => SETUP_WAYS.includes(target.body.way))
const nothingOn = computed(() => job.picture.condition.added.length === 0)
/** What a way has to go by, or why it has nothing. */
const says = computed(() => {
  switch (target.body.way) {
    case 'band':
      return target.speaking.some((s) => s.rule.effect.kind === 'band')
        ? ''
        : 'No band fits: age and level are asked on the player page.'
    case 'ceiling':
      return target.ceiling === null ? 'No ceiling is known: set it on the player page, or find it by playing.' : ''
    case 'complaints':
      if (target.speaking.some((s) => s.rule.effect.kind === 'shift')) return ''
      return target.speaking.some((s) => s.rule.effect.kind === 'scale')
        ? nothingOn.value
          ? 'It is too heavy, and nothing was put on it that could come off: a lighter grip, other strings or another frame.'
          : ''
        : 'No complaint on the player page asks for another number.'
    default:
      return ''
  }
})
const advice = computed(() =>
  target.speaking.filter((s) => ['advice', 'school', 'shape', 'halfway', 'cluster'].includes(s.rule.effect.kind)),
)
/** A setup goes along from copying to half-way and back; the other ways have their own to choose from. */
function choose(way: TargetMethod): void {
  const any: TargetMethod[] = ['copy', 'halfway']
  target.derive(way, any.includes(way) && any.includes(target.body.way) ? target.body.referenceId : null)
}
const lengthCm = computed(() => job.view.frame.geometry.lengthCm)
</script>

<template>
  <StageFrame stage="target" title="Target" :rederive="target.rederive">
    <template #beside>
      <v-btn :to="{ name: 'schools' }" variant="text" size="small">Schools side by side</v-btn>
      <v-btn :to="{ name: 'face' }" variant="text" size="small">What it will do</v-btn>
    </template>
    <template #actions
      ><v-btn :prepend-icon="mdiPrinterOutline" variant="text" @click="print('comparison')">Sheet</v-btn
      ><v-btn
        v-if="aimedAt(target.body.lines).length > 0"
        :append-icon="mdiArrowRight"
        color="primary"
        variant="flat"
        :disabled="target.open.length > 0"
        :to="{ name: 'plan' }"
        >Plan</v-btn
      ></template
    >
    <section class="panel mb-3">
      <v-btn-toggle
        role="group"
        :model-value="target.body.way"
        aria-label="Way"
        class="ways"
        @update:model-value="(way: TargetMethod | undefined) => way && choose(way)"
      >
        <v-btn v-for="way in ways" :key="way" :value="way" size="small">{{ WAY_NAMES[way] }}</v-btn>
      </v-btn-toggle>
      <div v-if="needsSetup" class="d-flex ga-3 mt-3 align-center">
        <v-select
          v-if="target.body.way === 'cluster'"
          v-model="game"
          :items="['flat', 'spin', 'all-court', 'touch']"
          :placeholder="gameOf ?? ''"
          persistent-placeholder
          label="Game"
          class="game"
        />
        <SetupPicker
          v-if="target.body.way !== 'match'"
          :key="target.body.way"
          :model-value="target.body.referenceId"
          :sport="job.profile.id"
          :first="target.body.way === 'cluster' ? [] : offers.chosen"
          :styles="target.body.way === 'cluster' && gameOf ? [gameOf] : undefined"
          :kinds="target.body.way === 'cluster' ? ['professional'] : undefined"
          :near="target.body.way === 'halfway' ? undefined : offers.near"
          :label="
            target.body.way === 'halfway' ? 'Half-way to' : target.body.way === 'cluster' ? 'Nearest first' : 'Setup'
          "
          class="setup"
          data-testid="reference"
          @update:model-value="(id) => target.derive(target.body.way, id)"
        />
        <v-select
          v-else
          :model-value="target.body.referenceId"
          :items="offers.own.map((r) => ({ title: `${r.name}, ${r.really}, ${r.note}`, value: r.id }))"
          label="A frame measured here"
          class="setup"
          no-data-text="No other frame of this sport has been measured here"
          @update:model-value="(id: string) => target.derive('match', id)"
        />
      </div>
      <p v-if="says" class="mt-2 mb-0 quiet" data-testid="way-says">
        {{ says }} <RouterLink :to="{ name: 'player' }">To the player</RouterLink>
      </p>
      <p v-if="target.ceiling !== null" class="quiet mt-2 mb-0">
        Ceiling {{ writeQuantity(target.ceiling, 'swingWeight', shop.units, lengthCm) }} as this frame was measured;
        numbers taken from elsewhere are held there.
      </p>
    </section>
    <v-alert v-if="target.problem" type="error" variant="tonal" density="compact" class="mb-3">{{
      target.problem
    }}</v-alert>
    <section class="panel lines">
      <div class="head quiet"><span>Aim at</span><span>Target</span><span>Tolerance ±</span><span>Why</span></div>
      <TargetLineRow
        v-for="quantity in QUANTITIES"
        :key="quantity"
        :quantity="quantity"
        :line="target.body.lines[quantity] ?? null"
        :now="estimateOf(target.frame.state, quantity)"
        :setups="offers.chosen"
        @type="(value) => target.typeLine(quantity, value)"
        @change="(change) => target.setLine(quantity, change)"
        @take="(way, id) => target.takeOne(quantity, way, id)"
      />
      <AlsoAim :target="target" />
    </section>
    <WarningList
      :warnings="target.warnings"
      :confirmed="target.body.confirmed"
      :open="target.open"
      class="mt-3"
      @confirm="target.confirm"
    />
    <section v-if="advice.length > 0 || target.asks.length > 0" class="panel mt-3">
      <h2>From this player</h2>
      <ul class="advice">
        <li v-for="{ rule, words } in advice" :key="rule.id" :data-rule="rule.id">
          {{ words }} <small class="quiet">{{ rule.grade === 'thin' ? 'thin evidence; ' : '' }}{{ rule.source }}</small>
        </li>
      </ul>
      <p v-if="target.asks.length > 0" class="quiet mb-0">
        More could be said with: {{ target.asks.map((a) => FACT_NAMES[a] ?? a).join(', ') }}.
        <RouterLink :to="{ name: 'player' }">To the player</RouterLink>
      </p>
    </section>
    <p class="quiet mt-2 mb-0">
      Numbers as measured here, swing weight about {{ axisText(job.picture.axisCm, shop.units) }}.
    </p>
  </StageFrame>
</template>

<style scoped>
.ways {
  flex-wrap: wrap;
  height: auto !important;
}
.ways :deep(.v-btn) {
  padding: 0 9px;
}
.game {
  max-width: 150px;
}
.setup {
  max-width: 420px;
  flex: 1;
}
/* The columns of the head and of every line. */
.lines {
  --line-columns: 112px 150px 128px 1fr;
}
@media (max-width: 1180px) {
  .lines {
    --line-columns: 84px 156px 116px 1fr;
  }
}
.head {
  display: grid;
  grid-template-columns: var(--line-columns);
  gap: 12px;
  font-size: 13px;
}
@media (max-width: 760px) {
  .head {
    display: none;
  }
}
.advice {
  margin: 0 0 4px;
  padding-left: 18px;
  line-height: 1.4;
}
</style>
