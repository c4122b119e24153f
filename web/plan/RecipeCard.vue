<script setup lang="ts">
import { computed } from 'vue'
import { cautionsOnNext } from '#core/targets/warnings.ts'
import type { FrameNow } from '#core/targets/frameNow.ts'
import { fixed, unitMark } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { afterwardsText, workText } from '#contract/messages/plan.ts'
import CutLines from '../plan-editor/CutLines.vue'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import { usePlanRequest } from '../stores/planRequest.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { feelText, numbersAfter, type RecipeCard } from './recipeCards.ts'

/** One recipe at the amount that is turned to: its strips, its numbers, what a player will notice. */
const props = defineProps<{ card: RecipeCard; now: FrameNow }>()
defineEmits<{ take: []; forget: [] }>()
const job = useOpenJob()
const shop = useShop()
const { limits } = usePlanRequest()
const after = computed(() => props.card.plan.result)
const cautions = computed(() =>
  cautionsOnNext(props.now, { ...props.now, state: after.value }, job.documents.player?.facts ?? null),
)
const numbers = computed(() =>
  numbersAfter(props.now.state, after.value, shop.units, job.picture.work.geometry.lengthCm),
)
const cuts = computed(() => props.card.plan.cuts)
</script>

<template>
  <article class="panel" :data-recipe="card.id">
    <header>
      <b>{{ card.name }} <small v-if="card.own" class="quiet">our own</small></b
      ><span class="figure">+{{ fixed(card.plan.score.addedG, 1) }} g</span>
    </header>
    <p class="work">{{ workText(cuts, job.picture.materials, job.picture.work, limits.minutes) }}</p>
    <p v-for="c in cautions" :key="c.id" class="caution" role="note">{{ c.message }}</p>
    <p class="quiet">{{ card.description }}</p>
    <p v-for="note in card.notes" :key="note" class="doubt">{{ note }}</p>
    <PlanPicture
      :cuts="cuts"
      :materials="job.picture.materials"
      :work="job.picture.work"
      :label="`The frame with “${card.name}”`"
    />
    <CutLines :cuts="cuts" :materials="job.picture.materials" :work="job.picture.work" />
    <table class="numbers">
      <tbody>
        <tr v-for="n in numbers" :key="n.quantity">
          <th scope="row">
            {{ QUANTITY_NAMES[n.quantity] }} <small class="quiet">{{ unitMark(n.quantity, shop.units) }}</small>
          </th>
          <td class="figure">{{ n.is }}</td>
          <td class="figure quiet">{{ n.by }}</td>
        </tr>
      </tbody>
    </table>
    <p data-testid="felt">{{ feelText(now.state, after) }}</p>
    <footer>
      <span class="quiet">{{ afterwardsText(cuts, job.picture.materials, job.picture.work) }}</span>
      <span class="acts">
        <v-btn v-if="card.own" size="small" variant="text" :data-testid="`forget-${card.id}`" @click="$emit('forget')"
          >Forget</v-btn
        >
        <v-btn
          size="small"
          variant="tonal"
          color="primary"
          :disabled="cuts.length === 0"
          :data-testid="`recipe-${card.id}`"
          @click="$emit('take')"
          >Put it on</v-btn
        >
      </span>
    </footer>
  </article>
</template>

<style scoped>
article {
  display: flex;
  flex-direction: column;
  padding: 10px 12px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  font-size: 16px;
}
p {
  margin: 2px 0 6px;
  font-size: 13.5px;
  line-height: 1.3;
}
.work {
  font-weight: 600;
}
.caution,
.doubt {
  color: rgb(var(--v-theme-predicted));
  font-weight: 600;
}
.numbers {
  margin: 8px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  font-size: 13.5px;
}
.numbers th {
  text-align: left;
  font-weight: 400;
}
.numbers td {
  text-align: right;
  padding-left: 8px;
}
footer {
  margin-top: auto;
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  font-size: 12.5px;
}
.acts {
  display: flex;
  gap: 4px;
}
</style>
