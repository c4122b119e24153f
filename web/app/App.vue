<script setup lang="ts">
import { onBeforeUnmount, ref } from 'vue'
import { useTheme } from 'vuetify'
import { mdiKeyboardOutline, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js'
import { RouterLink, RouterView } from 'vue-router'
import OutboxNotices from '../documents/OutboxNotices.vue'
import SaveState from '../documents/SaveState.vue'
import { useOutbox } from '../documents/useOutbox.ts'
import KeySheet from '../shared/KeySheet.vue'
import CrashNotice from './CrashNotice.vue'
import { storeTheme } from './themeChoice.ts'

const theme = useTheme()
const keys = ref(false)
const outbox = useOutbox()
onBeforeUnmount(outbox.start())

function toggleTheme(): void {
  const next = theme.global.name.value === 'day' ? 'dim' : 'day'
  theme.change(next)
  storeTheme(next)
}

function onKey(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]')
  if (!typing && event.key === '?') keys.value = true
}
</script>

<template>
  <v-app @keydown="onKey">
    <header class="bar">
      <RouterLink to="/" class="brand" aria-label="Kevro, to the start page">
        <svg viewBox="0 0 32 26" width="34" height="28" aria-hidden="true">
          <path d="M2 10.5h28" stroke="currentColor" stroke-width="3.2" stroke-linecap="round" />
          <path d="M13 12.8l6 11.2H7z" class="wedge" />
          <circle cx="25.5" cy="5.6" r="3" fill="currentColor" />
        </svg>
        <span>Kevro</span>
      </RouterLink>
      <div id="bar-job" class="bar-job" />
      <SaveState />
      <nav class="bar-end">
        <v-btn to="/library" variant="text" size="small">Library</v-btn>
        <v-btn to="/drawer" variant="text" size="small">Drawer</v-btn>
        <v-btn to="/instruments" variant="text" size="small">Instruments</v-btn>
        <v-btn to="/shop" variant="text" size="small">Shop</v-btn>
        <v-btn :icon="mdiKeyboardOutline" variant="text" size="small" aria-label="Keys" @click="keys = true" />
        <v-btn
          :icon="theme.global.name.value === 'day' ? mdiWeatherNight : mdiWhiteBalanceSunny"
          variant="text"
          size="small"
          aria-label="Day or dim"
          @click="toggleTheme"
        />
      </nav>
    </header>
    <v-main class="page">
      <CrashNotice />
      <OutboxNotices />
      <RouterView />
    </v-main>
    <KeySheet v-model="keys" />
  </v-app>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 18px;
  height: 52px;
  padding: 0 18px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  color: rgb(var(--v-theme-primary));
  text-decoration: none;
  font-weight: 750;
  font-size: 20px;
  letter-spacing: -0.02em;
}
.wedge {
  fill: rgb(var(--v-theme-predicted));
}
.bar-job {
  flex: 1;
  min-width: 0;
}
.bar-end {
  display: flex;
  align-items: center;
}
.page {
  max-width: 1480px;
  width: 100%;
  margin: 0 auto;
}
</style>
