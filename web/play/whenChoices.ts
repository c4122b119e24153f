import type { When } from '#core/tuning/school.ts'

/** Answers by which a school of the shop's own can go on, in words. */
export const WHEN_CHOICES: readonly (readonly [string, When])[] = [
  ['tired or late', { any: [{ energy: 'tired' }, { lateAtLeast: 1 }] }],
  ['tired', { energy: 'tired' }],
  ['late on one in ten', { lateAtLeast: 1 }],
  ['fresh', { energy: 'fresh' }],
  ['it twists', { ask: 'twisting', is: true }],
  ['it is unsteady on clean hits', { ask: 'unsteady', is: true }],
  ['it is too heavy all over', { ask: 'heavy', is: true }],
  ['steadier', { rating: 'stability', atLeast: 1 }],
  ['less steady', { rating: 'stability', atMost: -1 }],
  ['more power', { rating: 'power', atLeast: 1 }],
  ['less power', { rating: 'power', atMost: -1 }],
  ['harder to move', { rating: 'manoeuvrability', atMost: -1 }],
  ['easier on the arm', { rating: 'comfort', atLeast: 1 }],
  ['harder on the arm', { rating: 'comfort', atMost: -1 }],
  ['better to feel', { rating: 'feel', atLeast: 1 }],
  ['cold or wet', { any: [{ condition: 'cold' }, { condition: 'wet' }] }],
  ['hot or high up', { any: [{ condition: 'hot' }, { condition: 'high' }] }],
  ['all sessions put the ceiling higher', { ceilingOver: 5 }],
  ['the ball loses 1.5 % of its speed', { slowerBy: 0.015 }],
  ['otherwise', 'otherwise'],
]
const key = (when: When) => JSON.stringify(when)

/** The words of an answer; one that is not among the choices is kept as it is. */
export const whenText = (when: When): string =>
  WHEN_CHOICES.find(([, choice]) => key(choice) === key(when))?.[0] ?? 'as it was taken over'

/** What can be chosen beside what stands there. */
export const whenItems = (now: When): { title: string; value: string }[] => [
  ...(WHEN_CHOICES.some(([, choice]) => key(choice) === key(now)) ? [] : [{ title: whenText(now), value: key(now) }]),
  ...WHEN_CHOICES.map(([title, when]) => ({ title, value: key(when) })),
]
export const whenOf = (value: string): When => JSON.parse(value) as When
