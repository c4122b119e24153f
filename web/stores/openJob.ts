import type { JobView } from '#contract/entities.ts'
import type { DerivedJob } from '#core/job/derive.ts'
import { useJob } from './job.ts'

/** The store with a job open in it: what pages inside a job work with. */
export type OpenJob = Omit<ReturnType<typeof useJob>, 'view' | 'picture'> & { view: JobView; picture: DerivedJob }

/** The job whose page this is. Stages are drawn only once it is open. @throws Error where none is */
export function useOpenJob(): OpenJob {
  const job = useJob()
  if (!job.view || !job.picture) throw new Error('No job is open.')
  return job as OpenJob
}
