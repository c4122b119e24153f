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

/** Where every school begins: everything after is held against it. */
export const first = (leads: Lead[], asks: SchoolStep['asks'] = []): SchoolStep =>
  step({
    id: 'first',
    does: 'Play a normal session with the frame as it is.',
    why: 'Everything after is held against it.',
    asks,
    leads,
  })
/** Tired or late before anything was put on. */
export const tooMuchAlready: Lead = {
  when: HEAVY,
  to: 'scale',
  because: 'Tired or late with the frame as it is: it comes down first.',
}
/** Less everywhere, as often as it is still too much. */
export const less = (of: Pick<SchoolStep, 'leads'> & Partial<SchoolStep>): SchoolStep =>
  step({
    id: 'scale',
    does: 'Less everywhere, in proportion to what lies there.',
    why: 'The character stays, only its weight goes.',
    dose: { kind: 'scale', share: 0.3 },
    most: 2,
    ...of,
  })
export const stillTooMuch: Lead = { when: HEAVY, to: 'again', because: 'Still tired or late: less again.' }
