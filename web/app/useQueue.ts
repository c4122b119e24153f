import { watchDebounced } from '@vueuse/core'
import { reactive, ref, shallowRef } from 'vue'
import { type JobPage, type JobSummary, jobPageSchema } from '#contract/entities.ts'
import { call, tell } from '../api/client.ts'

const TYPING_MS = 200

/** The queue of jobs: page by page, found by words, put away and brought back. */
export function useQueue() {
  const jobs = shallowRef<JobSummary[]>([])
  const next = ref<string | null>(null)
  const search = reactive({ find: '', retired: false })
  /** What was just put away or brought back, for undoing it. */
  const last = shallowRef<{ job: JobSummary; retired: boolean } | null>(null)
  let asked = 0

  const show = (page: JobPage) => {
    jobs.value = page.jobs
    next.value = page.next
  }
  const pathOf = (after: string | null) =>
    `/jobs?find=${encodeURIComponent(search.find ?? '')}&retired=${search.retired}${after ? `&after=${after}` : ''}`
  async function look(): Promise<void> {
    const mine = ++asked
    const page = await call(jobPageSchema, 'GET', pathOf(null))
    if (mine === asked) show(page)
  }
  async function more(): Promise<void> {
    const mine = ++asked
    const page = await call(jobPageSchema, 'GET', pathOf(next.value))
    if (mine === asked) show({ jobs: [...jobs.value, ...page.jobs], next: page.next })
  }
  watchDebounced(search, () => look().catch(() => undefined), { debounce: TYPING_MS })

  async function retire(job: JobSummary, retired: boolean): Promise<void> {
    await tell('POST', `/jobs/${job.id}/retire`, { retired })
    last.value = { job, retired }
    await look()
  }
  return reactive({ jobs, next, search, last, show, more, retire })
}
