<script setup lang="ts">
import { z } from 'zod'
import { computed, onMounted, ref } from 'vue'
import { type Photo, photoSchema } from '#contract/devices.ts'
import { chosenIn } from '../browser/typedIn.ts'
import { callWithPicture, problemText, call } from '../api/client.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** Pictures of what was seen, kept with the job. */
const job = useOpenJob()
const shop = useShop()
const ids = defineModel<string[]>({ required: true })
const photos = ref<Photo[]>([])
const problem = ref('')
const busy = ref(false)
onMounted(async () => {
  try {
    photos.value = await call(z.array(photoSchema), 'GET', `/jobs/${job.view.job.id}/photos`)
  } catch (error) {
    problem.value = problemText(error)
  }
})
const shown = computed(() => photos.value.filter((p) => ids.value.includes(p.id)))
async function keep(files: readonly File[]): Promise<void> {
  problem.value = ''
  busy.value = true
  for (const file of files) {
    try {
      const photo = await callWithPicture(job.view.job.id, file, shop.initials)
      photos.value = [...photos.value, photo]
      ids.value = [...ids.value, photo.id]
    } catch (error) {
      problem.value = `${file.name}: ${problemText(error)}`
    }
  }
  busy.value = false
}
</script>

<template>
  <section class="panel">
    <h2>Pictures</h2>
    <div class="pictures">
      <figure v-for="p in shown" :key="p.id">
        <a :href="`/api/photos/${p.id}`" target="_blank"><img :src="`/api/photos/${p.id}`" :alt="p.name" /></a>
        <v-btn size="x-small" variant="text" @click="ids = ids.filter((id) => id !== p.id)">Take away</v-btn>
      </figure>
      <label class="drop takes-files" @dragover.prevent @drop.prevent="keep([...($event.dataTransfer?.files ?? [])])">
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          capture="environment"
          multiple
          data-testid="photo"
          @change="keep(chosenIn($event))"
        />
        {{ busy ? 'Keeping…' : 'Add a picture' }}
      </label>
    </div>
    <p v-if="problem" class="stop mb-0" role="alert">{{ problem }}</p>
  </section>
</template>

<style scoped>
.stop {
  color: rgb(var(--v-theme-error));
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
figure {
  margin: 0;
}
img {
  display: block;
  height: 96px;
  border-radius: 4px;
}
.drop {
  display: grid;
  place-items: center;
  width: 130px;
  height: 96px;
  text-align: center;
}
</style>
