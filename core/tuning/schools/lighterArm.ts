import type { School } from '../school.ts'
import { end, first, REVISIT, step } from './words.ts'

/** Down in steps (common practice, no source). */
export const lighterArm: School = {
  id: 'lighterArm',
  name: 'Lighter for the arm',
  holds:
    'Down in steps while the ball keeps its speed. It treats nothing: an arm that hurts is seen by a professional.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    first([{ when: 'otherwise', to: 'down', because: 'Less to carry and to stop with each ball.' }]),
    step({
      id: 'down',
      does: '4 g less of what was put on, in proportion.',
      why: 'A lighter frame is swung faster: the ball loses less than the arm saves.',
      dose: { kind: 'takeOff', massG: 4 },
      most: 6,
      leads: [
        { when: { rating: 'power', atMost: -2 }, to: 'back', because: 'The ball is plainly short: one step back.' },
        {
          when: { rating: 'comfort', atMost: -1 },
          to: 'back',
          because: 'Harder on the arm than before: back. Too light jars.',
        },
        {
          when: { slowerBy: 0.015 },
          to: 'end',
          because: 'Lighter than this costs the ball more than 1.5 % of its speed.',
        },
        { when: { rating: 'comfort', atLeast: 2 }, to: 'end', because: 'Plainly easier on the arm: enough.' },
        { when: 'otherwise', to: 'again', because: 'The ball keeps its speed: a little less again.' },
      ],
    }),
    step({
      id: 'settled',
      does: 'One step back; play there.',
      why: 'What was good before must be good again.',
      leads: [end(REVISIT)],
    }),
  ],
}
