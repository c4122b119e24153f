<script setup lang="ts">
import { computed, type Reactive } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { ruleMessage, type RuleFacts, type RuleOutcome } from '#core/targets/rules/rule.ts'
import { labelFor, nearestShape } from '#core/sports/profile.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import FrameShape from '../shared/FrameShape.vue'
import { useShop } from '../stores/shop.ts'
import type { Compare } from './useCompare.ts'
import { axisText } from '#contract/messages/names.ts'

/** The shapes of a sport's frames, those that suit the player, and what the rules of play allow. */
const props = defineProps<{
  compare: Reactive<Compare>
  /** What the rules say of this player and frame. */
  judged: RuleOutcome[]
  facts: RuleFacts
}>()
const shop = useShop()
const shapeAdvice = computed(() =>
  props.judged.flatMap((j) =>
    j.verdict === 'yes' && j.rule.effect.kind === 'shape'
      ? [{ id: j.rule.id, message: ruleMessage(j.rule, props.facts), prefer: j.rule.effect.prefer }]
      : [],
  ),
)
const asks = computed(() =>
  props.judged.some((j) => j.rule.effect.kind === 'shape' && j.verdict === 'unknown')
    ? 'Level, what was played before and where mishits land are asked on the player page.'
    : '',
)
const fits = (name: string) => shapeAdvice.value.some((a) => a.prefer.includes(name.toLowerCase()))
const write = (v: number, q: 'length') => writeQuantity(v, q, shop.units, props.compare.geometry.lengthCm)
const rules = computed(() => props.compare.profile.rules)
const standardSwing = computed(() => estimateOf(props.compare.standard, 'swingWeight'))
const mineShape = computed(() => nearestShape(props.compare.profile.shapes, props.compare.geometry)?.name)
const outlineOf = (shape: { name: string; lengthCm: number; widthCm: number }) => {
  const { profile } = props.compare
  const known = profile.outlines.find((o) => o.name.toLowerCase().startsWith(shape.name.toLowerCase()))
  return { ...profile.geometry, ...known?.change, lengthCm: shape.lengthCm, headWidthCm: shape.widthCm }
}
</script>

<template>
  <div>
    <p v-for="advice in shapeAdvice" :key="advice.id" class="advice" :data-rule="advice.id">{{ advice.message }}</p>
    <p v-if="asks" class="quiet">{{ asks }} <RouterLink :to="{ name: 'player' }">To the player</RouterLink></p>
    <div class="shapes">
      <section
        v-for="shape in compare.profile.shapes"
        :key="shape.name"
        class="shape"
        :class="{ fits: fits(shape.name), mine: shape.name === mineShape }"
        :data-shape="shape.name"
      >
        <svg viewBox="-14 -46 28 47" aria-hidden="true">
          <g transform="rotate(-90)"><FrameShape :geometry="outlineOf(shape)" /></g>
        </svg>
        <h2>{{ shape.name }}</h2>
        <p v-if="fits(shape.name)" class="tag">suits this player</p>
        <p v-if="shape.name === mineShape" class="tag own">like this frame</p>
        <dl class="figure">
          <dt>Length</dt>
          <dd>{{ write(shape.lengthCm, 'length') }}</dd>
          <dt>Width</dt>
          <dd>{{ write(shape.widthCm, 'length') }}</dd>
          <template v-if="rules.maxSumCm">
            <dt>Together</dt>
            <dd :class="{ over: shape.lengthCm + shape.widthCm > rules.maxSumCm + 1e-6 }">
              {{ write(shape.lengthCm + shape.widthCm, 'length') }}
            </dd>
          </template>
          <template v-if="shape.swingWeightKgCm2 !== null">
            <dt>Swing weight</dt>
            <dd>
              {{ fixed(shape.swingWeightKgCm2, 0) }}
              <small class="quiet">{{ labelFor('swingWeight', shape.swingWeightKgCm2, compare.profile) }}</small>
            </dd>
          </template>
        </dl>
        <p class="quiet description">{{ shape.description }}</p>
      </section>
    </div>
    <p class="mt-3 mb-0">
      <b>Limits</b>: length {{ write(rules.maxLengthCm, 'length')
      }}<template v-if="rules.maxSumCm">, length and width together {{ write(rules.maxSumCm, 'length') }}</template
      ><template v-else>, width {{ write(rules.maxWidthCm, 'length') }}</template
      ><template v-if="rules.maxThicknessCm">, thickness {{ write(rules.maxThicknessCm, 'length') }}</template
      >. <small class="quiet">{{ rules.name }}, {{ rules.source }}. Usual numbers: common practice, no source.</small>
    </p>
    <p v-if="standardSwing && labelFor('swingWeight', standardSwing.value, compare.profile)" class="mb-0">
      This frame: swing weight {{ fixed(standardSwing.value, 1) }} about
      {{ axisText(compare.profile.axisCm, shop.units) }},
      <b>{{ labelFor('swingWeight', standardSwing.value, compare.profile) }}</b>.
    </p>
  </div>
</template>

<style scoped>
.shapes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  gap: 12px;
}
.shape {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  padding: 8px 10px;
}
.shape.fits {
  border: 2px solid rgb(var(--v-theme-target));
}
.shape svg {
  height: 150px;
  width: 100%;
}
.tag {
  margin: 0;
  font-size: 13px;
  font-weight: 650;
  color: rgb(var(--v-theme-target));
}
.tag.own {
  color: rgb(var(--v-theme-measured));
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  margin: 4px 0;
  font-size: 13.5px;
}
dt {
  font-family: var(--kv-text);
}
dd {
  margin: 0;
  text-align: right;
}
.over {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
.description {
  font-size: 13px;
  margin: 0;
  line-height: 1.3;
}
.advice {
  margin: 0 0 6px;
  font-weight: 600;
}
</style>
