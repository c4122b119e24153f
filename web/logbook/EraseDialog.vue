<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import { extentSchema, type Extent } from '#contract/people.ts'
import { beginningAnother, call, problemText, tell } from '../api/client.ts'

/** Erasing somebody for good: what goes, what keeps it all the same, and the name typed letter by letter. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ id: string; name: string }>()
const emit = defineEmits<{ erased: [] }>()
const extent = shallowRef<Extent | null>(null)
const typed = ref('')
const photos = ref(true)
const earlier = ref(false)
const problem = ref('')
const busy = ref(false)
const at = () => `/players/${encodeURIComponent(props.id)}`
watch(open, async (now) => {
  if (!now) return
  typed.value = ''
  problem.value = ''
  extent.value = await call(extentSchema, 'GET', `${at()}/extent`).catch((error: unknown) => {
    problem.value = problemText(error)
    return null
  })
})
async function erase(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const wanted = { name: typed.value, photos: photos.value, earlier: earlier.value }
    await beginningAnother(() => tell('POST', `${at()}/erase`, wanted))
    open.value = false
    emit('erased')
  } catch (error) {
    problem.value = problemText(error)
  } finally {
    busy.value = false
  }
}
const many = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`
</script>

<template>
  <v-dialog v-model="open" max-width="560" :persistent="busy" aria-label="Erase for good">
    <section class="panel pa-4">
      <h2>Erase {{ name }} for good</h2>
      <template v-if="extent">
        <p>
          The name, everything told of body, health and wishes, and all notes of play go, in
          {{ many(extent.jobs, 'job', 'jobs') }}, from lists, paper and files.
          {{ many(extent.frames, 'frame', 'frames') }} stay without a name, with their numbers and proofs. It cannot be
          undone.
        </p>
        <v-checkbox
          v-if="extent.photos > 0"
          v-model="photos"
          :label="`${many(extent.photos, 'photograph', 'photographs')} of these jobs too`"
          hide-details
        />
        <v-checkbox
          v-if="extent.earlier > 0"
          v-model="earlier"
          :label="`Delete ${many(extent.earlier, 'backup', 'backups')} of before too, and make a new one`"
          hide-details
          data-testid="erase-earlier"
        />
        <p v-if="extent.earlier > 0 && !earlier" class="quiet mt-1">
          Backups of before hold it still, and say so in their list. One that is restored is cleaned on the way.
        </p>
        <p v-if="extent.server" class="quiet">
          The database server’s own logs and backups are looked after there, not by Kevro.
        </p>
        <p class="quiet">Copies on paper, files that were sent, and other devices’ browsers are not reached.</p>
      </template>
      <v-text-field v-model="typed" :label="`Type the name: ${name}`" autocomplete="off" data-testid="erase-name" />
      <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mt-2">{{ problem }}</v-alert>
      <div class="d-flex justify-end ga-2 mt-3">
        <v-btn variant="text" :disabled="busy" @click="open = false">Leave it</v-btn>
        <v-btn
          color="error"
          variant="flat"
          :loading="busy"
          :disabled="typed.trim() !== name.trim()"
          data-testid="erase"
          @click="erase"
          >Erase for good</v-btn
        >
      </div>
    </section>
  </v-dialog>
</template>
