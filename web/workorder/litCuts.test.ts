import { describe, expect, it } from 'vitest'
import { cutIn } from '#core/cuts/zones.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { tennis } from '#core/sports/tennis.ts'
import { orderOfWork } from '#core/workorder/order.ts'
import { litCuts } from './litCuts.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const at = (zone: string, material: string, amount: number) => {
  const found = tennis.zones.find((z) => z.id === zone)!
  return cutIn(found, DRAWER.find((m) => m.id === material)!, amount, work, zone) // prettier-ignore
}
const cuts = [at('tip', 'lead-half', 10), at('threeNine', 'tungsten', 12), at('butt', 'putty', 6)]
const steps = orderOfWork(cuts, DRAWER, work)
const lit = (id: string) =>
  litCuts(
    steps.find((s) => s.id === id),
    steps,
    cuts,
    DRAWER,
  ).map((cut) => cut.id)

describe('what is lit on the frame at a step', () => {
  it('is its piece alone, or the pieces that it is about', () => {
    expect(lit('threeNine')).toEqual(['threeNine'])
    expect(lit('mask')).toEqual(['tip'])
    expect(lit('coat-2')).toEqual(['tip'])
    expect(lit('plug')).toEqual(['butt'])
    expect(lit('cap')).toEqual(['butt'])
    for (const whole of ['trial', 'final']) expect(lit(whole)).toEqual(['tip', 'threeNine', 'butt'])
    for (const none of ['inspect', 'grip-off', 'nowhere']) expect(lit(none)).toEqual([])
  })
})
