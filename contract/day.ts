import { z } from 'zod'
import { jobSummarySchema } from './entities.ts'

/** What is promised in the days to come, or was and is not signed off: the soonest first. */
export const daySchema = z.object({
  jobs: z.array(jobSummarySchema),
  /** There are more than are shown. */
  more: z.boolean(),
})
export type Day = z.infer<typeof daySchema>
