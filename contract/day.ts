import { z } from 'zod'
import { comingBackSchema } from './comingBack.ts'
import { jobSummarySchema } from './entities.ts'

/** What is promised in the days to come, or was and is not signed off: the soonest first. */
export const daySchema = z.object({
  jobs: z.array(jobSummarySchema),
  /** What lies curing or drying, or did until yesterday, whatever was promised: the soonest first. */
  waiting: z.array(jobSummarySchema),
  /** There are more than are shown. */
  more: z.boolean(),
  /** Who should come back within the week, overdue first. */
  comingBack: z.array(comingBackSchema),
  /** Instruments whose check is due, or that were never checked. */
  checks: z.array(z.object({ id: z.string(), name: z.string(), dueOn: z.string().nullable() })),
  /** What the drawer runs short of. */
  short: z.array(
    z.object({ id: z.string(), name: z.string(), left: z.number(), counted: z.enum(['cm', 'g', 'pieces']) }),
  ),
})
export type Day = z.infer<typeof daySchema>
