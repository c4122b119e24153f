import { useDocumentVisibility, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { daySchema } from '#contract/day.ts'
import { remindersOf, unseenOf, type Reminder } from '#contract/reminders.ts'
import { call } from '../api/client.ts'
import { useSetting } from '../browser/settings.ts'

const SEEN = 'kevro-seen-reminders'
/** So many are remembered as seen. */
const REMEMBERED = 400
const EVERY_MS = 60000

/** What the shop is reminded of, looked for once a minute while the page is in sight. Nothing is sent anywhere. */
export const useReminders = defineStore('reminders', () => {
  const all = shallowRef<Reminder[]>([])
  const keys = useSetting<string[]>(SEEN, [])
  const seen = computed(() => new Set(keys.value))
  const unseen = computed(() => unseenOf(all.value, seen.value))
  /** What came about while the page was open: said once, by itself. */
  const fresh = shallowRef<Reminder | null>(null)
  let known: Set<string> | null = null

  async function look(): Promise<void> {
    const day = await call(daySchema, 'GET', '/day').catch(() => null)
    if (!day) return
    all.value = remindersOf(day, new Date())
    const news = unseen.value.filter((r) => known && !known.has(r.key))
    known = new Set(all.value.map((r) => r.key))
    if (news[0]) fresh.value = news[0]
  }
  function markSeen(): void {
    keys.value = [...keys.value, ...unseen.value.map((r) => r.key)].slice(-REMEMBERED)
  }
  function start(): void {
    const visible = useDocumentVisibility()
    const { pause, resume } = useIntervalFn(look, EVERY_MS, { immediateCallback: true })
    watch(visible, (now) => (now === 'visible' ? resume() : pause()))
  }
  return { all, unseen, fresh, look, markSeen, start }
})
