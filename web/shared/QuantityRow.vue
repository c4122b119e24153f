<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import type { Estimate } from '#core/quantities/estimate.ts'
import { type AimQuantity, fromCore, unitFor } from '#core/quantities/units.ts'
import { unitMark, writeDifference, writeQuantity, writeSpread, writeValue } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'
import MarkGlyph from './MarkGlyph.vue'

/** One quantity on a straight scale: measured, predicted, target with its tolerance, and references on one axis. */
const props = defineProps<{
  quantity: AimQuantity
  lengthCm: number
  measured: Estimate | null
  predicted: Estimate | null
  target: { value: number; tolerance: number } | null
  references: { name: string; estimate: Estimate }[]
  /** The measured value is the final one: the gap to the target is its. */
  final: boolean
}>()

const shop = useShop()
const WIDTH = 316
const PAD = 12
const LEAST_SPAN = {
  mass: 12,
  balance: 1,
  swingWeight: 16,
  twistWeight: 1.6,
  recoilWeight: 10,
  mgri: 0.6,
  lateral: 0.6,
}

const scale = computed(() => {
  const values = [props.measured, props.predicted].flatMap((e) => (e ? [e.value - 2 * e.u, e.value + 2 * e.u] : []))
  if (props.target)
    values.push(props.target.value - props.target.tolerance, props.target.value + props.target.tolerance)
  values.push(...props.references.map((r) => r.estimate.value))
  if (values.length === 0) return null
  const low = Math.min(...values)
  const high = Math.max(...values)
  const grow = Math.max(0.06 * (high - low), (LEAST_SPAN[props.quantity] - (high - low)) / 2)
  return scaleLinear([low - grow, high + grow], [PAD, WIDTH - PAD])
})
const ticks = computed(() => {
  const s = scale.value
  if (!s) return []
  const unit = unitFor(props.quantity, shop.units)
  const [a = 0, b = 1] = s.domain().map((v) => fromCore(v, unit, props.lengthCm))
  const shown = scaleLinear([a, b], s.range())
  return shown.ticks(5).map((t) => ({
    x: shown(t),
    text: unit === 'points' ? Math.abs(t).toFixed(t % 1 ? 1 : 0) : String(Number(t.toFixed(3))),
  }))
})
/** What the prediction, or before a plan the measurement, still lacks to the target. */
const gap = computed(() => {
  const now = props.final ? (props.measured ?? props.predicted) : (props.predicted ?? props.measured)
  if (!now || !props.target) return null
  const off = now.value - props.target.value
  return { off, inside: Math.abs(off) <= props.target.tolerance + 1e-9 }
})
const value = (v: number) => writeValue(v, props.quantity, shop.units, props.lengthCm)
const says = computed(() => {
  const parts = [QUANTITY_NAMES[props.quantity]]
  if (props.measured)
    parts.push(`measured ${writeQuantity(props.measured.value, props.quantity, shop.units, props.lengthCm)}`)
  if (props.predicted)
    parts.push(`predicted ${writeQuantity(props.predicted.value, props.quantity, shop.units, props.lengthCm)}`)
  if (props.target)
    parts.push(
      `target ${writeQuantity(props.target.value, props.quantity, shop.units, props.lengthCm)} plus or minus ${writeSpread(props.target.tolerance, props.quantity, shop.units)}`,
    )
  return parts.join(', ')
})
const clamp = (x: number) => Math.min(WIDTH - PAD, Math.max(PAD, x))
</script>

<template>
  <section class="row" :aria-label="says">
    <div class="head">
      <span class="name">{{ QUANTITY_NAMES[quantity] }}</span>
      <span class="unit quiet">{{ unitMark(quantity, shop.units) }}</span>
      <span v-if="gap" class="gap figure" :class="gap.inside ? 'in' : 'off'"
        >{{ writeDifference(gap.off, quantity, shop.units) }} {{ gap.inside ? 'inside' : 'off target' }}</span
      >
    </div>
    <div class="figures figure">
      <span v-if="measured" class="measured"
        ><MarkGlyph kind="measured" :size="13" /> {{ value(measured.value)
        }}<small class="quiet"> ±{{ writeSpread(2 * measured.u, quantity, shop.units) }}</small></span
      >
      <span v-else class="quiet unknown">not measured</span>
      <span v-if="predicted" class="predicted" :data-predicted="quantity"
        ><MarkGlyph kind="predicted" :size="13" /> {{ value(predicted.value) }}</span
      >
      <span v-if="target" class="target"><MarkGlyph kind="target" :size="13" /> {{ value(target.value) }}</span>
    </div>
    <svg v-if="scale" :viewBox="`0 0 ${WIDTH} 40`" class="scale" aria-hidden="true">
      <rect
        v-if="target"
        :x="scale(target.value - target.tolerance)"
        y="3"
        :width="Math.max(2, scale(target.value + target.tolerance) - scale(target.value - target.tolerance))"
        height="19"
        class="band"
      />
      <line :x1="PAD" :x2="WIDTH - PAD" y1="22" y2="22" class="axis" />
      <g v-for="tick in ticks" :key="tick.x" class="tick">
        <line :x1="tick.x" :x2="tick.x" y1="22" y2="26" />
        <text :x="tick.x" y="37">{{ tick.text }}</text>
      </g>
      <path
        v-for="reference in references"
        :key="reference.name"
        :transform="`translate(${clamp(scale(reference.estimate.value))} 14)`"
        d="M-4.4-4H4.4L0 5Z"
        class="published-mark"
      />
      <g v-if="target" :transform="`translate(${scale(target.value)} 0)`" class="target-mark">
        <line y1="3" y2="22" />
      </g>
      <g v-if="measured" class="measured-mark">
        <line
          :x1="scale(measured.value - 2 * measured.u)"
          :x2="scale(measured.value + 2 * measured.u)"
          y1="12.5"
          y2="12.5"
        />
        <circle :cx="scale(measured.value)" cy="12.5" r="4.6" />
      </g>
      <path
        v-if="predicted"
        :transform="`translate(${scale(predicted.value)} 12.5)`"
        d="M0-6.2L6.2 0 0 6.2-6.2 0Z"
        class="predicted-mark"
      />
    </svg>
  </section>
</template>

<style scoped>
.row {
  padding: 7px 0 5px;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.head {
  display: flex;
  align-items: baseline;
  gap: 6px;
}
.name {
  font-weight: 650;
}
.unit {
  font-size: 12.5px;
}
.gap {
  margin-left: auto;
  font-size: 13px;
  padding: 0 6px;
  border-radius: 3px;
}
.gap.in {
  background: rgb(var(--v-theme-target));
  color: rgb(var(--v-theme-surface));
}
.gap.off {
  border: 1px solid rgb(var(--v-theme-predicted));
  color: rgb(var(--v-theme-predicted));
}
.figures {
  display: flex;
  gap: 12px;
  font-size: 17px;
  font-weight: 600;
  min-height: 25px;
  white-space: nowrap;
  /* Three balances in points have room beside each other. */
  word-spacing: -3px;
}
.figures small {
  font-size: 12.5px;
  font-weight: 400;
}
/* Narrow beside the work. */
@media (min-width: 1001px) and (max-width: 1180px) {
  .figures {
    gap: 7px;
    font-size: 14.5px;
  }
  .figures small {
    font-size: 11.5px;
  }
  .gap {
    font-size: 12px;
    padding: 0 4px;
  }
}
.unknown {
  font-size: 14px;
  font-weight: 400;
  font-family: var(--kv-text);
}
.scale {
  display: block;
  width: 100%;
  height: auto;
}
.band {
  fill: rgb(var(--v-theme-target));
  opacity: 0.2;
}
.axis,
.tick line {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1;
}
.tick text {
  font-family: var(--kv-figure);
  font-size: 10.5px;
  text-anchor: middle;
  fill: rgb(var(--v-theme-quiet));
}
.target-mark line {
  stroke: rgb(var(--v-theme-target));
  stroke-width: 2;
}
.measured-mark circle {
  fill: rgb(var(--v-theme-measured));
}
.measured-mark line {
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 2;
}
.predicted-mark {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2.3;
}
.published-mark {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-published));
  stroke-width: 1.8;
  stroke-linejoin: round;
}
</style>
