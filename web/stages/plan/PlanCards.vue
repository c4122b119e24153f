<script setup lang="ts">
import { computed } from 'vue'
import type { AlternativeId } from '#core/plan/alternatives.ts'
import type { Plan } from '#core/plan/plan.ts'
import { fixed, writeDifference } from '#core/quantities/write.ts'
import { QUANTITY_NAMES, stripsText } from '#contract/words.ts'
import { ALTERNATIVES, leftOutWords } from '../../shared/words.ts'
import { useJob } from '../../stores/job.ts'
import { useShop } from '../../stores/shop.ts'
import type { usePlanner } from './usePlanner.ts'

const props = defineProps<{ planner: ReturnType<typeof usePlanner>; taken: AlternativeId | null }>()
defineEmits<{ take: [id: AlternativeId, plan: Plan] }>()
const job = useJob()
const shop = useShop()
const cards = computed(() => props.planner.ways.value)
const lines = (plan: Plan) =>
  plan.cuts.map((cut) => {
    const material = shop.materials.find((m) => m.id === cut.materialId)
    const zone = job.picture!.work.profile.zones.find((z) => z.id === cut.zoneId)
    return {
      id: cut.id,
      where: zone?.name ?? 'Grip',
      what: material?.name ?? '',
      cut: material ? stripsText(cut, material, job.picture!.work) : '',
    }
  })
</script>

<template>
  <section class="mt-3" aria-label="Ways to reach the target">
    <h2>Ways to reach it</h2>
    <div class="cards">
      <article
        v-for="{ id, plan } in cards"
        :key="id"
        class="panel card"
        :class="{ taken: id === taken }"
        :data-alternative="id"
      >
        <header>
          <b>{{ ALTERNATIVES[id].name }}</b>
          <span class="figure mass">+{{ fixed(plan.score.addedG, 1) }} g</span>
        </header>
        <p class="quiet">{{ ALTERNATIVES[id].says }}</p>
        <table>
          <tbody>
            <tr v-for="line in lines(plan)" :key="line.id">
              <td>{{ line.where }}</td>
              <td class="quiet">{{ line.what }}</td>
              <td class="figure cut">{{ line.cut }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="plan.cuts.length === 0" class="quiet">Nothing to add.</p>
        <ul class="off">
          <li v-for="landing in plan.landings" :key="landing.quantity" :class="{ out: !landing.inside }">
            <span>{{ QUANTITY_NAMES[landing.quantity] }}</span><span class="figure">{{
              writeDifference(landing.off, landing.quantity, shop.units)
            }}</span>
          </li>
        </ul>
        <footer>
          <span class="proof" :class="{ yes: plan.proven }">{{
            plan.proven ? 'proven best' : planner.state.value === 'working' ? 'good, being proven' : 'good, not proven'
          }}</span>
          <v-btn
            size="small"
            :variant="id === taken ? 'flat' : 'tonal'"
            color="primary"
            :data-testid="`take-${id}`"
            @click="$emit('take', id, plan)"
            >{{ id === taken ? 'Taken' : 'Take' }}</v-btn
          >
        </footer>
      </article>
    </div>
    <p v-if="planner.leftOut.value.length > 0" class="quiet left mt-2">
      Left out: {{ planner.leftOut.value.map((l) => `“${ALTERNATIVES[l.id].name}” ${leftOutWords(l)}`).join('; ') }}.
    </p>
  </section>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(252px, 1fr));
  gap: 10px;
}
.card {
  display: flex;
  flex-direction: column;
  padding: 10px 12px;
}
.card.taken {
  border: 2px solid rgb(var(--v-theme-primary));
  padding: 9px 11px;
}
header {
  display: flex;
  justify-content: space-between;
  font-size: 16px;
}
.mass {
  font-weight: 700;
}
p {
  margin: 2px 0 6px;
  font-size: 13.5px;
  line-height: 1.3;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
td {
  padding: 2px 4px 2px 0;
  vertical-align: top;
  line-height: 1.25;
}
.cut {
  text-align: right;
}
.off {
  list-style: none;
  margin: 8px 0;
  padding: 6px 0 0;
  border-top: 1px solid rgb(var(--v-theme-line));
  font-size: 13.5px;
}
.off li {
  display: flex;
  justify-content: space-between;
}
.off .out {
  color: rgb(var(--v-theme-predicted));
  font-weight: 700;
}
footer {
  margin-top: auto;
  display: flex;
  align-items: center;
  justify-content: space-between;
}
.proof {
  font-size: 13px;
  color: rgb(var(--v-theme-quiet));
}
.proof.yes {
  color: rgb(var(--v-theme-target));
  font-weight: 650;
}
.left {
  font-size: 13px;
}
</style>
