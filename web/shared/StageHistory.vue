<script setup lang="ts">
import { ref } from 'vue'
import { z } from 'zod'
import type { Stage } from '#core/job/stages.ts'
import { type RevisionRow, revisionRowSchema } from '#contract/entities.ts'
import { call, problemText } from '../api/client.ts'
import { revisionText } from '#contract/messages/history.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { writeTime } from '../browser/writeTime.ts'
import { useShop } from '../stores/shop.ts'

/** Every revision of a stage, newest first, with what changed in it. */
const props = defineProps<{ stage: Stage }>()
const job = useOpenJob()
const shop = useShop()
const rows = ref<{ row: RevisionRow; says: string }[]>([])
const problem = ref('')
const KIND = { edit: 'changed', undo: 'undone', redo: 'redone' }

async function load(open: boolean): Promise<void> {
  if (!open) return
  try {
    await job.flush()
    const found = await call(
      z.array(revisionRowSchema),
      'GET',
      `/jobs/${job.view.job.id}/stages/${props.stage}/history`,
    )
    const around = { units: shop.units, lengthCm: job.view.frame.geometry.lengthCm, profile: job.profile }
    rows.value = found.map((row, i) => ({ row, says: revisionText(props.stage, found[i + 1]?.body, row.body, around) }))
    problem.value = ''
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <v-menu v-if="job.stageOf(stage)" :close-on-content-click="false" @update:model-value="load">
    <template #activator="{ props: menu }"><v-btn v-bind="menu" variant="text" size="small">History</v-btn></template>
    <div class="panel history">
      <p v-if="problem">{{ problem }}</p>
      <ol>
        <li v-for="{ row, says } in rows" :key="row.revision">
          <span class="figure quiet">{{ writeTime(row.at) }}</span> {{ row.by }} <b>{{ KIND[row.kind] }}</b> {{ says }}
        </li>
      </ol>
    </div>
  </v-menu>
</template>

<style scoped>
.history {
  max-height: 60vh;
  max-width: 560px;
  overflow: auto;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
  font-size: 14px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 4px;
}
</style>
