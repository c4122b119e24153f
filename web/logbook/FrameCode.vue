<script setup lang="ts">
import QRCode from 'qrcode'
import { computed } from 'vue'
import { codedText, spelt } from '#contract/messages/frameCode.ts'

/** A frame's code: to read, to read out, and to scan. */
const props = defineProps<{ code: string }>()
/** White on every side, in modules: without it no camera finds it. */
const QUIET = 4
const drawn = computed(() => {
  const { modules } = QRCode.create(codedText(props.code), { errorCorrectionLevel: 'M' })
  const { size } = modules
  let path = ''
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (modules.get(y, x)) path += `M${x + QUIET} ${y + QUIET}h1v1h-1z`
  return { path, size: size + 2 * QUIET }
})
</script>

<template>
  <div class="coded" data-testid="frame-code">
    <svg :viewBox="`0 0 ${drawn.size} ${drawn.size}`" role="img" :aria-label="`Code ${code} to scan`">
      <rect :width="drawn.size" :height="drawn.size" fill="#fff" />
      <path :d="drawn.path" fill="#000" />
    </svg>
    <div>
      <b class="figure code">{{ code }}</b><br />
      <small class="quiet">{{ spelt(code) }}</small>
    </div>
  </div>
</template>

<style scoped>
.coded {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-bottom: 8px;
}
.coded svg {
  width: 84px;
  flex: none;
  border-radius: 3px;
}
.code {
  font-size: 22px;
  letter-spacing: 0.12em;
}
</style>
