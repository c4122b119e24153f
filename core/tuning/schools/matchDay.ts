import type { School } from '../school.ts'
import { end, HEAVY, heavyBack, step } from './words.ts'

/** For one day (common practice, no source). */
export const matchDay: School = {
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
}
