<script setup lang="ts">
import { useIntervalFn, useUserMedia } from '@vueuse/core'
import { onBeforeUnmount, ref, watch } from 'vue'
import { codeIn } from '#contract/messages/frameCode.ts'

/** Looks through the camera for the code of a frame. */
const emit = defineEmits<{ code: [code: string]; unable: [why: string] }>()
const video = ref<HTMLVideoElement | null>(null)
/** Pictures are looked at so often, and this wide: a label at arm's length is found in that. */
const EVERY_MS = 200
const WIDE_PX = 640
const { stream, start, stop } = useUserMedia({ constraints: { video: { facingMode: 'environment' } } })
const canvas = document.createElement('canvas')
const read = import('jsqr').then((m) => m.default)

async function look(): Promise<void> {
  const seen = video.value
  if (!seen || seen.videoWidth === 0) return
  canvas.width = Math.min(WIDE_PX, seen.videoWidth)
  canvas.height = Math.round((canvas.width * seen.videoHeight) / seen.videoWidth)
  const pen = canvas.getContext('2d', { willReadFrequently: true })
  if (!pen) return
  pen.drawImage(seen, 0, 0, canvas.width, canvas.height)
  const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height)
  const code = codeIn((await read)(data, width, height)?.data ?? '')
  if (code) emit('code', code)
}
useIntervalFn(look, EVERY_MS)
watch([stream, video], () => {
  if (video.value && stream.value) video.value.srcObject = stream.value
})
start().catch((error: Error) =>
  emit(
    'unable',
    error.name === 'NotAllowedError'
      ? 'The browser does not let Kevro look through the camera. Type the four letters.'
      : 'There is no camera here. Type the four letters.',
  ),
)
onBeforeUnmount(stop)
</script>

<template>
  <div class="scan" data-testid="scanner">
    <video ref="video" autoplay muted playsinline aria-label="What the camera sees"></video>
    <p class="quiet mb-0">Hold the label so that its code fills a good part of the picture.</p>
  </div>
</template>

<style scoped>
.scan video {
  width: 100%;
  max-height: 40vh;
  background: #000;
  border-radius: 4px;
}
</style>
