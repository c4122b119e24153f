import { COUNTED_IN, isByLength, type Material } from '#core/cuts/material.ts'
import { lengthText, onRuler, rulerOf, type Ruler } from '#core/cuts/ruler.ts'
import { Problem } from '#core/problem.ts'
import { readNumber } from '#core/quantities/read.ts'
import { fixed } from '#core/quantities/write.ts'

/** What a field of an amount counts in: the ruler of what is cut by length, g, pieces. */
export const countedIn = (material: Material): string =>
  isByLength(material.kind) ? rulerOf(material) : COUNTED_IN[material.kind]

/**
 * How much of a material, as typed into a field that counts it: cm or inches of tape, g of fill, pieces. Grams of a tape are understood as
 * the length of it that weighs so much; any other unit of another kind is refused.
 * @returns in what the material is counted in
 * @throws Problem as `readNumber`
 * @example readAmount('5 g', tapeOf0_1GramsACm) // 50
 */
export function readAmount(text: string, material: Material): number {
  const options = { lengthCm: 0 }
  if (COUNTED_IN[material.kind] === 'g') return readNumber(text, { ...options, kind: 'mass', unit: 'g' }).value
  if (COUNTED_IN[material.kind] === 'pieces') {
    const { value } = readNumber(text.replace(/\s*(pieces?|pcs?\.?|×|x)$/i, ''), {
      ...options,
      kind: 'mass',
      unit: 'g',
    })
    if (/[a-z]/i.test(text.replace(/\s*(pieces?|pcs?\.?|×|x)$/i, '')) || !Number.isInteger(value))
      throw new Problem('number.notWhole', '', { text })
    return value
  }
  try {
    return readNumber(text, { ...options, kind: 'length', unit: rulerOf(material) }).value
  } catch (problem) {
    if (!(problem instanceof Problem) || problem.code !== 'unit.wrongKind') throw problem
    return readNumber(text, { ...options, kind: 'mass', unit: 'g' }).value / material.unitMassG
  }
}

/** Why a piece did not take just what was typed; empty when it did. */
export function amountRead(asked: number, got: number, material: Material): string {
  if (Math.abs(asked - got) < 1e-6) return ''
  const unit = COUNTED_IN[material.kind] === 'pieces' ? '' : ` ${countedIn(material)}`
  const inches = isByLength(material.kind) && rulerOf(material) === 'in'
  const write = (v: number) => (inches ? onRuler(v, 'in') : fixed(v, 1))
  const inSteps = Math.abs(asked - got) <= material.step / 2 + 1e-9
  return inSteps
    ? `${write(got)}${unit}: it is cut in steps of ${inches ? onRuler(material.step, 'in') : material.step}${unit}.`
    : `${write(got)}${unit}: ${got < asked ? 'there is no room for more here' : 'less than that is not cut'}.`
}

/** Why a piece does not lie just where it was typed; empty when it does. */
export const placeRead = (askedCm: number, gotCm: number, ruler: Ruler = 'cm'): string =>
  Math.abs(askedCm - gotCm) < (ruler === 'in' ? 0.081 : 0.051)
    ? ''
    : `At ${lengthText(gotCm, ruler)}: further on it would leave its part of the frame or lie on another piece.`
