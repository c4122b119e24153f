import { z } from 'zod'

export const FOUND_KINDS = ['player', 'frame', 'job', 'setup', 'batch'] as const
export type FoundKind = (typeof FOUND_KINDS)[number]

/** What was found by words, by kind, the best first. */
export const foundSchema = z.array(
  z.object({
    kind: z.enum(FOUND_KINDS),
    id: z.string(),
    label: z.string(),
    more: z.string(),
    /** It holds what was typed as it was typed; else it is only nearly so. */
    spelt: z.boolean(),
  }),
)
export type Found = z.infer<typeof foundSchema>
