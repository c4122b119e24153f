import { unknownPlayer, type PlayerFacts } from '#core/player/facts.ts'

export const NO_FACTS: PlayerFacts = unknownPlayer('')
