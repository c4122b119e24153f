<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import { fits } from '#core/cuts/zones.ts'
import { useOpenJob } from '../stores/openJob.ts'
import type { PlanBench } from './usePlanEditor.ts'

/** A way to put another piece on: every place with what goes there, and what is changed as a whole. */
const props = defineProps<{ bench: PlanBench }>()
const job = useOpenJob()
const all = computed(() => job.picture.materials)
const choices = computed(() =>
  props.bench.work.value.profile.zones
    .map((zone) => ({ zone, materials: all.value.filter((m) => fits(zone, m)) }))
    .filter(({ materials }) => materials.length > 0),
)
/** What is changed as a whole. */
const WHOLE = [
  { name: 'Grip', kinds: ['grip', 'overgrip'] },
  { name: 'Strings', kinds: ['strings'] },
  { name: 'Take off', kinds: ['off'] },
]
const whole = computed(() =>
  WHOLE.map((group) => ({ ...group, materials: all.value.filter((m) => group.kinds.includes(m.kind)) })).filter(
    (group) => group.materials.length > 0,
  ),
)
</script>

<template>
  <v-menu>
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" :prepend-icon="mdiPlus" size="small" data-testid="add-piece">Piece</v-btn></template
    >
    <div class="panel add">
      <div v-for="{ zone, materials } in choices" :key="zone.id" class="zone">
        <span>{{ zone.name }}</span>
        <v-btn
          v-for="m in materials"
          :key="m.id"
          size="small"
          variant="text"
          :data-testid="`add-${zone.id}-${m.id}`"
          @click="bench.add(zone.id, m.id)"
          >{{ m.kind === 'moved' ? `Move ${m.name}` : m.name }}</v-btn
        >
      </div>
      <div v-for="group in whole" :key="group.name" class="zone">
        <span>{{ group.name }}</span><v-btn
          v-for="m in group.materials"
          :key="m.id"
          size="small"
          variant="text"
          :data-testid="`add-${m.id}`"
          @click="bench.add('', m.id)"
          >{{ m.name }}</v-btn
        >
      </div>
    </div>
  </v-menu>
</template>

<style scoped>
.add {
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.zone {
  display: grid;
  grid-template-columns: 110px repeat(4, auto);
  align-items: center;
}
.zone span {
  font-weight: 600;
}
</style>
