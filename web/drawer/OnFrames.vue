<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { fixed } from '#core/quantities/write.ts'
import { onFramesSchema, type OnFrame } from '#contract/ledger.ts'
import { call, problemText } from '../api/client.ts'

/** The frames on which a material lies now: whom to call when a roll turns out bad. */
const props = defineProps<{ id: string }>()
const frames = shallowRef<OnFrame[]>([])
const problem = ref('')
const title = computed(() => {
  const n = frames.value.length
  return n === 0 ? 'On no frame now' : n === 1 ? 'On one frame now' : `On ${n} frames now`
})
watch(
  () => props.id,
  async (id) => {
    try {
      frames.value = await call(onFramesSchema, 'GET', `/materials/${encodeURIComponent(id)}/frames`)
      problem.value = ''
    } catch (error) {
      problem.value = problemText(error)
    }
  },
  { immediate: true },
)
</script>

<template>
  <section class="mt-4" aria-label="On these frames now" data-testid="on-frames">
    <h3>{{ title }}</h3>
    <p v-if="problem" class="mb-0">{{ problem }}</p>
    <ul>
      <li v-for="f in frames" :key="f.frameId">
        <RouterLink :to="{ name: 'frame', params: { id: f.frameId } }">{{ f.label }}</RouterLink>
        <template v-if="f.playerId"
          >, <RouterLink :to="{ name: 'person', params: { id: f.playerId } }">{{ f.playerName }}</RouterLink></template
        >: <span class="figure">{{ fixed(f.massG, 1) }} g</span>
        <small class="quiet"> since {{ f.since.slice(0, 10) }}</small>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
