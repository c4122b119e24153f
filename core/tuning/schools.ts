import type { Lead, School, SchoolStep, When } from './school.ts'

/** Late on one ball in ten, or tired: too heavy for now. */
const HEAVY: When = { any: [{ energy: 'tired' }, { lateAtLeast: 1 }] }
const heavyBack: Lead = { when: HEAVY, to: 'back', because: 'Tired or late: one step back.' }
const end = (because: string): Lead => ({ when: 'otherwise', to: 'end', because })
const step = (of: Partial<SchoolStep> & Pick<SchoolStep, 'id' | 'does' | 'why' | 'leads'>): SchoolStep => ({
  dose: { kind: 'none' },
  asks: [],
  most: 1,
  tries: 1,
  weeks: 0,
  ...of,
})
const REVISIT = 'Enjoy it. Look again when body, time or game change.'

/** The schools that come with Kevro (common practice, no source). Their order is that of the list. */
export const SCHOOLS: readonly School[] = [
  {
    id: 'ceilingFirst',
    name: 'Ceiling first',
    holds: 'As much swing weight as lasts all session, found 2 g at a time at the tip; then where it sits.',
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
          { when: 'otherwise', to: 'raise', because: 'Still fresh: there is room for more.' },
        ],
      }),
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
            because:
              'One tired day is one day: all sessions together put the ceiling higher. The step above once more.',
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
            to: 'back',
            because: 'Harder to move, and that weighs more: back.',
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
      step({
        id: 'scale',
        does: 'Less everywhere, in proportion to what lies there.',
        why: 'The character stays, only its weight goes.',
        dose: { kind: 'scale', share: 0.3 },
        asks: ['heavy'],
        most: 2,
        leads: [
          { when: HEAVY, to: 'again', because: 'Still tired or late: less again.' },
          { when: { ask: 'heavy', is: true }, to: 'again', because: 'Still too heavy: less again.' },
          { when: { rating: 'stability', atMost: -2 }, to: 'back', because: 'Too little of it is left: back.' },
          end(REVISIT),
        ],
      }),
    ],
  },
  {
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
  },
  {
    id: 'keepBalance',
    name: 'Keep the balance',
    holds: 'The same character, only more of it: equal moments at 10 and 2 and in the handle.',
    sports: 'all',
    start: 'first',
    afterBack: 'settled',
    steps: [
      step({
        id: 'first',
        does: 'Play a normal session with the frame as it is.',
        why: 'Everything after is held against it.',
        leads: [
          { when: HEAVY, to: 'scale', because: 'Tired or late with the frame as it is: it comes down first.' },
          { when: 'otherwise', to: 'pair', because: 'More of the same.' },
        ],
      }),
      step({
        id: 'pair',
        does: '2 g at 10 and 2, and in the handle what keeps the balance.',
        why: 'More of everything, the balance where it is.',
        dose: { kind: 'pair', front: 'tenTwo', back: 'handle', massG: 2 },
        most: 5,
        leads: [
          heavyBack,
          { when: { rating: 'stability', atLeast: 1 }, to: 'end', because: 'Steadier, and still fresh: enough.' },
          { when: 'otherwise', to: 'again', because: 'Still fresh: the same again.' },
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
        leads: [heavyBack, end(REVISIT)],
      }),
    ],
  },
  {
    id: 'lighterArm',
    name: 'Lighter for the arm',
    holds:
      'Down in steps while the ball keeps its speed. It treats nothing: an arm that hurts is seen by a professional.',
    sports: 'all',
    start: 'first',
    afterBack: 'settled',
    steps: [
      step({
        id: 'first',
        does: 'Play a normal session with the frame as it is.',
        why: 'Everything after is held against it.',
        leads: [{ when: 'otherwise', to: 'down', because: 'Less to carry and to stop with each ball.' }],
      }),
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
  },
  {
    id: 'matchDay',
    name: 'Match day',
    holds: 'One frame, small changes for the day’s air and balls; off again in a minute.',
    sports: ['padel'],
    start: 'first',
    afterBack: 'plain',
    steps: [
      step({
        id: 'first',
        does: 'Play a set with the frame as it is, in the day’s air.',
        why: 'The day says which way to go.',
        leads: [
          { when: HEAVY, to: 'end', because: 'Tired or late: nothing is added today.' },
          {
            when: { any: [{ condition: 'cold' }, { condition: 'wet' }] },
            to: 'slow',
            because: 'Slow air and heavy balls: a little at the tip.',
          },
          {
            when: { any: [{ condition: 'hot' }, { condition: 'high' }] },
            to: 'fast',
            because: 'Fast air and lively balls: a little in the handle.',
          },
          end('A usual day: as it is.'),
        ],
      }),
      step({
        id: 'slow',
        does: '3 g at the tip.',
        why: 'Where the ball comes slow, weight in front carries it. No more than that towards the tip.',
        dose: { kind: 'preset', points: [{ place: 'tip', massG: 3 }] },
        leads: [heavyBack, end('For today. Take it off afterwards.')],
      }),
      step({
        id: 'fast',
        does: '4 g in the handle.',
        why: 'Where the ball flies, weight at the hand holds it down. No more than that towards the hand.',
        dose: { kind: 'preset', points: [{ place: 'handle', massG: 4 }] },
        leads: [heavyBack, end('For today. Take it off afterwards.')],
      }),
      step({
        id: 'plain',
        does: 'As it was built.',
        why: 'The frame of every day.',
        leads: [end('As it was built.')],
      }),
    ],
  },
  {
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
  },
]
