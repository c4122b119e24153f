import type { Lead, SchoolStep, When } from '../school.ts'

/** Late on one ball in ten, or tired: too heavy for now. */
export const HEAVY: When = { any: [{ energy: 'tired' }, { lateAtLeast: 1 }] }
export const heavyBack: Lead = { when: HEAVY, to: 'back', because: 'Tired or late: one step back.' }
export const end = (because: string): Lead => ({ when: 'otherwise', to: 'end', because })
export const step = (of: Partial<SchoolStep> & Pick<SchoolStep, 'id' | 'does' | 'why' | 'leads'>): SchoolStep => ({
  dose: { kind: 'none' },
  asks: [],
  most: 1,
  tries: 1,
  weeks: 0,
  ...of,
})
export const REVISIT = 'Enjoy it. Look again when body, time or game change.'
