import { unknownPlayer, type PlayerFacts } from '#core/job/bodies.ts'

export const NO_FACTS: PlayerFacts = unknownPlayer('')
