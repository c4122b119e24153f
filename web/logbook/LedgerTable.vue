<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { fixed } from '#core/quantities/write.ts'
import type { FrameLog } from '#contract/logbook.ts'

/** What lay on a frame from when to when: what is on it first, then what came off, the last first. */
const props = defineProps<{ log: FrameLog }>()
const lines = computed(() => {
  const newest = [...props.log.ledger].reverse()
  return [...newest.filter((l) => !l.off), ...newest.filter((l) => l.off)]
})
</script>

<template>
  <table class="plain" aria-label="What lay on it" data-testid="ledger">
    <thead>
      <tr>
        <th scope="col">Piece</th>
        <th scope="col" class="num">g</th>
        <th scope="col">On</th>
        <th scope="col">Off</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="`${line.itemId} ${line.on.at}`" :class="{ quiet: line.off }">
        <td>{{ line.name }}</td>
        <td class="num figure">{{ fixed(line.massG, 1) }}</td>
        <td v-for="(moment, i) in [line.on, line.off]" :key="i" class="text-no-wrap">
          <RouterLink v-if="moment" :to="{ name: 'job', params: { id: moment.jobId } }">{{
            moment.at.slice(0, 10)
          }}</RouterLink>
        </td>
      </tr>
    </tbody>
  </table>
</template>
