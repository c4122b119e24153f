import { BACK, END, type Lead, type School, type SchoolStep } from '#core/tuning/school.ts'

/** A school of the shop's own, begun from one that is there. */
export const ownFrom = (school: School): School => ({
  ...structuredClone(school),
  id: 'own',
  name: `${school.name}, our way`,
  sports: 'all',
})

/** A step that goes on with 2 g at the tip, back where the player is tired or late. @param names of the steps that are there */
export function newStep(names: readonly string[]): SchoolStep {
  let n = names.length + 1
  while (names.includes(`step ${n}`)) n++
  return {
    id: `step ${n}`,
    does: '',
    why: '',
    dose: { kind: 'add', place: 'tip', massG: 2 },
    asks: [],
    most: 3,
    tries: 1,
    weeks: 0,
    leads: [
      { when: { any: [{ energy: 'tired' }, { lateAtLeast: 1 }] }, to: BACK, because: 'Tired or late: one step back.' },
      { when: 'otherwise', to: END, because: '' },
    ],
  }
}

/** Another name, everywhere where it is led to; one that is taken, or none, changes nothing. */
export function renameStep(school: School, step: SchoolStep, name: string): void {
  const to = name.trim().slice(0, 40)
  if (!to || school.steps.some((s) => s !== step && s.id === to)) return
  for (const s of school.steps) for (const lead of s.leads) if (lead.to === step.id) lead.to = to
  if (school.start === step.id) school.start = to
  if (school.afterBack === step.id) school.afterBack = to
  step.id = to
}

/** An answer earlier or later among those of its step; beyond the ends it stays. */
export function move(leads: Lead[], at: number, by: number): void {
  const to = at + by
  const [here, there] = [leads[at], leads[to]]
  if (!here || !there) return
  leads[at] = there
  leads[to] = here
}

/** One more answer, before the last, which is for whatever else was said. */
export const addLead = (step: SchoolStep) =>
  step.leads.splice(Math.max(0, step.leads.length - 1), 0, { when: { energy: 'fresh' }, to: END, because: '' })
