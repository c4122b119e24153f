import { describe, expect, it } from 'vitest'
import { cutIn } from '../../cuts/zones.ts'
import type { Cut } from '../../cuts/cut.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER, usualRequest } from '../fixtures/fixtures.ts'
import { planSpace } from '../solve/plan.ts'
import { liesWhere, massByPlace, massWhere, shareElsewhere } from './whereabouts.ts'

const request = usualRequest()
const strips = (zone: string, material: string, amount: number): Cut =>
  cutIn(
    tennis.zones.find((z) => z.id === zone)!,
    DRAWER.find((m) => m.id === material)!,
    amount,
    request.work,
    `${zone}-${material}`,
  )
/** A strip on the hoop with its middle so far from the tip. */
const about = (atCm: number, amount: number, change: Partial<Cut> = {}): Cut => ({
  ...strips('threeNine', 'tungsten', amount),
  atCm,
  ...change,
})
const elsewhere = (a: Cut[], b: Cut[], byMaterial = false) =>
  shareElsewhere(massWhere(a, request, byMaterial), massWhere(b, request, byMaterial))

describe('where mass lies', () => {
  it('is all of it, once, whatever it is and wherever', () => {
    const all = [strips('tip', 'tungsten', 10), strips('bevels', 'tungsten', 6), strips('butt', 'putty', 5)]
    for (const cuts of [...all.map((cut) => [cut]), all]) {
      const sum = (of: ReadonlyMap<string, number>) => [...of.values()].reduce((a, b) => a + b, 0)
      expect(sum(massWhere(cuts, request))).toBeCloseTo(sum(massByPlace(cuts, request)), 9)
      expect(sum(massWhere(cuts, request, true))).toBeCloseTo(sum(massByPlace(cuts, request)), 9)
    }
  })
  it('a strip moved by a part of its length has so much of its mass elsewhere, by whatever name its place goes', () => {
    const there = about(22, 10)
    for (const moved of [0, 1, 2, 5, 10, 14]) {
      const share = elsewhere([there], [{ ...about(22 + moved, 10), zoneId: 'belowBumper' }])
      // A strip that ends within a centimetre of its cell is told to that.
      expect(Math.abs(share - Math.min(1, moved / 10))).toBeLessThan(0.11)
    }
    expect(elsewhere([there], [about(22, 5)])).toBeCloseTo(0.5, 1)
    expect(elsewhere([about(22, 10, { side: 'left' })], [about(22, 10, { side: 'right' })])).toBe(1)
    expect(elsewhere([there], [strips('butt', 'putty', 2)])).toBe(1)
  })
  it('another material at the same place is elsewhere only where that is asked for', () => {
    const [a, b] = [about(22, 10), { ...about(22, 10), materialId: 'lead-quarter' }]
    expect(elsewhere([a], [b])).toBeLessThan(0.6)
    expect(elsewhere([a], [b], true)).toBe(1)
    expect(elsewhere([], [])).toBe(0)
    expect([...massWhere([{ ...a, materialId: 'of another shop' }], request).values()].every((g) => g === 0)).toBe(true)
  })
  it('choices of other places that would lie on a strip lie where it lies; those beside it do not', () => {
    const { choices } = planSpace(request)
    const zones = (cut: Cut) => [...new Set(choices.filter((c) => liesWhere(c, cut, request)).map((c) => c.zoneId))]
    const long = zones(strips('threeNine', 'tungsten', 13))
    expect(long).toEqual(expect.arrayContaining(['threeNine', 'belowBumper']))
    expect(long).not.toContain('tip')
    expect(long).not.toContain('butt')
    expect(zones(strips('butt', 'putty', 5))).toEqual(['butt'])
    expect(zones(strips('tip', 'tungsten', 8))).not.toContain('bridge')
  })
})
