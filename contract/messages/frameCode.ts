/** A word for each letter that a frame's code is made of, for reading it out. */
const SPELT: Record<string, string> = {
  A: 'apple',
  C: 'candle',
  E: 'engine',
  F: 'feather',
  H: 'harbour',
  J: 'jacket',
  K: 'kettle',
  L: 'ladder',
  M: 'mountain',
  P: 'pepper',
  R: 'river',
  T: 'table',
  U: 'umbrella',
  W: 'window',
  X: 'x-ray',
  Y: 'yellow',
}

/** A code letter by letter: `KEMA` is kettle, engine, mountain, apple. */
export const spelt = (code: string): string => [...code].map((letter) => SPELT[letter] ?? letter).join(', ')

/** Why a frame is put away. */
export const RETIRE_REASONS = ['Cracked', 'Sold', 'Stolen', 'Lent out', 'Worn out'] as const
