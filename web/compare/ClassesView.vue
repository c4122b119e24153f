<script setup lang="ts">
import { computed, type Reactive } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { bareState, rulesFacts } from '#core/targets/frameNow.ts'
import { BAND_RULES, PLAYER_RULES } from '#core/targets/rules/playerRules.ts'
import { judge, type Band } from '#core/targets/rules/rule.ts'
import { labelFor } from '#core/sports/profile.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import ShapesPanel from './ShapesPanel.vue'
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
const write = (v: number, q: 'mass' | 'balance') => writeQuantity(v, q, shop.units, props.compare.geometry.lengthCm)
const standardMass = computed(() => estimateOf(props.compare.standard, 'mass'))
const standardBalance = computed(() => estimateOf(props.compare.standard, 'balance'))
const standardSwing = computed(() => estimateOf(props.compare.standard, 'swingWeight'))
const classMass = computed(() => bareMass.value ?? null)
const inside = (v: number | undefined, [a, b]: Band) => v !== undefined && v >= a && (b === null || v <= b)
const writeBand = ([a, b]: Band, unit = '') =>
  b === null ? `${fixed(a, 0)}${unit} and more` : `${fixed(a, 0)}–${fixed(b, 0)}${unit}`
</script>

<template>
  <div class="panel">
    <ShapesPanel v-if="compare.profile.shapes.length > 0" :compare="compare" :judged="judged" :facts="facts" />
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
        <b>{{ labelFor('balance', standardBalance.value, compare.profile) }}</b>. Even is about 295 mm, 300 mm and more
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
.here td {
  background: rgba(var(--v-theme-target), 0.12);
  font-weight: 600;
}
.hit {
  color: rgb(var(--v-theme-target));
}
</style>
