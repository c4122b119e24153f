import type { ReadQuantity, Unit } from './units.ts'

/** What a column of numbers may be called, by quantity. */
const NAMES: [RegExp, ReadQuantity][] = [
  [/^(static )?(weight|mass)$/, 'mass'],
  [/^balance( point)?$/, 'balance'],
  [/^(swing ?weight|sw)$/, 'swingWeight'],
  [/^(twist ?weight|tw)$/, 'twistWeight'],
  [/^length$/, 'length'],
  [/^left( side| mass| weight)?$/, 'leftMass'],
  [/^right( side| mass| weight)?$/, 'rightMass'],
]

const UNITS: Record<string, Unit> = {
  g: 'g',
  oz: 'oz',
  cm: 'cm',
  mm: 'mm',
  in: 'in',
  points: 'points',
  'points hl': 'points',
  hl: 'points',
  'kg·cm²': 'kg·cm²',
  'kg cm2': 'kg·cm²',
  'kg.cm2': 'kg·cm²',
  'kg·cm2': 'kg·cm²',
  'kg cm²': 'kg·cm²',
}

/** A heading however it is written. @example plainName('swing_weight') // 'swing weight' */
export const plainName = (text: string): string =>
  text
    .trim()
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[_-]+/g, ' ')
    .replace(/\s+/g, ' ')

/** The quantity that a heading names; null where it names none. @example quantityNamed('Static weight') // 'mass' */
export const quantityNamed = (text: string): ReadQuantity | null =>
  NAMES.find(([name]) => name.test(plainName(text)))?.[1] ?? null

/** A unit by any of its names. @example unitNamed('HL') // 'points' */
export const unitNamed = (text: string): Unit | undefined => UNITS[text.trim().toLowerCase()]

/** A heading with the unit in brackets behind it, if there is one. @example columnOf('balance (mm)') // { name: 'balance', unit: 'mm' } */
export function columnOf(cell: string): { name: string; unit: string | undefined } {
  const [, name, unit] = /^([^([]*)(?:[([](.*)[)\]])?\s*$/.exec(cell.trim()) ?? ['', cell, undefined]
  return { name: plainName(name), unit: unit?.trim() }
}
