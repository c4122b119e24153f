<script setup lang="ts">
import { computed } from 'vue'
import type { Ranked } from '#core/compare/pick.ts'
import { signed } from '#core/quantities/write.ts'

/** Which unit serves best, and whether the readings can tell. */
const props = defineProps<{
  ranking: Ranked[]
  apart: boolean
  name: (id: string) => string
  aim: string
  /** Of a unit, for who plays it. */
  cautions: (id: string) => { id: string; message: string }[]
}>()
/** It is shown where there are some to choose from. */
const first = computed(() => props.ranking[0]!)
const second = computed(() => props.ranking[1])
</script>

<template>
  <p class="verdict mb-0" data-testid="pick">
    <b>{{ name(first.id) }}</b> lies nearest to {{ aim
    }}<template v-if="!apart && second"
      >, though the readings cannot tell it from <b>{{ name(second.id) }}</b>: read both again</template
    ><template v-if="first.tooHeavyG > 0"
      >; it is {{ signed(first.tooHeavyG, 1) }} g too heavy, and tape cannot take mass away</template
    >.
  </p>
  <p v-for="caution in cautions(first.id)" :key="caution.id" class="caution" role="alert" :data-caution="caution.id">
    {{ caution.message }}
  </p>
</template>

<style scoped>
.verdict {
  padding-top: 10px;
  font-size: 16px;
}
</style>
