import { COUNTED_IN, type Material } from '#core/cuts/material.ts'
import { Problem } from '#core/problem.ts'
import { readNumber } from '#core/quantities/read.ts'
import { fixed } from '#core/quantities/write.ts'

/**
 * How much of a material, as typed into a field that counts it: cm of tape, g of fill, pieces. Grams of a tape are understood as
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
    return readNumber(text, { ...options, kind: 'length', unit: 'cm' }).value
  } catch (problem) {
    if (!(problem instanceof Problem) || problem.code !== 'unit.wrongKind') throw problem
    return readNumber(text, { ...options, kind: 'mass', unit: 'g' }).value / material.unitMassG
  }
}

/** Why a piece did not take just what was typed; empty when it did. */
export function amountWords(asked: number, got: number, material: Material): string {
  if (Math.abs(asked - got) < 1e-6) return ''
  const unit = COUNTED_IN[material.kind] === 'pieces' ? '' : ` ${COUNTED_IN[material.kind]}`
  const inSteps = Math.abs(asked - got) <= material.step / 2 + 1e-9
  return inSteps
    ? `${fixed(got, 1)}${unit}: it is cut in steps of ${material.step}${unit}.`
    : `${fixed(got, 1)}${unit}: ${got < asked ? 'there is no room for more here' : 'less than that is not cut'}.`
}

/** Why a piece does not lie just where it was typed; empty when it does. */
export const placeWords = (askedCm: number, gotCm: number): string =>
  Math.abs(askedCm - gotCm) < 0.051
    ? ''
    : `At ${fixed(gotCm, 1)} cm: the piece would not lie on its part of the frame further on.`
