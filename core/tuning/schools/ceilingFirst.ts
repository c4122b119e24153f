import type { School } from '../school.ts'
import { end, first, HEAVY, heavyBack, less, REVISIT, step, stillTooMuch, tooMuchAlready } from './words.ts'

/** As much swing weight as lasts (common practice, no source). */
export const ceilingFirst: School = {
  id: 'ceilingFirst',
  name: 'Ceiling first',
  holds: 'As much swing weight as lasts all session, found 2 g at a time at the tip; then where it sits.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    first(
      [tooMuchAlready, { when: 'otherwise', to: 'raise', because: 'Still fresh: there is room for more.' }],
      ['twisting', 'unsteady'],
    ),
    step({
      id: 'raise',
      does: '2 g more at 12 o’clock.',
      why: 'At the tip a gram adds the most swing weight. Heavier goes through the ball until it is too heavy to bring round.',
      dose: { kind: 'add', place: 'tip', massG: 2 },
      most: 14,
      tries: 4,
      leads: [
        { when: HEAVY, to: 'back', because: 'Tired or late: one step back is the ceiling.' },
        { when: 'otherwise', to: 'again', because: 'Still fresh: 2 g again.' },
      ],
    }),
    step({
      id: 'settled',
      does: 'One step back; play there.',
      why: 'A ceiling that was found on one day is proved on another.',
      asks: ['twisting', 'unsteady', 'heavy'],
      leads: [
        { when: HEAVY, to: 'back', because: 'Tired or late here too: the ceiling lies lower.' },
        {
          when: { ceilingOver: 5 },
          to: 'raise',
          because: 'One tired day is one day: all sessions together put the ceiling higher. The step above once more.',
        },
        { when: { ask: 'heavy', is: true }, to: 'scale', because: 'Too heavy all over: less everywhere, alike.' },
        {
          when: { ask: 'twisting', is: true },
          to: 'sides',
          because: 'It twists off centre: weight from the tip to the sides.',
        },
        {
          when: { ask: 'unsteady', is: true },
          to: 'handle',
          because: 'Unsteady on centred hits: mass in the handle.',
        },
        end(REVISIT),
      ],
    }),
    step({
      id: 'sides',
      does: '4 g from 12 o’clock to 3 and 9, 2 g each.',
      why: 'Twist weight grows with the distance from the long axis; flat hitters like it most, spin players least.',
      dose: { kind: 'move', from: 'tip', to: 'threeNine', massG: 4 },
      asks: ['twisting', 'unsteady', 'heavy'],
      most: 3,
      leads: [
        heavyBack,
        {
          when: { rating: 'manoeuvrability', atMost: -1 },
          to: 'weigh',
          because: 'Harder to move: what does it give for that? One more session as it is.',
        },
        { when: { ask: 'twisting', is: true }, to: 'again', because: 'Still twisting: more to the sides.' },
        {
          when: { ask: 'unsteady', is: true },
          to: 'handle',
          because: 'Unsteady on centred hits: mass in the handle.',
        },
        { when: { ask: 'heavy', is: true }, to: 'scale', because: 'Too heavy all over: less everywhere, alike.' },
        end(REVISIT),
      ],
    }),
    step({
      id: 'weigh',
      does: 'Play again as it is: steadier, or only slower?',
      why: 'Weight at the sides steadies what is met off centre and slows quick hands. A second day tells which counts for more.',
      weighs: true,
      asks: ['twisting', 'unsteady', 'heavy'],
      most: 3,
      leads: [
        heavyBack,
        { when: { rating: 'manoeuvrability', atMost: -2 }, to: 'back', because: 'Plainly too slow in the hand: back.' },
        {
          when: {
            all: [
              { rating: 'manoeuvrability', atMost: -1 },
              { rating: 'stability', atMost: 0 },
            ],
          },
          to: 'back',
          because: 'Harder to move and no steadier: back.',
        },
        {
          when: { ask: 'twisting', is: true },
          to: 'sides',
          because: 'Steadier counts for more, and it still twists: more to the sides.',
        },
        {
          when: { ask: 'unsteady', is: true },
          to: 'handle',
          because: 'Unsteady on centred hits: mass in the handle.',
        },
        { when: { ask: 'heavy', is: true }, to: 'scale', because: 'Too heavy all over: less everywhere, alike.' },
        end('Steadier counts for more than slower here: it stays. Look again when body, time or game change.'),
      ],
    }),
    step({
      id: 'handle',
      does: '5 g in the handle, or a leather grip.',
      why: 'Recoil weight and mass at the hand, with hardly any swing weight.',
      dose: { kind: 'add', place: 'handle', massG: 5 },
      asks: ['unsteady', 'heavy'],
      most: 3,
      leads: [
        heavyBack,
        { when: { ask: 'unsteady', is: true }, to: 'again', because: 'Still unsteady: 5 g more.' },
        { when: { ask: 'heavy', is: true }, to: 'scale', because: 'Too heavy all over: less everywhere, alike.' },
        end(REVISIT),
      ],
    }),
    less({
      asks: ['heavy'],
      leads: [
        stillTooMuch,
        { when: { ask: 'heavy', is: true }, to: 'again', because: 'Still too heavy: less again.' },
        { when: { rating: 'stability', atMost: -2 }, to: 'back', because: 'Too little of it is left: back.' },
        end(REVISIT),
      ],
    }),
  ],
}
