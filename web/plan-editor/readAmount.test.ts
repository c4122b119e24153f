import { describe, expect, it } from 'vitest'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { amountRead, countedIn, placeRead, readAmount } from './readAmount.ts'

const tape = { ...DRAWER[0], kind: 'tape' as const, unitMassG: 0.1, step: 0.5 }
const putty = { ...tape, kind: 'fill' as const, unitMassG: 1 }
const weight = { ...tape, kind: 'weight' as const, step: 1 }

describe('how much, as typed', () => {
  it.each([
    ['12', tape, 12],
    ['12,5 cm', tape, 12.5],
    ['4 in', tape, 10.16],
    ['120 mm', tape, 12],
    ['5 g', tape, 50],
    ['0.1 oz', tape, 28.349523125],
    ['5', putty, 5],
    ['5 g', putty, 5],
    ['2', weight, 2],
    ['2 pieces', weight, 2],
  ])('%s', (text, material, amount) => expect(readAmount(text, material)).toBeCloseTo(amount, 9))
  it.each([
    ['5 cm', putty, 'unit.wrongKind'],
    ['5 furlongs', tape, 'unit.unknown'],
    ['6 HL', tape, 'unit.wrongKind'],
    ['1.5', weight, 'number.notWhole'],
    ['5 g', weight, 'number.notWhole'],
    ['', tape, 'number.empty'],
    ['-3', tape, 'number.negative'],
  ])('%s is refused with its reason', (text, material, code) =>
    expect(() => readAmount(text, material)).toThrow(expect.objectContaining({ code })),
  )
  it('what is cut by an inch ruler is typed and said in inches', () => {
    const inch = { ...tape, step: 0.635 }
    expect(readAmount('7 1/2', inch)).toBeCloseTo(19.05, 9)
    expect(readAmount('19 cm', inch)).toBeCloseTo(19, 9)
    expect(amountRead(19, 19.05, inch)).toBe('7 1/2 in: it is cut in steps of 1/4 in.')
    expect(placeRead(19, 12.7, 'in')).toContain('At 5 in')
    expect([countedIn(inch), countedIn(tape), countedIn(putty)]).toEqual(['in', 'cm', 'g'])
  })
  it('what was not taken as typed is said', () => {
    expect(amountRead(12, 12, tape)).toBe('')
    expect(amountRead(12.2, 12, tape)).toContain('steps of 0.5 cm')
    expect(amountRead(50, 32, tape)).toContain('no room for more')
    expect(placeRead(3, 3)).toBe('')
    expect(placeRead(60, 41.2)).toContain('At 41.2 cm')
  })
})
