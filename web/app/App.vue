<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref } from 'vue'
import { useDisplay, useTheme } from 'vuetify'
import { mdiKeyboardOutline, mdiMagnify, mdiMenu, mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js'
import { RouterLink, RouterView, useRoute } from 'vue-router'
import OutboxNotices from '../documents/OutboxNotices.vue'
import SaveState from '../documents/SaveState.vue'
import { useOutbox } from '../documents/useOutbox.ts'
import FindDialog from './FindDialog.vue'
import ReminderBell from './ReminderBell.vue'
import KeySheet from '../shared/KeySheet.vue'
import CrashNotice from './CrashNotice.vue'
import { storeTheme } from './themeChoice.ts'

const theme = useTheme()
const keys = ref(false)
const finding = ref(false)
const PAGES = [
  { to: '/jobs', name: 'Jobs' },
  { to: '/people', name: 'People' },
  { to: '/frames', name: 'Frames' },
  { to: '/library', name: 'Library' },
  { to: '/drawer', name: 'Drawer' },
  { to: '/instruments', name: 'Instruments' },
  { to: '/shop', name: 'Shop' },
]
const { width } = useDisplay()
const route = useRoute()
/** Is there room for the pages in one row, beside a job's names where there is one? Else they are in a menu. */
const wide = computed(() => width.value >= (route.path.startsWith('/job/') ? 1200 : 820))
const themeIcon = computed(() => (theme.global.name.value === 'day' ? mdiWeatherNight : mdiWhiteBalanceSunny))
const outbox = useOutbox()
onBeforeUnmount(outbox.start())

function toggleTheme(): void {
  const next = theme.global.name.value === 'day' ? 'dim' : 'day'
  theme.change(next)
  storeTheme(next)
}

function onKey(event: KeyboardEvent): void {
  const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]')
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return
  if (event.key === '?') keys.value = true
  if (event.key === '/') {
    event.preventDefault()
    finding.value = true
  }
}
useEventListener('keydown', onKey)
</script>

<template>
  <v-app>
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
        <v-btn
          :icon="mdiMagnify"
          variant="text"
          size="small"
          aria-label="Find anything"
          data-testid="find"
          @click="finding = true"
        />
        <ReminderBell />
        <template v-if="wide">
          <v-btn v-for="page in PAGES" :key="page.to" :to="page.to" variant="text" size="small">{{ page.name }}</v-btn>
          <v-btn :icon="mdiKeyboardOutline" variant="text" size="small" aria-label="Keys" @click="keys = true" />
          <v-btn :icon="themeIcon" variant="text" size="small" aria-label="Day or dim" @click="toggleTheme" />
        </template>
        <v-menu v-else>
          <template #activator="{ props: menu }"
            ><v-btn v-bind="menu" :icon="mdiMenu" variant="text" aria-label="Pages"
          /></template>
          <v-list>
            <v-list-item v-for="page in PAGES" :key="page.to" :to="page.to" :title="page.name" />
            <v-list-item title="Keys" :prepend-icon="mdiKeyboardOutline" @click="keys = true" />
            <v-list-item title="Day or dim" :prepend-icon="themeIcon" @click="toggleTheme" />
          </v-list>
        </v-menu>
      </nav>
    </header>
    <v-main class="page">
      <CrashNotice />
      <OutboxNotices />
      <RouterView />
    </v-main>
    <KeySheet v-model="keys" />
    <FindDialog v-model="finding" />
  </v-app>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 18px;
  min-height: 52px;
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
@media (max-width: 820px) {
  .bar {
    flex-wrap: wrap;
    gap: 0 8px;
    padding: 0 10px;
  }
  .brand {
    margin-right: auto;
  }
  .bar-job {
    order: 1;
    flex: 1 0 100%;
  }
  .bar-job:empty {
    display: none;
  }
}
</style>
