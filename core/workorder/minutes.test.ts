import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { defaultCondition } from '../frame/condition.ts'
import { cutsFrom } from '../planning/fixtures/cutsFrom.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { USUAL_MINUTES, workOfCuts } from '../planning/problem/work.ts'
import { PROFILES, SPORTS } from '../sports/sports.ts'
import { stepMinutes } from './minutes.ts'
import { orderOfWork, USUAL_ORDER } from './order.ts'

const SILICONE = { ...DRAWER.find((m) => m.id === 'putty')!, id: 'silicone', name: 'silicone', cureHours: 24 }
const MATERIALS = [...DRAWER, SILICONE]
const pick = fc.tuple(fc.nat(50), fc.nat(50), fc.double({ min: 0.2, max: 1, noNaN: true }))

describe('the minutes of the steps', () => {
  it('are the plan’s minutes over all steps, whatever is put where, in both orders and four sports', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SPORTS),
        fc.constantFrom('headFirst' as const, 'handleFirst' as const),
        fc.array(pick, { minLength: 1, maxLength: 6 }),
        (sport, school, picks) => {
          const profile = PROFILES[sport]
          const work = { geometry: profile.geometry, condition: defaultCondition(profile), profile }
          const cuts = cutsFrom(picks, MATERIALS, work)
          const steps = orderOfWork(cuts, MATERIALS, work, { ...USUAL_ORDER, school })
          const each = stepMinutes(steps, MATERIALS, work, USUAL_MINUTES)
          const planned = [...each.values()].reduce((sum, m) => sum + m.planned, 0)
          expect(planned).toBeCloseTo(workOfCuts(cuts, MATERIALS, work, USUAL_MINUTES).minutes, 9)
          expect([...each.values()].every((m) => m.planned >= 0 && m.beside >= 0)).toBe(true)
        },
      ),
      { numRuns: 300 },
    )
  })
  it('count a length and a material where they are first needed, and reading beside the plan', () => {
    const profile = PROFILES.tennis
    const work = { geometry: profile.geometry, condition: defaultCondition(profile), profile }
    const at = (zone: string) => cutIn(profile.zones.find((z) => z.id === zone)!, DRAWER.find((m) => m.id === 'tungsten')!, 6, work, zone) // prettier-ignore
    const steps = orderOfWork([at('tip'), at('threeNine')], MATERIALS, work, USUAL_ORDER)
    const each = stepMinutes(steps, MATERIALS, work, USUAL_MINUTES)
    // Two strips across the tip: a place 1, two cut 1, one length 0.5, the tape 1. Four at the sides: a place 1, four cut 2.
    expect([each.get('tip')!.planned, each.get('threeNine')!.planned]).toEqual([3.5, 3])
    expect(each.get('tip')!.beside).toBe(2)
    expect(each.get('trial')).toEqual({ planned: 0, beside: 7 })
  })
})
