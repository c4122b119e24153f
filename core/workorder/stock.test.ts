import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { STRUNG } from '../frame/fixtures.ts'
import { DRAWER } from '../planning/fixtures/fixtures.ts'
import { tennis } from '../sports/tennis.ts'
import { EMPTY_ORDER, markNow } from './marks.ts'
import { shortOf } from './stock.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const at = (zone: string, material: string, amount: number) => {
  const found = tennis.zones.find((z) => z.id === zone)!
  return cutIn(found, DRAWER.find((m) => m.id === material)!, amount, work, zone) // prettier-ignore
}
const stocked = (stock: Record<string, number>) => DRAWER.map((m) => ({ ...m, stock: stock[m.id] ?? 1000 }))
// Two strips of 10 over the tip, four of 8 at the sides: 52 cm in all.
const order = { ...EMPTY_ORDER, cuts: [at('tip', 'tungsten', 10), at('threeNine', 'tungsten', 8), at('butt', 'putty', 6)] } // prettier-ignore

describe('what the drawer is short of', () => {
  it('is what the whole order takes and is no longer there, by material', () => {
    expect(shortOf(order, stocked({ tungsten: 52, putty: 6 }), work).size).toBe(0)
    expect([...shortOf(order, stocked({ tungsten: 51.5, putty: 2 }), work)]).toEqual([
      ['tungsten', { needs: 52, has: 51.5 }],
      ['putty', { needs: 6, has: 2 }],
    ])
  })
  it('leaves out what was left out, and goes by what really lies there', () => {
    const mark = markNow('2026-01-01T09:00:00.000Z', 'AT')
    const skipped = { ...order, marks: { threeNine: { ...mark, skipped: 'enough' } } }
    expect(shortOf(skipped, stocked({ tungsten: 20 }), work).size).toBe(0)
    const longer = { ...order, marks: { tip: { ...mark, laid: { ...order.cuts[0], amount: 12, layerCm: 12 } } } }
    expect(shortOf(longer, stocked({ tungsten: 55 }), work).get('tungsten')).toEqual({ needs: 56, has: 55 })
  })
})
