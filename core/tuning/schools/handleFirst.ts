import type { School } from '../school.ts'
import { end, HEAVY, heavyBack, REVISIT, step } from './words.ts'

/** The hand before the hoop (common practice, no source). */
export const handleFirst: School = {
  id: 'handleFirst',
  name: 'Handle first',
  holds: 'Steadier without a slower swing: the handle first, the hoop only if that is not enough.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    step({
      id: 'first',
      does: 'Play a normal session with the frame as it is.',
      why: 'Everything after is held against it.',
      asks: ['twisting', 'unsteady'],
      leads: [
        { when: HEAVY, to: 'scale', because: 'Tired or late with the frame as it is: it comes down first.' },
        { when: 'otherwise', to: 'handle', because: 'Start in the hand.' },
      ],
    }),
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
    step({
      id: 'scale',
      does: 'Less everywhere, in proportion to what lies there.',
      why: 'The character stays, only its weight goes.',
      dose: { kind: 'scale', share: 0.3 },
      most: 2,
      leads: [{ when: HEAVY, to: 'again', because: 'Still tired or late: less again.' }, end(REVISIT)],
    }),
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
