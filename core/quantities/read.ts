import { Problem } from '../problem.ts'
import { toCore, UNITS_OF, type QuantityKind, type Unit } from './units.ts'

export interface ReadOptions {
  kind: QuantityKind
  /** The unit of a bare number. */
  unit: Unit
  /** Length of the frame in cm; points are counted from its middle. */
  lengthCm: number
}

export interface ReadNumber {
  /** In core units (g, cm, kg·cm²). */
  value: number
  /** As typed, in `unit`. */
  typed: number
  unit: Unit
}

const VULGAR: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
}

const UNIT_WORDS: [RegExp, Unit][] = [
  [/^(g|gr|grams?|grammes?)$/, 'g'],
  [/^(oz|ozs|ounces?)\.?$/, 'oz'],
  [/^(cm|centimet(?:er|re)s?)$/, 'cm'],
  [/^(mm|millimet(?:er|re)s?)$/, 'mm'],
  [/^(in|ins|inch|inches|"|″|'')\.?$/, 'in'],
  [/^(kg[·.* ]?cm(?:²|2|\^2)|units?|sw)$/, 'kg·cm²'],
]

/**
 * A number as people write it, to core units: `11 1/4 oz`, `12¾"`, `32,4`, `6 HL`, `6 pts HL`, `2 HH`, `even`.
 * A comma is a decimal comma; when comma and point both stand, the last is the decimal mark.
 * @param text what was typed
 * @throws Problem `number.empty`, `number.unreadable`, `number.negative`, `unit.unknown`, `unit.wrongKind`, `points.needLength`
 * @example readNumber('11 1/4 oz', { kind: 'mass', unit: 'g', lengthCm: 68.58 }).value // 318.932…
 */
export function readNumber(text: string, options: ReadOptions): ReadNumber {
  let rest = text.trim().toLowerCase().replace(/−/g, '-').replace(/\s+/g, ' ')
  if (rest === '') throw new Problem('number.empty')
  for (const [glyph, fraction] of Object.entries(VULGAR)) rest = rest.replace(glyph, ` ${fraction}`)
  rest = rest.trim()
  if (options.kind === 'balance' && /^(even|eb|balanced)( balance)?$/.test(rest)) return points(0, options)

  const match = /^([+-]?)\s*(\d[\d.,]*|[.,]\d+)(?:[ -](\d+)\s*\/\s*(\d+))?\s*(.*)$/.exec(wholeBeforeFraction(rest))
  if (!match) throw new Problem('number.unreadable', '', { text })
  const [, sign, whole, over, under, unitText] = match
  const size = decimal(whole, text) + (over ? Number(over) / Number(under) : 0)
  if (!Number.isFinite(size)) throw new Problem('number.unreadable', '', { text })
  const typed = sign === '-' ? -size : size

  const headSense = /^(?:pts?\.?|points?)?\s*(hl|hh|head[ -]?(?:light|heavy))$/.exec(unitText)
  if (headSense) {
    if (options.kind !== 'balance') throw new Problem('unit.wrongKind', '', { unit: unitText, kind: options.kind })
    return points(/^(hl|head[ -]?light)$/.test(headSense[1]) ? typed : -typed, options)
  }
  if (/^(pts?|points?)\.?$/.test(unitText)) throw new Problem('unit.unknown', '', { unit: unitText, hint: 'HL or HH' })

  const unit = unitText === '' ? options.unit : UNIT_WORDS.find(([words]) => words.test(unitText))?.[1]
  if (!unit) throw new Problem('unit.unknown', '', { unit: unitText })
  if (!UNITS_OF[options.kind].includes(unit)) throw new Problem('unit.wrongKind', '', { unit, kind: options.kind })
  if (unit === 'points') return points(typed, options)
  if (typed < 0) throw new Problem('number.negative', '', { text })
  return { value: toCore(typed, unit, options.lengthCm), typed, unit }
}

/**
 * A number that may be said against another one: `+5` and `-20` are counted from `base`, anything else is read by itself.
 * Points of balance have a sense of their own and are always read by themselves.
 * @param base in core units; null where there is nothing to count from
 * @throws Problem as `readNumber`
 * @example readRelative('+5', 300, { kind: 'mass', unit: 'g', lengthCm: 68.58 }).value // 305
 */
export function readRelative(text: string, base: number | null, options: ReadOptions): ReadNumber {
  const match = /^\s*([+\-−])\s*(.+)$/.exec(text)
  if (!match || base === null || options.unit === 'points') return readNumber(text, options)
  const by = readNumber(match[2], options)
  if (by.unit === 'points') return readNumber(text, options)
  const value = match[1] === '+' ? base + by.value : base - by.value
  if (value < 0) throw new Problem('number.negative', '', { text })
  return { ...by, value }
}

function points(typed: number, options: ReadOptions): ReadNumber {
  if (!(options.lengthCm > 0)) throw new Problem('points.needLength')
  return { value: toCore(typed, 'points', options.lengthCm), typed, unit: 'points' }
}

/** `3/4` alone must not be read as the whole number 3 followed by an unknown unit. */
function wholeBeforeFraction(text: string): string {
  return text.replace(/^([+-]?)\s*(\d+\s*\/\s*\d+)/, '$10 $2')
}

function decimal(digits: string, text: string): number {
  const last = Math.max(digits.lastIndexOf(','), digits.lastIndexOf('.'))
  const whole = last < 0 ? digits : digits.slice(0, last)
  const part = last < 0 ? '' : digits.slice(last + 1)
  const groups = whole.split(/[.,]/)
  const grouped = groups.length === 1 || groups.slice(1).every((group) => group.length === 3)
  if (!grouped || (last >= 0 && groups.length > 1 && whole.includes(digits[last]))) {
    throw new Problem('number.unreadable', '', { text })
  }
  return Number(`${groups.join('') || '0'}.${part || '0'}`)
}
