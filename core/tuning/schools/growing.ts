import type { School } from '../school.ts'
import { end, HEAVY, heavyBack, step } from './words.ts'

/** Into the next frame (common practice, no source). */
export const growing: School = {
  id: 'growing',
  name: 'Growing player',
  holds: 'Half-way to the next frame, four weeks of play on each step, one class at a time.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    step({
      id: 'first',
      does: 'Play with the frame as it is.',
      why: 'The next step waits until this one is easy.',
      leads: [
        { when: HEAVY, to: 'end', because: 'Tired or late: not yet. Ask again in some weeks.' },
        { when: 'otherwise', to: 'half', because: 'Easy: half-way to the next frame.' },
      ],
    }),
    step({
      id: 'half',
      does: 'Half of what is left to the target.',
      why: 'A body grows into a frame; half now, half later.',
      dose: { kind: 'towards', share: 0.5 },
      most: 3,
      weeks: 4,
      leads: [heavyBack, { when: 'otherwise', to: 'again', because: 'Easy: half of what is left again.' }],
    }),
    step({
      id: 'settled',
      does: 'One step back; stay there.',
      why: 'Four weeks more, then ask again.',
      leads: [end('Stay here until it is easy.')],
    }),
  ],
}
