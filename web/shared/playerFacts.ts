import type { PlayerFacts } from '#core/job/bodies.ts'

export const NO_FACTS: PlayerFacts = {
  name: '',
  age: null,
  level: null,
  hand: null,
  hoursPerWeek: null,
  style: null,
  mishits: null,
  late: null,
  tired: null,
  pain: null,
  painWhere: '',
  wants: '',
}
