<script setup lang="ts">
import { ref } from 'vue'
import { z } from 'zod'
import type { Stage } from '#core/job/stages.ts'
import { type RevisionRow, revisionRowSchema } from '#contract/entities.ts'
import { call, problemText } from '../api/client.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { writeTime } from '../browser/writeTime.ts'

/** Every revision of a stage, newest first, with what changed in it. */
const props = defineProps<{ stage: Stage }>()
const job = useOpenJob()
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
    rows.value = found.map((row, i) => ({
      row,
      says: changesIn(found[i + 1]?.body, row.body)
        .slice(0, 3)
        .join('; '),
    }))
    problem.value = ''
  } catch (error) {
    problem.value = problemText(error)
  }
}

/** The fields that differ between two contents, in plain words: `mass value 320 → 322`. */
function changesIn(before: unknown, after: unknown, path: string[] = []): string[] {
  if (JSON.stringify(before) === JSON.stringify(after)) return []
  if (Array.isArray(after)) {
    const was = Array.isArray(before) ? before.length : 0
    return was === 0 && after.length === 0
      ? []
      : [`${words(path)} ${was === after.length ? 'changed' : `${was} → ${after.length}`}`]
  }
  if (after !== null && typeof after === 'object') {
    const was = (before ?? {}) as Record<string, unknown>
    const keys = [...new Set([...Object.keys(was), ...Object.keys(after)])]
    return keys.flatMap((key) => changesIn(was[key], (after as Record<string, unknown>)[key], [...path, key]))
  }
  const [was, is] = [show(before), show(after)]
  return was === is ? [] : [`${words(path)} ${was} → ${is}`]
}
function show(value: unknown): string {
  if (value === null || value === undefined || value === '' || value === false) return 'none'
  if (value === true) return 'yes'
  return typeof value === 'number' ? String(Number(value.toFixed(2))) : String(value)
}
const words = (path: string[]) =>
  path
    .filter((key) => !['facts', 'lines', 'limits'].includes(key))
    .join(' ')
    .replace(/([A-Z])/g, ' $1')
    .toLowerCase()
    .replace(/ ids\b/g, 's')
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
