import { describe, expect, it } from 'vitest'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { schoolSchema } from './school.ts'

describe('a school over the wire', () => {
  it.each(SCHOOLS.map((s) => [s.id, s] as const))('%s comes through as it is', (_, school) => {
    expect(schoolSchema.parse(JSON.parse(JSON.stringify(school)))).toEqual(school)
  })
  it('one with a dead end, an answer that is none, or grams without measure is not taken, and says why', () => {
    const broken = (change: (s: (typeof SCHOOLS)[number]) => void) => {
      const school = structuredClone(SCHOOLS[1])
      change(school)
      return schoolSchema.safeParse(school).error?.issues[0].message
    }
    expect(broken((s) => (s.steps[1].leads[0].to = 'nowhere'))).toMatch(/leads to “nowhere”, which is no step/)
    expect(broken((s) => (s.steps[1].dose = { kind: 'add', place: 'tip', massG: 600 }))).toMatch(/above the most/)
    expect(broken((s) => (s.steps[1].leads[0].when = { mood: 'good' } as never))).toBeTruthy()
    expect(broken((s) => s.steps.splice(1))).toBeTruthy()
  })
})
