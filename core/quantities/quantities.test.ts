import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Problem } from '../problem.ts'
import { readNumber, readRelative } from './read.ts'
import { fromCore, toCore, type Unit } from './units.ts'
import { fixed, signed, writeDifference, writeQuantity } from './write.ts'

const L = 68.58
const read = (text: string, kind: 'mass' | 'length' | 'balance' | 'inertia', unit: Unit) =>
  readNumber(text, { kind, unit, lengthCm: L }).value

describe('a number against another', () => {
  const options = { kind: 'mass', unit: 'g', lengthCm: 68.58 } as const
  it.each([
    ['+5', 305],
    ['-20', 280],
    ['− 2,5', 297.5],
    ['+1 oz', 300 + 28.349523125],
    ['310', 310],
  ])('%s from 300 g', (text, value) => expect(readRelative(text, 300, options).value).toBeCloseTo(value, 9))
  it('has to be more than nothing, and needs something to be counted from', () => {
    expect(() => readRelative('-301', 300, options)).toThrow(expect.objectContaining({ code: 'number.negative' }))
    expect(() => readRelative('-20', null, options)).toThrow(expect.objectContaining({ code: 'number.negative' }))
    expect(readRelative('+5', null, options).value).toBe(5)
  })
  it('points keep their own sense', () => {
    const points = { kind: 'balance', unit: 'points', lengthCm: 68.58 } as const
    expect(readRelative('-2', 32, points).value).toBeCloseTo(34.29 + 2 * 0.3175, 9)
    expect(readRelative('+6 HL', 32, { ...points, unit: 'cm' }).value).toBeCloseTo(34.29 - 6 * 0.3175, 9)
  })
})

describe('reading what people type', () => {
  it.each([
    ['11 1/4 oz', 'mass', 'g', 11.25 * 28.349523125],
    ['11¼ oz', 'mass', 'g', 11.25 * 28.349523125],
    ['11-1/4', 'mass', 'oz', 11.25 * 28.349523125],
    ['322.1', 'mass', 'g', 322.1],
    ['322,1 g', 'mass', 'g', 322.1],
    ['1,002.5 g', 'mass', 'g', 1002.5],
    ['32,4 cm', 'balance', 'cm', 32.4],
    ['324 mm', 'balance', 'cm', 32.4],
    ['12 3/4"', 'balance', 'cm', 12.75 * 2.54],
    ['3/4 in', 'length', 'cm', 0.75 * 2.54],
    ['6 HL', 'balance', 'cm', 34.29 - 6 * 0.3175],
    ['6 pts HL', 'balance', 'cm', 34.29 - 6 * 0.3175],
    ['2 hh', 'balance', 'cm', 34.29 + 2 * 0.3175],
    ['6 points head-light', 'balance', 'cm', 34.29 - 6 * 0.3175],
    ['-2', 'balance', 'points', 34.29 + 2 * 0.3175],
    ['even', 'balance', 'cm', 34.29],
    ['27.25 in', 'length', 'cm', 69.215],
    ['339', 'inertia', 'kg·cm²', 339],
    ['339 kg cm2', 'inertia', 'kg·cm²', 339],
  ] as const)('%s', (text, kind, unit, core) => expect(read(text, kind, unit)).toBeCloseTo(core, 9))

  it.each([
    ['', 'mass', 'number.empty'],
    ['heavy', 'mass', 'number.unreadable'],
    ['1.2.3', 'mass', 'number.unreadable'],
    ['1/0', 'mass', 'number.unreadable'],
    ['320 stone', 'mass', 'unit.unknown'],
    ['32 cm', 'mass', 'unit.wrongKind'],
    ['6 HL', 'mass', 'unit.wrongKind'],
    ['6 pts', 'balance', 'unit.unknown'],
    ['-3 g', 'mass', 'number.negative'],
  ] as const)('refuses %j with %s → %s', (text, kind, code) => {
    expect(() => read(text, kind, 'g')).toThrowError(expect.objectContaining({ code }) as Problem)
  })

  it('counts points from the middle: 32.0 cm on a 27 in frame is about 7 HL, 32.4 cm about 6 HL (common practice, no source)', () => {
    expect(fromCore(32.0, 'points', L)).toBeCloseTo(7.2, 1)
    expect(fromCore(32.4, 'points', L)).toBeCloseTo(6, 0)
    expect(fromCore(34.29, 'points', L)).toBe(0)
  })

  it('never turns any text into a NaN', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('mass', 'balance', 'length', 'inertia' as const), (text, kind) => {
        try {
          expect(
            Number.isFinite(read(text, kind as 'mass', kind === 'mass' ? 'g' : kind === 'inertia' ? 'kg·cm²' : 'cm')),
          ).toBe(true)
        } catch (error) {
          expect(error).toBeInstanceOf(Problem)
        }
      }),
    )
  })

  it('goes there and back through every unit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<Unit>('g', 'oz', 'cm', 'mm', 'in', 'points', 'kg·cm²'),
        fc.double({ min: 1, max: 500, noNaN: true }),
        (unit, value) => {
          expect(fromCore(toCore(value, unit, L), unit, L)).toBeCloseTo(value, 8)
        },
      ),
    )
  })
})

describe('writing numbers', () => {
  const units = { mass: 'g', balance: 'points', length: 'cm' } as const
  it('keeps the sign of points and a true minus', () => {
    expect(writeQuantity(32.385, 'balance', units, L)).toBe('6.0 HL')
    expect(writeQuantity(34.29, 'balance', units, L)).toBe('even')
    expect(writeDifference(-0.3175, 'balance', units)).toBe('1.0 to HL')
    expect(writeDifference(-1.25, 'mass', units)).toBe('−1.3')
    expect(signed(-0.04, 1)).toBe('±0.0')
    expect(fixed(-0.04, 1)).toBe('0.0')
  })
})
