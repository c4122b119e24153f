<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { fixed } from '#core/quantities/write.ts'
import PlainNumber from '../../shared/PlainNumber.vue'
import QuantityField from '../../shared/QuantityField.vue'
import { useDevices } from '../../stores/devices.ts'
import { useOpenJob } from '../../stores/openJob.ts'
import InstrumentStrip from '../../instruments/InstrumentStrip.vue'
import ErrorBudget from './ErrorBudget.vue'
import { HAND_STEPS } from './handSteps.ts'
import MethodDrawing from './MethodDrawing.vue'
import MethodTabs from './MethodTabs.vue'
import PeriodTimer from './PeriodTimer.vue'
import { HAND_METHODS, useHandMethod, type HandMethod } from './useHandMethod.ts'

/** Measuring without a machine, step by step, with the error budget as it grows. */
const props = defineProps<{ method?: string }>()
const job = useOpenJob()
const devices = useDevices()
const chosen = computed<HandMethod>(() => HAND_METHODS.find((m) => m.id === props.method)?.id ?? 'pendulum')
const about = computed(() => HAND_METHODS.find((m) => m.id === chosen.value)!)
const { warning, inputs, timings, outcome, gravity, anyRecorded, take, known } = useHandMethod(() => chosen.value)
const geometry = computed(() => job.view.frame.geometry)
const isBalance = computed(() => about.value.quantity === 'balance')
const unit = computed(() => (isBalance.value ? 'cm' : 'kg·cm²'))
const decimals = computed(() => (about.value.quantity === 'swingWeight' ? 2 : 3))
const swinging = computed(() => !isBalance.value)
const pinned = computed(() => chosen.value === 'pendulum' || chosen.value === 'twist-swings')
/** Of two timers the one that was touched last gets the taps of the space bar. */
const inHand = ref<'edge' | 'face'>('edge')
/** A gyroscope has measured the angle already. */
const angleNeeded = computed(() => Object.values(timings.value).every((t) => t?.amplitudeRad !== 0))
const BALANCE_FIELDS = computed(
  () =>
    [
      ['supportCm', 'Support x₁ from butt'],
      ['knifeCm', 'Knife x₂ from butt'],
    ] as const,
)
let leave = () => {}
const receiver = {
  quantity: 'mass' as const,
  take: (r: { raw: number; id: string }) => {
    inputs.value.scaleG = r.raw
    void devices.take([r.id], 'by hand')
  },
}
onMounted(() => (leave = devices.receive(receiver)))
onBeforeUnmount(() => leave())
const take3 = (n: number) =>
  n >= inputs.value.pairs.length ? inputs.value.pairs.push({ headCm: null, buttCm: null }) : 0
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3 flex-wrap">
      <v-btn :to="{ name: 'measure' }" :prepend-icon="mdiArrowLeft" variant="text">Measure</v-btn>
      <h1>By hand</h1>
      <v-spacer />
      <span class="quiet">g = {{ fixed(gravity.value, 2) }} cm/s²</span>
    </header>
    <MethodTabs class="mb-3" :chosen="chosen" />
    <InstrumentStrip v-if="chosen === 'balance-support'" class="mb-2" />
    <div class="page" :class="{ swinging }">
      <section class="panel">
        <MethodDrawing
          :method="chosen"
          :geometry="geometry"
          :pin-cm="inputs.pinCm"
          :support-cm="inputs.supportCm"
          :knife-cm="inputs.knifeCm"
          :apart-cm="inputs.apartCm"
          :recorder-cm="inputs.phoneOn ? inputs.phone.atCm : null"
        />
        <ol class="steps">
          <li v-for="step in HAND_STEPS[chosen]" :key="step">{{ step }}</li>
        </ol>
      </section>
      <section class="panel">
        <template v-if="chosen === 'balance-edge'">
          <div v-for="(pair, n) in inputs.pairs" :key="n" class="two mb-2">
            <PlainNumber
              :model-value="pair.headCm"
              :label="`${n + 1}. dropped to the head at`"
              suffix="cm"
              :min="1"
              :max="80"
              @update:model-value="(v) => ((pair.headCm = v), take3(n + 1))"
            />
            <PlainNumber v-model="pair.buttCm" label="dropped to the butt at" suffix="cm" :min="1" :max="80" />
          </div>
        </template>
        <template v-else-if="chosen === 'balance-support'">
          <div class="two mb-3">
            <QuantityField
              v-for="[name, label] in BALANCE_FIELDS"
              :key="name"
              quantity="length"
              :length-cm="geometry.lengthCm"
              :label="label"
              :keep="`hand-${name}`"
              :model-value="inputs[name]"
              @commit="(v) => (inputs[name] = v)"
            />
          </div>
          <QuantityField
            quantity="mass"
            :length-cm="geometry.lengthCm"
            label="Scale under the knife"
            keep="hand-scale"
            :model-value="inputs.scaleG"
            data-testid="knife-scale"
            @commit="(v) => (inputs.scaleG = v)"
            @focused="devices.focused = receiver"
          />
        </template>
        <template v-else>
          <PeriodTimer
            v-if="chosen === 'twist-swings'"
            key="edge"
            name="Edge-on"
            :keep="`${job.view.job.id}-edge`"
            :active="inHand === 'edge'"
            @in-hand="inHand = 'edge'"
            @timed="(t) => (timings.edge = t)"
          />
          <PeriodTimer
            v-if="pinned"
            key="face"
            name="Face-on"
            :keep="`${job.view.job.id}-face`"
            :active="chosen === 'pendulum' || inHand === 'face'"
            @in-hand="inHand = 'face'"
            @timed="(t) => (timings.face = t)"
          />
          <PeriodTimer
            v-if="chosen === 'twist-threads'"
            key="threads"
            name="Turns"
            :keep="`${job.view.job.id}-threads`"
            active
            @timed="(t) => (timings.threads = t)"
          />
          <div class="three mt-3">
            <template v-if="pinned">
              <PlainNumber v-model="inputs.pinCm" label="Pin from butt" suffix="cm" :min="0" :max="40" />
              <PlainNumber v-model="inputs.pinU" label="known to" suffix="± cm" :min="0" :max="2" />
            </template>
            <template v-else>
              <PlainNumber v-model="inputs.apartCm" label="Threads apart" suffix="cm" :min="2" :max="60" />
              <PlainNumber v-model="inputs.threadCm" label="Thread length" suffix="cm" :min="10" :max="500" />
            </template>
            <PlainNumber
              v-if="angleNeeded"
              v-model="inputs.angleDeg"
              label="Angle to each side"
              suffix="°"
              :min="0"
              :max="60"
            />
          </div>
          <v-checkbox v-model="inputs.phoneOn" label="A phone rides along; take it out" />
          <p v-if="anyRecorded && !inputs.phoneOn" class="warn">
            The recorder’s own mass counts: tick it, and give its mass and place.
          </p>
          <div v-if="inputs.phoneOn" class="three">
            <PlainNumber v-model="inputs.phone.massG" label="Its mass" suffix="g" :min="0" :max="600" />
            <PlainNumber v-model="inputs.phone.atCm" label="Its middle from butt" suffix="cm" :min="0" :max="80" />
            <PlainNumber v-model="inputs.phone.offFaceCm" label="Off the face" suffix="cm" :min="0" :max="10" />
            <PlainNumber v-model="inputs.phone.longCm" label="Along the frame" suffix="cm" :min="0" :max="30" />
            <PlainNumber v-model="inputs.phone.wideCm" label="Across" suffix="cm" :min="0" :max="30" />
            <PlainNumber v-model="inputs.phone.thickCm" label="Thick" suffix="cm" :min="0" :max="5" />
          </div>
        </template>
        <div class="outcome">
          <template v-if="outcome.result">
            <div class="d-flex align-center ga-3">
              <span class="value figure" data-testid="hand-result"
                >{{ fixed(outcome.result.value, decimals) }}
                <small>±{{ fixed(2 * outcome.result.u, decimals) }} {{ unit }}</small></span
              >
              <v-spacer />
              <v-btn color="primary" variant="flat" data-testid="take-hand" @click="take">Take this reading</v-btn>
            </div>
            <p v-if="warning" class="warn mb-0" role="alert" data-testid="hand-warning">{{ warning }}</p>
            <ErrorBudget :result="outcome.result" :unit="unit" :decimals="decimals" />
          </template>
          <p v-else :class="outcome.refused ? 'refused' : 'quiet'" role="status" class="mb-0">{{ outcome.says }}</p>
          <p v-if="!isBalance && known('mass') && known('balance')" class="quiet mb-0 mt-2">
            From this frame: {{ fixed(known('mass')!.value, 1) }} g, {{ fixed(known('balance')!.value, 2) }} cm.
          </p>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 12px;
}
.page.swinging {
  grid-template-columns: 260px minmax(0, 1fr);
  align-items: start;
}
.steps {
  margin: 8px 0 0;
  padding-left: 20px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 10px;
}
.outcome {
  border-top: 1px solid rgb(var(--v-theme-line));
  margin-top: 12px;
  padding-top: 10px;
}
.value {
  font-size: 24px;
  font-weight: 700;
}
.value small {
  font-size: 15px;
  font-weight: 400;
}
.refused,
.warn {
  color: rgb(var(--v-theme-error));
}
@media (max-width: 760px) {
  .page.swinging,
  .three {
    grid-template-columns: 1fr;
  }
}
</style>
