import { describe, expect, it } from 'vitest'
import { readNumber } from '../quantities/read.ts'
import { seeded } from '../numerics/random.ts'
import { amountText, CUT_STEPS_CM, inSteps, lengthText, onRuler, perCounted, rulerOf } from './ruler.ts'

describe('rulers', () => {
  it('eighths and quarters of an inch are cut by an inch ruler, half centimetres by another', () => {
    expect(CUT_STEPS_CM.map((step) => rulerOf({ kind: 'tape', step }))).toEqual(['cm', 'cm', 'in', 'in'])
    expect([0.1, 0.25, 0.3, 2, 0.635, 1.27, 2.54].map((step) => rulerOf({ kind: 'tape', step }))).toEqual(
      ['cm', 'cm', 'cm', 'cm', 'in', 'in', 'in'],
    ) // prettier-ignore
    expect(rulerOf({ kind: 'fill', step: 0.635 })).toBe('cm')
  })
  it.each([
    [19.05, '7 1/2 in'],
    [2.54, '1 in'],
    [0.635, '1/4 in'],
    [0.3175, '1/8 in'],
    [0, '0 in'],
    [7.46125, '2 15/16 in'],
    [7.6, '3 in'],
  ])('%s cm is %s', (cm, text) => expect(lengthText(cm, 'in')).toBe(text))
  it('what stands on the ruler is read as what it was, at any number of steps', () => {
    const random = seeded(3)
    for (const step of CUT_STEPS_CM) {
      const ruler = rulerOf({ kind: 'tape', step })
      for (let trial = 0; trial < 200; trial++) {
        const cm = inSteps(1 + Math.floor(120 * random()), { step })
        const read = readNumber(onRuler(cm, ruler), { kind: 'length', unit: ruler, lengthCm: 0 }).value
        expect(Math.abs(read - cm)).toBeLessThan(1e-3)
      }
    }
  })

  it('so much of a material as it is counted', () => {
    const of = (kind: 'tape' | 'fill' | 'overgrip', step = 0.5) => ({ kind, step })
    expect([
      amountText(30.5, of('tape')),
      amountText(12.7, of('tape', 2.54 / 4)),
      amountText(6, of('fill')),
      amountText(1, of('overgrip')),
      amountText(2, of('overgrip')),
      amountText(0.5, of('overgrip')),
    ]).toEqual(['30.5 cm', '5 in', '6.0 g', '1 piece', '2 pieces', '0.5 pieces'])
    expect([of('tape'), of('tape', 2.54 / 8), of('fill', 2.54)].map(perCounted)).toEqual([1, 2.54, 1])
  })
})
