<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { z } from 'zod'
import { type BackupList, type Prepared, backupsSchema, preparedSchema } from '#contract/backups.ts'
import { typedIn } from '../browser/typedIn.ts'
import { beginningAnother, call, problemText, tell } from '../api/client.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { writeTime } from '../browser/writeTime.ts'

/** Backups: what there is, a new one, everything in one file, and going back, looked at before it takes over. */
const props = defineProps<{ second: string }>()
const emit = defineEmits<{ second: [folder: string] }>()
const outbox = useOutbox()
const list = shallowRef<BackupList | null>(null)
const busy = ref('')
const problem = ref('')
const prepared = shallowRef<{ name: string; of: Prepared } | null>(null)
const done = ref(false)
const REASONS: Record<string, string> = {
  daily: 'daily',
  button: 'by hand',
  import: 'before an import',
  migration: 'before a new Kevro',
  restore: 'before going back',
  erasure: 'after somebody was erased',
}
const SHOWN = 12
const all = ref(false)
const shown = computed(() => (all.value ? (list.value?.backups ?? []) : (list.value?.backups ?? []).slice(0, SHOWN)))

async function run(what: string, work: () => Promise<void>): Promise<void> {
  busy.value = what
  problem.value = ''
  try {
    await work()
  } catch (error) {
    problem.value = problemText(error)
  } finally {
    busy.value = ''
  }
}
const load = async () => void (list.value = await call(backupsSchema, 'GET', '/backups'))
onMounted(() => run('', load))

const make = () =>
  run('make', async () => {
    await outbox.settled()
    await tell('POST', '/backups')
    await load()
  })
/** Everything in one file, fresh. */
const saveAll = () =>
  run('save', async () => {
    await outbox.settled()
    const { name } = await call(z.object({ name: z.string() }), 'POST', '/backups')
    await load()
    window.location.href = `/api/backups/${name}`
  })
const prepare = (name: string) =>
  run(name, async () => {
    prepared.value = { name, of: await call(preparedSchema, 'POST', `/backups/${name}/prepare`) }
  })
const takeOver = () =>
  run('take', async () => {
    await beginningAnother(() => tell('POST', '/backups/take-over'))
    prepared.value = null
    done.value = true
    await load()
  })
const size = (bytes: number) => (bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`)
</script>

<template>
  <section class="panel" aria-labelledby="backups">
    <div class="d-flex align-center flex-wrap ga-2 mb-2">
      <h2 id="backups" class="mb-0">Backups</h2>
      <v-spacer />
      <v-btn size="small" :loading="busy === 'make'" data-testid="make-backup" @click="make">Back up now</v-btn>
      <v-btn size="small" :loading="busy === 'save'" data-testid="save-everything" @click="saveAll"
        >Save everything…</v-btn
      >
    </div>
    <v-alert v-if="problem || list?.problem" type="error" variant="tonal" density="compact" class="mb-2">{{
      problem || `The last backup was not made: ${list?.problem}`
    }}</v-alert>
    <v-alert v-if="list?.unwiped" type="warning" variant="tonal" density="compact" class="mb-2" data-testid="unwiped"
      >Somebody was erased {{ writeTime(list.unwiped.since) }} and is not out of the files yet.
      {{ list.unwiped.problem || 'It goes on by itself.' }}</v-alert
    >
    <v-alert v-if="done" type="success" variant="tonal" density="compact" class="mb-2" data-testid="taken-over"
      >The backup has taken over. The data of before are kept beside it and in a backup of their own.</v-alert
    >
    <v-alert v-if="prepared" type="warning" variant="tonal" density="compact" class="mb-2" data-testid="prepared">
      This backup of {{ writeTime(prepared.of.writtenAt) }} holds {{ prepared.of.holds.jobs }} jobs,
      {{ prepared.of.holds.players }} players, {{ prepared.of.holds.readings }} readings,
      {{ prepared.of.holds.photos }} pictures. What was entered since then is not in it.
      <template #append>
        <v-btn
          size="small"
          color="error"
          class="mr-2"
          :loading="busy === 'take'"
          data-testid="take-over"
          @click="takeOver"
          >Put it in place</v-btn
        >
        <v-btn size="small" variant="text" @click="prepared = null">Leave it</v-btn>
      </template>
    </v-alert>
    <div class="scroll">
      <table v-if="list && list.backups.length > 0" class="plain" aria-label="Backups">
        <thead>
          <tr>
            <th>Made</th>
            <th>Why</th>
            <th class="num">Jobs</th>
            <th class="num">Readings</th>
            <th class="num">Size</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in shown" :key="b.name" :data-reason="b.reason">
            <td>{{ writeTime(b.writtenAt) }}</td>
            <td>
              {{ REASONS[b.reason] ?? b.reason }}
              <small v-if="list.erasedAt && b.writtenAt < list.erasedAt" class="held"
                >holds somebody who was erased since</small
              >
            </td>
            <td class="num">{{ b.holds?.jobs ?? 'cannot be read' }}</td>
            <td class="num">{{ b.holds?.readings ?? '' }}</td>
            <td class="num">{{ size(b.bytes) }}</td>
            <td class="acts">
              <v-btn size="small" variant="text" :href="`/api/backups/${b.name}`">File</v-btn>
              <v-btn
                v-if="list.canRestore && b.holds"
                size="small"
                variant="text"
                :loading="busy === b.name"
                :disabled="busy !== ''"
                @click="prepare(b.name)"
                >Restore</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="list" class="quiet">None yet. One is made every day, and before every import.</p>
    </div>
    <v-btn v-if="!all && (list?.backups.length ?? 0) > SHOWN" size="small" variant="text" @click="all = true"
      >All {{ list!.backups.length }}</v-btn
    >
    <p v-if="list" class="quiet folder">In {{ list.folder }}: 14 days and 12 months are kept, of each kind.</p>
    <v-text-field
      :model-value="props.second"
      label="A second folder for backups, on another disk"
      placeholder="/media/stick/kevro"
      data-testid="second-folder"
      @change="(e: Event) => emit('second', typedIn(e).trim())"
    />
  </section>
</template>

<style scoped>
.held {
  display: block;
  color: rgb(var(--v-theme-warning));
}
.acts {
  white-space: nowrap;
  text-align: right;
}
.folder {
  overflow-wrap: anywhere;
  margin: 8px 0 12px;
}
@media (max-width: 560px) {
  tr > :nth-child(4),
  tr > :nth-child(5) {
    display: none;
  }
}
</style>
