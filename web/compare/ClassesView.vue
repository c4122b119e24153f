<script setup lang="ts">
import { computed, type Reactive } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { bareState, rulesFacts } from '#core/targets/frameNow.ts'
import { BAND_RULES, PLAYER_RULES } from '#core/targets/rules/playerRules.ts'
import { judge, ruleMessage, type Band } from '#core/targets/rules/rule.ts'
import { wordFor } from '#core/sports/profile.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import FrameShape from '../shared/FrameShape.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import type { Compare } from './useCompare.ts'

/** What the sport’s own classes say of the frame: bands by player, shapes and their limits, weight classes. */
const props = defineProps<{ compare: Reactive<Compare> }>()
const job = useOpenJob()
const shop = useShop()
const frame = computed(() => ({
  state: job.picture.measured.state,
  condition: job.picture.condition,
  geometry: props.compare.geometry,
  profile: props.compare.profile,
}))
const facts = computed(() => rulesFacts(frame.value, job.documents.player?.facts ?? null))
const judged = computed(() => judge(PLAYER_RULES, facts.value))
const bare = computed(() => bareState(frame.value))
const bareMass = computed(() => estimateOf(bare.value, 'mass'))
const bareSwing = computed(() => estimateOf(bare.value, 'swingWeight'))
const bands = computed(() =>
  judged.value.flatMap((j) =>
    BAND_RULES.includes(j.rule) && j.rule.effect.kind === 'band' ? [{ ...j, effect: j.rule.effect }] : [],
  ),
)
const shapeAdvice = computed(() =>
  judged.value.flatMap((j) =>
    j.verdict === 'yes' && j.rule.effect.kind === 'shape'
      ? [{ id: j.rule.id, message: ruleMessage(j.rule, facts.value), prefer: j.rule.effect.prefer }]
      : [],
  ),
)
const asks = computed(() =>
  judged.value.some((j) => j.rule.effect.kind === 'shape' && j.verdict === 'unknown')
    ? 'Level, what was played before and where mishits land are asked on the player page.'
    : '',
)
const fits = (name: string) => shapeAdvice.value.some((a) => a.prefer.includes(name.toLowerCase()))
const write = (v: number, q: 'mass' | 'length' | 'swingWeight' | 'balance') =>
  writeQuantity(v, q, shop.units, props.compare.geometry.lengthCm)
const rules = computed(() => props.compare.profile.rules)
const standardMass = computed(() => estimateOf(props.compare.standard, 'mass'))
const standardBalance = computed(() => estimateOf(props.compare.standard, 'balance'))
const standardSwing = computed(() => estimateOf(props.compare.standard, 'swingWeight'))
const classMass = computed(() => bareMass.value ?? null)
/** The outline nearest in length and width. */
const mineShape = computed(() => {
  const g = props.compare.geometry
  return [...props.compare.profile.shapes].sort(
    (a, b) =>
      Math.hypot(a.lengthCm - g.lengthCm, a.widthCm - g.headWidthCm) -
      Math.hypot(b.lengthCm - g.lengthCm, b.widthCm - g.headWidthCm),
  )[0]?.name
})
const outlineOf = (shape: { name: string; lengthCm: number; widthCm: number }) => {
  const { profile } = props.compare
  const known = profile.outlines.find((o) => o.name.toLowerCase().startsWith(shape.name.toLowerCase()))
  return { ...profile.geometry, ...known?.change, lengthCm: shape.lengthCm, headWidthCm: shape.widthCm }
}
const inside = (v: number | undefined, [a, b]: Band) => v !== undefined && v >= a && (b === null || v <= b)
const writeBand = ([a, b]: Band, unit = '') =>
  b === null ? `${fixed(a, 0)}${unit} and more` : `${fixed(a, 0)}–${fixed(b, 0)}${unit}`
</script>

<template>
  <div class="panel">
    <template v-if="compare.profile.shapes.length > 0">
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
                <small class="quiet">{{ wordFor('swingWeight', shape.swingWeightKgCm2, compare.profile) }}</small>
              </dd>
            </template>
          </dl>
          <p class="quiet says">{{ shape.description }}</p>
        </section>
      </div>
      <p class="mt-3 mb-0">
        <b>Limits</b>: length {{ write(rules.maxLengthCm, 'length')
        }}<template v-if="rules.maxSumCm">, length and width together {{ write(rules.maxSumCm, 'length') }}</template
        ><template v-else>, width {{ write(rules.maxWidthCm, 'length') }}</template
        ><template v-if="rules.maxThicknessCm">, thickness {{ write(rules.maxThicknessCm, 'length') }}</template
        >. <small class="quiet">{{ rules.name }}, {{ rules.source }}. Usual numbers: common practice, no source.</small>
      </p>
      <p v-if="standardSwing && wordFor('swingWeight', standardSwing.value, compare.profile)" class="mb-0">
        This frame: swing weight {{ fixed(standardSwing.value, 1) }} about {{ fixed(compare.profile.axisCm, 2) }} cm,
        <b>{{ wordFor('swingWeight', standardSwing.value, compare.profile) }}</b>.
      </p>
    </template>
    <template v-else-if="compare.profile.classes.length > 0">
      <table class="plain" aria-label="Weight classes">
        <thead>
          <tr>
            <th>Class</th>
            <th>Bare weight</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="c in compare.profile.classes"
            :key="c.name"
            :class="{ here: classMass && classMass.value >= c.fromG && classMass.value < c.toG }"
          >
            <td>
              <b>{{ c.name }}</b>
            </td>
            <td class="figure">{{ write(c.fromG, 'mass') }} to under {{ write(c.toG, 'mass') }}</td>
            <td>
              <template v-if="classMass && classMass.value >= c.fromG && classMass.value < c.toG"
                >this frame, bare {{ write(classMass.value, 'mass') }} ±{{ fixed(2 * classMass.u, 1) }}</template
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="standardBalance" class="mt-3">
        Balance {{ write(standardBalance.value, 'balance') }} strung:
        <b>{{ wordFor('balance', standardBalance.value, compare.profile) }}</b>. Even is about 295 mm, 300 mm and more
        plainly head-heavy (common practice, no source).
      </p>
      <p v-if="bareSwing && standardSwing && standardMass" class="mb-0" data-testid="bare-match">
        Bare it would read <b class="figure">{{ fixed(bareSwing.value, 1) }}</b> where strung it reads
        <b class="figure">{{ fixed(standardSwing.value, 1) }}</b>: a bare frame is matched with the first.
      </p>
    </template>
    <template v-else>
      <p v-if="bands.every((b) => b.verdict !== 'yes')" class="quiet">
        Which band fits depends on age and level. <RouterLink :to="{ name: 'player' }">To the player</RouterLink>
      </p>
      <table class="plain" aria-label="Bands by player">
        <thead>
          <tr>
            <th>Player</th>
            <th class="num">Bare weight</th>
            <th class="num">Bare swing weight</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="band in bands"
            :key="band.rule.id"
            :class="{ here: band.verdict === 'yes' }"
            :data-rule="band.rule.id"
          >
            <td>{{ band.rule.message.split(':')[0] }}</td>
            <td class="num figure" :class="{ hit: inside(bareMass?.value, band.effect.mass) }">
              {{ writeBand(band.effect.mass, ' g') }}
            </td>
            <td class="num figure" :class="{ hit: inside(bareSwing?.value, band.effect.swingWeight) }">
              {{ writeBand(band.effect.swingWeight) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="bareMass" class="mt-3 mb-0">
        This frame, bare with base grip: <b class="figure">{{ write(bareMass.value, 'mass') }}</b> ±{{
          fixed(2 * bareMass.u, 1)
        }}<template v-if="bareSwing"
          >, swing weight <b class="figure">{{ fixed(bareSwing.value, 1) }}</b> ±{{
            fixed(2 * bareSwing.u, 1)
          }}</template
        >. <small class="quiet">Bands: common practice, no source.</small>
      </p>
    </template>
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
.here td {
  background: rgba(var(--v-theme-target), 0.12);
  font-weight: 600;
}
.num {
  text-align: right !important;
}
.hit {
  color: rgb(var(--v-theme-target));
}
</style>
