import { describe, expect, it } from 'vitest'
import { usualState, STRUNG } from '../frame/fixtures.ts'
import { unknownPlayer } from '../player/facts.ts'
import { tennis } from '../sports/tennis.ts'
import { cautionsOnFrame } from '../targets/warnings.ts'
import { classesAbove, nextClassOn, standingOf } from './squad.ts'

const { ageClasses } = tennis
describe('a squad’s frames', () => {
  it('counts classes by the rules’ own limits: fits, one, two, above all; nothing without an age or for adults', () => {
    const above = (age: number | null, massG: number | null, swingKgCm2: number | null = null) =>
      classesAbove(ageClasses, age, { massG, swingKgCm2 })
    const [young, middle, old] = ageClasses
    expect([above(11, young.mostMassG), above(11, young.mostMassG + 1), above(11, middle.mostMassG + 1), above(11, old.mostMassG + 1)]).toEqual([0, 1, 2, 3]) // prettier-ignore
    expect(above(13, young.mostMassG, middle.mostSwingKgCm2! + 1)).toBe(1)
    expect([above(null, 400), above(30, 400), above(11, null)]).toEqual([0, 0, 0])
  })
  it('a frame over its class says what the rules say of it, and how far it is over the ceiling', () => {
    const frame = { state: usualState(), condition: STRUNG, geometry: tennis.geometry, profile: tennis }
    const child = { ...unknownPlayer('C'), age: 10 }
    const standing = standingOf(frame, child)
    expect(standing.classesOver).toBeGreaterThan(0)
    expect(standing.messages).toEqual(cautionsOnFrame(frame, child).map((c) => c.message))
    expect(standing.messages.length).toBeGreaterThan(0)
    expect(standing.overCeilingKgCm2).toBeNull()
    // A first frame of full length: 250 to 268, bare.
    expect([standing.bandKgCm2, standing.inBand]).toEqual([[250, 268], 1])
    const adult = { ...unknownPlayer('A'), age: 30, ceiling: { swingWeightKgCm2: 295, axisCm: tennis.axisCm } }
    const of = standingOf(frame, adult)
    expect(of.classesOver).toBe(0)
    expect(of.overCeilingKgCm2).toBeCloseTo(5, 6)
  })
  it('the next class begins on a birthday; on 1 March for who has none that year; never without a day of birth', () => {
    const next = (born: string | null) => nextClassOn(ageClasses, born, '2026-11-26')
    expect(next('2015-02-03')).toBe(`${2015 + ageClasses[0].to}-02-03`)
    expect(next('2012-02-29')).toBe(`${2012 + ageClasses[1].to}-03-01`)
    expect([next('2015'), next(null), next('1990-01-01')]).toEqual([null, null, null])
  })
})
