import { reactive } from 'vue'
import { jobPageSchema, jobSearchSchema, type JobSearch, type JobSummary } from '#contract/entities.ts'
import { call, tell } from '../api/client.ts'
import { useList, useRetiring } from '../shared/useList.ts'

const searchSchema = jobSearchSchema.pick({ find: true, retired: true, sport: true, state: true, sort: true })
type Search = Pick<JobSearch, 'find' | 'retired' | 'sport' | 'state' | 'sort'>
const USUAL: Search = searchSchema.parse({})
/** What an address asks for; as usual where nobody understands it. */
export const jobsOfAddress = (query: unknown): Search => searchSchema.catch(USUAL).parse(query)

/** All jobs: found by words, filtered, sorted, put away and brought back. */
export function useJobs() {
  const list = useList<JobSummary, Search>({
    usual: USUAL,
    ofAddress: jobsOfAddress,
    async page(query) {
      const { jobs, next } = await call(jobPageSchema, 'GET', `/jobs?${query}`)
      return { rows: jobs, next }
    },
  })
  const { last, retire } = useRetiring<JobSummary>(
    (job, retired) => tell('POST', `/jobs/${encodeURIComponent(job.id)}/retire`, { retired }),
    () => list.look(),
    list.problem,
  )
  return reactive({ ...list, last, retire })
}
