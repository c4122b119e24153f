<script setup lang="ts">
import { mdiBellOutline } from '@mdi/js'
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import type { Reminder } from '#contract/reminders.ts'
import { writeSoon } from '../browser/writeTime.ts'
import { useReminders } from '../stores/reminders.ts'

/** What is ready, promised soon, overdue or due: counted in the bar, listed when it is opened, and said once when it comes about. */
const reminders = useReminders()
reminders.start()
const open = ref(false)
const now = useNow({ interval: 30000 })
const count = computed(() => reminders.unseen.length)
const newKeys = ref(new Set<string>())
function turn(to: boolean): void {
  open.value = to
  if (!to) return
  newKeys.value = new Set(reminders.unseen.map((r) => r.key))
  reminders.markSeen()
}
const pageOf = ({ about }: Reminder): RouteLocationRaw =>
  about.page === 'device'
    ? { name: 'device', params: { device: about.id } }
    : { name: about.page, params: { id: about.id } }
const timeOf = ({ at, about }: Reminder) =>
  at.length > 10 && about.page === 'job' ? writeSoon(at, now.value) : at.slice(0, 10)
const said = computed({ get: () => reminders.fresh !== null, set: () => (reminders.fresh = null) })
</script>

<template>
  <span class="bell">
    <v-menu :model-value="open" :close-on-content-click="false" location="bottom end" @update:model-value="turn">
      <template #activator="{ props: menu }">
        <v-btn
          v-bind="menu"
          icon
          variant="text"
          size="small"
          :aria-label="count === 0 ? 'Reminders' : `Reminders: ${count} new`"
          data-testid="reminders"
        >
          <v-icon :icon="mdiBellOutline" />
        </v-btn>
      </template>
      <v-list density="compact" class="list" data-testid="reminder-list">
        <v-list-item v-if="reminders.all.length === 0" title="Nothing to be reminded of." />
        <v-list-item
          v-for="r in reminders.all"
          :key="r.key"
          :to="pageOf(r)"
          :class="{ late: r.late, new: newKeys.has(r.key) }"
          @click="open = false"
        >
          <v-list-item-title class="message">{{ r.message }}</v-list-item-title>
          <template #append
            ><small class="quiet ml-3">{{ timeOf(r) }}</small></template
          >
        </v-list-item>
      </v-list>
    </v-menu>
    <span v-if="count > 0" class="count" aria-hidden="true" data-testid="reminder-count">{{ count }}</span>
  </span>
  <v-snackbar v-model="said" :timeout="12000" location="bottom" data-testid="reminder-said">
    {{ reminders.fresh?.message }}
    <template #actions>
      <v-btn v-if="reminders.fresh" variant="text" :to="pageOf(reminders.fresh)" @click="said = false">Go there</v-btn>
      <v-btn variant="text" @click="said = false">Close</v-btn>
    </template>
  </v-snackbar>
</template>

<style scoped>
.bell {
  position: relative;
}
.count {
  pointer-events: none;
  position: absolute;
  top: -2px;
  right: -2px;
  min-width: 17px;
  padding: 0 4px;
  border-radius: 9px;
  font-size: 11px;
  font-weight: 700;
  line-height: 17px;
  letter-spacing: 0;
  color: rgb(var(--v-theme-surface));
  background: rgb(var(--v-theme-error));
}
.list {
  max-width: min(560px, 96vw);
  max-height: 70vh;
  overflow-y: auto;
}
.message {
  white-space: normal;
  letter-spacing: 0;
}
.new .message {
  font-weight: 700;
}
.late .message {
  color: rgb(var(--v-theme-error));
}
</style>
