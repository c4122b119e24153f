import { describe, expect, it } from 'vitest'
import { headOutline } from '#core/geometry/outline.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { tennis } from '#core/sports/tennis.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import type { Material } from '#core/cuts/material.ts'
import { PROBLEM_CODES } from '#core/problem.ts'
import { messageFor } from './errors.ts'
import { axisPlace, axisText, cautionsFor, placeText, quantityTitle, stripsText } from './names.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const materials = DRAWER
const material = (id: string) => materials.find((m) => m.id === id)!
const outline = headOutline(tennis.geometry)
const cut = (change: Partial<Cut>): Cut => ({
  id: 'c',
  materialId: 'lead-half',
  place: 'hoop',
  zoneId: null,
  atCm: 0,
  amount: 10,
  layerCm: 8,
  ...change,
})

describe('what the scissors make', () => {
  it.each([
    [cut({ atCm: 0 }), 'lead-half', '1 × 8.0 cm + 1 × 2.0 cm'],
    [cut({ atCm: outline.atClock(3), amount: 6 }), 'lead-half', '2 × 6.0 cm'],
    [cut({ place: 'bevels', atCm: 1, amount: 7.5 }), 'lead-half', '4 × 7.5 cm'],
    [cut({ place: 'shaft', atCm: 19, amount: 16 }), 'lead-half', '2 × 8.0 cm + 2 × 8.0 cm'],
    [cut({ place: 'handle', atCm: 1, amount: 6 }), 'putty', '6.0 g'],
    [cut({ place: 'grip', amount: 1 }), 'overgrip', '1 on'],
    [cut({ place: 'grip', amount: -1 }), 'overgrip', '1 off'],
  ])('%#', (c, id, words) => expect(stripsText(c, material(id), work)).toBe(words))
})

describe('where it goes', () => {
  it.each([
    [cut({ atCm: 0 }), 'across the tip, middle on 12 o’clock'],
    [cut({ atCm: outline.halfLengthCm }), 'across the throat bridge, middle on 6 o’clock'],
    [cut({ atCm: outline.atClock(2) }), 'both sides, middle on 10 and 2 o’clock'],
    [cut({ atCm: outline.atClock(3) + 1.5 }), 'both sides, middle 1.5 cm below 9 and 3 o’clock'],
    [cut({ atCm: outline.atClock(2) - 1 }), 'both sides, middle 1.0 cm above 10 and 2 o’clock'],
    [cut({ place: 'bevels', atCm: 4.5 }), 'four main bevels, from 4.5 cm above the butt end up'],
    [cut({ place: 'handle', atCm: 2 }), 'inside the handle, from 2.0 cm up'],
    [cut({ atCm: 16 + 4, layerCm: 8, amount: 8, anchor: 'tip' }), 'from the bumper’s end down (16.0 to 24.0 cm'],
    [cut({ atCm: outline.atClock(5) - 4, layerCm: 8, amount: 8, anchor: 'butt' }), 'from the start of the throat up'],
    [cut({ atCm: 20, layerCm: 8, amount: 8, anchor: 'butt' }), 'from 24.0 cm from the tip up (24.0 to 16.0 cm'],
  ])('%#', (c, words) => expect(placeText(c, work)).toContain(words))
  it('by the landmarks of this frame', () => {
    const own = { ...work, geometry: { ...tennis.geometry, landmarks: { bumperCm: 13.2 } } }
    const strip = cut({ atCm: 13.2 + 4, layerCm: 8, amount: 8, anchor: 'tip' })
    expect(placeText(strip, own)).toContain('from the bumper’s end down (13.2 to 21.2 cm')
    expect(placeText(strip, work)).toContain('from 13.2 cm from the tip down')
  })
})

describe('cautions', () => {
  it('speak of lead when there is lead, of minors when there is one, of blades with tape', () => {
    const lead = cautionsFor([cut({})], materials, false).join(' ')
    expect(lead).toContain('Lead is toxic')
    expect(lead).toContain('local rules')
    expect(lead).toContain('Blades')
    expect(lead).not.toContain('minor')
    expect(lead).toContain('Alcohol and varnish')
    expect(lead).not.toContain('Staples')
    for (const place of ['bevels', 'handle'] as const)
      expect(cautionsFor([cut({ place })], materials, false).join(' ')).toContain('Staples and tacks')
    const minor = cautionsFor([cut({})], materials, true).join(' ')
    for (const words of ['This player is a minor', 'mask the frame', 'four thin coats', 'drying between', 'wash hands'])
      expect(minor).toContain(words)
    expect(cautionsFor([cut({ materialId: 'putty', place: 'handle' })], materials, true).join(' ')).not.toContain(
      'Lead',
    )
  })
  it('on what cures hang on what a material is, whatever its name', () => {
    const filled = (m: Partial<Material>) =>
      cautionsFor([cut({ materialId: 'f', place: 'handle' })], [{ ...material('putty'), id: 'f', ...m }], false).join()
    expect(filled({ name: 'Grey stuff from the tube', cureHours: 24 })).toContain(
      'Grey stuff from the tube cures for 24 h: fresh air',
    )
    expect(filled({ name: 'Silicone-free putty', cureHours: null })).not.toContain('fresh air')
  })
  it('always say where to stop and whom to see', () => {
    expect(cautionsFor([], materials, false)).toEqual([expect.stringContaining('doctor or physiotherapist')])
  })
})

describe('words for what the core refuses', () => {
  it.each(PROBLEM_CODES.map((code) => [code]))('%s has words, without its code and without gaps', (code) => {
    const data = {
      text: 'x',
      unit: 'g',
      value: 3,
      low: 1,
      high: 2,
      known: ['a'],
      channel: 'gyro',
      k: 19,
      periodS: 40,
      hz: 1,
      other: 2,
    }
    const words = messageFor(code, data, code === 'weighing.strip' ? '1' : 'mass')
    expect(words.length).toBeGreaterThan(8)
    expect(words).not.toContain(code)
    expect(words).not.toMatch(/NaN/)
    expect(words).not.toContain('Something went wrong')
  })
})

describe('words for refusals', () => {
  it('name the cause, and say what was kept', () => {
    expect(messageFor('edit.stale')).toContain('kept')
    expect(messageFor('import.newerVersion', { version: 7, reads: 1 })).toContain('version 7')
    expect(messageFor('some.code')).toContain('Something went wrong')
    expect(messageFor('state.needs', {}, 'mass')).toBe(
      'Static weight has not been measured, so this cannot be worked out.',
    )
  })
})

describe('a number over its figures', () => {
  it('has its unit with it, also where a figure carries its own', () => {
    const metric = { mass: 'g', balance: 'cm', length: 'cm' } as const
    expect(quantityTitle('swingWeight', metric)).toBe('Swing weight, kg·cm²')
    expect(quantityTitle('balance', metric)).toBe('Balance, cm')
    expect(quantityTitle('balance', { ...metric, balance: 'points' })).toBe('Balance, points head-light')
  })
})

describe('the axis of a swing weight', () => {
  it.each([
    ['cm', '10.16 cm'],
    ['mm', '101.6 mm'],
    ['in', '4.00 in'],
  ] as const)('is told in %s', (length, text) => {
    const units = { mass: 'oz', balance: 'points', length } as const
    expect(axisText(10.16, units)).toBe(text)
    expect(axisPlace(10.16, units)).toBe(`${text} from the butt`)
    expect(axisText(0, units)).toBe('the butt end')
    expect(axisPlace(0, units)).toBe('the butt end')
  })
})
