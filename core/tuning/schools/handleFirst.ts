import type { School } from '../school.ts'
import { end, first, heavyBack, less, REVISIT, step, stillTooMuch, tooMuchAlready } from './words.ts'

/** The hand before the hoop (common practice, no source). */
export const handleFirst: School = {
  id: 'handleFirst',
  name: 'Handle first',
  holds: 'Steadier without a slower swing: the handle first, the hoop only if that is not enough.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    first(
      [tooMuchAlready, { when: 'otherwise', to: 'handle', because: 'Start in the hand.' }],
      ['twisting', 'unsteady'],
    ),
    step({
      id: 'handle',
      does: '5 g in the handle.',
      why: 'Mass at the hand steadies without a slower swing.',
      dose: { kind: 'add', place: 'handle', massG: 5 },
      asks: ['unsteady', 'twisting'],
      most: 3,
      leads: [
        heavyBack,
        { when: { ask: 'unsteady', is: true }, to: 'again', because: 'Still unsteady: 5 g more.' },
        {
          when: { ask: 'twisting', is: true },
          to: 'sides',
          because: 'The handle is not enough against twisting: the sides.',
        },
        {
          when: { rating: 'power', atMost: -1 },
          to: 'tip',
          because: 'Steady, but the ball is short: a little at the tip.',
        },
        end(REVISIT),
      ],
    }),
    step({
      id: 'sides',
      does: '2 g at 3 and 9 together.',
      why: 'Against twisting, with little swing weight.',
      dose: { kind: 'add', place: 'threeNine', massG: 2 },
      asks: ['twisting'],
      most: 3,
      leads: [
        heavyBack,
        { when: { ask: 'twisting', is: true }, to: 'again', because: 'Still twisting: 2 g more.' },
        {
          when: { rating: 'power', atMost: -1 },
          to: 'tip',
          because: 'Steady, but the ball is short: a little at the tip.',
        },
        end(REVISIT),
      ],
    }),
    step({
      id: 'tip',
      does: '2 g at 12 o’clock.',
      why: 'Heavier through the ball; the hoop comes last.',
      dose: { kind: 'add', place: 'tip', massG: 2 },
      most: 2,
      leads: [
        heavyBack,
        { when: { rating: 'power', atMost: -1 }, to: 'again', because: 'Still short: 2 g more.' },
        end(REVISIT),
      ],
    }),
    less({ leads: [stillTooMuch, end(REVISIT)] }),
    step({
      id: 'settled',
      does: 'One step back; play there.',
      why: 'What was good before must be good again.',
      asks: ['twisting'],
      leads: [
        heavyBack,
        { when: { ask: 'twisting', is: true }, to: 'sides', because: 'It twists off centre: the sides.' },
        end(REVISIT),
      ],
    }),
  ],
}
