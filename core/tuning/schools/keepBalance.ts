import type { School } from '../school.ts'
import { end, first, heavyBack, less, REVISIT, step, stillTooMuch, tooMuchAlready } from './words.ts'

/** More of the same (common practice, no source). */
export const keepBalance: School = {
  id: 'keepBalance',
  name: 'Keep the balance',
  holds: 'The same character, only more of it: equal moments at 10 and 2 and in the handle.',
  sports: 'all',
  start: 'first',
  afterBack: 'settled',
  steps: [
    first([tooMuchAlready, { when: 'otherwise', to: 'pair', because: 'More of the same.' }]),
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
    less({ leads: [stillTooMuch, end(REVISIT)] }),
    step({
      id: 'settled',
      does: 'One step back; play there.',
      why: 'What was good before must be good again.',
      leads: [heavyBack, end(REVISIT)],
    }),
  ],
}
