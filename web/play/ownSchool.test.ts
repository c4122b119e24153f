import { describe, expect, it } from 'vitest'
import { BACK, END, faultsOf } from '#core/tuning/school.ts'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { addLead, move, newStep, ownFrom, renameStep } from './ownSchool.ts'

describe('a school of the shop’s own', () => {
  it.each(SCHOOLS.map((s) => [s.name, s] as const))(
    'begun from %s: can be walked as it is, and is a copy',
    (_, from) => {
      const own = ownFrom(from)
      expect(faultsOf(own)).toEqual([])
      own.steps[0].does = 'something else'
      expect(from.steps[0].does).not.toBe('something else')
      expect([own.id, own.sports]).toEqual(['own', 'all'])
    },
  )
  it('a new step has a name of its own and leads back or to the end', () => {
    expect(newStep(['a', 'b']).id).toBe('step 3')
    expect(newStep(['a', 'step 3']).id).toBe('step 4')
    expect(newStep([]).leads.map((lead) => lead.to)).toEqual([BACK, END])
  })
  it('another name goes wherever the step is led to, so that it can still be walked', () => {
    const own = ownFrom(SCHOOLS[0])
    const step = own.steps.find((s) => s.id === own.start)!
    renameStep(own, step, '  first of all ')
    expect([step.id, own.start]).toEqual(['first of all', 'first of all'])
    expect(faultsOf(own)).toEqual([])
    const [other] = own.steps.filter((s) => s !== step)
    renameStep(own, step, other.id)
    renameStep(own, step, ' ')
    expect(step.id).toBe('first of all')
  })
  it('answers move within their step; a new one comes before the last', () => {
    const { leads } = newStep([])
    move(leads, 0, -1)
    expect(leads[1].when).toBe('otherwise')
    move(leads, 0, 1)
    expect(leads[0].when).toBe('otherwise')
    const step = newStep([])
    addLead(step)
    expect(step.leads.map((lead) => lead.when === 'otherwise')).toEqual([false, false, true])
  })
})
