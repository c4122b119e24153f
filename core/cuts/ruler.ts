import { fixed } from '../quantities/write.ts'
import { COUNTED_IN, isByLength, type Material } from './material.ts'

/** What a strip is measured off with. */
export type Ruler = 'cm' | 'in'

const INCH_CM = 2.54
/** The finest mark of an inch ruler that a hand works to. */
const SIXTEENTHS = 16
/** The steps in which tape is usually cut, cm: half and whole centimetres, quarters and eighths of an inch (common practice, no source). */
export const CUT_STEPS_CM = [0.5, 1, INCH_CM / 4, INCH_CM / 8] as const

/**
 * The ruler by which a material is cut: inches where its steps are whole eighths of one.
 * @example rulerOf({ kind: 'tape', step: 0.635 }) // 'in'
 */
export function rulerOf({ kind, step }: Pick<Material, 'kind' | 'step'>): Ruler {
  const eighths = (step / INCH_CM) * 8
  return isByLength(kind) && Math.round(eighths) >= 1 && Math.abs(eighths - Math.round(eighths)) < 1e-3 ? 'in' : 'cm'
}

/**
 * So many steps of a material: what the scissors can make, free of the dust of sums.
 * @example inSteps(15, { step: 0.635 }) // 9.525
 */
export const inSteps = (steps: number, { step }: Pick<Material, 'step'>): number => Number((steps * step).toFixed(4))

/**
 * A length without its unit as it stands on a ruler: tenths of a centimetre, or inches and a fraction to the sixteenth.
 * @example onRuler(19.05, 'in') // '7 1/2'
 */
export function onRuler(cm: number, ruler: Ruler): string {
  if (ruler === 'cm') return fixed(cm, 1)
  const all = Math.round((Math.abs(cm) / INCH_CM) * SIXTEENTHS)
  const sign = cm < 0 && all > 0 ? '−' : ''
  const [whole, part] = [Math.floor(all / SIXTEENTHS), all % SIXTEENTHS]
  if (part === 0) return `${sign}${whole}`
  let [over, under] = [part, SIXTEENTHS]
  while (over % 2 === 0) [over, under] = [over / 2, under / 2]
  return `${sign}${whole > 0 ? `${whole} ` : ''}${over}/${under}`
}

/** A length as it stands on a ruler. @example lengthText(19.05, 'in') // '7 1/2 in' */
export const lengthText = (cm: number, ruler: Ruler): string => `${onRuler(cm, ruler)} ${ruler}`

/**
 * What is stored for one of what a material is counted in: cm for an inch of what an inch ruler measures, else one.
 * @example perCounted({ kind: 'tape', step: 0.635 }) // 2.54
 */
export const perCounted = (material: Pick<Material, 'kind' | 'step'>): number =>
  rulerOf(material) === 'in' ? INCH_CM : 1

/**
 * So much of a material as it is counted: by its ruler, in g, in pieces.
 * @example amountText(2, { kind: 'overgrip', step: 1 }) // '2 pieces'
 */
export function amountText(amount: number, material: Pick<Material, 'kind' | 'step'>): string {
  if (isByLength(material.kind)) return lengthText(amount, rulerOf(material))
  if (COUNTED_IN[material.kind] === 'g') return `${fixed(amount, 1)} g`
  return `${fixed(amount, Number.isInteger(amount) ? 0 : 1)} ${amount === 1 ? 'piece' : 'pieces'}`
}
